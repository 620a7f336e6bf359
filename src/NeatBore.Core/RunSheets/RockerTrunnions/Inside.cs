using System.Globalization;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class RockerTrunnions
{
    private static class InsideStep
    {
        public static readonly StepName Name = new("inside");
        public static readonly PressedIn.Diameters Inside = new(Name, "inside");
    }

    private static Judgement JudgeInside(StepContext c)
    {
        var inside = new[] { c.Number(InsideStep.Inside.At(0)), c.Number(InsideStep.Inside.At(90)) }.OfType<double>().ToList();
        if (inside.Count < 2 || c.Number(BodyStep.Trunnion) is not { } trunnion)
        {
            return new Judgement(
                Sentence.Of("Measure it inside, twice across. By its fit it closed up {by}.", ("by", Quantity.Mm(ClosesUp(c), 0.001)))
            );
        }

        var u = Math.Sqrt(Math.Pow(c.Uncertainty(InsideStep.Inside.At(0)), 2) + Math.Pow(c.Uncertainty(BodyStep.Trunnion), 2));
        return PressedIn.JudgeInside(
            inside.Average(),
            trunnion,
            u,
            KitOf(c).Clearance ?? c.Sheet.Usual(NeatBoreDefaults.TrunnionClearance),
            "trunnion",
            "It runs. Oil the trunnion and put it in, right way round."
        );
    }
}
