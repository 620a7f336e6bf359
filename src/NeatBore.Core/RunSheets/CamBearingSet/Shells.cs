using NeatBore.Core.Calculators.CamBearings;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class CamBearingSet
{
    private static class SetStep
    {
        public static readonly StepName Name = new("set");
        public static readonly TextSlot Mark = Name.Text("mark");
        public static readonly PickSlot Holes = Name.Pick("holes");
        public static readonly NumberSlot Outer = Name.Number("outer");
        public static readonly NumberSlot Wall = Name.Number("wall");
        public static readonly NumberSlot Journal = Name.Number("journal");
        public static readonly IReadOnlyList<NumberSlot> Across =
        [
            .. new[] { "front-0", "front-90", "rear-0", "rear-90" }.Select(Name.Number),
        ];
    }

    private static Slot Diameter(string key, string label, string instrument, double nominal) =>
        new(
            key,
            label,
            SlotKind.Number,
            Dimension.Length,
            0.001,
            instrument,
            Plausible: new Band(nominal * 0.9, nominal * 1.1),
            Expected: nominal
        );

    private static Judgement JudgeSet(StepContext c)
    {
        var own = Of(c);
        var mark = c.Reading(SetStep.Mark)?.Typed.Trim();
        var belongs = c.Sheet.Cam!.Bearings.FirstOrDefault(b => string.Equals(b.Mark, mark, StringComparison.OrdinalIgnoreCase));
        Judgement Wrong(string what, Sentence why) => new(Sentence.Of(what), new Call(Verdict.Stop, why, []));
        if (belongs is not null && belongs.Id != own.Id)
        {
            return Wrong(
                "Not this shell: put it where it belongs.",
                Sentence.Of(
                    "{mark} is the shell of {other}.",
                    ("mark", Quantity.Word(mark!)),
                    ("other", Quantity.Word(Name(c.Sheet, belongs.Id).ToLowerInvariant()))
                )
            );
        }

        if (c.Picked(SetStep.Holes) is "missing" or "turned")
        {
            return c.Picked(SetStep.Holes) == "missing"
                ? Wrong("Another shell: this one lacks a hole.", Sentence.Of("A passage without its hole stays shut."))
                : Wrong("Turn it end for end before it goes in.", Sentence.Of("Wrong way round, its holes miss the passages."));
        }

        if (c.Step.Slots(c).Any(s => s.Required && !c.Taken(SetStep.Name, s)) || Clearance(c) is not { } answer)
        {
            return Prompt.Next(c);
        }

        if (answer.Call is not { } call)
        {
            return new Judgement(Sentence.Of(Held.ToldOnly), Answer: answer);
        }

        var lead = call.Checks[0];
        if (call.Verdict == Verdict.Go && mark is not null && belongs is null && Marked(c.Sheet.Cam))
        {
            return new Judgement(
                Sentence.Of("Look at its box and at the list: right size, right holes? Say so, or change it."),
                call with
                {
                    Verdict = Verdict.Decide,
                    Why = Sentence.Of("The sheet knows no shell marked {mark}.", ("mark", Quantity.Word(mark))),
                },
                answer
            );
        }

        return new Judgement(
            Sentence.Of(
                (call.Verdict, lead.Name, lead.Side) switch
                {
                    (Verdict.Go, _, _) when !c.Taken(SetStep.Wall) =>
                        "It fits: {crush} of crush. Its clearance is not measured: inside, once it is driven.",
                    (Verdict.Go, _, _) => "It fits: {crush} of crush, {clearance} of clearance when it is in.",
                    (Verdict.LookAgain, _, _) => "Measure {what} again, with a finer gauge if you have one.",
                    (_, "crush", Side.Upper) => "Too tight by {by}: the wrong shell, or the bore closed up. It would jam.",
                    (_, "crush", _) => "Too loose by {by}: it would spin. Larger shell, or the bore’s repair size.",
                    (_, "crush hot", _) => "Hot it lets go: the block grows away from it. Another shell.",
                    (_, _, Side.Lower) when c.Chosen(Shells) == "undersize" => "Undersize as meant: {stock} to ream when it is in.",
                    (_, _, Side.Lower) => "Too little clearance: {stock} to ream, or another shell.",
                    _ => "Too much clearance: another shell.",
                },
                ("crush", Quantity.Mm(answer.CrushMm, 0.001)),
                ("clearance", Quantity.Mm(answer.ClearanceMm, 0.001)),
                ("what", Quantity.Word(lead.Name)),
                ("by", Quantity.Mm(Math.Abs(lead.Value - lead.Limit), 0.001)),
                ("stock", Quantity.Mm(answer.StockMm ?? 0, 0.001))
            ),
            call,
            answer
        );
    }

    /// <summary>Whether anybody has said how its shells are marked: a bearing's number stands for no mark.</summary>
    private static bool Marked(CamSheet cam) => cam.Bearings.Where((b, i) => b.Mark != $"{i + 1}").Any();

    /// <summary>The cam's journal in a bearing: as it was measured, or as the sheet has it.</summary>
    private static double Journal(StepContext c) => c.Number(SetStep.Journal) ?? Of(c).JournalMm;

    private static ShellClearance.Answer? Clearance(StepContext c)
    {
        var cam = c.Sheet.Cam!;
        if (c.Number(SetStep.Outer) is not { } outer || c.Number(SetStep.Across[0]) is null)
        {
            return null;
        }

        // By the sheet it is told only; what was measured is judged.
        var measured = c.Number(SetStep.Wall);
        var wall = measured ?? Of(c).WallMm;
        var journal = Journal(c);

        var (crush, clearance) = (
            cam.Crush ?? c.Sheet.Usual(NeatBoreDefaults.ShellCrush),
            cam.Clearance ?? c.Sheet.Usual(NeatBoreDefaults.CamClearance)
        );
        var u = Math.Max(c.Uncertainty(SetStep.Outer), c.Uncertainty(SetStep.Across[0]));
        var bore = SetStep.Across.Select(k => c.Number(k)).OfType<double>().ToList();
        var undersize = c.Chosen(Shells) == "undersize" || measured is null;
        var answer = ShellClearance.Solve(
            new ShellClearance.Request(
                bore,
                outer,
                wall,
                journal,
                cam.Block,
                cam.Shell,
                cam.Cam,
                cam.OperatingC,
                new ShellClearance.ShellLimits(crush.Ends(), undersize ? null : clearance.Ends()),
                u
            )
        );
        if (crush.Ends() is not null && (undersize || clearance.Ends() is not null))
        {
            return answer with { Call = answer.Call!.Sourced(k => k.Name == "clearance" ? clearance.SourceWords : crush.SourceWords) };
        }

        // Of a limit with one end known, that end is held, as the calculator holds both.
        var both = u * Math.Sqrt(2);
        IEnumerable<Check> Half(Limit limit, string name, double least, double most, double uncertainty) =>
            limit.Ends() is not null
                ? []
                :
                [
                    .. (limit with { High = null }).Checks(name, least, uncertainty),
                    .. (limit with { Low = null }).Checks(name, most, uncertainty),
                ];
        List<Check> checks =
        [
            .. answer.Call?.Sourced(k => k.Name == "clearance" ? clearance.SourceWords : crush.SourceWords).Checks ?? [],
            .. Half(crush, "crush", outer - bore.Max(), outer - bore.Min(), both),
            .. undersize
                ? []
                : Half(clearance, "clearance", bore.Min() - (2 * wall) - journal, bore.Max() - (2 * wall) - journal, u * Math.Sqrt(6)),
        ];
        return answer with
        {
            Call = Call.Of(
                checks,
                k =>
                    Sentence.Of(
                        "{name} {value}; {limit} is the limit.",
                        ("name", Quantity.Word(k.Name)),
                        ("value", Quantity.Mm(k.Value, 0.001)),
                        ("limit", Quantity.Mm(k.Limit, 0.001))
                    )
            ),
        };
    }
}
