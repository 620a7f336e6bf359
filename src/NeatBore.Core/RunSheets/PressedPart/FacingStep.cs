using NeatBore.Core.Calculators.Seals;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.PressedPart;

/// <summary>Which way round it goes in.</summary>
internal static class FacingStep
{
    public static readonly StepName Name = new("facing");
    private static readonly PickSlot s_end = Name.Pick("end");
    private const string TurnedEnd = "turned";
    private const string NewRace = "new";

    /// <summary>The tasks that look at the track.</summary>
    private static readonly string[] s_lookedAtBy = ["front-seal", "balancer-inspect"];

    public static Step Of(PressedKind kind) =>
        Part.Each(
            kind,
            new Step(Name, "Which way round", "pressed-facing")
            {
                When = c => Applies.If(Part.Of(c.Sheet, kind).Facing.Count > 0 || Turns(c.Sheet, kind), "It goes in either way round."),
                Slots = c =>
                    [
                        .. Turns(c.Sheet, kind) ? [WornEnd] : Array.Empty<Slot>(),
                        .. Part.Of(c.Sheet, kind).Facing.Select((rule, i) => Slot.Tick($"rule-{i + 1}", rule)),
                    ],
                Judge = c => Turns(c.Sheet, kind) ? Judge(c) : Prompt.Next(c),
                Gate = "which way round is settled",
                Cautions = ["Settle it now: once it is hot there is no time to look."],
            }
        );

    private static Judgement Judge(StepContext c)
    {
        if (c.Picked(s_end) is not { } end || c.Step.Slots(c).Any(s => s.Required && !c.Taken(s)))
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
            .Select(kind => c.Task(kind) is { } task ? BalancerInspection.GrooveStep.TrackOf(c.Sheet, task) : null)
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

    private static Slot WornEnd =>
        Slot.Pick(
            s_end.Key,
            "Its worn end",
            new("as-it-was", "as it was"),
            new(TurnedEnd, "turned end for end"),
            new(NewRace, "none: a new race")
        );

    /// <summary>Whether this is a race that can be turned under the seal.</summary>
    private static bool Turns(EngineSheet sheet, PressedKind kind) =>
        kind == PressedKind.Race && sheet.Balancer?.SealTrack is { RaceFromMm: not null, RaceToMm: not null };
}
