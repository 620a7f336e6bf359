using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.SpigotBearing;

/// <summary>The new one in, cold from the freezer, to its depth.</summary>
internal static class InStep
{
    public static readonly StepName Name = new("in");
    private static readonly TickSlot s_cold = Name.Tick("cold");
    private static readonly NumberSlot s_depth = Name.Number("depth");

    /// <summary>A bearing steel's expansion, 1/°C.</summary>
    private const double PerC = 1.15e-5;

    private const double FreezerC = -18;
    private const double RoomC = 20;

    public static Step Step =>
        new(Name, "In, to its depth", "spigot-in")
        {
            Afresh = true,
            Slots = c =>
                [
                    Slot.Tick(s_cold, "Out of the freezer, shield the right way, light blows on its outer ring"),
                    new Slot(
                        s_depth,
                        "Depth below flange",
                        SlotKind.Number,
                        Dimension.Length,
                        0.01,
                        "depth-gauge",
                        Plausible: new Band(-2, (c.Sheet.Spigot!.DepthMm * 3) + 5),
                        Expected: c.Sheet.Spigot.DepthMm
                    )
                    {
                        Reads = "spigot/depthMm",
                    },
                ],
            Judge = c =>
                c.Taken(s_cold)
                    ? BelowFlange.Judge(
                        c,
                        s_depth,
                        c.Sheet.Spigot!.Depth,
                        "bearing",
                        c.Sheet.Spigot.SealDepthMm is null ? "At depth. A little grease, no more." : "At depth. Now its seal, by itself."
                    )
                    : Chilled(c),
            Gate = "at depth",
            Cautions = ["Freezer burns: gloves. A hammer on a race chips: soft drift."],
        };

    /// <summary>What the freezer gives, against what was measured or the most that the sheet allows.</summary>
    private static Judgement Chilled(StepContext c)
    {
        var smaller = c.Sheet.Spigot!.OuterMm * PerC * (RoomC - FreezerC);
        var left = (BoreStep.Held(c) ?? BoreStep.Wanted(c.Sheet).High ?? 0) - smaller;
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
