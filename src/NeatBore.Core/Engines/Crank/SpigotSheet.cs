namespace NeatBore.Core.Engines;

/// <summary>The spigot bearing: its sizes, its depth in the crank's end and its seal's depth, mm.</summary>
public sealed record SpigotSheet(
    double OuterMm,
    double InnerMm,
    double WidthMm,
    double DepthMm,
    Limit Depth,
    double? SealDepthMm = null,
    Limit? SealDepth = null
);
