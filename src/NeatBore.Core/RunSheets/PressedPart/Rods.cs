using NeatBore.Core.Engines;

namespace NeatBore.Core.RunSheets.PressedPart;

/// <summary>The rods of this job, one after the other.</summary>
internal static class Rods
{
    public static IReadOnlyList<string> Chosen(StepContext c) =>
        c.Chosen(Which.Name) is { } one and not Which.All ? [one] : Part.Items(Part.Of(c.Sheet, PressedKind.Pin));

    public static IEnumerable<StepContext> Of(StepContext c) => Chosen(c).Select(c.For);

    public static Step Each(Step step) => Part.Each(PressedKind.Pin, step) with { Each = Chosen };

    /// <summary>The rod that leaves least room: what will do for it will do for all.</summary>
    public static StepContext Tightest(StepContext c) =>
        Of(c)
            .Where(r => Fit.Of(r, Part.Of(c.Sheet, PressedKind.Pin)) is not null)
            .MaxBy(r => Fit.Of(r, Part.Of(c.Sheet, PressedKind.Pin))!.InterferenceMm.Mean)
        ?? c;

    public static string Said(StepContext c, string item) =>
        item.Length == 0
            ? "It"
            : Part.Of(c.Sheet, PressedKind.Pin).Items[int.Parse(item, System.Globalization.CultureInfo.InvariantCulture) - 1];
}
