using NeatBore.Core.Calculators.Fits;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.RockerTrunnions;

/// <summary>A side judged by force, or by feel where nobody measures one.</summary>
internal static class ByFeel
{
    /// <summary>The last of the second side is gone in steps of this, mm, as far again as this before its depth.</summary>
    private const double SmallStepMm = 0.05;

    public static Judgement Judge(StepContext c, StepName side)
    {
        var fit = Alike.FitOf(c);
        var first = side == FirstStep.Name;
        var force = fit is null ? null : Read(c, side, fit);
        if (force?.Call is { Verdict: not Verdict.Go })
        {
            return force;
        }

        var felt = force is null || c.Taken(Feel(side)) ? Felt(c, side) : null;
        if (felt?.Call is { Verdict: not Verdict.Go })
        {
            return felt with { Answer = force?.Answer };
        }

        if (force is null && felt is null)
        {
            return new Judgement(
                first
                    ? Sentence.Of("Start it by hand, square. Press it flush, then say how it went in.")
                    : Sentence.Of(
                        "Nothing brings this side back: press to {near} below, then by {step} at a time to {deep}.",
                        ("near", Quantity.Mm(SecondStep.DeepMm(c) - (2 * SmallStepMm))),
                        ("step", Quantity.Mm(SmallStepMm)),
                        ("deep", Quantity.Mm(SecondStep.DeepMm(c)))
                    ),
                Answer: fit is null
                    ? null
                    : DrawTravel.Solve(
                        new DrawTravel.Request(Sides.Travel(c, side), 0, Sides.Travel(c, side) - PressForce.StartedMm, fit.PressForceN)
                    )
            );
        }

        return Lying(c, side, (force ?? felt)!);
    }

    public static PickSlot Feel(StepName side) => side.Pick("feel");

    public static NumberSlot Lies(StepName side) => side == FirstStep.Name ? FirstStep.Flush : SecondStep.Depth;

    /// <summary>What a trace or a gauge's peak says, against the fit and against the others; null where neither was read.</summary>
    private static Judgement? Read(StepContext c, StepName side, InterferenceFit.Answer fit)
    {
        if (!c.Taken(PressForce.Trace(side)) && !c.Taken(PressForce.Peak(side)) && c.CutOff(PressForce.Trace(side)) is null)
        {
            return null;
        }

        var pressed = PressForce.Judge(
            c,
            fit,
            Sides.Travel(c, side),
            side == FirstStep.Name,
            "Clean. Wipe the swarf off, both faces.",
            "It went in too easily: the body is worn. Press it out; another body, or say why it holds."
        );
        // Of a body that was not measured the others say more than the fit that it is taken for.
        return pressed.Call is null ? null
            : pressed.Call.Verdict is Verdict.Go or Verdict.Decide
            && Odd(c, side, Alike.FitOf) is { } odd
            && odd.Call!.Verdict > pressed.Call.Verdict
                ? odd with
                {
                    Answer = pressed.Answer,
                }
            : pressed;
    }

    private static Judgement? Felt(StepContext c, StepName side) =>
        c.Picked(Feel(side)) switch
        {
            null => null,
            "easier" => new Judgement(
                Sentence.Of("Press it out and look at its body: worn. Another body, or say why it holds."),
                new Call(Verdict.Decide, Sentence.Of("It went in easier than the others, by feel."), [])
            ),
            "harder" => new Judgement(
                Sentence.Of("Press it out. Look at bush and bore for a tear or a cocked start, then again."),
                new Call(Verdict.LookAgain, Sentence.Of("It went in harder than the others, by feel."), [])
            ),
            _ => new Judgement(
                side == FirstStep.Name
                    ? Sentence.Of("In. Wipe the swarf off, both faces. Trunnion in.")
                    : Sentence.Of("In. Wipe the swarf off, then its clips."),
                new Call(Verdict.Go, Sentence.Of("Firm all the way, by feel: its force was not read."), [])
            ),
        };

    /// <summary>How the side lies, where that was read: the first flush, the second no further out than its face.</summary>
    private static Judgement Lying(StepContext c, StepName side, Judgement pressed)
    {
        if (c.Number(Lies(side)) is not { } depth)
        {
            return pressed;
        }

        var first = side == FirstStep.Name;
        var call = PressedFit.Between(
            "depth",
            depth,
            c.Uncertainty(Lies(side)),
            first ? c.Sheet.Usual(NeatBoreDefaults.Flush) : new Limit(0, null, LimitSource.Default)
        );
        if (call.Verdict == Verdict.Go || (!first && call.Verdict == Verdict.LookAgain))
        {
            return pressed with { Call = pressed.Call! with { Checks = [.. pressed.Call.Checks, .. call.Checks] } };
        }

        return new Judgement(
            Sentence.Of(
                (call.Verdict, call.Checks[0].Side, first) switch
                {
                    (Verdict.LookAgain, _, _) => "Read how it lies again, on clean faces.",
                    (_, Side.Lower, true) => "It stands proud: press it {by} on.",
                    (_, Side.Lower, _) => "It stands proud: press it {by} on, the last by hundredths.",
                    _ => "Too deep by {by}: press it back from the other side, before the trunnion is in.",
                },
                ("by", Quantity.Mm(Math.Abs(depth - (first ? 0 : SecondStep.DeepMm(c)))))
            ),
            call with
            {
                Checks = [.. call.Checks, .. pressed.Call!.Checks],
            },
            pressed.Answer
        );
    }

    /// <summary>The force against those of the set that were pressed before this one, from six on: what is pressed later changes nothing
    /// that was said.</summary>
    private static Judgement? Odd(StepContext c, StepName step, Func<StepContext, InterferenceFit.Answer?> fit)
    {
        if (Sides.PressedAt(c, step) is not { } at || PressForce.TakenN(c, step, fit(c), Sides.Travel(c, step)) is not { } own)
        {
            return null;
        }

        var before = c
            .Sheet.Rockers!.Places.Select(p => c.For(p.Id))
            .Where(o => o.Item != c.Item && Sides.PressedAt(o, step) < at)
            .Select(o => (o.Item, Force: PressForce.TakenN(o, step, fit(o), Sides.Travel(o, step))))
            .Where(o => o.Force is not null)
            .Select(o => new SetOutlier.SetReading(o.Item, o.Force!.Value))
            .ToList();
        if (before.Count + 1 < SetOutlier.Fewest)
        {
            return null;
        }

        var set = SetOutlier.Solve(
            new SetOutlier.Request([.. before, new SetOutlier.SetReading(c.Item, own)], c.Uncertainty(Sides.ForceSlot(c, step)))
        );
        return set.Readings[^1] is { Verdict: { } verdict and not Verdict.Go } score
            ? new Judgement(
                ForceAdvice(score.Score, verdict),
                Sides.Stands(verdict, "press force", own, set.Median, Dimension.Force, 100, Rockers.Name(c.Item))
            )
            : null;
    }

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
}
