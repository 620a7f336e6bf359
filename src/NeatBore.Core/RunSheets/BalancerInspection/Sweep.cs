using NeatBore.Core.Calculators.Centring;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.BalancerInspection;

/// <summary>A sweep of the ring by dial, and its limit.</summary>
internal static class Sweep
{
    private static readonly int[] s_sweepDeg = [0, 45, 90, 135, 180, 225, 270, 315];

    public static IReadOnlyList<Slot> Slots(StepName which) =>
        [
            .. s_sweepDeg.Select(deg => new Slot(
                At(which, deg),
                $"{Clock.Text(deg)}",
                SlotKind.Number,
                Dimension.Length,
                0.01,
                "dial",
                deg,
                Plausible: new Band(-3, 3)
            )),
        ];

    public static Judgement Judge(StepContext c, StepName which)
    {
        var next = s_sweepDeg.Select(deg => (int?)deg).FirstOrDefault(deg => !c.Taken(At(which, deg!.Value)));
        if (Of(c, which) is not { } answer)
        {
            return new Judgement(
                Sentence.Of(
                    next == 0
                        ? "Dial on the ring, zeroed at {clock}. Read it there, then turn the crank."
                        : "Turn the crank until the dial stands at {clock}. Read it.",
                    ("clock", Quantity.AtClock(next!.Value))
                )
            );
        }

        var (limit, name) = Limit(c, which);
        var sweep = answer.Radial;
        var call = Call.Of(
            [Check.AtMost(name, sweep.SwingMm, limit.High!.Value, 2 * sweep.UncertaintyMm, Dimension.Length, limit.SourceWords)],
            check =>
                Sentence.Of(
                    check.Verdict == Verdict.LookAgain
                        ? "It swings {value} ± {u}: too close to {limit}. Hold it steadier, or take a finer dial."
                        : "It swings {value} in a turn; at most {limit} is wanted.",
                    ("value", Quantity.Mm(check.Value)),
                    ("u", Quantity.Mm(check.Uncertainty)),
                    ("limit", Quantity.Mm(check.Limit))
                )
        )!;
        return new Judgement(
            Sentence.Of(
                call.Verdict switch
                {
                    Verdict.Go => "It runs true enough. Highest towards {clock}.",
                    Verdict.LookAgain => "Clean the ring under the tip and sweep it again.",
                    _ => "It does not run true: bent, or the ring has slipped. Highest towards {clock}.",
                },
                ("clock", Quantity.AtClock(sweep.OnceDeg ?? 0))
            ),
            call,
            answer
        );
    }

    public static (Limit Limit, string Name) Limit(StepContext c, StepName which) =>
        which == RadialStep.Name
            ? (c.Sheet.Balancer!.RingRunOut?.Radial ?? c.Sheet.Usual(NeatBoreDefaults.RingRadial), "radial run-out")
            : (c.Sheet.Balancer!.RingRunOut?.Face ?? c.Sheet.Usual(NeatBoreDefaults.RingFace), "face run-out");

    private static NumberSlot At(StepName which, int deg) => which.Number($"{deg}");

    public static RunOut.Answer? Of(StepContext c, StepName which) =>
        s_sweepDeg.Any(deg => !c.Taken(At(which, deg)))
            ? null
            : RunOut.Solve(
                new RunOut.Request(
                    [.. s_sweepDeg.Select(deg => new RunOut.SweepReading(deg, c.Number(At(which, deg))!.Value))],
                    s_sweepDeg.Max(deg => c.Uncertainty(At(which, deg))),
                    Scatter: Sweeping.ByHand(c)
                )
            );
}
