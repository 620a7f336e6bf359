using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.SpigotBearing;

/// <summary>The bore looked at, and the new bearing held to it.</summary>
internal static class BoreStep
{
    public static readonly StepName Name = new("bore");
    private static readonly PickSlot s_rollers = Name.Pick("rollers");
    private static readonly Option s_left = new("left", "some left");
    private static readonly PickSlot s_marks = Name.Pick("marks");
    private static readonly Option s_deep = new("deep", "deep");
    private static readonly PickSlot s_tried = Name.Pick("tried");
    private static readonly Option s_loose = new("loose", "enters by hand: loose");
    private static readonly NumberSlot s_bore = Name.Number("bore");
    private static readonly NumberSlot s_bearing = Name.Number("bearing");

    public static Step Step =>
        new(Name, "Bore, and the new one held to it", "spigot-bore")
        {
            Slots = c =>
                [
                    Slot.Pick(s_rollers, "Rollers and bits", new("none", "none left"), s_left),
                    Slot.Pick(s_marks, "Marks in the bore", new("none", "none"), new("light", "light"), s_deep),
                    Slot.Pick(s_tried, "New one, by hand", new("held", "will not enter: it grips"), s_loose),
                    Across(s_bore, "Bore, across", "bore-gauge", c),
                    Across(s_bearing, "Bearing, across", "micrometer", c),
                ],
            Judge = Judge,
            Gate = "a bore that will hold it",
            Cautions = ["Bits fly out under an air line: eye protection."],
        };

    /// <summary>What it is to be held by.</summary>
    public static Limit Wanted(EngineSheet sheet) => sheet.Spigot!.Interference ?? sheet.Usual(NeatBoreDefaults.SpigotInterference);

    /// <summary>How much larger the bearing was measured, mm; null where either was not.</summary>
    public static double? Held(StepContext c) => c.Number(s_bearing) is { } bearing && c.Number(s_bore) is { } bore ? bearing - bore : null;

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

    private static Judgement Judge(StepContext c)
    {
        if (c.Is(s_rollers, s_left))
        {
            return new Judgement(
                Sentence.Of("Get every roller out: look with a light and a magnet."),
                new Call(Verdict.LookAgain, Sentence.Of("A roller behind the bearing keeps it off its depth."), [])
            );
        }

        var oversize = Sentence.Of("The bore is too large: an oversize bearing, or a sleeve in the bore.");
        if (c.Is(s_tried, s_loose))
        {
            return new Judgement(oversize, new Call(Verdict.Stop, Sentence.Of("It enters by hand: it would spin in the crank."), []));
        }

        if (Held(c) is { } held)
        {
            var call = PressedFit.Between(
                "interference",
                held,
                Math.Sqrt(Math.Pow(c.Uncertainty(s_bore), 2) + Math.Pow(c.Uncertainty(s_bearing), 2)),
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
                c.Is(s_marks, s_deep)
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
}
