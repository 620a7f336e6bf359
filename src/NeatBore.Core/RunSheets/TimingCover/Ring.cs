using NeatBore.Core.Calculators.Seals;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>Centred without a sweep: by a ring on the nose that fits the bare bore, by a ring or the balancer on the soft lip.</summary>
public static partial class TimingCover
{
    private static class RingStep
    {
        public static readonly NumberSlot Inside = HangStep.Name.Number("ring");
        public static readonly NumberSlot Nose = HangStep.Name.Number("shaft");
        public static readonly NumberSlot Tape = HangStep.Name.Number("tape");
        public static readonly NumberSlot Outside = HangStep.Name.Number("ring-outside");
        public static readonly NumberSlot Bore = HangStep.Name.Number("bore");
        public static readonly PickSlot Turns = FinalStep.Name.Pick("turns");
    }

    private static bool BySweep(StepContext c) => c.Chosen(Sweeping.School) is "dial" or "feeler";

    /// <summary>Measured for it is not on; what was on may be off again.</summary>
    private static bool BalancerIsOn(StepContext c) =>
        c.WorkedAt("balancer-on", "draw", "pilot", "seat", "bolt") > c.WorkedAt("balancer-off", "pull", "prise");

    private static Applies Swept(StepContext c) => Applies.If(BySweep(c), "No sweep is asked: it is centred by what is on the nose.");

    private static Slot Diameter(SlotName slot, string label, string gauge, bool required = true) =>
        new(
            slot.Key,
            label,
            SlotKind.Number,
            Dimension.Length,
            0.01,
            gauge,
            Plausible: slot == RingStep.Tape ? new Band(0.02, 0.5) : new Band(10, 250),
            Required: required
        )
        {
            Same =
                slot == RingStep.Nose ? "nose/in-0"
                : slot == RingStep.Bore ? "seal-bore/0"
                : null,
        };

    private static IReadOnlyList<Slot> SetupSlots(StepContext c) =>
        c.Chosen(Sweeping.School) == "ring"
            ?
            [
                Diameter(RingStep.Inside, "Ring, inside", "bore-gauge"),
                Diameter(RingStep.Nose, "Nose, under the ring", "micrometer"),
                Diameter(RingStep.Outside, "Ring, outside", "micrometer"),
                Diameter(RingStep.Bore, "Seal’s bore, bare", "bore-gauge"),
                Diameter(RingStep.Tape, "Tape, thickness of one layer", "micrometer", required: false),
            ]
            : Sweeping.SetupSlots(c);

    private sealed record RingPlay(int Wraps, double HalfMm, double UncertaintyMm);

    /// <summary>How far off the ring can leave it: half of its play on the nose, after its tape, and in the bore.</summary>
    private static RingPlay? Play(StepContext c)
    {
        if (
            c.Number(RingStep.Inside) is not { } inside
            || c.Number(RingStep.Nose) is not { } nose
            || c.Number(RingStep.Outside) is not { } outside
            || c.Number(RingStep.Bore) is not { } bore
        )
        {
            return null;
        }

        var wraps =
            c.Number(RingStep.Tape) is { } tape && inside >= nose ? TapeWraps.Solve(new TapeWraps.Request(inside, nose, tape)) : null;
        var onNose = wraps is null ? inside - nose : 2 * wraps.LeftMm;
        var u = Math.Sqrt(
            new SlotName[] { RingStep.Inside, RingStep.Nose, RingStep.Outside, RingStep.Bore }.Sum(s => Math.Pow(c.Uncertainty(s), 2))
        );
        return new RingPlay(wraps?.Wraps ?? 0, (onNose + (bore - outside)) / 2, u / 2);
    }

