namespace NeatBore.Core.RunSheets.FrontSeal;

/// <summary>Where the new one is pressed to.</summary>
internal static class Home
{
    public static readonly ChoiceName Name = new("home");
    private static readonly Option s_measured = new("measured", "to a depth, measured");
    public static readonly Option Stops = new("stops", "until its tool stops");

    public static Choice Choice => new(Name, CleanStep.Name, "How deep it goes", _ => [s_measured, Stops]);
}
