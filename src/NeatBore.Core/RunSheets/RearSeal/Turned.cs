using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>A housing that its own seal centres as the crank turns in it, and one that a dial or feelers do.</summary>
public static partial class RearSeal
{
    private static class BenchStep
    {
        public static readonly StepName Name = new("bench");
    }

    private static class ReachStep
    {
        public static readonly StepName Name = new("reach");
        public static readonly PickSlot Lip = Name.Pick("lip");
        public static readonly NumberSlot Widest = Name.Number("widest");
        public static readonly NumberSlot Narrowest = Name.Number("narrowest");
    }

    private static class SpringStep
    {
        public static readonly StepName Name = new("spring");
        public static readonly PickSlot Looks = Name.Pick("looks");
    }

    private static readonly PickSlot s_rods = LooseStep.Name.Pick("rods");

    /// <summary>Centred by its seal: in before the housing goes on.</summary>
    private static Applies Turned(StepContext c) =>
        Centred(c) is { Because: not null } none ? none : Applies.If(c.Chosen(Sweeping.School) == "turn", "It is centred with no seal in.");

    /// <summary>Centred by a dial or by feelers.</summary>
    private static Applies Swung(StepContext c) =>
        Centred(c) is { Because: not null } none ? none : Applies.If(c.Chosen(Sweeping.School) != "turn", "Its own seal centres it.");

    private static Judgement JudgeBench(StepContext c) =>
        c.Chosen(SealCare.Lip) == "ptfe"
            ? new Judgement(
                Sentence.Of("Take the dial or feelers: a PTFE lip can’t centre a housing."),
                new Call(Verdict.Stop, Sentence.Of("Turning the crank drags a dry PTFE lip and spoils it."), [])
            )
            : Prompt.Next(c);

    private static IReadOnlyList<Slot> LooseSlots(StepContext c) =>
        Turned(c).Because is null
            ?
            [
                Slot.Pick(s_rods, "Rods and pistons", new("off", "off the crank"), new("on", "on it: it turns stiffly")),
                Slot.Tick("turned", "On over a sleeve, bolts finger-tight; crank turned both ways, twice; snug"),
            ]
            : [Slot.Tick("on", "On, no seal in, bolts finger-tight"), s_sweeping.FreeSlot(c)];

    private static Judgement JudgeLoose(StepContext c)
    {
        if (Turned(c).Because is not null)
        {
            return Prompt.Next(c);
        }

        var tick = LooseStep.Name.Tick("turned");
        if (CrankTurns.Held(c, "rear-seal", c.TakenAt(tick)) is { } held)
        {
            return held;
        }

        return (c.Picked(s_rods), c.Taken(tick)) switch
        {
            (null, _) => Prompt.Next(c),
            ("on", false) => new Judgement(
                Sentence.Of("Two turns each way on a long bar, slowly: the lip pulls the housing to the middle. Then snug the bolts.")
            ),
            (_, false) => new Judgement(
                Sentence.Of("Two turns each way by hand: the lip pulls the housing to the middle. Then snug the bolts.")
            ),
            _ => new Judgement(Sentence.Of("Tighten its bolts in order.")),
        };
    }

    private static IReadOnlyList<Slot> ReachSlots(StepContext c)
    {
        Slot Gap(NumberSlot key, string at) =>
            new(
                key,
                $"Feeler beside the lip, {at}",
                SlotKind.Number,
                Dimension.Length,
                0.01,
                "feeler",
                Plausible: new Band(0, 10),
                Required: false
            );
        return
        [
            Slot.Pick(
                ReachStep.Lip,
                "Lip against the crank, all round",
                new("even", "lies even"),
                new("side", "pressed to one side"),
                new("folded", "folded, or off its spring")
            ),
            Gap(ReachStep.Widest, "widest"),
            Gap(ReachStep.Narrowest, "narrowest"),
        ];
    }

    private static Judgement JudgeReach(StepContext c)
    {
        switch (c.Picked(ReachStep.Lip))
        {
            case null:
                return Prompt.Next(c);
            case "folded":
                return new Judgement(
                    Sentence.Of("Housing off, a new seal, and on over a sleeve."),
                    new Call(Verdict.Stop, Sentence.Of("A lip that is folded leaks from the first turn."), [])
                );
            case "side":
                return new Judgement(
                    Sentence.Of("Slacken the bolts, turn the crank both ways, snug and tighten again."),
                    new Call(Verdict.Stop, Sentence.Of("The lip is pressed to one side: tightening moved the housing."), [])
                );
            case var _ when c.Number(ReachStep.Widest) is { } widest && c.Number(ReachStep.Narrowest) is { } narrowest:
                var limit = c.Sheet.Rear!.Housing!.Offset ?? c.Sheet.Usual(NeatBoreDefaults.SealOffset);
                // Two gaps across from one another differ by twice the offset.
                var offset = Math.Abs(widest - narrowest) / 2;
                var call = Call.Of(
                    [.. limit.Checks("offset", offset, c.Uncertainty(ReachStep.Widest) / Math.Sqrt(2))],
                    k =>
                        Sentence.Of(
                            "By the feeler it stands {value} ± {u} off; {limit} is the limit.",
                            ("value", Quantity.Mm(k.Value)),
                            ("u", Quantity.Mm(k.Uncertainty)),
                            ("limit", Quantity.Mm(k.Limit))
                        )
                );
                return call is null
                    ? new Judgement(Sentence.Of(Held.ToldOnly))
                    : new Judgement(
                        Sentence.Of(
                            call.Verdict switch
                            {
                                Verdict.Go => "Even all round. The rear seal is in.",
                                Verdict.LookAgain => "Feel both gaps again, with a thinner blade between.",
                                _ => "Slacken the bolts, turn the crank both ways, snug and tighten again.",
                            }
                        ),
                        call
                    );
            default:
                return new Judgement(
                    Sentence.Of("Lip only: no gap was measured. Look round it again after the first run."),
                    new Call(Verdict.Decide, Sentence.Of("The soft lip centred it, and lies even by eye."), [])
                );
        }
    }

    private static Judgement JudgeSpring(StepContext c) =>
        c.Picked(SpringStep.Looks) switch
        {
            null => Prompt.Next(c),
            "whole" => new Judgement(
                Sentence.Of("The rear seal is in. The flange or flywheel is next."),
                new Call(Verdict.Go, Sentence.Of("Spring in its groove, case whole, lip lying out all round."), [])
            ),
            "spring" => new Judgement(
                Sentence.Of("Put the spring back with a blunt hook, and look all round again; if it won’t stay, a new seal."),
                new Call(Verdict.Stop, Sentence.Of("A seal without its spring leaks."), [])
            ),
            _ => new Judgement(
                Sentence.Of("Out with it: a new seal, pressed by small turns."),
                new Call(Verdict.Stop, Sentence.Of("A buckled case or a folded lip leaks from the first turn."), [])
            ),
        };
}
