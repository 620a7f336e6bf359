using NeatBore.Core.Engines;

namespace NeatBore.Core.RunSheets.PressedOut;

/// <summary>Bushes and pins pressed out of their eyes: a stack that takes all that comes out, on notched or hollow supports, one after
/// another.</summary>
internal static class RunSheet
{
    /// <summary>Plain bushes out of their eyes.</summary>
    public static Procedure Bush1 { get; } = Of("bush-out", "Bushes out", PressedKind.Bush, "bush");

    /// <summary>Pins out of their eyes.</summary>
    public static Procedure Pin1 { get; } = Of("pin-out", "Pins out", PressedKind.Pin, "pin");

    public static Procedure Of(string id, string title, PressedKind kind, string word)
    {
        return new Procedure(
            id,
            1,
            title,
            sheet => sheet.HasPressed(kind) ? [EnginePlaces.Pressed] : [],
            [],
            [StackStep.Of(kind), OutStep.Of(kind, word)]
        )
        {
            Pressed = kind,
            Stretches = [new(StackStep.Name, title) { Stand = false, Uses = [ShopThing.Press] }],
            Wants = PressedValues.PartOf(kind) is { } part ? new Wants(part) : Wants.Nothing,
        };
    }
}
