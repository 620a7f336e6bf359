namespace NeatBore.Core.RunSheets.RepairSleeve;

/// <summary>A new one on, or an old one off.</summary>
internal static class Way
{
    public static readonly ChoiceName Name = new("way");
    public static readonly Option On = new("on", "a new one on");
    public static readonly Option Off = new("off", "an old one off");

    /// <summary>Steps of drawing one on.</summary>
    public static Applies IsOn(StepContext c) => Applies.If(c.Is(Name, On), "One comes off: nothing is drawn on.");
}
