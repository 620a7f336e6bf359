using NeatBore.Core.Calculators.Fits;
using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.PressedOff;

/// <summary>What it may take to come off, and where the pull has to stop.</summary>
internal static class PullForce
{
    /// <summary>The most that it may take: the tightest fit that its sheet allows, at the friction of years.</summary>
    public static double MostN(EngineSheet sheet, PressedSheet part)
    {
        var friction = sheet.Usual(NeatBoreDefaults.PullFriction);
        var bore = part.Inner.DiameterMm;
        return InterferenceFit
            .Solve(
                new InterferenceFit.Request(
                    new InterferenceFit.ShaftPart(
                        [new(0, 0, bore + Math.Max(0, part.Interference.High ?? 0))],
                        part.Inner.Material,
                        part.Inner.InnerDiameterMm
                    ),
                    new InterferenceFit.HubPart([new(0, 0, bore)], part.Outer.OuterDiameterMm, part.Outer.Material),
                    part.EngagedMm,
                    new Band(friction.Low!.Value, friction.High!.Value),
                    new Band(friction.Low!.Value, friction.High!.Value)
                )
            )
            .PullForceN!.High;
    }

    /// <summary>The torque at a puller's screw, greased, at what it is rated for: where the pull has to stop. Null where its screw or its
    /// rating is not known.</summary>
    public static double? StopNm(StepContext c, ToolMatch.CribTool tool) =>
        tool.RatedForceN > 0 ? Pulling.ScrewAt(c.Sheet, tool, tool.RatedForceN)?.TorqueNm : null;
}
