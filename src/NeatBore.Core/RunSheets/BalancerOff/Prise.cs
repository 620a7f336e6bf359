using NeatBore.Core.Calculators.Centring;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class BalancerOff
{
    private static class PriseStep
    {
        public static readonly StepName Name = new("prise");
        public static readonly TickSlot Bolts = Name.Tick("bolts");
        public static readonly TickSlot Off = Name.Tick("off");

        public static NumberSlot At(int deg) => Name.Number($"{deg}");
    }

    /// <summary>Lean of a flange that is being prised off, across its bolts, mm.</summary>
    private const double PriseTiltMm = 1;

    private static Judgement JudgePrise(StepContext c)
    {
        if (!c.Taken(PriseStep.Bolts) || s_yokeDeg.Any(deg => !c.Taken(PriseStep.At(deg))))
        {
            return Prompt.Next(c);
        }

        var answer = Squareness.Solve(
            new Squareness.Request(
                [.. s_yokeDeg.Select(deg => new Squareness.DepthReading(deg, c.Number(PriseStep.At(deg))!.Value))],
                c.Sheet.Balancer.Flange!.BoltCircleMm / 2,
                Sense: Squareness.DepthSense.Gap,
                TiltLimitMm: PriseTiltMm,
                GaugeUncertaintyMm: s_yokeDeg.Max(deg => c.Uncertainty(PriseStep.At(deg)))
            )
        );
        var judged = Again(
            new Judgement(
                Sentence.Of(
                    answer.TiltMm <= PriseTiltMm
                        ? "It comes square. Go on, a little each side in turn."
                        : "Prise next at {clock}, where the gap is least, then read again.",
                    ("clock", Quantity.AtClock(answer.DeepestDeg ?? 0))
                ),
                answer.Call!.Sourced(_ => "Neat Bore default") with
                {
                    Why = Sentence.Of(
                        "The flange leans {tilt} across its bolts; at most {limit} is wanted.",
                        ("tilt", Quantity.Mm(answer.TiltMm, 0.1)),
                        ("limit", Quantity.Mm(PriseTiltMm, 0.1))
                    ),
                },
                answer
            )
        );
        return judged.Call!.Verdict == Verdict.Go && c.Taken(PriseStep.Off)
            ? judged with
            {
                Do = Sentence.Of("It is off. Keep the bolts with it."),
            }
            : judged;
    }
}
