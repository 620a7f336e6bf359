using NeatBore.Core.Engines;

namespace NeatBore.Core.RunSheets.PressedOff;

/// <summary>A gear, sprocket or race off its shaft: how it stands and which way round, a puller that goes into the gap behind it and clear
/// of what is next to it, a rest for its screw, one side first, preloaded, pulled.</summary>
internal static class RunSheet
{
    /// <summary>A gear or sprocket off its shaft.</summary>
    public static Procedure Gear1 { get; } = Of("gear-off", "Gear off", PressedKind.Gear);

    /// <summary>A race off its shaft.</summary>
    public static Procedure Race1 { get; } = Of("race-off", "Race off", PressedKind.Race);

    public static Procedure Of(string id, string title, PressedKind kind) =>
        new(
            id,
            1,
            title,
            sheet => sheet.HasPressed(kind) ? [EnginePlaces.Pressed] : [],
            [],
            [StandsStep.Step, PullerStep.Of(kind), PullStep.Of(kind), FoundStep.Of(kind)]
        )
        {
            Pressed = kind,
            Stretches = [new(StandsStep.Name, title) { Crank = true, Splits = false }],
            Wants = PressedValues.PartOf(kind) is { } part ? new Wants(part) : Wants.Nothing,
        };
}
