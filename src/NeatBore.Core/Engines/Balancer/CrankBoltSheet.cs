using System.Text.Json.Serialization;

namespace NeatBore.Core.Engines;

/// <summary>The crank bolt: thread in mm, torque in N·m with what may reach it.</summary>
/// <param name="MajorMm">Across its thread.</param>
/// <param name="PitchMm">Its pitch.</param>
/// <param name="TorqueNm">What it is tightened to.</param>
/// <param name="Torque">What may reach it.</param>
/// <param name="Note">Anything else that the sheet says of it.</param>
/// <param name="UsedOnce">Whether a new one is fitted each time; null where nobody said.</param>
/// <param name="RaisedSide">Which way the raised side of its washer looks; null where nobody said.</param>
/// <param name="Under">What goes under its washer; null where nobody said.</param>
/// <param name="AngleDeg">How far it is turned on after its torque, degrees; null for torque alone.</param>
/// <param name="AngleWindowDeg">How far off that it may be either way, degrees.</param>
public sealed record CrankBoltSheet(
    double MajorMm,
    double PitchMm,
    double TorqueNm,
    Limit Torque,
    string Note,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] bool? UsedOnce = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] RaisedSide? RaisedSide = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] UnderWasher? Under = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] double? AngleDeg = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] double? AngleWindowDeg = null
);

/// <summary>Which way the raised side of a washer looks.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<RaisedSide>))]
public enum RaisedSide
{
    /// <summary>Away from the engine.</summary>
    [JsonStringEnumMemberName("out")]
    Out,

    /// <summary>To the engine.</summary>
    [JsonStringEnumMemberName("in")]
    In,
}

/// <summary>What goes under a bolt's washer.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<UnderWasher>))]
public enum UnderWasher
{
    /// <summary>Nothing: dry.</summary>
    [JsonStringEnumMemberName("dry")]
    Dry,

    /// <summary>A drop of oil.</summary>
    [JsonStringEnumMemberName("oil")]
    Oil,

    /// <summary>A film of sealant.</summary>
    [JsonStringEnumMemberName("sealant")]
    Sealant,
}
