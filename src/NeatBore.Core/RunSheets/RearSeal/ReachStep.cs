using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.RearSeal;

/// <summary>The lip looked at all round once its housing is tight, or felt beside with a feeler.</summary>
internal static class ReachStep
{
    public static readonly StepName Name = new("reach");
    private static readonly PickSlot s_lip = Name.Pick("lip");
    private static readonly Option s_even = new("even", "lies even");
    private static readonly Option s_side = new("side", "pressed to one side");
    private static readonly Option s_folded = new("folded", "folded, or off its spring");
    private static readonly NumberSlot s_widest = Name.Number("widest");
    private static readonly NumberSlot s_narrowest = Name.Number("narrowest");

    public static Step Step =>
        new(Name, "Round the lip, tight", "seal")
        {
            Loosens = [TorqueStep.Name],
            When = Centring.BySeal,
            Slots = _ =>
                [
                    Slot.Pick(s_lip, "Lip against the crank, all round", s_even, s_side, s_folded),
                    Gap(s_widest, "widest"),
                    Gap(s_narrowest, "narrowest"),
                ],
            Judge = Judge,
            Gate = "the lip lies even",
            Cautions = ["A feeler beside a lip cuts it: only where there is room, never under it."],
        };

    private static Slot Gap(NumberSlot slot, string at) =>
        new(
            slot,
            $"Feeler beside the lip, {at}",
            SlotKind.Number,
            Dimension.Length,
            0.01,
            "feeler",
            Plausible: new Band(0, 10),
            Required: false
        );

    private static Judgement Judge(StepContext c) =>
        !c.Taken(s_lip) ? Prompt.Next(c)
        : c.Is(s_lip, s_folded)
            ? new Judgement(
                Sentence.Of("Housing off, a new seal, and on over a sleeve."),
                new Call(Verdict.Stop, Sentence.Of("A lip that is folded leaks from the first turn."), [])
            )
        : c.Is(s_lip, s_side)
            ? new Judgement(
                Sentence.Of("Slacken the bolts, turn the crank both ways, snug and tighten again."),
                new Call(Verdict.Stop, Sentence.Of("The lip is pressed to one side: tightening moved the housing."), [])
            )
        : c.Number(s_widest) is { } widest && c.Number(s_narrowest) is { } narrowest ? ByFeeler(c, widest, narrowest)
        : new Judgement(
            Sentence.Of("Lip only: no gap was measured. Look round it again after the first run."),
            new Call(Verdict.Decide, Sentence.Of("The soft lip centred it, and lies even by eye."), [])
        );

    private static Judgement ByFeeler(StepContext c, double widest, double narrowest)
    {
        var limit = c.Sheet.Rear!.Housing!.Offset ?? c.Sheet.Usual(NeatBoreDefaults.SealOffset);
        // Two gaps across from one another differ by twice the offset.
        var offset = Math.Abs(widest - narrowest) / 2;
        var call = Call.Of(
            [.. limit.Checks("offset", offset, c.Uncertainty(s_widest) / Math.Sqrt(2))],
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
    }
}
