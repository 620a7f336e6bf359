using System.Text.Json.Serialization;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Engines;

/// <summary>Which shaft turns in a tunnel.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<TunnelShaft>))]
public enum TunnelShaft
{
    /// <summary>The camshaft.</summary>
    [JsonStringEnumMemberName("cam")]
    Cam,

    /// <summary>An auxiliary shaft beside it, which drives pump, distributor or balance weights.</summary>
    [JsonStringEnumMemberName("auxiliary")]
    Auxiliary,
}

/// <summary>A tunnel in the block: its bearings front to rear, and what its shaft and the block are made of.</summary>
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
/// <param name="Shaft">The shaft that turns in it: where this page says cam, it is of that shaft.</param>
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
    Limit? PlugDepth = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)] TunnelShaft Shaft = TunnelShaft.Cam
);
