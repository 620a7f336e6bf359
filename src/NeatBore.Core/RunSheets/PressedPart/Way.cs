using NeatBore.Core.Engines;

namespace NeatBore.Core.RunSheets.PressedPart;

/// <summary>Cold by force, or shrunk: warmed, chilled, or both.</summary>
internal static class Way
{
    public static ChoiceName Name => new("way");

    public const string Cold = "cold";
    public const string Warm = "warm";
    public const string Chill = "chill";
    public const string Both = "both";

    public static Choice Of(IReadOnlyList<string> ways, PressedKind kind, PressedWords parts) =>
        new(
            Name,
            WayStep.Name,
            "How it goes in",
            sheet => [.. ways.Where(w => w == Cold || Part.Of(sheet, kind).Heat is not null).Select(w => new Option(w, Words(w, parts)))]
        );

    public static Choice Choice =>
        new(
            Name,
            WayStep.Name,
            "How it goes in",
            sheet =>
                [
                    .. ((string[])[Both, Warm, Cold])
                        .Where(w => w == Cold || Part.Of(sheet, PressedKind.Pin).Heat is not null)
                        .Select(w => new Option(w, Words(w, Pins.Parts))),
                ]
        );

    /// <summary>Whether force is needed: cold, or where heat and cold leave something to press.</summary>
    public static bool ByForce(StepContext c, PressedSheet part) =>
        c.Chosen(Name) is Cold or null || Heating.Planned(c, part) is { Slides: false };

    private static string Words(string way, PressedWords parts) =>
        way switch
        {
            Warm => $"{parts.Outer} warmed",
            Chill => $"{parts.Inner} chilled",
            Both => $"{parts.Outer} warmed, {parts.Inner} chilled",
            _ => "cold, by force",
        };
}
