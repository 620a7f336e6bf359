using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class PressedPart
{
    private static class StackStep
    {
        public static readonly StepName Name = new("stack");
    }

    private static Judgement JudgeStack(StepContext c, PressedSheet part) =>
        PressedIn.Stack(
            c,
            StackStep.Name,
            new PressSupport.PressedBody(
                part.Inner.DiameterMm - Middle(part),
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
