using NeatBore.Core.Calculators.Fits;
using NeatBore.Core.Engines;

namespace NeatBore.Core.RunSheets;

public static partial class PressedPart
{
    private static class SizesStep
    {
        public static readonly StepName Name = new("sizes");
        public static readonly NumberSlot Temperature = Name.Number("temperature");
        public static readonly PressedIn.Diameters Inner = new(Name, "inner");
        public static readonly PressedIn.Diameters Outer = new(Name, "outer");
    }

    private static double Middle(PressedSheet part) => ((part.Interference.Low ?? 0) + (part.Interference.High ?? 0)) / 2;

    private static InterferenceFit.Answer? Fit(StepContext c, PressedSheet part) =>
        c.Once(
            $"fit {c.Item}",
            () =>
                PressedIn.Fit(
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
