using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.PressedOut;

/// <summary>The press, and what takes all that comes out.</summary>
internal static class StackStep
{
    public static readonly StepName Name = new("stack");

    public static Step Of(PressedKind kind) =>
        new(Name, "Press and its stack", "pressed-stack")
        {
            Slots = c =>
                [
                    new Slot(
                        PressStack.Press(Name),
                        "The press",
                        SlotKind.Tool,
                        Need: PressStack.Need("hydraulic-press", PressedOff.PullForce.MostN(c.Sheet, PressedPart.Part.Of(c.Sheet, kind)))
                    ),
                    Slot.Tick(PressStack.LaidOut(Name), "Lay out what the crib has to stack") with
                    {
                        Stock = PressStack.Kinds,
                    },
                ],
            Judge = c => Judge(c, PressedPart.Part.Of(c.Sheet, kind)),
            Gate = "a stack that takes all that comes out",
            CanHurt = true,
            Cautions = ["Eye protection. A hydraulic press overpresses before you feel it: watch its gauge, stand aside."],
        };

    private static Judgement Judge(StepContext c, PressedSheet part) =>
        PressStack.Judge(
            c,
            Name,
            new PressSupport.PressedBody(part.Inner.DiameterMm, part.Outer.HeightMm, part.Outer.LandInnerMm, part.Outer.LandOuterMm),
            // All of it comes out below, whole.
            new PressSupport.PassingPart(part.Inner.DiameterMm, part.Inner.LengthMm),
            new PressSupport.PushedPart(part.Inner.DiameterMm, part.Inner.InnerDiameterMm, 0, 0),
            "{support} below, taller than what comes out; {pusher} above, that follows it through."
        );
}
