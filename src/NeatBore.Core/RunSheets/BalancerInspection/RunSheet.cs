using NeatBore.Core.Engines;

namespace NeatBore.Core.RunSheets.BalancerInspection;

/// <summary>A balancer looked at and measured before it goes back: rubber, ring, hub and nose, mark, seal's track, and what becomes of
/// it.</summary>
internal static class RunSheet
{
    /// <summary>The first version.</summary>
    public static Procedure Version1 { get; } =
        new(
            "balancer-inspect",
            1,
            "Inspection",
            sheet => sheet.MayHave(sheet.Balancer, "balancer") ? ["balancer"] : [],
            [],
            [RubberStep.Step, RadialStep.Step, FaceStep.Step, MetalStep.Step, MarkStep.Step, GrooveStep.Step, VerdictStep.Step]
        )
        {
            Comes = ["balancer-off"],
            Wants = new("balancer")
            {
                Not =
                [
                    "balancer/design",
                    "balancer/warm",
                    "balancer/nose",
                    "balancer/hub",
                    "balancer/seatedDepth",
                    "balancer/interference",
                    "balancer/roundness",
                    "balancer/taper",
                    "balancer/tilt",
                    "balancer/measureRadiusMm",
                    "balancer/puller",
                    .. BalancerDesign.All.Select(d => d.Part).OfType<string>(),
                    "balancer/ring/inner",
                    "balancer/ring/width",
                    "balancer/ring/rubber",
                ],
            },
        };
}
