using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class PressedPart
{
    private static class InsideStep
    {
        public static readonly StepName Name = new("inside");
        public static readonly PressedIn.Diameters Inside = new(Name, "inside");
    }

    private static Judgement JudgeInside(StepContext c, PressedSheet part)
    {
        var inside = new[] { c.Number(InsideStep.Inside.At(0)), c.Number(InsideStep.Inside.At(90)) }.OfType<double>().ToList();
        if (inside.Count < 2 || part.RunsOnMm is not { } runs)
        {
            var by = Fit(c, part) is { } fit
                ? PressedIn.ClosesUpMm(fit.PressureMpa, part.Inner.DiameterMm, part.Inner.InnerDiameterMm, part.Inner.Material)
                : 0;
            return new Judgement(
                Sentence.Of("Measure it inside, twice across. By its fit it closed up {by}.", ("by", Quantity.Mm(by, 0.001)))
            );
        }

        return PressedIn.JudgeInside(
            inside.Average(),
            runs,
            c.Uncertainty(InsideStep.Inside.At(0)),
            part.Clearance ?? c.Sheet.Usual(NeatBoreDefaults.TrunnionClearance),
            "pin",
            "It runs. Wash the chips out; the record is kept."
        );
    }
}
