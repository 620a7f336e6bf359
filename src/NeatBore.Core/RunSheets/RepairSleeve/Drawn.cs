using NeatBore.Core.Calculators.Fasteners;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class RepairSleeve
{
    private static class SizeStep
    {
        public static readonly StepName Name = new("size");
        public static readonly NumberSlot Shaft = Name.Number("shaft");
        public static readonly NumberSlot From = Name.Number("from");
        public static readonly NumberSlot To = Name.Number("to");
        public static readonly NumberSlot Wall = Name.Number("wall");
    }

    private static class DrawnStep
    {
        public static readonly StepName Name = new("drawn");

        public static PickSlot Look(int n) => Name.Pick($"look-{n}");
    }

    /// <summary>A pass takes it no further on than this, mm.</summary>
    private const double PassMm = 0.75;

    /// <summary>The gap is looked at once in so many passes.</summary>
    private const int PassesALook = 3;

    private const int MostLooks = 8;

    private static Slot Across(NumberSlot slot, string label, StepContext c, string? instrument = null) =>
        new(
            slot,
            label,
            SlotKind.Number,
            Dimension.Length,
            0.01,
            instrument,
            Plausible: new Band(c.Sheet.Rear!.Seal.ShaftMm * 0.95, c.Sheet.Rear.Seal.ShaftMm * 1.05),
            Expected: c.Sheet.Rear.Seal.ShaftMm
        );

    private static double TurnsAPass(EngineSheet sheet) => Math.Clamp(Math.Floor(PassMm / sheet.Rear!.Flange.PitchMm * 4) / 4, 0.25, 1);

    /// <summary>How often the gap is looked at on the way, for the sleeve's length.</summary>
    private static int Looks(EngineSheet sheet) =>
        Math.Clamp(
            (int)Math.Ceiling(sheet.Rear!.SleeveMm!.Value / (PassesALook * TurnsAPass(sheet) * sheet.Rear.Flange.PitchMm)) - 1,
            1,
            MostLooks
        );

    private static Judgement JudgeSize(StepContext c)
    {
        if (c.Number(SizeStep.Shaft) is not { } shaft || c.Number(SizeStep.From) is not { } from || c.Number(SizeStep.To) is not { } to)
        {
            return Prompt.Next(c);
        }

        if (from > to)
        {
            return new Judgement(
                Sentence.Of("Read its packet again: from the smaller to the larger."),
                new Call(Verdict.LookAgain, Sentence.Of("A range can’t end before it begins."), [])
            );
        }

        var range = PressedIn.Between("shaft", shaft, c.Uncertainty(SizeStep.Shaft), new Limit(from, to, LimitSource.Manual));
        if (range.Verdict != Verdict.Go)
        {
            return new Judgement(
                Sentence.Of(
                    (range.Verdict, range.Checks[0].Side) switch
                    {
                        (Verdict.LookAgain, _) => "Measure the shaft again, with a finer gauge.",
                        (_, Side.Lower) => "It would turn on this shaft: another sleeve, one that fits {shaft}.",
                        _ => "It would split on this shaft: another sleeve, one that fits {shaft}.",
                    },
                    ("shaft", Quantity.Mm(shaft))
                ),
                range
            );
        }

        var grown = c.Number(SizeStep.Wall) is { } wall
            ? Call.Of(
                [
                    Check.Stepped(
                        "lip’s growth",
                        2 * wall,
                        c.Sheet.Usual(NeatBoreDefaults.SleeveGrowth).High!.Value,
                        double.PositiveInfinity,
                        Dimension.Length
                    ),
                ],
                k =>
                    Sentence.Of(
                        k.Verdict == Verdict.Go
                            ? "The lip runs on {d}: {by} larger."
                            : "The lip would run on {d}: {by} larger, at most {limit} is usual.",
                        ("d", Quantity.Mm(shaft + (2 * wall))),
                        ("by", Quantity.Mm(k.Value)),
                        ("limit", Quantity.Mm(k.Limit))
                    )
            )!
            : null;
        return grown is { Verdict: not Verdict.Go }
            ? new Judgement(Sentence.Of("Take a seal made for a sleeved shaft, or say why this one will do."), grown)
            : new Judgement(
                Sentence.Of("It fits. Plate on the flange’s own circle."),
                grown is null ? range : grown with { Checks = [.. range.Checks, .. grown.Checks] }
            );
    }

    private static Judgement JudgeDrawn(StepContext c)
    {
        var looks = Enumerable.Range(1, Looks(c.Sheet)).Select(n => c.Picked(DrawnStep.Look(n))).ToList();
        return looks.Contains("leans")
                ? new Judgement(
                    Sentence.Of("Stop. Slack all screws, draw it back off. Look for a burr or a bent edge; another sleeve if it creased."),
                    new Call(Verdict.Stop, Sentence.Of("A sleeve that won’t come even creases or cuts the shaft."), [])
                )
            : looks.Contains(null)
                ? new Judgement(
                    Sentence.Of(
                        "{passes} times round, {turns} of a turn on each screw. Then look at the gap all round.",
                        ("passes", Quantity.Count(PassesALook)),
                        ("turns", new Quantity(TurnsAPass(c.Sheet), Dimension.Number, 0.05))
                    )
                )
            : new Judgement(
                Sentence.Of("Small turns until it is home. Then read its gap."),
                new Call(Verdict.Go, Sentence.Of("It went on even: {n} looks.", ("n", Quantity.Count(looks.Count))), [])
            );
    }
}
