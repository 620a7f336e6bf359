using System.Text.Json.Serialization;

namespace NeatBore.Core.Engines;

/// <summary>A light body screwed to a steel hub: an even number of screws, so that every other one can come out; lengths in mm.</summary>
public sealed record BodySheet(
    int Screws,
    double ScrewCircleMm,
    double MajorMm,
    double PitchMm,
    double ThicknessMm,
    double TorqueNm,
    Limit Torque,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] double? AngleDeg = null
);
