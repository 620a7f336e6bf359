using NeatBore.Core.Calculators.Fits;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class RockerTrunnions
{
    /// <summary>The last of the second side is gone in steps of this, mm, as far again as this before its depth.</summary>
    private const double SmallStepMm = 0.05;

    private static PickSlot Feel(StepName side) => side.Pick("feel");

    private static NumberSlot Lies(StepName side) => side == FirstStep.Name ? FirstStep.Flush : SecondStep.Depth;

    private static IReadOnlyList<Slot> SideSlots(StepContext c, StepName side)
    {
        var fit = FitOrAlike(c);
        var read = fit is not null && (c.Taken(PressedIn.Trace(side)) || c.Taken(PressedIn.Peak(side)));
        List<Slot> force = [.. PressedIn.Force(c, side, fit, Travel(c, side)).Select(s => s with { Required = false })];
        return
        [
            force[0],
            Slot.Pick(
                Feel(side),
                "How it went in",
                new("as-others", "firm all the way, as the others"),
                new("easier", "easier than the others"),
                new("harder", "harder, or by jerks")
            ) with
            {
                Required = !read,
            },
            .. force.Skip(1),
            new Slot(
                Lies(side),
                side == FirstStep.Name ? "Below the body’s face, − proud" : "Below the body’s face",
                SlotKind.Number,
                Dimension.Length,
                0.01,
                "depth-gauge",
                Plausible: new Band(-3, 3),
                Required: false,
                Expected: side == FirstStep.Name ? 0 : DeepMm(c)
            ),
        ];
    }

    private static Judgement JudgeByFeel(StepContext c, StepName side)
    {
        var fit = FitOrAlike(c);
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
                        ("near", Quantity.Mm(DeepMm(c) - (2 * SmallStepMm))),
                        ("step", Quantity.Mm(SmallStepMm)),
                        ("deep", Quantity.Mm(DeepMm(c)))
                    ),
                Answer: fit is null
                    ? null
                    : DrawTravel.Solve(new DrawTravel.Request(Travel(c, side), 0, Travel(c, side) - PressedIn.StartedMm, fit.PressForceN))
            );
        }

        return Lying(c, side, (force ?? felt)!);
    }

    /// <summary>What a trace or a gauge's peak says, against the fit and against the others; null where neither was read.</summary>
    private static Judgement? Read(StepContext c, StepName side, InterferenceFit.Answer fit)
    {
        if (!c.Taken(PressedIn.Trace(side)) && !c.Taken(PressedIn.Peak(side)) && c.CutOff(PressedIn.Trace(side)) is null)
        {
            return null;
        }

        var pressed = PressedIn.JudgePress(
            c,
            fit,
            Travel(c, side),
            side == FirstStep.Name,
            "Clean. Wipe the swarf off, both faces.",
            "It went in too easily: the body is worn. Press it out; another body, or say why it holds."
        );
        // Of a body that was not measured the others say more than the fit that it is taken for.
        return pressed.Call is null ? null
            : pressed.Call.Verdict is Verdict.Go or Verdict.Decide
            && Odd(c, side, FitOrAlike) is { } odd
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
        var call = PressedIn.Between(
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
                ("by", Quantity.Mm(Math.Abs(depth - (first ? 0 : DeepMm(c)))))
            ),
            call with
            {
                Checks = [.. call.Checks, .. pressed.Call!.Checks],
            },
            pressed.Answer
        );
    }
}
