using System.Security.Cryptography;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

/// <summary>Takes commands: decides from a build's log what may happen and which events it makes, the calls that stand at the end among
/// them.</summary>
/// <param name="book">Every procedure version.</param>
/// <param name="shop">The shop, for its people, its instruments and its crib.</param>
public sealed partial class Desk(ProcedureBook book, Shop shop)
{
    private const int LongestText = 2000;

    /// <summary>Takes commands one after another; each works out its own task once. Every Stop is kept, and of the other calls that come
    /// and go those that stand at the end.</summary>
    /// <param name="build">The build as it stands.</param>
    /// <param name="commands">What is wanted, in order; one that can't be taken keeps none of the others from it.</param>
    /// <param name="by">Who wants it.</param>
    /// <param name="now">What the clock says; an entry is never stored before the one before it, whatever that is.</param>
    /// <exception cref="OtherWordsException">An id is in the log already, and it was something else then.</exception>
    public Sitting Take(WorkedBuild build, IReadOnlyList<Command> commands, Signer by, DateTimeOffset now)
    {
        var (grown, results) = (build, new List<WorkResult>());
        Command? last = null;
        foreach (var command in commands)
        {
            try
            {
                var (before, from) = (grown, grown.Log.Count);
                grown = Taken(before, command, by, now);
                var added = grown.Log.Count > from;
                grown = added ? Said(before, grown, command, by, IsStop) : grown;
                last = added ? command : last;
                results.Add(
                    new WorkResult(
                        command.Id,
                        true,
                        null,
                        null,
                        added && grown.Log.Skip(from).First(e => e.Event.Id == command.Id).Event is { SaidAt: { } said, DoneAt: var done }
                            ? (said - done).TotalSeconds
                            : null
                    )
                );
            }
            catch (OddReadingException odd)
            {
                results.Add(new WorkResult(command.Id, false, odd.Question, null));
            }
            catch (UnusableInputException refused)
            {
                // Said as it is refused, and kept where whoever typed it finds it.
                grown = KeptBeside(command, refused, grown, by, now) ?? grown;
                results.Add(new WorkResult(command.Id, false, null, refused.Errors));
            }
        }

        if (last is not null)
        {
            grown = Said(build, grown, last, by);
        }

        return new Sitting(grown, [.. grown.Log.Skip(build.Log.Count)], results);
    }

    /// <summary>Takes one command; nothing is added if its id is in the log already.</summary>
    /// <exception cref="OtherWordsException">Its id is in the log already, and it was something else then.</exception>
    /// <exception cref="UnusableInputException">It may not happen: why, by the field.</exception>
    /// <exception cref="OddReadingException">The reading looks odd and was not confirmed.</exception>
    public WorkedBuild Take(WorkedBuild build, Command command, Signer by, DateTimeOffset now)
    {
        var grown = Taken(build, command, by, now);
        return ReferenceEquals(grown, build) ? build : Said(build, grown, command, by);
    }

    private WorkedBuild Taken(WorkedBuild build, Command command, Signer by, DateTimeOffset now)
    {
        var (log, words) = (build.Log, Told.Words(command, by));
        if (log.FirstOrDefault(e => e.Event.Id == command.Id) is { Event: var there })
        {
            // What was stored before digests were kept is believed.
            return there is Called || (there.Words ?? words) != words ? throw new OtherWordsException(command.Id) : build;
        }

        if (by.Role == Role.Viewer)
        {
            throw new UnusableInputException("by", $"{by.Name} may read but not work on a build; a builder or a lead may");
        }

        var storedAt = StoredAt(build, now);
        var (doneAt, saidAt) = Told.When(command.DoneAt, storedAt);
        command = command with { DoneAt = doneAt };

        // A call that is decided on is in the log, also where an older version gave none or it only came up just now.
        if (command is Decide or OpenGate && Unsaid(command, build) is { } unsaid)
        {
            build = build.Say([new LogEntry(build.UpToSeq + 1, storedAt, by, CallOf(command, unsaid, TaskAt(build, unsaid.Ref.Task)))]);
        }

        var done = EventOf(command, build, by);
        LogEvent[] events =
        [
            .. HandOver.Before(command, build, by, Derived),
            done with
            {
                SaidAt = saidAt,
                Words = words,
            },
            .. HandOver.After(command, build, by, Derived),
            .. Pitched(command, build, by),
            .. Renewed(command, build),
            .. Moved(done, build),
        ];
        try
        {
            return build.Apply([.. events.Select((e, i) => new LogEntry(build.UpToSeq + 1 + i, storedAt, by, e))]);
        }
        catch (UnreadableLogException e) when (command is StartTask or TellValue)
        {
            throw new UnusableInputException(
                command is StartTask ? "task" : "typed",
                $"the run sheet can’t work with this engine’s values: {e.InnerException?.Message ?? e.Message} Look the card over"
            );
        }
        catch (UnreadableLogException e) when (e.InnerException is UnusableInputException unusable)
        {
            throw new UnusableInputException(unusable.Errors);
        }
        catch (UnreadableLogException e)
        {
            // What the build could not be worked out with is not appended.
            throw new InvalidOperationException($"The build could not be worked out with {done.GetType().Name} {done.Id}.", e);
        }
    }

