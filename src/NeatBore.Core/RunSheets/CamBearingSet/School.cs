namespace NeatBore.Core.RunSheets.CamBearingSet;

/// <summary>The order: far end first, or from the nearer end.</summary>
internal static class School
{
    public static readonly ChoiceName Name = new("school");
    private static readonly Option s_farEndFirst = new("far-end-first", "far end first");
    public static readonly Option NearerEnd = new("nearer-end", "from the nearer end");

    public static Choice Choice => new(Name, OrderStep.Name, "The order", _ => [s_farEndFirst, NearerEnd]);
}
