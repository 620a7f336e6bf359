using NeatBore.Core.Engines;

namespace NeatBore.Core.RunSheets.PressedPart;

/// <summary>The part of a kind that this engine has, and its items.</summary>
internal static class Part
{
    public static PressedSheet Of(EngineSheet sheet, PressedKind kind) => sheet.Pressed!.First(p => p.Kind == kind);

    public static IReadOnlyList<string> Items(PressedSheet part) =>
        part.Items.Count == 0 ? [""] : [.. part.Items.Select((_, i) => $"{i + 1}")];

    public static Step Each(PressedKind kind, Step step) =>
        step with
        {
            Each = c => Items(Of(c.Sheet, kind)),
            ItemName = (sheet, item) =>
                item.Length == 0 ? "" : Of(sheet, kind).Items[int.Parse(item, System.Globalization.CultureInfo.InvariantCulture) - 1],
            Together = step.Together ?? "part",
            Apart = true,
        };

    // A gear or a race is drawn on by its shaft, a bearing goes into a crank on the bench; what goes into an eye is pressed on a stack.
    public static bool Drawn(PressedKind kind) => kind is PressedKind.Gear or PressedKind.Race;

    public static bool Stacked(PressedKind kind) => kind is PressedKind.Bush or PressedKind.Pin;
}
