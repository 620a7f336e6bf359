namespace NeatBore.Core.Engines;

/// <summary>A spoked hub pressed on the nose, gripped behind its spokes.</summary>
public sealed record SpokedBalancer : BalancerSheet
{
    internal const string Id = "spoked";

    internal static BalancerDesign Design { get; } =
        new(Id, "spoked, pressed on")
        {
            Part = "balancer/spokes",
            Values =
            [
                Ask.Count("balancer/spokes/spokes", "Spokes", 2, 8),
                Ask.Mm("balancer/spokes/gripDiameterMm", "Jaws open to", 20, 400),
                Ask.Mm("balancer/spokes/reachMm", "Jaws reach", 10, 300),
            ],
        };

    /// <summary>The spokes; null until they are described.</summary>
    public SpokeSheet? Spokes { get; init; }
}

/// <summary>A spoked hub: how far jaws must open to pass behind it and how far they must reach, mm.</summary>
public sealed record SpokeSheet(int Spokes, double GripDiameterMm, double ReachMm);
