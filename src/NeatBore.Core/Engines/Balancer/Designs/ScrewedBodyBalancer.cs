using System.Text.Json.Serialization;

namespace NeatBore.Core.Engines;

/// <summary>A light-alloy body screwed to a steel hub that is pressed on the nose.</summary>
public sealed record ScrewedBodyBalancer : BalancerSheet
{
    internal const string Id = "screwed-body";

    internal static BalancerDesign Design { get; } =
        new(Id, "body on a hub")
        {
            Tapped = true,
            Part = "balancer/body",
            Values =
            [
                .. Ask.Ring("balancer/body", "screws", "screwCircleMm", "Body screws"),
                Ask.Mm("balancer/body/thicknessMm", "Body, thick at the screws", 2, 60),
                Ask.Turn("balancer/body/angleDeg", "Body screws, then turned on by"),
            ],
        };

    /// <summary>The body; null until it is described.</summary>
    public BodySheet? Body { get; init; }
}

/// <summary>A light body screwed to a steel hub: an even number of screws, so that every other one can come out; lengths in mm, torque in
/// N·m.</summary>
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
