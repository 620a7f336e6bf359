namespace NeatBore.Core.RunSheets.CamBearingSet;

/// <summary>All of them, or one.</summary>
internal static class Which
{
    public static readonly ChoiceName Name = new("which");
    public const string AllOfThem = "all";

    public static Choice Of(ShaftWords shaft) =>
        new(
            Name,
            OutStep.Name,
            $"Which {shaft.Noun}",
            sheet =>
                [
                    new(AllOfThem, "all"),
                    .. sheet.Cam?.Bearings is { Count: > 1 } all
                        ? all.Select(b => new Option(b.Id, $"{Bearings.Number(sheet, b.Id)}"))
                        : [],
                ]
        );
}