    /// <summary>An entry is never stored before the one before it.</summary>
    private static DateTimeOffset StoredAt(WorkedBuild build, DateTimeOffset now) =>
        now > build.Log[^1].StoredAt ? now : build.Log[^1].StoredAt;

    /// <summary>An id that follows from the command's, so that taking a command twice can't make two events of one.</summary>
    private static Guid Derived(Guid command, string what)
    {
        var hash = SHA256.HashData([.. command.ToByteArray(bigEndian: true), .. System.Text.Encoding.UTF8.GetBytes(what)]);
        hash[6] = (byte)((hash[6] & 0x0F) | 0x80);
        hash[8] = (byte)((hash[8] & 0x3F) | 0x80);
        return new Guid(hash.AsSpan(0, 16), bigEndian: true);
    }

    private LogEvent EventOf(Command command, WorkedBuild state, Signer by) =>
        command switch
        {
            StartTask start => Start(start, state),
            Choose choose => Choice(choose, state),
            TakeReading take => Reading(take, state),
            Strike strike => Struck(strike, state, by),
            BeginRound round => Begun(round, Unblocked(state, round.Step)),
            Decide decide => new Decided(
                decide.Id,
                decide.DoneAt,
                decide.Step,
                Releasable(state, decide.Step, Verdict.Decide),
                Reason(decide.Because, "because"),
                StandsOn(state, decide.Step)
            ),
            JudgeByHand judge => ByHand(judge, state, by),
            // What has no call yet was not checked.
            OpenGate open when by.Role == Role.Lead && Unblocked(state, open.Step).Now.Call is null => ByHand(
                new JudgeByHand(open.Id, open.DoneAt, open.Step, HandWays.Other.Id, HandFound.NotChecked, open.Because),
                state,
                by
            ),
            OpenGate open => Opened(open, state, by),
            Attach attach => Photo(attach, state),
            TellValue tell => Value(tell, state, by),
            ChangeBuild change => Changed(change),
            TellSupply tell => Whereabouts(tell, state),
            AskOwner ask => Asked(ask, state),
            TellAnswer tell => Answered(tell, state),
            PutDown put => state.State.Down is null
                ? new BuildPutDown(put.Id, put.DoneAt, state.State.Loose)
                : throw new UnusableInputException("do", $"is done already: {state.State.Down.By.Name} put it down"),
            PickUp pick => state.State.Down is not null
                ? new BuildPickedUp(pick.Id, pick.DoneAt)
                : throw new UnusableInputException("do", "is done already: nobody has put it down since"),
            ReturnTool back => Returned(back, state),
            OfferReadings offer => Offered(offer),
            AskWork ask => AskedFor(ask, state),
            TellGap tell => Gap(tell, state),
            Note note => new Noted(note.Id, note.DoneAt, Step(state, note.Step).Ref, Reason(note.Text, "text")),
            _ => throw new UnusableInputException("do", "is not something that can be done"),
        };

    private static string Reason(string text, string field) =>
        text.Trim() is { Length: > 0 and <= LongestText } words
            ? words
            : throw new UnusableInputException(field, $"must be words, 1 to {LongestText} characters");

    private static TaskState TaskAt(WorkedBuild state, TaskRef task) =>
        state.Tasks.FirstOrDefault(t => t.Ref == task)
        ?? throw new UnusableInputException("task", $"“{task.Kind}” is not begun on this build");

    private static StepState Step(WorkedBuild state, StepRef at) =>
        TaskAt(state, at.Task).Steps.FirstOrDefault(s => s.Ref == at)
        ?? throw new UnusableInputException("step", $"there is no step “{at.Step}” in this task");

    private static StepState Unblocked(WorkedBuild state, StepRef at)
    {
        var step = Step(state, at);
        if (step.Status == StepStatus.LeftOut)
        {
            throw new UnusableInputException("step", $"“{step.Title}” is left out here. {Wording.Write(step.Now.Do)}");
        }

        return step.BlockedBy is null
            ? step
            : throw new UnusableInputException("step", $"“{step.Title}” is not open yet. {step.BlockedBy}");
    }
}
