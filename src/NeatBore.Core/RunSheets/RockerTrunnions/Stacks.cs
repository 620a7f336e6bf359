using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class RockerTrunnions
{
    private static class StackOutStep
    {
        public static readonly StepName Name = new("stack-out");
    }

    private static class StackInStep
    {
        public static readonly StepName Name = new("stack-in");
        public static readonly TickSlot Tried = Name.Tick("tried");
    }

    private static ChoiceName Press => new("press");

    private static Choice PressChoice =>
        new Choice(
            Press,
            StackOutStep.Name,
            "Pressed with",
            _ => [new("hand-press", "a hand press"), new("vice-tool", "a vice tool"), new("hydraulic-press", "a hydraulic press")]
        );

    /// <summary>The press, and what the rocker stands on while all of its old parts come out.</summary>
    /// <param name="comesOutMm">How much of them stands below it, mm.</param>
    private static Step StackOut(Func<StepContext, double> comesOutMm) =>
        new Step(StackOutStep.Name, "Press, and its stack to press out", "stack-out")
        {
            Slots = c =>
                [
                    new Slot(
                        PressedIn.Picked(StackOutStep.Name),
                        "The press",
                        SlotKind.Tool,
                        Need: PressedIn.Press(c.Chosen(Press)!, MostN(c))
                    ),
                    Slot.Tick(PressedIn.LaidOut(StackOutStep.Name), "Lay out what the crib has to stack") with
                    {
                        Stock = PressedIn.Stacked,
                    },
                ],
            Judge = c =>
                PressedIn.Stack(
                    c,
                    StackOutStep.Name,
                    BodyOf(c),
                    new(KitOf(c).OuterMm, comesOutMm(c)),
                    new(KitOf(c).OuterMm, KitOf(c).InnerMm, 0, 0),
                    "{support} below, {pusher} above. Push each out the way it is marked."
                ),
            Gate = "a stack that bears on the flats",
            Cautions = ["Eye protection. A hydraulic press overpresses before you feel it: watch its gauge, stand aside."],
        };

    private static Step StackIn =>
        new Step(StackInStep.Name, "Stack to press in", "stack-in")
        {
            Slots = _ => [Slot.Tick(StackInStep.Tried, "Tried over a trunnion by hand")],
            Judge = c =>
            {
                // With the trunnion in, it stands out below, and the pusher goes round it.
                var stack =
                    c.Taken(PressedIn.LaidOut(StackOutStep.Name)) && c.Tool(PressedIn.Picked(StackOutStep.Name)) is not null
                        ? PressedIn.Stack(
                            c,
                            StackOutStep.Name,
                            BodyOf(c),
                            new(TrunnionOf(c).DiameterMm, StandsOutMm(c)),
                            new(KitOf(c).OuterMm, KitOf(c).InnerMm, TrunnionOf(c).DiameterMm, KitOf(c).LengthMm),
                            "{support} below, {pusher} above: it clears the trunnion on both sides."
                        )
                        : new Judgement(Sentence.Of("Lay out the stack to press out first."));
                return stack.Call is { Verdict: Verdict.Go } && !c.Taken(StackInStep.Tried) ? stack with { Call = null } : stack;
            },
            Needs = [StackOutStep.Name],
            Gate = "a stack that clears the trunnion",
            Cautions = ["Stand clear of a loaded stack, never in line with it: pieces fly."],
        };
}
