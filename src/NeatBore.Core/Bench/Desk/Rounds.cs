using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

public sealed partial class Desk
{
    private static Struck Struck(Strike strike, WorkedBuild state, Signer by)
    {
        var log = state.Log;
        var entry =
            log.FirstOrDefault(e => e.Event is ReadingTaken && e.Event.Id == strike.Reading)
            ?? throw new UnusableInputException("reading", "there is no such reading in this build");
        if (log.Any(e => e.Event is Struck s && s.Reading == strike.Reading))
        {
            throw new UnusableInputException("reading", "is crossed out already");
        }

        var slot = ((ReadingTaken)entry.Event).Slot;
        if (Step(state, slot.Step).Round != slot.Round)
        {
            throw new UnusableInputException("reading", "stands in an earlier round, which is kept as it was");
        }

        var last = log.LastOrDefault(e => e.Event is ReadingTaken && e.By.Id == by.Id);
        if (strike.Because == StrikeReason.RubbedOut && last?.Event.Id != strike.Reading)
        {
            throw new UnusableInputException(
                "because",
                "only your last reading can be rubbed out; an earlier one is crossed out with a reason: slip, gauge moved, wrong place"
            );
        }

        return new Struck(strike.Id, strike.DoneAt, slot, strike.Reading, strike.Because);
    }

    private static RoundBegan Begun(BeginRound round, StepState step)
    {
        var faults = new Faults();
        AnotherPart? part = null;
        if (round.Part is { } other)
        {
            part = new(other.Mark.Trim(), other.OldWent.Trim());
            var since = step.Calls.Count > 0 ? step.Calls[^1].DoneAt : DateTimeOffset.MinValue;
            faults.Require(
                part.Mark.Length is > 0 and <= 80 || (part.Mark.Length == 0 && step.Photos.Any(p => p.DoneAt >= since)),
                "part.mark",
                "must say what the other part is told by, in up to 80 characters, or a photo of it was put to this step first"
            );
            faults.Require(
                part.OldWent.Length is > 0 and <= 200,
                "part.oldWent",
                "must say where the old one went, in up to 200 characters"
            );
        }

        faults.ThrowIfAny();
        return new(round.Id, round.DoneAt, round.Step, step.Round + 1, Reason(round.Because, "because")) { Part = part };
    }

    /// <summary>What was read of the part before does not stand for the next one: those steps begin anew with it.</summary>
    private IEnumerable<RoundBegan> Renewed(Command command, WorkedBuild before)
    {
        if (command is not BeginRound round)
        {
            return [];
        }

        var task = TaskAt(before, round.Step.Task);
        var step = book.Find(task.Ref.Kind, task.Procedure).Steps.First(s => s.Id == round.Step.Step);
        var at = task.Steps.TakeWhile(s => s.Ref != round.Step).Count();
        var stopped = task.Steps[at].Now.Call?.Verdict == Verdict.Stop;
        return task
            .Steps.Where(
                (s, i) =>
                    s.Ref != round.Step
                    && (s.Ref.Item == round.Step.Item || s.Ref.Item.Length == 0)
                    && ((step.Afresh && i > at) || step.Renews.Contains(s.Ref.Step) || (stopped && step.Loosens.Contains(s.Ref.Step)))
                    && (s.Rounds[^1].Slots.Any(x => x.Live is not null) || s.Hand is not null)
            )
            .Select(s => new RoundBegan(
                Derived(round.Id, $"renewed {s.Ref.Step}@{s.Ref.Item}"),
                round.DoneAt,
                s.Ref,
                s.Round + 1,
                round.Because.Trim()
            ));
    }
}
