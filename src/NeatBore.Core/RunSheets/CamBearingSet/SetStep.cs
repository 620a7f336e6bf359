using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.CamBearingSet;

/// <summary>The new set, sorted and measured.</summary>
internal static class SetStep
{
    public static readonly StepName Name = new("set");
    private static readonly TextSlot s_mark = Name.Text("mark");
    private static readonly PickSlot s_holes = Name.Pick("holes");
    private static readonly Option s_right = new("right", "all there, right way round");
    private static readonly Option s_missing = new("missing", "one missing");
    private static readonly Option s_turned = new("turned", "wrong way round");
    public static readonly NumberSlot Outer = Name.Number("outer");
    public static readonly NumberSlot Wall = Name.Number("wall");
    public static readonly NumberSlot Journal = Name.Number("journal");
    public static readonly IReadOnlyList<NumberSlot> Across = [.. new[] { "front-0", "front-90", "rear-0", "rear-90" }.Select(Name.Number)];

    public static Step Of(ShaftWords shaft) =>
        new(Name, "Shell and bore", "cam-shell")
        {
            Renews =
            [
                StartStep.Name,
                BiteStep.Name,
                LookStep.Name,
                SeatStep.Name,
                LineStep.Name,
                ReamStep.Name,
                TrialStep.Name,
                TurnStep.Name,
            ],
            Each = Bearings.All,
            ItemName = Bearings.Name,
            Together = "set",
            Slots = c =>
                [
                    new Slot(s_mark, "Shell’s mark", SlotKind.Text, Required: false),
                    Slot.Pick(s_holes, "Its holes", s_right, s_missing, s_turned),
                    Bore.Diameter(Outer, "Shell’s outside", "micrometer", Bearings.Of(c).ShellOuterMm) with
                    {
                        Reads = Bearings.Path(c, "shellOuterMm"),
                    },
                    new Slot(
                        Wall,
                        "Shell’s wall",
                        SlotKind.Number,
                        Dimension.Length,
                        0.001,
                        "micrometer",
                        Plausible: new Band(0.5, 6),
                        Required: false,
                        Expected: Bearings.Of(c).WallMm
                    )
                    {
                        Reads = Bearings.Path(c, "wallMm"),
                    },
                    Bore.Diameter(Journal, $"{shaft.Title}’s journal", "micrometer", Bearings.Of(c).JournalMm) with
                    {
                        Required = false,
                        Reads = Bearings.Path(c, "journalMm"),
                    },
                    .. Across.Select(k =>
                        Bore.Diameter(
                            k,
                            $"Bore, {k.Key.Split('-')[0]}, {Clock.Across(k.Key.EndsWith("-0", StringComparison.Ordinal) ? 0 : 90)}",
                            "bore-gauge",
                            Bearings.Of(c).DiameterMm
                        ) with
                        {
                            Peers = "bore",
                            Required = k == Across[0],
                        }
                    ),
                ],
            Judge = Judge,
            Gate = "this shell in this bore",
            Cautions = ["A shell’s edge cuts. Bores wiped: grit reads as crush."],
        };

    private static Judgement Judge(StepContext c)
    {
        var own = Bearings.Of(c);
        var mark = c.Reading(s_mark)?.Typed.Trim();
        var belongs = c.Sheet.Cam!.Bearings.FirstOrDefault(b => string.Equals(b.Mark, mark, StringComparison.OrdinalIgnoreCase));
        Judgement Wrong(string what, Sentence why) => new(Sentence.Of(what), new Call(Verdict.Stop, why, []));
        if (belongs is not null && belongs.Id != own.Id)
        {
            return Wrong(
                "Not this shell: put it where it belongs.",
                Sentence.Of(
                    "{mark} is the shell of {other}.",
                    ("mark", Quantity.Word(mark!)),
                    ("other", Quantity.Word(Bearings.Name(c.Sheet, belongs.Id).ToLowerInvariant()))
                )
            );
        }

        if (c.Is(s_holes, s_missing) || c.Is(s_holes, s_turned))
        {
            return c.Is(s_holes, s_missing)
                ? Wrong("Another shell: this one lacks a hole.", Sentence.Of("A passage without its hole stays shut."))
                : Wrong("Turn it end for end before it goes in.", Sentence.Of("Wrong way round, its holes miss the passages."));
        }

        if (c.Step.Slots(c).Any(s => s.Required && !c.Taken(Name, s)) || Bore.Clearance(c) is not { } answer)
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
                    (Verdict.Go, _, _) when !c.Taken(Wall) =>
                        "It fits: {crush} of crush. Its clearance is not measured: inside, once it is driven.",
                    (Verdict.Go, _, _) => "It fits: {crush} of crush, {clearance} of clearance when it is in.",
                    (Verdict.LookAgain, _, _) => "Measure {what} again, with a finer gauge if you have one.",
                    (_, "crush", Side.Upper) => "Too tight by {by}: the wrong shell, or the bore closed up. It would jam.",
                    (_, "crush", _) => "Too loose by {by}: it would spin. Larger shell, or the bore’s repair size.",
                    (_, "crush hot", _) => "Hot it lets go: the block grows away from it. Another shell.",
                    (_, _, Side.Lower) when c.Is(Shells.Name, Shells.Undersize) => "Undersize as meant: {stock} to ream when it is in.",
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
}
