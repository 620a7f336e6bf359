using NeatBore.Core.Calculators.Centring;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>A seal pressed to its depth and square, read at four places: what front and rear seal share.</summary>
internal static class SealSeat
{
    private static readonly int[] s_deg = [0, 90, 180, 270];

    /// <summary>The last depth that is read: from then on it sits.</summary>
    public static NumberSlot Last(StepName step) => At(step, s_deg[^1]);

    private static NumberSlot At(StepName step, int deg) => step.Number($"{deg}");

    public static IReadOnlyList<Slot> Slots(SealSheet seal, View view, double plannedMm, string at) =>
        [
            .. s_deg.Select(deg => new Slot(
                $"{deg}",
                Clock.Text(Clock.Seen(deg, view)),
                SlotKind.Number,
                Dimension.Length,
                0.01,
                "depth-gauge",
                deg,
                Plausible: new Band(-seal.WidthMm, seal.WidthMm * 2),
                Peers: "depth",
                Expected: plannedMm
            )
            {
                Reads = $"{at}/depthMm",
            }),
        ];

    /// <summary>Whether a planned depth can be pressed to at all; null where it can.</summary>
    public static Judgement? Bottoms(SealSheet seal, double plannedMm) =>
        seal.BottomsMm is { } most && plannedMm >= most
            ? new Judgement(
                Sentence.Of(
                    "At {planned} its spring bottoms. Plan less than {most}.",
                    ("planned", Quantity.Mm(plannedMm)),
                    ("most", Quantity.Mm(most))
                ),
                new Call(
                    Verdict.Stop,
                    Sentence.Of(
                        "Planned {planned} deep; it touches what is behind it at {most}.",
                        ("planned", Quantity.Mm(plannedMm)),
                        ("most", Quantity.Mm(most))
                    ),
                    [Check.AtMost("depth planned", plannedMm, most, 0, Dimension.Length, "engine sheet")]
                )
            )
            : null;

    /// <summary>What the four depths say.</summary>
    /// <param name="c">The step.</param>
    /// <param name="seal">The seal.</param>
    /// <param name="plannedMm">How deep it should sit.</param>
    /// <param name="done">What to do next where it sits.</param>
    /// <param name="screws">The screws of a pressing plate, where one presses.</param>
    public static Judgement Judge(
        StepContext c,
        SealSheet seal,
        double plannedMm,
        string done,
        IReadOnlyList<Squareness.Screw>? screws = null
    )
    {
        if (s_deg.Select(deg => (int?)deg).FirstOrDefault(deg => !c.Taken(At(c.Step.Name, deg!.Value))) is { } at)
        {
            return c.Step.Slots(c).Any(s => s.Kind == SlotKind.Tick && !c.Taken(s))
                ? Prompt.Next(c)
                : new Judgement(
                    Sentence.Of("Depth of the seal’s face at {clock}, down from the housing.", ("clock", Quantity.AtClock(at)))
                );
        }

        var tilt = seal.Tilt ?? c.Sheet.Usual(NeatBoreDefaults.SealTilt);
        var half = Math.Min((seal.Depth.High ?? double.MaxValue) - seal.DepthMm, seal.DepthMm - (seal.Depth.Low ?? double.MinValue));
        var answer = Squareness.Solve(
            new Squareness.Request(
                [.. s_deg.Select(deg => new Squareness.DepthReading(deg, c.Number(At(c.Step.Name, deg))!.Value))],
                (seal.OuterMm / 2) - 3,
                TargetDepthMm: plannedMm,
                DepthToleranceMm: half,
                TiltLimitMm: tilt.High,
                GaugeUncertaintyMm: s_deg.Max(deg => c.Uncertainty(At(c.Step.Name, deg))),
                Screws: screws
            )
        );
        var call = answer.Call!.Sourced(check => check.Name == "tilt" ? tilt.SourceWords : seal.Depth.SourceWords);
        // What was planned may lie near an end of what is allowed: how near it came is one thing, the end another.
        var ends = seal.Depth.Checks("depth allowed", answer.MeanDepthMm, answer.UncertaintyMm.Mean).ToList();
        if (ends.Count > 0 && ends.Max(k => k.Verdict) > call.Verdict)
        {
            var end = ends.MaxBy(k => k.Verdict)!;
            call = new Call(
                end.Verdict,
                Sentence.Of(
                    "It stands {mean} deep; {limit} is allowed.",
                    ("mean", Quantity.Mm(answer.MeanDepthMm)),
                    ("limit", Quantity.Mm(end.Limit))
                ),
                [end, .. call.Checks]
            );
        }

        var deepest = s_deg.Max(deg => c.Number(At(c.Step.Name, deg))!.Value);
        if (seal.BottomsMm is { } most && deepest >= most)
        {
            call = new Call(
                Verdict.Stop,
                Sentence.Of(
                    "It stands {deep} deep; its spring bottoms at {most}.",
                    ("deep", Quantity.Mm(deepest)),
                    ("most", Quantity.Mm(most))
                ),
                [Check.AtMost("deepest place", deepest, most, 0, Dimension.Length, "engine sheet"), .. call.Checks]
            );
        }

        var lead = call.Checks[0];
        var first = answer.Passes.Count > 0 && answer.Passes[0].Count > 0 ? answer.Passes[0][0] : null;
        string template = (call.Verdict, lead.Name, lead.Side) switch
        {
            (Verdict.Go, _, _) => done,
            (Verdict.LookAgain, _, _) => "Wipe both faces and read the four depths again.",
            (_, "deepest place", _) => "Too deep: its spring has bottomed. Out with it; a new seal.",
            (_, "depth" or "depth allowed", Side.Upper) => "It is {past} too deep. Ease it back or fit a new one; don’t lever on the lip.",
            _ when first is not null => "Turn screw {screw} in by {turns}, then the next: round and round. Read again.",
            (_, "tilt", _) => "It sits crooked by {tilt}. Press on at {high} only, a little, and read again.",
            _ => "Press it {more} deeper, hardest at {high}. Read again.",
        };
        return new Judgement(
            Sentence.Of(
                template,
                ("tilt", Quantity.Mm(answer.TiltMm)),
                ("high", Quantity.AtClock((answer.DeepestDeg ?? 180) + 180)),
                ("more", Quantity.Mm(Math.Max(0, plannedMm - answer.MeanDepthMm))),
                ("past", Quantity.Mm(Math.Max(0, answer.MeanDepthMm - plannedMm))),
                ("screw", Quantity.Word(first?.Id ?? "")),
                ("turns", new Quantity(first?.Turns ?? 0, Dimension.Number, 0.05))
            ),
            call,
            answer
        );
    }
}
