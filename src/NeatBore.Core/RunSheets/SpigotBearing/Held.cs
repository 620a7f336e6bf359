using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class SpigotBearing
{
    private static class FitStep
    {
        public static readonly NumberSlot Bore = BoreStep.Name.Number("bore");
        public static readonly NumberSlot Bearing = BoreStep.Name.Number("bearing");
        public static readonly PickSlot Tried = BoreStep.Name.Pick("tried");
    }

    /// <summary>A bearing steel's expansion, 1/°C.</summary>
    private const double BearingPerC = 1.15e-5;

    private const double FreezerC = -18;
    private const double RoomC = 20;

    private static Slot Across(NumberSlot slot, string label, string instrument, StepContext c) =>
        new(
            slot,
            label,
            SlotKind.Number,
            Dimension.Length,
            0.001,
            instrument,
            Plausible: new Band(c.Sheet.Spigot!.OuterMm * 0.98, c.Sheet.Spigot.OuterMm * 1.02),
            Required: false,
            Expected: c.Sheet.Spigot.OuterMm
        );

    private static Limit Wanted(EngineSheet sheet) => sheet.Spigot!.Interference ?? sheet.Usual(NeatBoreDefaults.SpigotInterference);

    private static double? Held(StepContext c) =>
        c.Number(FitStep.Bearing) is { } bearing && c.Number(FitStep.Bore) is { } bore ? bearing - bore : null;

    private static Judgement JudgeBore(StepContext c)
    {
        if (c.Picked(BoreStep.Rollers) == "left")
        {
            return new Judgement(
                Sentence.Of("Get every roller out: look with a light and a magnet."),
                new Call(Verdict.LookAgain, Sentence.Of("A roller behind the bearing keeps it off its depth."), [])
            );
        }

        var oversize = Sentence.Of("The bore is too large: an oversize bearing, or a sleeve in the bore.");
        if (c.Picked(FitStep.Tried) == "loose")
        {
            return new Judgement(oversize, new Call(Verdict.Stop, Sentence.Of("It enters by hand: it would spin in the crank."), []));
        }

        if (Held(c) is { } held)
        {
            var call = PressedIn.Between(
                "interference",
                held,
                Math.Sqrt(Math.Pow(c.Uncertainty(FitStep.Bore), 2) + Math.Pow(c.Uncertainty(FitStep.Bearing), 2)),
                Wanted(c.Sheet),
                0.001
            );
            if (call.Verdict != Verdict.Go)
            {
                return new Judgement(
                    (call.Verdict, call.Checks[0].Side) switch
                    {
                        (Verdict.LookAgain, _) => Sentence.Of("Measure both again, with finer gauges."),
                        (_, Side.Lower) => oversize,
                        _ => Sentence.Of("It would close on its rollers: another bearing, or hone the bore."),
                    },
                    call
                );
            }
        }

        return Prompting(c)
            ?? (
                c.Picked(BoreStep.Marks) == "deep"
                    ? new Judgement(
                        Sentence.Of("Deep marks: measure the bore, or say why the bearing will hold."),
                        new Call(Verdict.Decide, Sentence.Of("The bore is deeply marked."), [])
                    )
                    : new Judgement(
                        Sentence.Of("It will hold. Bearing in the freezer, an hour."),
                        new Call(
                            Verdict.Go,
                            Held(c) is { } measured
                                ? Sentence.Of("The bearing is {by} larger than its bore.", ("by", Quantity.Mm(measured, 0.001)))
                                : Sentence.Of("Nothing left in the bore; the bearing grips by hand: not measured."),
                            []
                        )
                    )
            );
    }

    private static Judgement? Prompting(StepContext c) => c.Step.Slots(c).Any(s => s.Required && !c.Taken(s)) ? Prompt.Next(c) : null;

    /// <summary>What the freezer gives, against what was measured or the most that the sheet allows.</summary>
    private static Judgement Chilled(StepContext c)
    {
        var smaller = c.Sheet.Spigot!.OuterMm * BearingPerC * (RoomC - FreezerC);
        var left = (Held(c) ?? Wanted(c.Sheet).High ?? 0) - smaller;
        return new Judgement(
            Sentence.Of(
                left > 0
                    ? "At {cold} it is {by} smaller: {left} is left to press, light blows. Be quick: it warms."
                    : "At {cold} it is {by} smaller: it slides in. Be quick: it warms.",
                ("cold", new Quantity(FreezerC, Dimension.Temperature, 1)),
                ("by", Quantity.Mm(smaller, 0.001)),
                ("left", Quantity.Mm(Math.Max(0, left), 0.001))
            )
        );
    }
}
