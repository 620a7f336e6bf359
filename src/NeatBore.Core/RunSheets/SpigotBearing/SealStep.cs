using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.SpigotBearing;

/// <summary>Its own seal, where it has one, and a little grease.</summary>
internal static class SealStep
{
    public static readonly StepName Name = new("seal");
    private static readonly NumberSlot s_depth = Name.Number("depth");

    public static Step Step =>
        new(Name, "Its seal, grease", "spigot-seal")
        {
            When = c => Applies.If(c.Sheet.Spigot!.SealDepthMm is not null, "This one has no seal of its own."),
            Slots = c =>
                [
                    Slot.Tick("way", "Right way round, pressed by itself"),
                    new Slot(
                        s_depth,
                        "Seal below flange",
                        SlotKind.Number,
                        Dimension.Length,
                        0.01,
                        "depth-gauge",
                        Plausible: new Band(-2, (c.Sheet.Spigot!.DepthMm * 2) + 5),
                        Expected: c.Sheet.Spigot.SealDepthMm
                    ),
                    Slot.Tick("grease", "A little grease: too much and the shaft can’t enter"),
                ],
            Judge = c =>
                BelowFlange.Judge(
                    c,
                    s_depth,
                    c.Sheet.Spigot!.SealDepth ?? new Limit(0, null, LimitSource.Default),
                    "seal",
                    "Done: shaft enters, nothing proud."
                ),
            Cautions = ["Grease off the flange’s face."],
        };
}
