namespace NeatBore.Core.Engines;

/// <summary>The crank's end float.</summary>
/// <param name="Allowed">What it may be, mm.</param>
/// <param name="IdealMm">What it should be.</param>
/// <param name="Shims">How many shims set it; null where the thrust bearing does.</param>
/// <param name="ShimInnerMm">Inside diameter of the shims.</param>
/// <param name="ShimOuterMm">Outside diameter.</param>
public sealed record FloatSheet(
    Limit? Allowed,
    double IdealMm,
    ShimCountSheet? Shims = null,
    double ShimInnerMm = 0,
    double ShimOuterMm = 0
);

/// <summary>How many shims, 0 to 6.</summary>
public sealed record ShimCountSheet(int Min, int Max);
