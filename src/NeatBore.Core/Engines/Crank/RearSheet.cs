using System.Text.Json.Serialization;
using NeatBore.Core.Calculators.Fasteners;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Engines;

/// <summary>The rear seal and what holds it.</summary>
/// <param name="Kind">How it is held.</param>
/// <param name="Seal">The seal.</param>
/// <param name="Flange">The crank's flange.</param>
/// <param name="Housing">Its housing, where it has one.</param>
/// <param name="SleeveMm">Length of the repair sleeve that is to be had; null for none.</param>
public sealed record RearSheet(RearKind Kind, SealSheet Seal, RearFlangeSheet Flange, HousingSheet? Housing = null, double? SleeveMm = null)
{
    /// <summary>The plate that is bolted on the flange's own circle to press a seal or draw a sleeve, as seen from the rear.</summary>
    public BoltCircle.Request Plate =>
        new(
            Flange.BoltCircleMm,
            Flange.Bolts,
            Flange.MajorMm + 0.5,
            Seal.ShaftMm + 12,
            View.Rear,
            // Clockwise from the front is anticlockwise from the rear.
            Offsets: Flange.OffsetHoleDeg is { } off ? [new BoltCircle.Offset(new(Flange.Bolts), 0, -off)] : null,
            // Clear of the register that stands out of the flange.
            CentreHoleMm: Math.Floor(Flange.BoltCircleMm / 2)
        );
}

/// <summary>How the rear seal is held.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<RearKind>))]
public enum RearKind
{
    /// <summary>In a housing that floats on its bolts.</summary>
    [JsonStringEnumMemberName("housing")]
    Housing,

    /// <summary>In a bore of the block.</summary>
    [JsonStringEnumMemberName("block")]
    Block,

    /// <summary>In two halves, in block and cap.</summary>
    [JsonStringEnumMemberName("two-piece")]
    TwoPiece,

    /// <summary>A rope, in block and cap.</summary>
    [JsonStringEnumMemberName("rope")]
    Rope,
}

/// <summary>The crank's rear flange: bolts on a circle, one perhaps offset; lengths in mm, torque in N·m; the angle that
/// they are turned on after it, degrees, with how far off it may be either way.</summary>
public sealed record RearFlangeSheet(
    int Bolts,
    double BoltCircleMm,
    double MajorMm,
    double PitchMm,
    double TorqueNm,
    Limit Torque,
    bool BoltsUsedOnce,
    double? OffsetHoleDeg = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] double? AngleDeg = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] double? AngleWindowDeg = null
)
{
    /// <summary>Where its bolts are as seen from the front, numbered clockwise from 12 as its builder sees them, from the rear; the last
    /// may be offset.</summary>
    public IReadOnlyList<BoltPlace> Places => BoltPlace.Ring(Bolts, BoltCircleMm, "flange", View.Rear, OffsetHoleDeg);
}
