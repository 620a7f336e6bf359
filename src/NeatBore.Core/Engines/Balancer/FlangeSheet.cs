using System.Text.Json.Serialization;

namespace NeatBore.Core.Engines;

/// <summary>A bolted flange: an even number of bolts, and the pilot it sits on; lengths in mm, torque in N·m.</summary>
public sealed record FlangeSheet(
    int Bolts,
    double BoltCircleMm,
    double MajorMm,
    double PitchMm,
    double PilotMm,
    double TorqueNm,
    Limit Torque,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] double? AngleDeg = null
);
