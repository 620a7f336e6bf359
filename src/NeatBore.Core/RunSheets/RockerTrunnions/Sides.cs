using System.Globalization;
using NeatBore.Core.Calculators.Fits;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class RockerTrunnions
{
    private static class FirstStep
    {
        public static readonly StepName Name = new("first");
        public static readonly NumberSlot Flush = Name.Number("flush");
    }

    private static class SecondStep
    {
        public static readonly StepName Name = new("second");
        public static readonly NumberSlot Depth = Name.Number("depth");
    }

    private static double Travel(StepContext c, StepName side) => KitOf(c).LengthMm + (side == SecondStep.Name ? DeepMm(c) : 0);

    /// <summary>The force against those of the set that were pressed before this one, from six on: what is pressed later changes nothing
    /// that was said.</summary>
    private static Judgement? Odd(StepContext c, StepName step, Func<StepContext, InterferenceFit.Answer?> fit)
    {
        if (PressedAt(c, step) is not { } at || PressedIn.ForceN(c, step, fit(c), Travel(c, step)) is not { } own)
        {
            return null;
        }

        var before = c
            .Sheet.Rockers!.Places.Select(p => c.For(p.Id))
            .Where(o => o.Item != c.Item && PressedAt(o, step) < at)
            .Select(o => (o.Item, Force: PressedIn.ForceN(o, step, fit(o), Travel(o, step))))
            .Where(o => o.Force is not null)
            .Select(o => new SetOutlier.SetReading(o.Item, o.Force!.Value))
            .ToList();
        if (before.Count + 1 < SetOutlier.Fewest)
        {
            return null;
        }

        var set = SetOutlier.Solve(
            new SetOutlier.Request([.. before, new SetOutlier.SetReading(c.Item, own)], c.Uncertainty(ForceSlot(c, step)))
        );
        return set.Readings[^1] is { Verdict: { } verdict and not Verdict.Go } score
            ? new Judgement(
                ForceAdvice(score.Score, verdict),
                Stands(verdict, "press force", own, set.Median, Dimension.Force, 100, Name(c.Item))
            )
            : null;
    }

    private static DateTimeOffset? PressedAt(StepContext c, StepName step) =>
        c.TakenAt(PressedIn.Trace(step)) ?? c.TakenAt(PressedIn.Peak(step));

    private static SlotName ForceSlot(StepContext c, StepName step) =>
        c.Taken(PressedIn.Trace(step)) ? PressedIn.Trace(step) : PressedIn.Peak(step);

    private static Sentence ForceAdvice(double score, Verdict verdict) =>
        Sentence.Of(
            score < 0
                ? verdict == Verdict.Stop
                    ? "Press it out: this body is worn. Fit another body and begin it again."
                    : "Look at this body: it went in easier than the set. Another body, or say why it holds."
                : verdict == Verdict.Stop
                    ? "Press it out: it galled or went in cocked. Look at bush and bore."
                    : "It took more than the set. Look for a tear or a burr, or say why it is good."
        );

    private static Call Stands(
        Verdict verdict,
        string what,
        double value,
        double median,
        Dimension dimension,
        double resolution,
        string who
    ) =>
        new(
            verdict,
            Sentence.Of(
                "{who}: {what} {value}; the middle of its set is {median}.",
                ("who", Quantity.Word(who)),
                ("what", Quantity.Word(what)),
                ("value", new Quantity(value, dimension, resolution)),
                ("median", new Quantity(median, dimension, resolution))
            ),
            [
                new Check(
                    $"{who.ToLowerInvariant()}, {what}",
                    verdict,
                    value,
                    median,
                    0,
                    value < median ? Side.Lower : Side.Upper,
                    dimension,
                    "its own set"
                ),
            ]
        );
}
