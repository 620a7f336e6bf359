namespace NeatBore.Core.RunSheets.BalancerOff;

/// <summary>A balancer off, by how it is made: mark noted, crank locked, the puller picked and checked, the yoke squared, the pull kept;
/// or prised off square.</summary>
internal static class RunSheet
{
    /// <summary>Every design; a plan that grips the ring is refused with its reason.</summary>
    public static Procedure Version1 { get; } =
        new(
            "balancer-off",
            1,
            "Balancer off",
            sheet => (sheet.Balancer is null ? sheet.MayHave(null, "balancer") : DesignRules.Of(sheet).ComesOff(sheet)) ? ["balancer"] : [],
            [Lock.Choice, Grip.Choice, Turned.Choice],
            [
                BeforeStep.Step,
                Keyless.Pinned(PinsStep.Name, AfterStep.Name),
                BoltStep.Step,
                .. DesignRules.All.SelectMany(d => d.BeforePuller),
                PickStep.Step,
                YokeStep.Step,
                PullStep.Step,
                .. DesignRules.All.SelectMany(d => d.AfterPull),
                AfterStep.Step,
            ]
        )
        {
            Supplies = sheet =>
                sheet.Balancer is not null && DesignRules.Of(sheet).Need(sheet) is null
                    ? []
                    : [Supply.UsedUp("grease", "Grease for the forcing screw")],
            Stretches = [new(new StepName("pins"), "Balancer off") { Crank = true, Splits = false }],
            Wants = new("balancer")
            {
                Not =
                [
                    "balancer/seatedDepth/",
                    "balancer/roundness",
                    "balancer/taper",
                    "balancer/tilt",
                    "balancer/measureRadiusMm",
                    "balancer/ring/outer",
                    "balancer/ring/inner",
                    "balancer/ring/width",
                    "balancer/nose/lengthMm",
                    "balancer/warm",
                ],
            },
        };
}
