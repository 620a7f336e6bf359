using NeatBore.Core.Engines;

namespace NeatBore.Core.RunSheets.PressedPart;

/// <summary>All of the pins, or one.</summary>
internal static class Which
{
    public static ChoiceName Name => new("which");

    public const string All = "all";

    public static Choice Choice =>
        new(
            Name,
            FacingStep.Name,
            "Which rods",
            sheet =>
                [
                    new(All, "all"),
                    .. Part.Of(sheet, PressedKind.Pin).Items.Skip(1).Any()
                        ? Part.Of(sheet, PressedKind.Pin).Items.Select((_, i) => new Option($"{i + 1}", $"{i + 1}"))
                        : [],
                ]
        );
}
