using NeatBore.Core.Log;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Bench;

public sealed partial class Desk
{
    /// <summary>So long may an entry be on its way before what became of its place meanwhile is nobody's fault. A Neat Bore
    /// default.</summary>
    private static readonly TimeSpan s_onItsWay = TimeSpan.FromSeconds(15);

    /// <summary>Keeps a reading beside its step that was taken while the line was gone, and whose place is not open; null where it is
    /// refused for itself, or was sent just now.</summary>
    private static WorkedBuild? KeptBeside(
        Command command,
        UnusableInputException refused,
        WorkedBuild build,
        Signer by,
        DateTimeOffset now
    )
    {
        if (
            command is not TakeReading { Late: null } take
            || now - take.DoneAt is var waited && (waited <= s_onItsWay || waited > Told.Oldest)
            || !refused.Errors.Keys.All(k => k is "step" or "slot.round" or "slot.slot")
            || build.Tasks.SelectMany(t => t.Steps).All(s => s.Ref != take.Slot.Step)
        )
        {
            return null;
        }

        var kept = new ArrivedLate(
            take.Id,
            take.DoneAt,
            take.Slot,
            take.Typed,
            take.Unit,
            take.DecimalMark,
            take.Instrument,
            string.Join(" ", refused.Errors.Values.SelectMany(e => e))
        )
        {
            Words = Told.Words(take, by),
        };
        return build.Apply([new LogEntry(build.UpToSeq + 1, StoredAt(build, now), by, kept)]);
    }

    /// <summary>What came late and is taken now: as it was typed then, at the same place of the newest round.</summary>
    private ReadingTaken CameLate(TakeReading take, Guid late, WorkedBuild build)
    {
        var came = AsItCame(take, late, build);
        return Read(came, build) with { From = new ReadFrom(late, "came late", came.DoneAt) };
    }

    private static TakeReading AsItCame(TakeReading take, Guid late, WorkedBuild build)
    {
        var came =
            build.Log.Select(e => e.Event).OfType<ArrivedLate>().FirstOrDefault(e => e.Id == late && e.Slot.Step == take.Slot.Step)
            ?? throw new UnusableInputException("late", "did not come for this step");
        return build.Log.Any(e => e.Event is ReadingTaken { From.Reading: var from } && from == late)
            ? throw new UnusableInputException("late", "is taken already")
            : take with
            {
                DoneAt = came.DoneAt,
                Slot = take.Slot with { Slot = came.Slot.Slot },
                Typed = came.Typed,
                Unit = came.Unit,
                DecimalMark = came.DecimalMark,
                Instrument = came.Instrument,
            };
    }
}
