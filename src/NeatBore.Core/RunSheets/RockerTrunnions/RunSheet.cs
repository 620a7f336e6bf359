using NeatBore.Core.Calculators.Fits;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.RockerTrunnions;

/// <summary>A set of rockers on pressed trunnions: one at a time out, measured, pressed, floated and clipped; and the odd one out of the
/// set.</summary>
internal static class RunSheet
{
    /// <summary>Less is asked of each, and of those after the sixth less again; a force may be felt; its clips are in before its float is
    /// gauged.</summary>
    public static Procedure Version1 { get; } =
        new(
            "rocker-trunnions",
            1,
            "Rocker trunnions",
            Places,
            [Kit.Choice, Press.Choice],
            [
                SetStep.Step,
                // All that comes out hangs below the body at last: the bushes, or the trunnion where that is longer.
                StackOutStep.Of(c => Math.Max(2 * Kit.Of(c).LengthMm, Rockers.Trunnion(c).LengthMm)),
                StackInStep.Step,
                OutStep.Step,
                BodyStep.Step,
                FirstStep.Step,
                TrunnionStep.Step,
                SecondStep.Step,
                ClipsStep.Step,
                FloatStep.Step,
                TrayStep.Step,
                BackStep.Step,
            ]
        )
        {
            Stretches =
            [
                new(SetStep.Name, "Rockers: sorted, supports set up") { Stand = false },
                new(OutStep.Name, "Rockers: trunnions out and in") { Stand = false, Uses = [ShopThing.Press] },
                new(TrayStep.Name, "Rockers: looked through, back on") { Stand = false },
            ],
            Wants = new("rockers"),
            Supplies = Supplied,
        };

    private static IReadOnlyList<string> Places(EngineSheet sheet) =>
        sheet.Rockers is not null || (sheet.MayHave(null, "rockers") && sheet.Layout.Rockers.Count > 0) ? [EnginePlaces.Rockers] : [];

    private static IReadOnlyList<Supply> Supplied(EngineSheet sheet) =>
        [
            Supply.Part("kits", sheet.Rockers is { } set ? $"{set.Places.Count} trunnion kits" : "Trunnion kits"),
            Supply.Part("clips", sheet.Rockers is { } all ? $"{2 * all.Places.Count} new clips" : "New clips"),
            Supply.UsedUp("oil", "Oil, solvent and clean cloth"),
        ];
}
