using System.Text.Json.Serialization;

namespace NeatBore.Core.Engines;

/// <summary>Bolted to a flange on a pilot; nothing is pressed.</summary>
public sealed record FlangeBalancer : BalancerSheet
{
    internal const string Id = "flange";

    internal static BalancerDesign Design { get; } =
        new(Id, "bolted to a flange")
        {
            Part = "balancer/flange",
            Values =
            [
                .. Ask.Ring("balancer/flange", "bolts", "boltCircleMm", "Flange bolts"),
                Ask.Mm("balancer/flange/pilotMm", "Pilot, across", 10, 250),
                Ask.Turn("balancer/flange/angleDeg", "Flange bolts, then turned on by"),
            ],
        };

    /// <summary>The flange and its bolts; null until they are described.</summary>
    public FlangeSheet? Flange { get; init; }
}

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
