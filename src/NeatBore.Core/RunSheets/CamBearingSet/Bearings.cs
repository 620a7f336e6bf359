using NeatBore.Core.Engines;

namespace NeatBore.Core.RunSheets.CamBearingSet;

/// <summary>The bearings of this shaft that are changed, by name and number.</summary>
internal static class Bearings
{
    public static string Name(EngineSheet sheet, string id) => $"{ShaftWords.Of(sheet).Bearing} {Number(sheet, id)}";

    /// <summary>The bearings that are changed: all, or one alone.</summary>
    public static IReadOnlyList<string> All(StepContext c) => [.. Changed(c).Select(b => b.Id)];

    public static IEnumerable<CamBearingSheet> Changed(StepContext c) =>
        c.Chosen(Which.Name) is { } one and not Which.AllOfThem ? c.Sheet.Cam!.Bearings.Where(b => b.Id == one) : c.Sheet.Cam!.Bearings;

    public static int Number(EngineSheet sheet, string id) => sheet.Cam!.Bearings.ToList().FindIndex(b => b.Id == id) + 1;

    public static CamBearingSheet Of(StepContext c) => c.Sheet.Cam!.Bearings.FirstOrDefault(b => b.Id == c.Item) ?? c.Sheet.Cam.Bearings[0];

    /// <summary>A value of the bearing in the engine's sheet.</summary>
    public static string Path(StepContext c, string value) =>
        $"{ShaftWords.Of(c.Sheet).Part}/bearings/{c.Sheet.Cam!.Bearings.TakeWhile(b => b.Id != c.Item).Count()}/{value}";
}
