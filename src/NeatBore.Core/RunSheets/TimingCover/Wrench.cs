namespace NeatBore.Core.RunSheets.TimingCover;

/// <summary>How the wrench is read.</summary>
internal static class Wrench
{
    public static readonly ChoiceName Name = new("wrench");
}
