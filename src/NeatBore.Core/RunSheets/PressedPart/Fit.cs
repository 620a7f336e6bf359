using NeatBore.Core.Calculators.Fits;
using NeatBore.Core.Engines;

namespace NeatBore.Core.RunSheets.PressedPart;

/// <summary>What goes in, against what it goes into.</summary>
internal static class Fit
{
    public static double Middle(PressedSheet part) => ((part.Interference.Low ?? 0) + (part.Interference.High ?? 0)) / 2;

    public static InterferenceFit.Answer? Of(StepContext c, PressedSheet part) =>
        c.Once(
            $"fit {c.Item}",
            () =>
                PressedFit.Of(
                    c,
                    SizesStep.Inner,
                    SizesStep.Outer,
                    part.Inner,
                    part.Outer,
                    part.EngagedMm,
                    part.Friction,
                    part.Interference,
                    c.Number(SizesStep.Temperature) ?? 20,
                    c.Number(SizesStep.Temperature) ?? 20
                )
        );
}
