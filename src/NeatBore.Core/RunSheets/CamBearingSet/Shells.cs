namespace NeatBore.Core.RunSheets.CamBearingSet;

/// <summary>To size as they are, or undersize and reamed.</summary>
internal static class Shells
{
    public static readonly ChoiceName Name = new("shells");
    private static readonly Option s_sized = new("sized", "to size as they are");
    public static readonly Option Undersize = new("undersize", "undersize, reamed in line");

    public static Choice Choice => new(Name, OrderStep.Name, "The shells", _ => [s_sized, Undersize]);
}
