using NeatBore.Core.Calculators.Seals;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class BalancerInspection
{
    private static class GrooveStep
    {
        public static readonly StepName Name = new("groove");
        public static readonly PickSlot Groove = Name.Pick("groove");
        public static readonly NumberSlot Centre = Name.Number("centre");
        public static readonly NumberSlot Width = Name.Number("width");
        public static readonly NumberSlot Depth = Name.Number("depth");
    }

    internal static LipTrack.Answer? TrackOf(StepContext c)
    {
        if (c.Sheet.Balancer?.SealTrack is not { } track || c.Picked(GrooveStep.Groove) is not { } felt)
        {
            return null;
        }

        LipTrack.Groove? groove = null;
        if (felt == "felt")
        {
            if (
                c.Number(GrooveStep.Centre) is not { } centre
                || c.Number(GrooveStep.Width) is not { } width
                || c.Number(GrooveStep.Depth) is not { } depth
            )
            {
                return null;
            }

            groove = new LipTrack.Groove(centre, width, depth);
        }

        // How deep the seal may go is the seal's own to say, where it is known: one source for the plan, the press and the call.
        var depths = c.Sheet.FrontSeal is { } seal
            ? new LipTrack.DepthRange(
                seal.DepthMm,
                seal.Depth.Low ?? 0,
                Math.Min(seal.Depth.High ?? seal.DepthMm, seal.BottomsMm ?? double.MaxValue)
            )
            : new LipTrack.DepthRange(track.SealDepthMm, track.SealDepthMinMm, track.SealDepthMaxMm);
        return LipTrack.Solve(
            new LipTrack.Request(
                new LipTrack.Span(track.FromMm, track.ToMm),
                new LipTrack.Lip(track.LipAtMm, track.LipBandMm),
                depths,
                track.FloatMm,
                0.2,
                c.Sheet.Usual(NeatBoreDefaults.LipClear).Low!.Value,
                c.Sheet.Usual(NeatBoreDefaults.GrooveDepth).High!.Value,
                groove,
                Sleeve: track.SleeveWallMm is { } wall
                    ? new LipTrack.RepairSleeve(track.FromMm, track.ToMm, wall, track.LipMaxGrowthMm)
                    : null
            )
        );
    }

    private static Judgement JudgeGroove(StepContext c)
    {
        if (TrackOf(c) is not { } answer)
        {
            return Prompt.Next(c);
        }

        var pick = answer.Options.First(o => o.Kind == answer.Pick);
        var verdict =
            pick.Kind == LipTrack.Way.Renew ? Verdict.Stop
            : pick.Kind == LipTrack.Way.Sleeve ? Verdict.Decide
            : pick.Verdict;
        return new Judgement(
            Sentence.Of(
                pick.Kind switch
                {
                    LipTrack.Way.AsIs => "The lip runs on good metal. Press the seal to its usual {depth}.",
                    LipTrack.Way.Shallower => "Press the next seal to {depth}, shallower, and the lip clears the groove.",
                    LipTrack.Way.Deeper => "Press the next seal to {depth}, deeper, and the lip clears the groove.",
                    LipTrack.Way.Sleeve => "Fit a thin repair sleeve over the groove, or say why not.",
                    _ => "The track is past mending: another hub.",
                },
                ("depth", Quantity.Mm(pick.SealDepthMm ?? 0, 0.1))
            ),
            new Call(
                verdict,
                Sentence.Of("{why}", ("why", Quantity.Word(pick.Because))),
                pick.ClearMm is { } clear
                    ?
                    [
                        new Check(
                            "clear of the groove",
                            verdict,
                            clear,
                            c.Sheet.Usual(NeatBoreDefaults.LipClear).Low!.Value,
                            0,
                            Side.Lower,
                            Dimension.Length,
                            c.Sheet.Usual(NeatBoreDefaults.LipClear).SourceWords
                        ),
                    ]
                    : []
            ),
            answer
        );
    }
}
