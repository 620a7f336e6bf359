using NeatBore.Core.Calculators.Fits;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class RockerTrunnions
{
    /// <summary>The fits of those of the set that were measured before this one was pressed, where they are six or more, all good, and
    /// alike: then a body that isn't measured is taken for one of them. Null where that can't be said.</summary>
    private static List<InterferenceFit.Answer>? Alike(StepContext c) =>
        c.Once(
            $"alike {c.Item}",
            () =>
            {
                var pressed = PressedAt(c, FirstStep.Name);
                var measured = c
                    .Sheet.Rockers!.Places.Select(p => c.For(p.Id))
                    .Where(o => o.Item != c.Item && MeasuredAt(o) is { } at && (pressed is null || at < pressed))
                    .Select(o => (Rocker: o, Fit: Fit(o)))
                    .Where(o => o.Fit is not null)
                    .ToList();
                bool Like(NumberSlot slot, double nominalMm)
                {
                    var set = SetOutlier.Solve(
                        new SetOutlier.Request(
                            [.. measured.Select(m => new SetOutlier.SetReading(m.Rocker.Item, m.Rocker.Number(slot)!.Value - nominalMm))],
                            measured.Max(m => m.Rocker.Uncertainty(slot))
                        )
                    );
                    return set.Readings.All(r => r.Verdict is Verdict.Go);
                }

                return
                    measured.Count >= SetOutlier.Fewest
                    && measured.TrueForAll(m => m.Fit!.Call is { Verdict: Verdict.Go })
                    && Like(BodyStep.Bore.At(0), c.Sheet.Rockers.Body.BoreMm)
                    && Like(BodyStep.Bush.At(0), KitOf(c).OuterMm)
                    ? measured.ConvertAll(m => m.Fit!)
                    : null;
            }
        );

    private static DateTimeOffset? MeasuredAt(StepContext c) =>
        c.TakenAt(BodyStep.Bore.At(0)) is { } bore && c.TakenAt(BodyStep.Bush.At(0)) is { } bush
            ? bore > bush
                ? bore
                : bush
            : null;

    /// <summary>The fit as it was measured, or the middle one of those that it is taken to be like.</summary>
    private static InterferenceFit.Answer? FitOrAlike(StepContext c) =>
        Fit(c) is { } own && MeasuredAt(c) is not null ? own
        : Alike(c) is { } fits ? fits.OrderBy(f => f.InterferenceMm.Mean).ElementAt(fits.Count / 2)
        : null;

    private static IReadOnlyList<Slot> BodySlots(StepContext c)
    {
        var alike = Alike(c) is not null;
        return
        [
            .. PressedIn
                .Across(BodyStep.Bore, "Body’s bore", "bore-gauge", c.Sheet.Rockers!.Body.BoreMm)
                .Select(s => s with { Reads = "rockers/body/boreMm", Required = s.AngleDeg == 0 && !alike }),
            .. PressedIn
                .Across(
                    BodyStep.Bush,
                    KitOf(c).Kind == TrunnionKind.Bush ? "Bush, outside" : "Cup, outside",
                    "micrometer",
                    KitOf(c).OuterMm
                )
                .Select(s => s with { Required = s.AngleDeg == 0 && !alike }),
        ];
    }

    private static Judgement JudgeBody(StepContext c) =>
        MeasuredAt(c) is not null && Fit(c) is { } fit
            ? PressedIn.JudgeFit(
                c.Sheet,
                fit,
                Wanted(c),
                s_parts with
                {
                    Inner = KitOf(c).Kind == TrunnionKind.Bush ? "bush" : "cup",
                },
                "It fits. Expect {low} to {high} at the press."
            )
        : Alike(c) is not null && !BodySlots(c).Any(c.Taken)
            ? new Judgement(
                Sentence.Of("Wash it, wipe its bore. Force or feel tells a worn body."),
                new Call(Verdict.Go, Sentence.Of("Not measured: those measured before it are alike."), []),
                FitOrAlike(c)
            )
        : Prompt.For(BodySlots(c).FirstOrDefault(s => s.AngleDeg == 0 && !c.Taken(s)));
}
