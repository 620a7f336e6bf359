namespace NeatBore.Core.Engines;

/// <summary>What warming the hub takes.</summary>
/// <param name="MassKg">Of the whole balancer, kg.</param>
/// <param name="SurfaceM2">Of the whole balancer, m².</param>
/// <param name="SpecificHeatJPerKgC">Of its metal.</param>
/// <param name="NoseMassKg">Of the nose within the contact and one diameter more, kg.</param>
/// <param name="NoseSpecificHeatJPerKgC">Of the crank's metal.</param>
/// <param name="Rubber">The most that the rubber stands, °C; nothing where only the default is known.</param>
/// <param name="WantedClearanceMm">To slide with, mm.</param>
public sealed record WarmSheet(
    double MassKg,
    double SurfaceM2,
    double SpecificHeatJPerKgC,
    double NoseMassKg,
    double NoseSpecificHeatJPerKgC,
    Limit? Rubber = null,
    double WantedClearanceMm = 0.008
);
