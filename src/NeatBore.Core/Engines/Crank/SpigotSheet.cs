using System.Text.Json.Serialization;

namespace NeatBore.Core.Engines;

/// <summary>The spigot bearing: its sizes, its depth in the crank's end, its seal's depth and its interference there, mm.</summary>
public sealed record SpigotSheet(
    double OuterMm,
    double InnerMm,
    double WidthMm,
    double DepthMm,
    Limit Depth,
    double? SealDepthMm = null,
    Limit? SealDepth = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] Limit? Interference = null
);
