using NeatBore.Core.Calculators.Fasteners;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>The bolts of the crank's rear flange.</summary>
internal static class RearFlange
{
    public static BoltGroup Group(EngineSheet sheet)
    {
        var flange = sheet.Rear!.Flange;
        return new BoltGroup(
            "flange",
            flange.MajorMm,
            flange.PitchMm,
            flange.TorqueNm,
            flange.Torque,
            [0.4, 1],
            flange.AngleDeg,
            flange.AngleWindowDeg
        );
    }

    public static TorquePlan.Answer Plan(StepContext c) => BoltPattern.Plan(c.Sheet.Rear!.Flange.Places, [Group(c.Sheet)], View.Rear);
}
