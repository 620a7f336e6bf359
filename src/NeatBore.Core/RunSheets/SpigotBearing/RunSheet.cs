using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.SpigotBearing;

/// <summary>The spigot bearing in the crank's end: out without harm, its bore held to the new one, in to the depth that leaves room for
/// its seal; what the freezer gives is said.</summary>
internal static class RunSheet
{
    public static Procedure Version1 { get; } =
        new(
            "spigot-bearing",
            1,
            "Spigot bearing",
            sheet => sheet.MayHave(sheet.Spigot, "spigot") ? ["rear-seal"] : [],
            [new Choice(OutStep.Way, OutStep.Name, "The old one comes out", _ => [OutStep.Puller, OutStep.Filler, OutStep.NoneIn])],
            [OutStep.Step, BoreStep.Step, InStep.Step, SealStep.Step]
        )
        {
            Stretches =
            [
                new(OutStep.Name, "Old spigot bearing out, bore"),
                new(InStep.Name, "Spigot bearing in") { Splits = false, First = _ => Pauses.Chills("bearing") },
            ],
            Wants = new("spigot"),
            Supplies = Supplied,
            View = View.Rear,
        };

    private static IReadOnlyList<Supply> Supplied(EngineSheet sheet) =>
        [
            Supply.Part(
                "bearing",
                sheet.Spigot is { } s ? $"Spigot bearing {Supply.Sized(s.InnerMm, s.OuterMm, s.WidthMm)}" : "Spigot bearing"
            ),
            Supply.UsedUp("grease", "Bearing grease, a little"),
        ];
}
