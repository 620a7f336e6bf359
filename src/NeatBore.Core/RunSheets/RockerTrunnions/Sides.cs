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
        public static readonly TickSlot Trace = Name.Tick("trace");
        public static readonly NumberSlot Flush = Name.Number("flush");
        public static readonly TickSlot Swarf = Name.Tick("swarf");
    }

    private static class SecondStep
    {
        public static readonly StepName Name = new("second");
        public static readonly TickSlot Trace = Name.Tick("trace");
        public static readonly NumberSlot Depth = Name.Number("depth");
        public static readonly TickSlot Swarf = Name.Tick("swarf");
    }

    private static double Travel(StepContext c, StepName side) => KitOf(c).LengthMm + (side == SecondStep.Name ? DeepMm(c) : 0);

    private static Judgement JudgeSide(StepContext c, bool first)
    {
        var (step, slot, swarf) = first
            ? (FirstStep.Name, FirstStep.Flush, FirstStep.Swarf)
            : (SecondStep.Name, SecondStep.Depth, SecondStep.Swarf);
        var kit = KitOf(c);
        var pressed = PressedIn.JudgePress(
            c,
            Fit(c),
            Travel(c, step),
            first,
            first ? "Clean. Read how it lies to the face, wipe the swarf off." : "In. Read its depth, wipe the swarf off.",
            "It went in too easily: the body is worn. Press it out; another body, or say why it holds."
        );
        if (pressed.Call is null or { Verdict: not Verdict.Go })
        {
            return pressed;
        }

        if (c.Number(slot) is not { } depth || !c.Taken(swarf))
        {
            return pressed with { Call = null, Do = c.Taken(slot) ? Sentence.Of("Wipe the swarf off, both faces.") : pressed.Do };
        }

        // The second side only has to leave its float, and that is measured by itself: here it must not stand proud.
        var limit = first ? c.Sheet.Usual(NeatBoreDefaults.Flush) : new Limit(0, null, LimitSource.Default);
        var call = PressedIn.Between("depth", depth, c.Uncertainty(slot), limit);
        if (!first && call.Verdict == Verdict.LookAgain)
        {
            call = call with { Verdict = Verdict.Go };
        }

        var odd = Odd(c, step, Fit);
        var force = pressed.Call.Checks[0];
        return odd is not null && call.Verdict == Verdict.Go
            ? odd with
            {
                Answer = pressed.Answer,
            }
            : new Judgement(
                Sentence.Of(
                    (call.Verdict, call.Checks[0].Side, first) switch
                    {
                        (Verdict.Go, _, true) => kit.Kind == TrunnionKind.Bush
                            ? "Flush. Measure it inside: it has closed up."
                            : "Flush. Oil the trunnion and put it in.",
                        (Verdict.Go, _, _) => "In. Now its end float.",
                        (Verdict.LookAgain, _, _) => "Read how it lies again, on clean faces.",
                        (_, Side.Lower, _) => "It stands proud: press it {by} on.",
                        _ => "Too deep by {by}: press it back from the other side.",
                    },
                    ("by", Quantity.Mm(Math.Abs(depth - (first ? 0 : DeepMm(c)))))
                ),
                call.Verdict == Verdict.Go
                    ? new Call(
                        Verdict.Go,
                        Sentence.Of(
                            "{f} pressed it in; it lies {d} below the face.",
                            ("f", Quantity.Newtons(force.Value)),
                            ("d", Quantity.Mm(depth))
                        ),
                        [force, .. call.Checks]
                    )
                    : call with
                    {
                        Checks = [.. call.Checks, force],
                    },
                pressed.Answer
            );
    }

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
