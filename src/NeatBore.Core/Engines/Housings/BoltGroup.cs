using System.Text.Json.Serialization;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Engines;

/// <summary>Bolts of one kind: thread, mm; last torque, N·m, with what may reach it; the shares of each stage, rising to 1; the angle that
/// they are turned on after it, degrees, with how far off it may be either way.</summary>
public sealed record BoltGroup(
    string Id,
    double MajorMm,
    double PitchMm,
    double TorqueNm,
    Limit Torque,
    IReadOnlyList<double>? Stages = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] double? AngleDeg = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] double? AngleWindowDeg = null
);

/// <summary>A bolt as seen from the front, mm, its group, and whether nobody has placed it: it is drawn somewhere then.</summary>
public sealed record BoltPlace(
    string Id,
    double XMm,
    double YMm,
    string Group,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] bool? Drawn = null
)
{
    /// <summary>The bolts of a ring as seen from the front, numbered clockwise from 12 in the builder's view.</summary>
    public static IReadOnlyList<BoltPlace> Ring(int bolts, double circleMm, string group, View view, double? offsetHoleDeg = null) =>
        // One alone is a nut in the middle.
        bolts == 1
            ? [new BoltPlace("1", 0, 0, group)]
            :
            [
                .. Enumerable
                    .Range(0, bolts)
                    .Select(i =>
                    {
                        var deg = ((view == View.Front ? 1 : -1) * i * 360.0 / bolts) + (i == bolts - 1 ? offsetHoleDeg ?? 0 : 0);
                        return new BoltPlace(
                            $"{i + 1}",
                            circleMm / 2 * Math.Sin(deg * Math.PI / 180),
                            circleMm / 2 * Math.Cos(deg * Math.PI / 180),
                            group
                        );
                    }),
            ];
}

/// <summary>A point across the engine as seen from the front: x right, y towards 12, mm from the crank's axis.</summary>
public sealed record PlanePoint(double XMm, double YMm);
