namespace NeatBore.Core.Engines;

/// <summary>What heat and cold can do: mass in kg, surface in m², heat in J/(kg·°C), temperatures in °C.</summary>
/// <param name="OuterMassKg">Of what is warmed.</param>
/// <param name="OuterSurfaceM2">Of what is warmed.</param>
/// <param name="OuterSpecificHeatJPerKgC">Of what is warmed.</param>
/// <param name="Most">The most that it may be warmed to.</param>
/// <param name="InnerMassKg">Of what lies within the contact and one diameter more.</param>
/// <param name="InnerSurfaceM2">Of the same.</param>
/// <param name="InnerSpecificHeatJPerKgC">Of the same.</param>
/// <param name="FreezerC">How cold the shop's freezer makes it.</param>
/// <param name="WantedClearanceMm">To slide with, mm.</param>
/// <param name="SlideSeconds">Time that pushing it to its stop takes, s.</param>
public sealed record HeatSheet(
    double OuterMassKg,
    double OuterSurfaceM2,
    double OuterSpecificHeatJPerKgC,
    Limit Most,
    double InnerMassKg,
    double InnerSurfaceM2,
    double InnerSpecificHeatJPerKgC,
    double FreezerC = -18,
    double WantedClearanceMm = 0.02,
    double SlideSeconds = 4
);
