namespace NeatBore.Core.Engines;

/// <summary>A solid hub pressed on the nose, pulled by its threaded holes.</summary>
public sealed record SolidBalancer : BalancerSheet
{
    internal const string Id = "solid";

    internal static BalancerDesign Design { get; } = new(Id, "solid, pressed on") { Tapped = true };
}
