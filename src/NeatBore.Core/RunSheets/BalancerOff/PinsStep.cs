namespace NeatBore.Core.RunSheets.BalancerOff;

/// <summary>Crank and cams pinned, where no key holds the timing.</summary>
internal static class PinsStep
{
    public static readonly StepName Name = new("pins");
}
