namespace NeatBore.Core.RunSheets.RearSeal;

/// <summary>Whether the engine is apart, or only its seal changes.</summary>
internal static class Job
{
    public static readonly ChoiceName Name = new("job");
    public static readonly Option Apart = new("rebuild", "engine apart");
    public static readonly Option Reseal = new("reseal", "seal only, sound engine");
}
