using NeatBore.Core.Calculators.Centring;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.BalancerOff;

/// <summary>The yoke and its reach.</summary>
internal static class YokeStep
{
    public static readonly StepName Name = new("yoke");
    private static readonly PickSlot s_lies = Name.Pick("lies");

    private static NumberSlot At(int deg) => Name.Number($"{deg}");

    private static readonly Option s_flat = new("flat", "flat on the hub");
    private static readonly Option s_gap = new("gap", "with a gap all round");

    public static Step Step =>
        new(Name, "Square the yoke", "yoke")
        {
            When = c =>
                DesignRules.PressedOff(c) is { Because: not null } not ? not
                : DesignRules.Of(c).SquareByItself is { } why ? Applies.If(false, why)
                : Applies.Yes,
            Slots = c =>
                [
                    Slot.Pick(s_lies, "How the yoke lies", s_flat, s_gap),
                    .. c.Picked(s_lies) == s_flat.Id
                        ? Array.Empty<Slot>()
                        : YokeDegs(c)
                            .Select(deg => new Slot(
                                At(deg),
                                $"Gap at {Clock.Text(deg)}",
                                SlotKind.Number,
                                Dimension.Length,
                                0.1,
                                "depth-gauge",
                                deg,
                                Plausible: new Band(1, 120),
                                Peers: "gap",
                                Expected: 41
                            )),
                ],
            Judge = c => Retry.Instead(JudgeYoke(c)),
            CanHurt = true,
            Cautions = ["Eye protection from here on."],
        };

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
        var (one, two) = (c.Number(At(degs[0]))!.Value, c.Number(At(degs[1]))!.Value);
        var uncertainty = Math.Sqrt(2) * degs.Max(deg => c.Uncertainty(At(deg)));
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
        if (c.Picked(s_lies) == s_flat.Id)
        {
            return new Judgement(
                Sentence.Of("It lies flat: it is square. Grease the forcing screw and pull."),
                new Call(Verdict.Go, Sentence.Of("The yoke lies flat on the hub, without a gap."), [])
            );
        }

        var degs = YokeDegs(c);
        if (!c.Taken(s_lies) || degs.Any(deg => !c.Taken(At(deg))))
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
                [.. degs.Select(deg => new Squareness.DepthReading(deg, c.Number(At(deg))!.Value))],
                puller.BoltCircleMm / 2,
                Sense: Squareness.DepthSense.Gap,
                TiltLimitMm: limit.High,
                GaugeUncertaintyMm: degs.Max(deg => c.Uncertainty(At(deg))),
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
