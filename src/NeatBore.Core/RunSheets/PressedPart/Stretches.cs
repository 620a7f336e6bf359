using NeatBore.Core.Engines;

namespace NeatBore.Core.RunSheets.PressedPart;

/// <summary>How the work lies in a plan.</summary>
internal static class Stretches
{
    /// <summary>Measured at leisure; then pressed cold, or out of the oven and on in one.</summary>
    public static IReadOnlyList<Stretch> Stretched(PressedKind kind, string title) =>
        [
            new(FacingStep.Name, $"{title}: measured, the way in") { Stand = kind is PressedKind.Gear or PressedKind.Race },
            new(kind == PressedKind.Pin ? HeatStep.Name : StackStep.Name, $"{title}: in, home, looked at")
            {
                Stand = kind is PressedKind.Gear or PressedKind.Race,
                Crank = kind is PressedKind.Gear or PressedKind.Race,
                Uses = kind is PressedKind.Gear or PressedKind.Race ? [] : [ShopThing.Press],
                Splits = false,
                First = p => Heated(p, kind),
            },
        ];

    private static Pause? Heated(Planned planned, PressedKind kind) =>
        planned.Sheet.Pressed?.FirstOrDefault(p => p.Kind == kind)?.Heat is not { } heat ? null
        : planned.Chosen(Way.Name) is Way.Warm or Way.Both
            ? Pauses.Warms(Word(kind), heat.OuterMassKg, heat.OuterSpecificHeatJPerKgC, heat.OuterSurfaceM2, 2)
        : planned.Chosen(Way.Name) == Way.Chill ? Pauses.Chills(Word(kind))
        : null;

    private static string Word(PressedKind kind) =>
        kind switch
        {
            PressedKind.Gear => "gear",
            PressedKind.Race => "race",
            PressedKind.Bush => "bushes",
            PressedKind.Spigot => "bearing",
            _ => "rods",
        };
}
