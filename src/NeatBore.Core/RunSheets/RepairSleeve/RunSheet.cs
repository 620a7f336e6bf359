using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.RepairSleeve;

/// <summary>A thin sleeve drawn on the rear flange over a worn track, or stretched off it: shaft and sleeve are held against one another,
/// and the gap is looked at every third pass and read at the end.</summary>
internal static class RunSheet
{
    public static Procedure Version1 { get; } =
        new(
            "rear-sleeve",
            1,
            "Repair sleeve",
            sheet => sheet.Rear is { SleeveMm: not null, Flange.Bolts: > 1 } ? ["rear-seal"] : [],
            [new Choice(Way.Name, PartsStep.Name, "On or off", _ => [Way.On, Way.Off])],
            [PartsStep.Step, OffStep.Step, SizeStep.Step, PlateStep.Step, DrawnStep.Step, GapStep.Step, HomeStep.Step]
        )
        {
            View = View.Rear,
            Stretches = [new(PartsStep.Name, "Repair sleeve on") { Splits = false }],
            Supplies = Supplied,
        };

    private static IReadOnlyList<Supply> Supplied(EngineSheet sheet) =>
        [
            Supply.Part(
                "sleeve",
                sheet.Rear is { SleeveMm: { } length } r
                    ? $"Repair sleeve for {Supply.Sized(r.Seal.ShaftMm)}, {Supply.Sized(length)} long"
                    : "Repair sleeve"
            ),
            Supply.UsedUp("film", "Sealant for a film beneath it"),
        ];
}
