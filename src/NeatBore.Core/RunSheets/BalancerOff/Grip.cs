namespace NeatBore.Core.RunSheets.BalancerOff;

/// <summary>What the puller holds.</summary>
internal static class Grip
{
    public static readonly ChoiceName Name = new("grip");
    private static readonly Option s_hub = new("hub", "the hub");
    public static readonly Option Ring = new("ring", "the outer ring");

    public static Choice Choice => new(Name, PullerStep.Name, "Pull on", _ => [s_hub, Ring]);
}