    private static Judgement JudgeSetup(StepContext c)
    {
        if (c.Chosen(Sweeping.School) != "ring")
        {
            return Sweeping.JudgeSetup(c);
        }

        if (Play(c) is not { } play)
        {
            return Prompt.Next(c);
        }

        var (onNose, inBore) = (
            c.Number(RingStep.Inside)!.Value - c.Number(RingStep.Nose)!.Value,
            c.Number(RingStep.Bore)!.Value - c.Number(RingStep.Outside)!.Value
        );
        if (onNose < 0 || inBore < 0)
        {
            return new Judgement(
                Sentence.Of(
                    onNose < 0 ? "It does not go on the nose: take another ring." : "It does not go into the bore: take another ring."
                ),
                new Call(Verdict.Stop, Sentence.Of("It is {by} too tight.", ("by", Quantity.Mm(Math.Max(-onNose, -inBore)))), [])
            );
        }

        var limit = Offset(c);
        var bound = Bound(play, limit);
        return new Judgement(
            bound.Verdict == Verdict.Go
                ? Sentence.Of(
                    play.Wraps == 0
                        ? "It centres the cover to {half}. Cover on with the ring in."
                        : "Wrap the nose {wraps} times, evenly: then it centres the cover to {half}. Cover on with the ring in.",
                    ("wraps", Quantity.Count(play.Wraps)),
                    ("half", Quantity.Mm(play.HalfMm))
                )
                : Sentence.Of(
                    c.Taken(RingStep.Tape)
                        ? "One more wrap, or thinner tape: it still has {half} of play a side."
                        : "Tape the nose, and type one layer’s thickness: it has {half} of play a side.",
                    ("half", Quantity.Mm(play.HalfMm))
                ),
            Call.Of(
                [bound],
                k =>
                    Sentence.Of(
                        "The ring lets the cover sit up to {half} off; at most {limit} is wanted.",
                        ("half", Quantity.Mm(k.Value)),
                        ("limit", Quantity.Mm(k.Limit))
                    )
            )
        );
    }

    private static Limit Offset(StepContext c) => c.Sheet.Cover!.Offset ?? c.Sheet.Usual(NeatBoreDefaults.SealOffset);

    /// <summary>Too much play is never a stop: one more wrap mends it.</summary>
    private static Check Bound(RingPlay play, Limit limit)
    {
        var check = Check.AtMost("offset", play.HalfMm, limit.High!.Value, play.UncertaintyMm, Dimension.Length, limit.SourceWords);
        return check.Verdict == Verdict.Stop ? check with { Verdict = Verdict.LookAgain } : check;
    }

    private static IReadOnlyList<Slot> FinalSlots(StepContext c) =>
        BySweep(c) ? s_sweeping.Slots(c)
        : c.Chosen(Sweeping.School) == "balancer" ? [Slot.Pick(RingStep.Turns, "Lip round the hub", s_even, s_uneven)]
        : [Slot.Pick(RingStep.Turns, "Ring, after the last tightening", new("free", "turns and slides by fingers"), new("tight", "tight"))];

    private static readonly Option s_even = new("free", "even all round");
    private static readonly Option s_uneven = new("tight", "pressed to one side");

    private static string AtLast(StepContext c) => s_joint.Product(c) is null ? "The cover is done." : "Let it cure.";

    private static Judgement JudgeFinal(StepContext c)
    {
        if (BySweep(c))
        {
            return s_sweeping.Judge(c, "The cover sits {offset} off, tight. " + AtLast(c), tight: true);
        }

        if (c.Picked(RingStep.Turns) is not { } turns)
        {
            return Prompt.Next(c);
        }

        if (turns == "tight")
        {
            return new Judgement(
                Sentence.Of("Slacken every bolt, let it find its middle, and tighten again in order."),
                new Call(Verdict.LookAgain, Sentence.Of("Tightening pushed it against what centres it."), [])
            );
        }

        if (c.Chosen(Sweeping.School) != "ring" || Play(c) is not { } play)
        {
            return new Judgement(
                Sentence.Of("Lip only: look round it again after two turns by hand. " + AtLast(c)),
                new Call(Verdict.Decide, Sentence.Of("A soft lip centred it: no reading shows where the bore stands."), [])
            );
        }

        return new Judgement(
            Sentence.Of("Central to {half}, and the ring is free. Ring out. " + AtLast(c), ("half", Quantity.Mm(play.HalfMm))),
            Call.Of(
                [Bound(play, Offset(c))],
                k =>
                    Sentence.Of(
                        "The ring turns and slides: at most {half} off; {limit} is wanted.",
                        ("half", Quantity.Mm(k.Value)),
                        ("limit", Quantity.Mm(k.Limit))
                    )
            )
        );
    }

    /// <summary>Which bolts a balancer that is on covers, in words; none where nobody knows how large it is.</summary>
    private static string Covered(EngineSheet sheet)
    {
        var ring = sheet.Balancer?.Ring.OuterDiameterMm / 2;
        var hidden = sheet.Cover!.Bolts.Where(b => Math.Sqrt((b.XMm * b.XMm) + (b.YMm * b.YMm)) < ring + 8).Select(b => b.Id).ToList();
        return hidden.Count == 0
            ? "It covers no bolt."
            : $"It covers bolt {string.Join(", ", hidden)}: a long thin socket or a ring spanner reaches behind it.";
    }
}
