using NeatBore.Core.Measures;

namespace NeatBore.Core.Engines;

/// <summary>The balancer's hub; lengths in mm, roughness in µm.</summary>
public sealed record HubSheet(double OuterDiameterMm, double LengthMm, Material Material, double RoughnessRzUm);
