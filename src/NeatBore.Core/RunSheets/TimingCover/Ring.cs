using NeatBore.Core.Calculators.Seals;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.TimingCover;

/// <summary>The cover against the ring or balancer that centres it: what its play leaves open.</summary>
internal static class Ring
{
    public static readonly NumberSlot Inside = HangStep.Name.Number("ring");
    public static readonly NumberSlot Nose = HangStep.Name.Number("shaft");
    public static readonly NumberSlot Tape = HangStep.Name.Number("tape");
    public static readonly NumberSlot Outside = HangStep.Name.Number("ring-outside");
    public static readonly NumberSlot Bore = HangStep.Name.Number("bore");
    public static readonly PickSlot Turns = FinalStep.Name.Pick("turns");

    public static bool BySweep(StepContext c) => c.Is(Sweeping.School, Centring.Dial) || c.Is(Sweeping.School, Centring.Feelers);

    public static Applies Swept(StepContext c) => Applies.If(BySweep(c), "No sweep is asked: it is centred by what is on the nose.");

    /// <summary>How far off the ring can leave it: half of its play on the nose, after its tape, and in the bore.</summary>
    public static RingPlay? Play(StepContext c)
    {
        if (
            c.Number(Inside) is not { } inside
            || c.Number(Nose) is not { } nose
            || c.Number(Outside) is not { } outside
            || c.Number(Bore) is not { } bore
        )
        {
            return null;
        }

        var wraps = c.Number(Tape) is { } tape && inside >= nose ? TapeWraps.Solve(new TapeWraps.Request(inside, nose, tape)) : null;
        var onNose = wraps is null ? inside - nose : 2 * wraps.LeftMm;
        var u = Math.Sqrt(new SlotName[] { Inside, Nose, Outside, Bore }.Sum(s => Math.Pow(c.Uncertainty(s), 2)));
        return new RingPlay(wraps?.Wraps ?? 0, (onNose + (bore - outside)) / 2, u / 2);
    }

    public static Limit Offset(StepContext c) => c.Sheet.Cover!.Offset ?? c.Sheet.Usual(NeatBoreDefaults.SealOffset);

    /// <summary>Too much play is never a stop: one more wrap mends it.</summary>
    public static Check Bound(RingPlay play, Limit limit)
    {
        var check = Check.AtMost("offset", play.HalfMm, limit.High!.Value, play.UncertaintyMm, Dimension.Length, limit.SourceWords);
        return check.Verdict == Verdict.Stop ? check with { Verdict = Verdict.LookAgain } : check;
    }
}
