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
                        PressedIn.Picked(Name),
                        "The press",
                        SlotKind.Tool,
                        Need: PressedIn.Press("hydraulic-press", PressedOff.PullForce.MostN(c.Sheet, PressedPart.Part.Of(c.Sheet, kind)))
                    ),
                    Slot.Tick(PressedIn.LaidOut(Name), "Lay out what the crib has to stack") with
                    {
                        Stock = PressedIn.Stacked,
                    },
                ],
            Judge = c => Judge(c, PressedPart.Part.Of(c.Sheet, kind)),
            Gate = "a stack that takes all that comes out",
            Cautions = ["Eye protection. A hydraulic press overpresses before you feel it: watch its gauge, stand aside."],
        };

    private static Judgement Judge(StepContext c, PressedSheet part) =>
        PressedIn.Stack(
            c,
            Name,
            new PressSupport.PressedBody(part.Inner.DiameterMm, part.Outer.HeightMm, part.Outer.LandInnerMm, part.Outer.LandOuterMm),
            // All of it comes out below, whole.
            new PressSupport.PassingPart(part.Inner.DiameterMm, part.Inner.LengthMm),
            new PressSupport.PushedPart(part.Inner.DiameterMm, part.Inner.InnerDiameterMm, 0, 0),
            "{support} below, taller than what comes out; {pusher} above, that follows it through."
        );
}
