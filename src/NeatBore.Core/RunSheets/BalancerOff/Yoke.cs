using NeatBore.Core.Calculators.Centring;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class BalancerOff
{
    private static class YokeStep
    {
        public static readonly StepName Name = new("yoke");

        public static readonly PickSlot Lies = Name.Pick("lies");

        public static NumberSlot At(int deg) => Name.Number($"{deg}");
    }

    /// <summary>Where the gaps stand: at the holes that the puller's screws are in, evenly from the top.</summary>
    private static IReadOnlyList<int> YokeDegs(StepContext c)
    {
        var (holes, screws) = (c.Sheet.Balancer!.Puller!.Holes, c.Tool(PullerStep.Tool)?.Holes ?? c.Sheet.Balancer.Puller.Holes);
        // A puller that won't do has gaps nowhere of its own: the hub's holes then.
        var used = Math.Min(holes, screws) is var few and > 1 && Math.Max(holes, screws) % few == 0 ? few : Math.Max(2, holes);
        return [.. Enumerable.Range(0, used).Select(i => i * 360 / used)];
    }

    /// <summary>Two screws: the gaps at both are held against one another: they lean only along the line between them.</summary>
    private static Judgement JudgeTwo(StepContext c, IReadOnlyList<int> degs)
    {
        var limit = c.Sheet.Usual(NeatBoreDefaults.YokeTilt);
        var (one, two) = (c.Number(YokeStep.At(degs[0]))!.Value, c.Number(YokeStep.At(degs[1]))!.Value);
        var uncertainty = Math.Sqrt(2) * degs.Max(deg => c.Uncertainty(YokeStep.At(deg)));
        var call = Call.Of(
            [Check.AtMost("tilt", Math.Abs(one - two), limit.High!.Value, uncertainty, Dimension.Length, limit.SourceWords)],
            k =>
                Sentence.Of(
                    "The gaps at both screws differ by {tilt}; at most {limit} is wanted.",
                    ("tilt", Quantity.Mm(k.Value, 0.1)),
                    ("limit", Quantity.Mm(k.Limit, 0.1))
                )
        )!;
        return new Judgement(
            call.Verdict == Verdict.Go
                ? Sentence.Of("The yoke is square. Grease the forcing screw and pull.")
                : Sentence.Of(
                    "Turn the screw at {screw} in by {turns} turns, then read the gaps again.",
                    ("screw", Quantity.AtClock(one > two ? degs[0] : degs[1])),
                    ("turns", new Quantity(Math.Abs(one - two) / c.Sheet.Balancer!.Puller!.PitchMm, Dimension.Number, 0.1))
                ),
            call
        );
    }

    private static Judgement JudgeYoke(StepContext c)
    {
        if (c.Picked(YokeStep.Lies) == s_flat.Id)
        {
            return new Judgement(
                Sentence.Of("It lies flat: it is square. Grease the forcing screw and pull."),
                new Call(Verdict.Go, Sentence.Of("The yoke lies flat on the hub, without a gap."), [])
            );
        }

        var degs = YokeDegs(c);
        if (!c.Taken(YokeStep.Lies) || degs.Any(deg => !c.Taken(YokeStep.At(deg))))
        {
            return Prompt.Next(c);
        }

        if (degs.Count < 3)
        {
            return JudgeTwo(c, degs);
        }

        var puller = c.Sheet.Balancer!.Puller!;
        var limit = c.Sheet.Usual(NeatBoreDefaults.YokeTilt);
        var answer = Squareness.Solve(
            new Squareness.Request(
                [.. degs.Select(deg => new Squareness.DepthReading(deg, c.Number(YokeStep.At(deg))!.Value))],
                puller.BoltCircleMm / 2,
                Sense: Squareness.DepthSense.Gap,
                TiltLimitMm: limit.High,
                GaugeUncertaintyMm: degs.Max(deg => c.Uncertainty(YokeStep.At(deg))),
                Screws: [.. degs.Select(deg => new Squareness.Screw(Clock.Text(deg), deg, puller.BoltCircleMm / 2, puller.PitchMm))]
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
                    ("screw", Quantity.AtClock(degs.First(deg => Clock.Text(deg) == most.Id))),
                    ("turns", new Quantity(Math.Abs(most.Turns), Dimension.Number, 0.1))
                ),
            call,
            answer
        );
    }
}
