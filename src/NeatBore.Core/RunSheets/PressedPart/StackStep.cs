using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.PressedPart;

/// <summary>The press, and what stands in it.</summary>
internal static class StackStep
{
    public static readonly StepName Name = new("stack");

    public static Step Of(PressedKind kind, PressedWords parts) =>
        new Step(Name, "Press and its stack", "pressed-stack")
        {
            When = c =>
                Applies.If(
                    Part.Stacked(kind) && Way.ByForce(c, Part.Of(c.Sheet, kind)),
                    Part.Stacked(kind) ? "It slides in: nothing is pressed." : "It goes on where its shaft or crank stands."
                ),
            Needs = [SizesStep.Name, WayStep.Name],
            Slots = c =>
                [
                    new Slot(
                        PressStack.Press(Name),
                        "The press",
                        SlotKind.Tool,
                        Need: PressStack.Need("hydraulic-press", Fit.Of(c, Part.Of(c.Sheet, kind))?.PressForceN.High ?? 0)
                    ),
                    Slot.Tick(PressStack.LaidOut(Name), "Lay out what the crib has to stack") with
                    {
                        Stock = PressStack.Kinds,
                    },
                ],
            Judge = c => Judge(c, Part.Of(c.Sheet, kind)),
            Gate = "a stack that bears right",
            CanHurt = true,
            Cautions = ["Eye protection. A hydraulic press overpresses before you feel it: watch its gauge, stand aside."],
        };

    private static Judgement Judge(StepContext c, PressedSheet part) =>
        PressStack.Judge(
            c,
            Name,
            new PressSupport.PressedBody(
                part.Inner.DiameterMm - Fit.Middle(part),
                part.Outer.HeightMm,
                part.Outer.LandInnerMm,
                part.Outer.LandOuterMm
            ),
            // A pin goes right through; a bush or a bearing stays.
            new PressSupport.PassingPart(
                part.Inner.DiameterMm,
                part.Kind == PressedKind.Pin ? Math.Max(0, (part.Inner.LengthMm - part.Outer.HeightMm) / 2) : 0
            ),
            new PressSupport.PushedPart(part.Inner.DiameterMm, part.Inner.InnerDiameterMm, 0, part.Inner.LengthMm),
            "{support} below, {pusher} above. Start it by hand, square."
        );
}
