using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.RockerTrunnions;

/// <summary>A side pressed in: its force and where it stands.</summary>
internal static class Sides
{
    public static IReadOnlyList<Slot> Slots(StepContext c, StepName side)
    {
        var fit = Alike.FitOf(c);
        var read = fit is not null && (c.Taken(PressForce.Trace(side)) || c.Taken(PressForce.Peak(side)));
        List<Slot> force = [.. PressForce.Slots(c, side, fit, Travel(c, side)).Select(s => s with { Required = false })];
        return
        [
            force[0],
            Slot.Pick(
                    ByFeel.Feel(side),
                    "How it went in",
                    new("as-others", "firm all the way, as the others"),
                    new("easier", "easier than the others"),
                    new("harder", "harder, or by jerks")
                )
                .Unless(read),
            .. force.Skip(1),
            new Slot(
                ByFeel.Lies(side),
                side == FirstStep.Name ? "Below the body’s face, − proud" : "Below the body’s face",
                SlotKind.Number,
                Dimension.Length,
                0.01,
                "depth-gauge",
                Plausible: new Band(-3, 3),
                Required: false,
                Expected: side == FirstStep.Name ? 0 : SecondStep.DeepMm(c)
            ),
        ];
    }

    public static double Travel(StepContext c, StepName side) => Kit.Of(c).LengthMm + (side == SecondStep.Name ? SecondStep.DeepMm(c) : 0);

    public static DateTimeOffset? PressedAt(StepContext c, StepName step) =>
        c.TakenAt(PressForce.Trace(step)) ?? c.TakenAt(PressForce.Peak(step));

    public static SlotName ForceSlot(StepContext c, StepName step) =>
        c.Taken(PressForce.Trace(step)) ? PressForce.Trace(step) : PressForce.Peak(step);

    public static Call Stands(
        Verdict verdict,
        string what,
        double value,
        double median,
        Dimension dimension,
        double resolution,
        string who
    ) =>
        new(
            verdict,
            Sentence.Of(
                "{who}: {what} {value}; the middle of its set is {median}.",
                ("who", Quantity.Word(who)),
                ("what", Quantity.Word(what)),
                ("value", new Quantity(value, dimension, resolution)),
                ("median", new Quantity(median, dimension, resolution))
            ),
            [
                new Check(
                    $"{who.ToLowerInvariant()}, {what}",
                    verdict,
                    value,
                    median,
                    0,
                    value < median ? Side.Lower : Side.Upper,
                    dimension,
                    "its own set"
                ),
            ]
        );
}
