using NeatBore.Core.Engines;

namespace NeatBore.Core.RunSheets.PressedPart;

/// <summary>Pins in their rods: all warmed together, one after the other in.</summary>
internal static class Pins
{
    public static readonly PressedWords Parts = new(
        "pin",
        "eye",
        "Don’t fit it: the pin would walk. Another pin or rod.",
        "Don’t fit it: the eye would yield. Hone {by} out of it."
    );

    /// <summary>Pins shrunk into their rods, several in one heat: which way each faces is settled for all, and each has its own
    /// seconds.</summary>
    public static Procedure Pin1 { get; } =
        new(
            "shrunk-pin",
            1,
            "Pin, shrunk in",
            sheet => sheet.HasPressed(PressedKind.Pin) ? [EnginePlaces.Pressed] : [],
            [Which.Choice, Way.Choice, HeatedBy.Choice],
            [
                FacesStep.Step,
                Rods.Each(
                    SizesStep.Of(PressedKind.Pin, Parts) with
                    {
                        Together = "fit",
                        Renews = [PressStep.Name, InStep.Name, HomeStep.Name],
                    }
                ),
                PinsWayStep.Step,
                PinsWarmStep.Step,
                InStep.Step,
                Rods.Each(
                    StackStep.Of(PressedKind.Pin, Parts) with
                    {
                        When = c => Applies.If(Way.ByForce(c, Part.Of(c.Sheet, PressedKind.Pin)), "It slides in: nothing is pressed."),
                    }
                ),
                Rods.Each(PressStep.Of(PressedKind.Pin, Parts)),
                Rods.Each(HomeStep.Of(PressedKind.Pin, Parts) with { Needs = [InStep.Name, PressStep.Name], Renews = [] }),
            ]
        )
        {
            Pressed = PressedKind.Pin,
            Comes = ["pin-out"],
            Stretches = Stretches.Stretched(PressedKind.Pin, "Pins"),
            Wants = PressedValues.PartOf(PressedKind.Pin) is { } part ? new Wants(part) : Wants.Nothing,
            Supplies = sheet => [Supply.Part("part", Counted(sheet))],
        };

    private static string Counted(EngineSheet sheet) =>
        sheet.Pressed?.FirstOrDefault(p => p.Kind == PressedKind.Pin) is { } part
            ? part.Items.Count > 1
                ? $"{part.Name}, {part.Items.Count} of them"
                : part.Name
            : "Pins";
}
