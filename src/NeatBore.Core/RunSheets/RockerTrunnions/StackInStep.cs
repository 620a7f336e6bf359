using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.RockerTrunnions;

/// <summary>What supports and pushes, in.</summary>
internal static class StackInStep
{
    public static readonly StepName Name = new("stack-in");
    private static readonly TickSlot s_tried = Name.Tick("tried");

    public static Step Step =>
        new Step(Name, "Stack to press in", "stack-in")
        {
            Slots = _ => [Slot.Tick(s_tried, "Tried over a trunnion by hand")],
            Judge = c =>
            {
                // With the trunnion in, it stands out below, and the pusher goes round it.
                var stack =
                    c.Taken(PressStack.LaidOut(StackOutStep.Name)) && c.Tool(PressStack.Press(StackOutStep.Name)) is not null
                        ? PressStack.Judge(
                            c,
                            StackOutStep.Name,
                            Rockers.Body(c),
                            new(Rockers.Trunnion(c).DiameterMm, StandsOutMm(c)),
                            new(Kit.Of(c).OuterMm, Kit.Of(c).InnerMm, Rockers.Trunnion(c).DiameterMm, Kit.Of(c).LengthMm),
                            "{support} below, {pusher} above: it clears the trunnion on both sides."
                        )
                        : new Judgement(Sentence.Of("Lay out the stack to press out first."));
                return stack.Call is { Verdict: Verdict.Go } && !c.Taken(s_tried) ? stack with { Call = null } : stack;
            },
            Needs = [StackOutStep.Name],
            Gate = "a stack that clears the trunnion",
            CanHurt = true,
            Cautions = ["Stand clear of a loaded stack, never in line with it: pieces fly."],
        };

    /// <summary>How far the trunnion stands out of a body, each side.</summary>
    private static double StandsOutMm(StepContext c) => Math.Max(0, (Rockers.Trunnion(c).LengthMm - c.Sheet.Rockers!.Body.WidthMm) / 2);
}
