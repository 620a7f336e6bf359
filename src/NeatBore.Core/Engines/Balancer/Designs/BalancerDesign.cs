namespace NeatBore.Core.Engines;

/// <summary>A design of balancer, as it is asked for.</summary>
/// <param name="Id">What the sheet calls it.</param>
/// <param name="Name">As the builder says it.</param>
internal sealed record BalancerDesign(string Id, string Name)
{
    /// <summary>Where the sheet says which it is.</summary>
    public const string Path = "balancer/design";

    /// <summary>All of them, in the order in which they are offered.</summary>
    public static IReadOnlyList<BalancerDesign> All { get; } =
    [SolidBalancer.Design, ScrewedBodyBalancer.Design, SpokedBalancer.Design, FlangeBalancer.Design];

    /// <summary>The part of the sheet that it alone has; null for none.</summary>
    public string? Part { get; init; }

    /// <summary>What can be known of that part.</summary>
    public IReadOnlyList<SheetValue> Values { get; init; } = [];

    /// <summary>Whether its hub has threaded holes for a puller.</summary>
    public bool Tapped { get; init; }

    /// <summary>Whether it is said to be this one.</summary>
    public bool Is(KnownValues known) => known.Word(Path) == Id;

    /// <summary>What can be known of what one design alone has: nothing of it is asked of another.</summary>
    public static IEnumerable<SheetValue> OwnValues =>
        All.SelectMany(d => d.Values.Select(v => v with { Group = v.Group ?? d.Part, When = d.Is }));
}
