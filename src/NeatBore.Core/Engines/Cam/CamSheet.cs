using NeatBore.Core.Measures;

namespace NeatBore.Core.Engines;

/// <summary>The cam tunnel: its bearings front to rear, and what cam and block are made of.</summary>
/// <param name="Bearings">As they stand in the layout.</param>
/// <param name="Block">Of the block.</param>
/// <param name="Shell">Of the shells.</param>
/// <param name="Cam">Of the cam.</param>
/// <param name="OperatingC">Temperature of the block when hot, °C.</param>
/// <param name="ThrustPlate">The bearing whose shell must stand below the face for a thrust plate; null for none.</param>
/// <param name="Recess">How deep that one stands below the face, mm.</param>
/// <param name="Crush">Crush wanted, mm.</param>
/// <param name="Clearance">Clearance wanted, mm.</param>
/// <param name="TurnTorque">Most torque to turn the cam by hand, N·m.</param>
/// <param name="PlugDepth">Depth of the blanking plug behind the rear bearing, mm; null where there is none.</param>
public sealed record CamSheet(
    IReadOnlyList<CamBearingSheet> Bearings,
    Material Block,
    Material Shell,
    Material Cam,
    double OperatingC,
    string? ThrustPlate = null,
    Limit? Recess = null,
    Limit? Crush = null,
    Limit? Clearance = null,
    Limit? TurnTorque = null,
    Limit? PlugDepth = null
);
