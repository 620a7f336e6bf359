using NeatBore.Core.Measures;

namespace NeatBore.Core.Engines;

/// <summary>A limit that Neat Bore uses where a sheet gives nothing and the shop has no rule of its own.</summary>
/// <param name="Id">In house rules.</param>
/// <param name="Label">As the builder says it.</param>
/// <param name="Dimension">What it measures.</param>
/// <param name="Plausible">What a rule in its place can be at all, in the base unit.</param>
/// <param name="Resolution">The smallest step that it is written with, in the base unit.</param>
/// <param name="Low">Its low end, in the base unit; null for none.</param>
/// <param name="High">Its high end, likewise.</param>
public sealed record DefaultLimit(
    string Id,
    string Label,
    Dimension Dimension,
    Band Plausible,
    double Resolution,
    double? Low,
    double? High
)
{
    /// <summary>Where two ends are no band but a go and a stop with the builder's own decision between them: the side of the
    /// stop.</summary>
    public Side? StopSide { get; init; }

    /// <summary>As a limit, labelled as a default.</summary>
    public Limit Limit => new(Low, High, LimitSource.Default);
}
