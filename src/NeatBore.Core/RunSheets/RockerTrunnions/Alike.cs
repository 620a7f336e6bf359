using NeatBore.Core.Calculators.Fits;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.RockerTrunnions;

/// <summary>A set whose bodies are alike: what is not measured is taken for one of them.</summary>
internal static class Alike
{
    /// <summary>The fits of those of the set that were measured before this one was pressed, where they are six or more, all good, and
    /// alike: then a body that isn't measured is taken for one of them. Null where that can't be said.</summary>
    public static List<InterferenceFit.Answer>? Measured(StepContext c) =>
        c.Once(
            $"alike {c.Item}",
            () =>
            {
                var pressed = Sides.PressedAt(c, FirstStep.Name);
                var measured = c
                    .Sheet.Rockers!.Places.Select(p => c.For(p.Id))
                    .Where(o => o.Item != c.Item && MeasuredAt(o) is { } at && (pressed is null || at < pressed))
                    .Select(o => (Rocker: o, Fit: Fit.Of(o)))
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
                    && Like(BodyStep.Bush.At(0), Kit.Of(c).OuterMm)
                    ? measured.ConvertAll(m => m.Fit!)
                    : null;
            }
        );

    public static DateTimeOffset? MeasuredAt(StepContext c) =>
        c.TakenAt(BodyStep.Bore.At(0)) is { } bore && c.TakenAt(BodyStep.Bush.At(0)) is { } bush
            ? bore > bush
                ? bore
                : bush
            : null;

    /// <summary>The fit as it was measured, or the middle one of those that it is taken to be like.</summary>
    public static InterferenceFit.Answer? FitOf(StepContext c) =>
        Fit.Of(c) is { } own && MeasuredAt(c) is not null ? own
        : Measured(c) is { } fits ? fits.OrderBy(f => f.InterferenceMm.Mean).ElementAt(fits.Count / 2)
        : null;
}
