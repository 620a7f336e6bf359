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

    /// <summary>The track as a step of this task found it; null as long as it was not looked at.</summary>
    internal static LipTrack.Answer? TrackOf(StepContext c) =>
        TrackOf(c.Sheet, c.Picked(GrooveStep.Groove), c.Number(GrooveStep.Centre), c.Number(GrooveStep.Width), c.Number(GrooveStep.Depth));

    /// <summary>The track as another task of the build found it; null as long as it was not looked at.</summary>
    internal static (LipTrack.Answer Answer, DateTimeOffset At)? TrackOf(EngineSheet sheet, OtherTask task)
    {
        OtherReading? Live(SlotName slot) => task.Live(slot.Step, slot.Key);
        return
            Live(GrooveStep.Groove) is { } felt
            && TrackOf(sheet, felt.Option, Live(GrooveStep.Centre)?.Value, Live(GrooveStep.Width)?.Value, Live(GrooveStep.Depth)?.Value)
                is { } answer
            ? (answer, felt.At)
            : null;
    }

    private static LipTrack.Answer? TrackOf(EngineSheet sheet, string? felt, double? centreMm, double? widthMm, double? depthMm)
    {
        if (sheet.Balancer?.SealTrack is not { } track || felt is null)
        {
            return null;
        }

        LipTrack.Groove? groove = null;
        if (felt == "felt")
        {
            if (centreMm is not { } centre || widthMm is not { } width || depthMm is not { } depth)
            {
                return null;
            }

            groove = new LipTrack.Groove(centre, width, depth);
        }

        // How deep the seal may go is the seal's own to say, where it is known: one source for the plan, the press and the call.
        var depths = sheet.FrontSeal is { } seal
            ? new LipTrack.DepthRange(
                seal.DepthMm,
                seal.Depth.Low ?? 0,
                Math.Min(seal.Depth.High ?? seal.DepthMm, (seal.BottomsMm ?? double.MaxValue) - 0.1)
            )
            : new LipTrack.DepthRange(track.SealDepthMm, track.SealDepthMinMm, track.SealDepthMaxMm);
        return LipTrack.Solve(
            new LipTrack.Request(
                new LipTrack.Span(track.FromMm, track.ToMm),
                new LipTrack.Lip(track.LipAtMm, track.LipBandMm),
                depths,
                track.FloatMm,
                0.2,
                sheet.Usual(NeatBoreDefaults.LipClear).Low!.Value,
                sheet.Usual(NeatBoreDefaults.GrooveDepth).High!.Value,
                groove,
                track.RaceFromMm is { } from && track.RaceToMm is { } to ? new LipTrack.Race(to - from, from) : null,
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
            : pick.Kind is LipTrack.Way.Sleeve or LipTrack.Way.TurnRace ? Verdict.Decide
            : pick.Verdict;
        return new Judgement(
            Sentence.Of(
                pick.Kind switch
                {
                    LipTrack.Way.AsIs => "The lip runs on good metal. Press the seal to its usual {depth}.",
                    LipTrack.Way.Shallower => "Press the next seal to {depth}, shallower, and the lip clears the groove.",
                    LipTrack.Way.Deeper => "Press the next seal to {depth}, deeper, and the lip clears the groove.",
                    LipTrack.Way.TurnRace =>
                        "Turn the race end for end and press the seal to {depth}: the lip then clears the groove. Or say why not.",
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
