using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.BalancerOff;

/// <summary>The puller, by what its screw and its jaws take.</summary>
internal static class PickStep
{
    public static Step Step =>
        new(PullerStep.Name, "Pick the puller", "puller")
        {
            Leaves = [new("puller on the hub", PullStep.Name)],
            Afresh = true,
            When = DesignRules.PressedOff,
            Slots = c => DesignRules.Of(c).PullerSlots(c),
            Judge = c => c.Is(Grip.Name, Grip.Ring) ? NotTheRing(c) : DesignRules.Of(c).JudgePuller(c),
            Gate = "the puller holds",
            CanHurt = true,
            Cautions = ["Pull on the hub, never on the ring: it is only bonded on."],
        };

    private static Judgement NotTheRing(StepContext c) =>
        new(
            Sentence.Of("Don’t pull on the ring. Choose the hub, below the drawing."),
            new Call(
                Verdict.Stop,
                Sentence.Of(
                    "The ring is only bonded to the hub by {rubber} of rubber: it would come off and leave the hub behind.",
                    ("rubber", Quantity.Mm(c.Sheet.Balancer!.Ring.RubberMm, 0.1))
                ),
                []
            )
        );
}
