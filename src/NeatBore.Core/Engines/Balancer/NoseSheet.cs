using NeatBore.Core.Measures;

namespace NeatBore.Core.Engines;

/// <summary>The crank's nose; lengths in mm, roughness in µm.</summary>
public sealed record NoseSheet(
    double DiameterMm,
    double InnerDiameterMm,
    double LengthMm,
    IReadOnlyList<double> StationsMm,
    Material Material,
    double RoughnessRzUm
);
