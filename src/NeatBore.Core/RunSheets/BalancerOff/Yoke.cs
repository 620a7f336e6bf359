using NeatBore.Core.Calculators.Centring;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class BalancerOff
{
    private static class YokeStep
    {
        public static readonly StepName Name = new("yoke");

        public static NumberSlot At(int deg) => Name.Number($"{deg}");
    }

    private static Judgement JudgeYoke(StepContext c)
    {
        if (s_yokeDeg.Any(deg => !c.Taken(YokeStep.At(deg))))
        {
            return Prompt.Next(c);
        }

        var puller = c.Sheet.Balancer!.Puller!;
        var limit = c.Sheet.Usual(NeatBoreDefaults.YokeTilt);
        var answer = Squareness.Solve(
            new Squareness.Request(
                [.. s_yokeDeg.Select(deg => new Squareness.DepthReading(deg, c.Number(YokeStep.At(deg))!.Value))],
                puller.BoltCircleMm / 2,
                Sense: Squareness.DepthSense.Gap,
                TiltLimitMm: limit.High,
                GaugeUncertaintyMm: s_yokeDeg.Max(deg => c.Uncertainty(YokeStep.At(deg))),
                Screws: [.. s_yokeDeg.Select(deg => new Squareness.Screw(Clock.Text(deg), deg, puller.BoltCircleMm / 2, puller.PitchMm))]
            )
        );
        var call = answer.Call!.Sourced(_ => limit.SourceWords) with
        {
            Why = Sentence.Of(
                "The yoke leans {tilt} across its screws; at most {limit} is wanted.",
                ("tilt", Quantity.Mm(answer.TiltMm, 0.1)),
                ("limit", Quantity.Mm(limit.High!.Value, 0.1))
            ),
        };
        var most = answer.Turns.MaxBy(t => Math.Abs(t.Turns))!;
        return new Judgement(
            call.Verdict == Verdict.Go
                ? Sentence.Of("The yoke is square. Grease the forcing screw and pull.")
                : Sentence.Of(
                    "Turn the screw at {screw} in by {turns} turns, then read the gaps again.",
                    ("screw", Quantity.AtClock(s_yokeDeg.First(deg => Clock.Text(deg) == most.Id))),
                    ("turns", new Quantity(Math.Abs(most.Turns), Dimension.Number, 0.1))
                ),
            call,
            answer
        );
    }
}
