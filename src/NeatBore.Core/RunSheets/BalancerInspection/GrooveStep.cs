using NeatBore.Core.Calculators.Seals;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.BalancerInspection;

/// <summary>The groove that the lip wore.</summary>
internal static class GrooveStep
{
    public static readonly StepName Name = new("groove");
    private static readonly PickSlot s_groove = Name.Pick("groove");
    private static readonly Option s_none = new("none", "none to feel");
    private static readonly Option s_felt = new("felt", "a fingernail catches");
    private static readonly NumberSlot s_centre = Name.Number("centre");
    private static readonly NumberSlot s_width = Name.Number("width");
    private static readonly NumberSlot s_depth = Name.Number("depth");

    public static Step Step =>
        new(Name, "Where the seal ran", "track")
        {
            When = c => Applies.If(c.Sheet.Balancer?.SealTrack is not null, "The seal does not run on this hub."),
            Slots = c =>
                [
                    Slot.Pick(s_groove, "Groove in the track", s_none, s_felt) with
                    {
                        Same = "seal-groove/felt",
                    },
                    .. c.Is(s_groove, s_felt)
                        ? new[]
                        {
                            new Slot(
                                s_centre,
                                "Its middle, from the hub’s face",
                                SlotKind.Number,
                                Dimension.Length,
                                0.1,
                                "depth-gauge",
                                Plausible: new Band(c.Sheet.Balancer!.SealTrack!.FromMm - 3, c.Sheet.Balancer!.SealTrack.ToMm + 3),
                                Expected: c.Sheet.Balancer!.SealTrack.LipAtMm
                            ) with
                            {
                                Same = "seal-groove/centre",
                            },
                            new Slot(s_width, "Its width", SlotKind.Number, Dimension.Length, 0.1, "rule", Plausible: new Band(0.2, 6)) with
                            {
                                Same = "seal-groove/width",
                            },
                            new Slot(
                                s_depth,
                                "Its depth",
                                SlotKind.Number,
                                Dimension.Length,
                                0.01,
                                "depth-gauge",
                                Plausible: new Band(0, 0.5),
                                Expected: 0.06
                            ) with
                            {
                                Same = "seal-groove/depth",
                            },
                        }
                        : [],
                ],
            Judge = Judge,
            Cautions = ["No emery along the track: scratches pump oil out."],
        };

    private static Judgement Judge(StepContext c)
    {
        if (TrackOf(c) is not { } answer)
        {
            return c.Is(s_groove, s_felt) ? Prompt.Next(c) with { Call = Felt } : Prompt.Next(c);
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

    /// <summary>What a nail that catches says by itself, measured or not.</summary>
    public static Call Felt { get; } =
        new(
            Verdict.Decide,
            Sentence.Of("A fingernail catches where the lip runs: a sleeve, the seal at another depth, or another hub."),
            []
        );

    /// <summary>Whether a nail caught, and nothing that was measured says where good metal is.</summary>
    public static bool IsFelt(StepContext c) => c.Is(s_groove, s_felt) && TrackOf(c) is null;

    /// <summary>Whether another task of the build felt a groove that the lip can't be moved clear of, or nobody knows whether it
    /// can.</summary>
    public static bool IsFelt(EngineSheet sheet, OtherTask task) =>
        task.Live(Name, s_groove.Key)?.Option == s_felt.Id
        && TrackOf(sheet, task)?.Answer.Pick is null or LipTrack.Way.Sleeve or LipTrack.Way.TurnRace or LipTrack.Way.Renew;

    /// <summary>The track as a step of this task found it; null as long as it was not looked at.</summary>
    public static LipTrack.Answer? TrackOf(StepContext c) =>
        TrackOf(c.Sheet, c.Picked(s_groove), c.Number(s_centre), c.Number(s_width), c.Number(s_depth));

    /// <summary>The track as another task of the build found it; null as long as it was not looked at.</summary>
    public static (LipTrack.Answer Answer, DateTimeOffset At)? TrackOf(EngineSheet sheet, OtherTask task)
    {
        OtherReading? Live(SlotName slot) => task.Live(slot.Step, slot.Key);
        return
            Live(s_groove) is { } felt
            && TrackOf(sheet, felt.Option, Live(s_centre)?.Value, Live(s_width)?.Value, Live(s_depth)?.Value) is { } answer
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
}
