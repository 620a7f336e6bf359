using NeatBore.Core.Calculators.Seals;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>A race that the seal runs on: which of its ends goes to the front, by what its track was found to be.</summary>
public static partial class PressedPart
{
    private const string TurnedEnd = "turned";
    private const string NewRace = "new";

    /// <summary>What the groove where the lip ran is, as the track's own step knows it.</summary>
    private const string SealGroove = "seal-groove";

    /// <summary>The tasks that look at the track.</summary>
    private static readonly string[] s_lookedAtBy = ["front-seal", "balancer-inspect"];

    private static Slot WornEnd =>
        Slot.Pick(
            FacingStep.End.Key,
            "Its worn end",
            new("as-it-was", "as it was"),
            new(TurnedEnd, "turned end for end"),
            new(NewRace, "none: a new race")
        );

    /// <summary>Whether this is a race that can be turned under the seal.</summary>
    private static bool Turns(EngineSheet sheet, PressedKind kind) =>
        kind == PressedKind.Race && sheet.Balancer?.SealTrack is { RaceFromMm: not null, RaceToMm: not null };

    private static Judgement JudgeFacing(StepContext c)
    {
        if (c.Picked(FacingStep.End) is not { } end || c.Step.Slots(c).Any(s => s.Required && !c.Taken(s)))
        {
            return Prompt.Next(c);
        }

        if (end == NewRace)
        {
            return new Judgement(
                Sentence.Of("A new race has no groove. On it goes, chamfer to the front."),
                new Call(Verdict.Go, Sentence.Of("A new race."), [])
            );
        }

        var track = s_lookedAtBy
            .Select(kind => c.Task(kind) is { } task ? BalancerInspection.TrackOf(c.Sheet, task) : null)
            .OfType<(LipTrack.Answer Answer, DateTimeOffset At)>()
            .OrderBy(t => t.At)
            .Select(t => t.Answer)
            .LastOrDefault();
        if (track is null)
        {
            return new Judgement(
                Sentence.Of("Nobody has said where its groove is. Look at it against the lip’s place before it goes on."),
                new Call(Verdict.Decide, Sentence.Of("Where the lip ran was not looked at on this build."), [])
            );
        }

        var way = track.Options.First(o =>
            end == TurnedEnd ? o.Kind == LipTrack.Way.TurnRace
            : track.Pick is LipTrack.Way.Shallower or LipTrack.Way.Deeper ? o.Kind == track.Pick
            : o.Kind == LipTrack.Way.AsIs
        );
        var depth = Quantity.Mm(way.SealDepthMm ?? 0, 0.1);
        return new Judgement(
            (end, way.Verdict, track.Pick) switch
            {
                (TurnedEnd, Verdict.Stop, _) => Sentence.Of("Turned, it is no better. Another race, or a thin sleeve over this one."),
                (_, Verdict.Go, _) => Sentence.Of("Press the seal to {depth} when its turn comes.", ("depth", depth)),
                (not TurnedEnd, _, LipTrack.Way.TurnRace) => Sentence.Of("Turn it end for end before it goes on."),
                _ => Sentence.Of("A thin sleeve over it, or another race; or say why it may go on so."),
            },
            new Call(way.Verdict, Sentence.Of("{why}", ("why", Quantity.Word(way.Because))), []),
            track
        );
    }
}
