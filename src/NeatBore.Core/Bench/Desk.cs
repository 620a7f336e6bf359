using System.Security.Cryptography;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

/// <summary>Takes commands: decides from a build's log what may happen and which events it makes, the calls that stand at the end among
/// them.</summary>
/// <param name="book">Every procedure version.</param>
/// <param name="shop">The shop, for its instruments and its crib.</param>
public sealed class Desk(ProcedureBook book, Shop shop)
{
    private const int LongestText = 2000;

    /// <summary>Takes commands one after another; each works out its own task once, and of the calls that come and go only those that
    /// stand at the end are kept.</summary>
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
                var from = grown.Log.Count;
                grown = Taken(grown, command, by, now);
                var added = grown.Log.Count > from;
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

        var storedAt = now > log[^1].StoredAt ? now : log[^1].StoredAt;
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
        catch (UnreadableLogException e)
        {
            // What the build could not be worked out with is not appended.
            throw new InvalidOperationException($"The build could not be worked out with {done.GetType().Name} {done.Id}.", e);
        }
    }

    /// <summary>What the steps say now, where that was not said before.</summary>
    private static WorkedBuild Said(WorkedBuild before, WorkedBuild grown, Command command, Signer by)
    {
        var stood = before.Tasks.ToDictionary(t => t.Ref);
        var calls = new List<LogEntry>();
        foreach (var task in grown.Tasks.Where(t => !ReferenceEquals(t, stood.GetValueOrDefault(t.Ref))))
        {
            var steps = stood.GetValueOrDefault(task.Ref)?.Steps.ToDictionary(s => s.Ref) ?? [];
            calls.AddRange(
                task.Steps.Where(s => NeedsCalling(s, steps.GetValueOrDefault(s.Ref)))
                    .Select(s => CallOf(command, s, task))
                    .Select((call, i) => new LogEntry(grown.UpToSeq + 1 + calls.Count + i, grown.Log[^1].StoredAt, by, call))
                    .ToList()
            );
        }

        return grown.Say(calls);
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

    private static Called CallOf(Command command, StepState step, TaskState task)
    {
        var said = Given.Of(step.Now);
        var calculator = said.Calculator();
        return new Called(
            Derived(command.Id, $"{step.Ref.Step}@{step.Ref.Item}"),
            command.DoneAt,
            step.Ref,
            step.Round,
            said,
            calculator,
            calculator is null ? task.Procedure : step.Now.Answer!.Version
        );
    }

    private static StepState? Unsaid(Command command, WorkedBuild build) =>
        build.Tasks.SelectMany(t => t.Steps).FirstOrDefault(s => s.Ref == (command as Decide)?.Step || s.Ref == (command as OpenGate)?.Step)
            is { BlockedBy: null, Now.Call: not null } step
        && (step.Calls.Count == 0 || (step.Differs && step.Otherwise is null))
            ? step
            : null;

    /// <summary>A call is kept when it is first given, and again whenever what was done here has changed it; what a new version would
    /// say of the same is not said by itself.</summary>
    private static bool NeedsCalling(StepState step, StepState? before) =>
        IsOpen(step)
        && (step.Calls.Count == 0 || (step.Differs && step.Otherwise is null))
        && !(before is not null && IsOpen(before) && before.Calls.Count == step.Calls.Count && Saying.TheSame(before.Now, step.Now));

    private static bool IsOpen(StepState step) =>
        step.Now.Call is not null && step.Status is not (StepStatus.Blocked or StepStatus.LeftOut);

    /// <summary>An id that follows from the command's, so that taking a command twice can't make two events of one.</summary>
    private static Guid Derived(Guid command, string what)
    {
        var hash = SHA256.HashData([.. command.ToByteArray(bigEndian: true), .. System.Text.Encoding.UTF8.GetBytes(what)]);
        hash[6] = (byte)((hash[6] & 0x0F) | 0x80);
        hash[8] = (byte)((hash[8] & 0x3F) | 0x80);
        return new Guid(hash.AsSpan(0, 16), bigEndian: true);
    }

    private static Footing? StandsOn(WorkedBuild state, StepRef step) =>
        Step(state, step).StandsOn?.Invoke(new Journal(step.Task, state.Log));

    private LogEvent EventOf(Command command, WorkedBuild state, Signer by) =>
        command switch
        {
            StartTask start => Start(start, state),
            Choose choose => Choice(choose, state),
            TakeReading take => Reading(take, state),
            Strike strike => Struck(strike, state, by),
            BeginRound round => new RoundBegan(
                round.Id,
                round.DoneAt,
                round.Step,
                Unblocked(state, round.Step).Round + 1,
                Reason(round.Because, "because")
            ),
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
            OpenGate open => by.Role == Role.Lead
                ? new GateOpened(
                    open.Id,
                    open.DoneAt,
                    open.Step,
                    Releasable(state, open.Step, Verdict.Stop),
                    Reason(open.Because, "because"),
                    StandsOn(state, open.Step)
                )
                : throw new UnusableInputException("by", $"only a lead opens a gate; {by.Name} is a builder"),
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

    private TaskStarted Start(StartTask start, WorkedBuild state)
    {
        var possible =
            state.State.Places.SelectMany(p => p.Tasks).FirstOrDefault(t => t.Ref == start.Task)
            ?? throw new UnusableInputException("task", $"there is no task “{start.Task.Kind}” at “{start.Task.Place}” on this engine");
        if (state.Tasks.Any(t => t.Ref == start.Task))
        {
            throw new UnusableInputException("task", $"{possible.Title} is begun already");
        }

        var procedure = book.Newest.First(p => p.Id == start.Task.Kind);
        var sheet = state.Newest;
        var here = shop.Over(sheet);
        var whole = Completion.Of(here, state.ToldValues, procedure.Wants);
        if (!whole.Ready)
        {
            throw new UnusableInputException(
                whole
                    .Values.Where(v => v.Missing || v.Fault is not null)
                    .ToDictionary(v => v.Path, v => new[] { v.Fault ?? $"{v.Label}: is still to be typed" })
            );
        }

        return new TaskStarted(
            start.Id,
            start.DoneAt,
            start.Task,
            procedure.Version,
            sheet.Ref,
            whole.Made || !ReferenceEquals(here, sheet) ? whole.Sheet with { Id = $"{sheet.Id}/{start.Id:N}", Version = 1 } : null
        );
    }

    private ValueTold Value(TellValue tell, WorkedBuild state, Signer by)
    {
        var known = new TypedValue(tell.Path, tell.Typed, tell.Unit, tell.DecimalMark, tell.Source).Read(
            state.Newest.Layout,
            by.Name,
            tell.FromPaper
        );
        var begun = Begun(state, tell.Path).ToList();
        if (begun.Count == 0)
        {
            return new ValueTold(tell.Id, tell.DoneAt, known);
        }

        var titles = string.Join(", ", begun.Select(t => t.State.Title));
        if (by.Role != Role.Lead)
        {
            throw new UnusableInputException(
                "by",
                $"{titles} has begun on another value: only a lead corrects it, and {by.Name} is a builder"
            );
        }

        if (string.IsNullOrWhiteSpace(tell.Because))
        {
            throw new UnusableInputException("because", $"say why it is corrected: {titles} has begun on another value");
        }

        var stood = Completion.Of(state.SheetOf(begun[0].State.Ref), [], begun[0].Wants).Values.FirstOrDefault(v => v.Path == tell.Path);
        var told = new ValueTold(
            tell.Id,
            tell.DoneAt,
            known,
            Reason(tell.Because, "because"),
            stood is { Known: true } ? new KnownValue(tell.Path, stood.Number, stood.Word, stood.Source ?? LimitSource.Manual) : null
        );
        foreach (var (task, wants) in begun)
        {
            if (Completion.Of(state.SheetOf(task.Ref), [.. state.ToldValues, known], wants) is { Ready: false } less)
            {
                var wrong = less.Values.First(v => v.Missing || v.Fault is not null);
                throw new UnusableInputException(
                    "typed",
                    $"{task.Title} can’t go on with it: {wrong.Fault ?? $"{wrong.Label} would be missing"}"
                );
            }
        }

        return told;
    }

    /// <summary>Tasks that have begun and look at a value.</summary>
    private IEnumerable<(TaskState State, Wants Wants)> Begun(WorkedBuild state, string path) =>
        state
            .Tasks.Select(t => (State: t, book.Find(t.Ref.Kind, t.Procedure).Wants))
            .Where(t => t.Wants.Parts.Contains(path.Split('/')[0]) && t.Wants.Looks(path));

    /// <summary>Tasks that had begun go on with what was told.</summary>
    private IEnumerable<SheetMoved> Moved(LogEvent done, WorkedBuild state) =>
        done is ValueTold { Value: var value, Because: { } because } told
            ? Begun(state, value.Path)
                .Select(t =>
                {
                    var stood = state.SheetOf(t.State.Ref);
                    var whole = Completion.Of(stood, [.. state.ToldValues, value], t.Wants).Sheet;
                    var id = stood.Id.Contains('/', StringComparison.Ordinal) ? stood.Id : $"{stood.Id}/{told.Id:N}";
                    return new SheetMoved(
                        Derived(told.Id, $"moved {t.State.Ref.Kind}@{t.State.Ref.Place}"),
                        told.DoneAt,
                        t.State.Ref,
                        whole with
                        {
                            Id = id,
                            Version = stood.Id == id ? stood.Version + 1 : 1,
                        },
                        because
                    );
                })
            : [];

    private static BuildChanged Changed(ChangeBuild change)
    {
        var faults = new Faults();
        faults.Require(change.Number.Trim() is { Length: > 0 and <= 20 }, "number", "must be 1 to 20 characters, such as 017");
        faults.Require(change.Name.Trim() is { Length: > 0 and <= 80 }, "name", "must be 1 to 80 characters, such as Hill-climb tourer");
        faults.Require(change.Owner.Trim().Length <= 80, "owner", "must be up to 80 characters");
        faults.Require(change.Stand.Trim().Length <= 8, "stand", "must be up to 8 characters, such as 2");
        faults.ThrowIfAny();
        return new BuildChanged(
            change.Id,
            change.DoneAt,
            change.Number.Trim(),
            change.Name.Trim(),
            change.Owner.Trim(),
            change.Due,
            change.OffBench,
            change.Stand.Trim() is { Length: > 0 } stand ? stand : null
        );
    }

    private static WorkAsked AskedFor(AskWork ask, WorkedBuild state)
    {
        var possible = state.State.Places.SelectMany(p => p.Tasks).Select(t => t.Ref).ToHashSet();
        var faults = new Faults();
        faults.Listed(ask.Tasks, 0, 60, "tasks");
        foreach (var (task, i) in ask.Tasks.Select((t, i) => (t, i)))
        {
            faults.Require(
                possible.Contains(task),
                $"tasks[{i}]",
                $"must be a task of this engine; there is no “{task.Kind}” at “{task.Place}”"
            );
        }

        faults.ThrowIfAny();
        return new WorkAsked(ask.Id, ask.DoneAt, [.. ask.Tasks.Distinct()]);
    }

    private static GapTold Gap(TellGap tell, WorkedBuild state) =>
        state.Tasks.Any(t => t.Ref == tell.Task)
            ? new GapTold(tell.Id, tell.DoneAt, tell.Task, tell.Until, tell.Worked)
            : throw new UnusableInputException("task", "is not begun on this build");

    private static ToolReturned Returned(ReturnTool back, WorkedBuild state)
    {
        var took = state.State.Tools.Where(t => t.Task == back.Task).ToList();
        return took.Find(t => t.Tool == back.Tool) is not { } tool
                ? throw new UnusableInputException(
                    "tool",
                    took.Count == 0
                        ? "this task took nothing from the crib"
                        : $"must be one of {string.Join(", ", took.Select(t => t.Tool))}: what this task took"
                )
            : tool.BackAt is not null ? throw new UnusableInputException("tool", $"{tool.Name} is back in the crib already")
            : new ToolReturned(back.Id, back.DoneAt, back.Task, back.Tool);
    }

    private static ReadingsOffered Offered(OfferReadings offer)
    {
        var faults = new Faults();
        faults.Require(offer.From.Trim() is { Length: > 0 and <= 20 }, "from", "must be the number of the build where they were taken");
        faults.Listed(offer.Readings, 1, 500, "readings");
        foreach (var (reading, i) in offer.Readings.Select((r, i) => (r, i)))
        {
            faults.Require(
                reading
                    is { Slot: { Slot: not null, Step: { Step: not null, Item: not null, Task: { Kind: not null, Place: not null } } } },
                $"readings[{i}].slot",
                "must say where it was taken"
            );
            faults.Require(reading is { Typed.Length: > 0 and <= LongestText }, $"readings[{i}].typed", "must be as it was typed");
        }

        faults.ThrowIfAny();
        return new ReadingsOffered(offer.Id, offer.DoneAt, offer.From.Trim(), offer.Readings);
    }

    private SupplyTold Whereabouts(TellSupply tell, WorkedBuild state)
    {
        var procedure = state.State.Places.SelectMany(p => p.Tasks).Any(t => t.Ref == tell.Task)
            ? book.Newest.First(p => p.Id == tell.Task.Kind)
            : throw new UnusableInputException("task", $"there is no task “{tell.Task.Kind}” at “{tell.Task.Place}” on this engine");
        var whole = Completion.Of(state.Newest, state.ToldValues, procedure.Wants);
        var wanted = procedure.Supplies(
            state.Tasks.Any(t => t.Ref == tell.Task) ? state.SheetOf(tell.Task)
            : whole.Ready ? whole.Sheet
            : state.Newest
        );
        if (wanted.All(s => s.Id != tell.Supply))
        {
            throw new UnusableInputException(
                "supply",
                wanted.Count == 0
                    ? $"{procedure.Title} fits no part and uses nothing up"
                    : $"must be one of {string.Join(", ", wanted.Select(s => s.Id))}"
            );
        }

        return tell is { Where: SupplyPlace.Here or SupplyPlace.NotOrdered, Due: not null }
            ? throw new UnusableInputException("due", "is for what is ordered or at a machinist")
            : new SupplyTold(tell.Id, tell.DoneAt, tell.Task, tell.Supply, tell.Where, tell.Due);
    }

    private static OwnerAsked Asked(AskOwner ask, WorkedBuild state)
    {
        var choices = ask.Choices.Select(c => c.Trim()).ToList();
        var faults = new Faults();
        faults.Require(choices.Count <= 6, "choices", "must be at most 6: ask for one thing at a time");
        faults.Require(choices.TrueForAll(c => c.Length is > 0 and <= 200), "choices", "must each be 1 to 200 characters");
        faults.ThrowIfAny();
        return new OwnerAsked(ask.Id, ask.DoneAt, Step(state, ask.Step).Ref, Reason(ask.Finding, "finding"), choices);
    }

    private static OwnerAnswered Answered(TellAnswer tell, WorkedBuild state)
    {
        var question =
            Step(state, tell.Step).Questions?.FirstOrDefault(q => q.Id == tell.Question)
            ?? throw new UnusableInputException("question", "there is no such question at this step");
        var faults = new Faults();
        faults.Require(question.Answer is null, "question", $"is answered already, by {question.Answer?.Who}: ask again if it has changed");
        faults.Require(tell.Who.Trim().Length is > 0 and <= 80, "who", "must be 1 to 80 characters: who answered");
        faults.ThrowIfAny();
        return new OwnerAnswered(tell.Id, tell.DoneAt, tell.Step, tell.Question, Reason(tell.Answer, "answer"), tell.Who.Trim(), tell.How);
    }

    private static Chose Choice(Choose choose, WorkedBuild state)
    {
        var task = TaskAt(state, choose.Task);
        var choice =
            task.Choices.FirstOrDefault(c => c.Id == choose.Choice)
            ?? throw new UnusableInputException("choice", $"there is no choice “{choose.Choice}” in {task.Title}");
        return choice.Options.Any(o => o.Id == choose.Option)
            ? new Chose(choose.Id, choose.DoneAt, choose.Task, choose.Choice, choose.Option)
            : throw new UnusableInputException("option", $"must be one of {string.Join(", ", choice.Options.Select(o => o.Id))}");
    }

    private ReadingTaken Reading(TakeReading take, WorkedBuild state)
    {
        var step = Unblocked(state, take.Slot.Step);
        if (take.Slot.Round != step.Round)
        {
            throw new UnusableInputException("slot.round", $"must be {step.Round}: “{step.Title}” is in that round now");
        }

        var slots = step.Rounds[^1].Slots;
        var place =
            slots.FirstOrDefault(s => s.Slot.Key == take.Slot.Slot)
            ?? throw new UnusableInputException("slot.slot", $"there is no place “{take.Slot.Slot}” in “{step.Title}”");
        var slot = place.Slot;
        if (take.Offered is { } known)
        {
            return Known(take, known, slot, step, state);
        }

        var by = take.Instrument is null
            ? null
            : shop.Instruments.FirstOrDefault(i => i.Id == take.Instrument)
                ?? throw new UnusableInputException("instrument", $"there is no instrument “{take.Instrument}” in this shop");
        if (slot.Kind == SlotKind.Tool)
        {
            var tool =
                shop.Crib.FirstOrDefault(t => t.Id == take.Typed.Trim())
                ?? throw new UnusableInputException("typed", $"there is no tool “{take.Typed.Trim()}” in this crib");
            return new ReadingTaken(take.Id, take.DoneAt, take.Slot, tool.Name ?? tool.Id, null, by, false, tool);
        }

        if (slot.Kind == SlotKind.Pick)
        {
            var option =
                slot.Options!.FirstOrDefault(o => o.Id == take.Typed.Trim())
                ?? throw new UnusableInputException("typed", $"must be one of {string.Join(", ", slot.Options!.Select(o => o.Id))}");
            return new ReadingTaken(take.Id, take.DoneAt, take.Slot, option.Label, null, by, false, Option: option.Id);
        }

        if (slot.Kind == SlotKind.Trace)
        {
            return Traced(take, slot, by);
        }

        if (slot.Kind == SlotKind.Sight)
        {
            return Seen(take, by);
        }

        if (slot.Kind != SlotKind.Number)
        {
            if (slot.Stock is { } kinds)
            {
                var stock = shop.Crib.Where(t => kinds.Contains(t.Kind)).ToList();
                return new ReadingTaken(
                    take.Id,
                    take.DoneAt,
                    take.Slot,
                    $"{stock.Sum(t => t.Quantity ?? 1)} in the crib",
                    null,
                    by,
                    false,
                    Stock: stock
                );
            }

            var word = slot.Kind == SlotKind.Text ? Reason(take.Typed, "typed") : "done";
            return new ReadingTaken(take.Id, take.DoneAt, take.Slot, word, null, by, false);
        }

        if (take.CutOff)
        {
            throw new UnusableInputException("cutOff", "half a pull is no torque: pull it again, or type what the wrench clicked at");
        }

        // A pull that was recorded is read off its trace.
        if (take is { Recording: not null, Trace: { X.Count: > 0 } pull } && slot.Trace is not null)
        {
            take = take with { Typed = Wording.Write(new Quantity(pull.Peak(), slot.Dimension, 0.1)), DecimalMark = "." };
        }

        var value = TypedNumber.Read(take.Typed, take.Unit, take.DecimalMark, slot.Dimension);
        if (!take.OddConfirmed && Odd(slot, value, slots) is { } question)
        {
            throw new OddReadingException(question);
        }

        return new ReadingTaken(
            take.Id,
            take.DoneAt,
            take.Slot,
            take.Typed.Trim(),
            value,
            by,
            take.OddConfirmed,
            Trace: take.Trace is not null && slot.Trace is not null ? Traced(take, slot, by).Trace : null
        );
    }

    /// <summary>What was read elsewhere, taken here as it is.</summary>
    private ReadingTaken Known(TakeReading take, Guid known, Slot slot, StepState step, WorkedBuild state)
    {
        if (Offers.For(slot, step, state, book) is not { } offer || offer.Reading != known)
        {
            throw new UnusableInputException("offered", "is no longer offered here: read it again");
        }

        return new ReadingTaken(
            take.Id,
            take.DoneAt,
            take.Slot,
            offer.Typed,
            offer.Value,
            shop.Instruments.FirstOrDefault(i => i.Id == offer.Instrument),
            false,
            Option: offer.Option,
            From: new ReadFrom(offer.Reading, offer.Where, offer.At)
        );
    }

    private static ReadingTaken Seen(TakeReading take, Instrument? by)
    {
        if (take.Sight is not { } sight || Math.Abs(sight.AroundMm) > 100 || Math.Abs(sight.AlongMm) > 100)
        {
            throw new UnusableInputException(
                "sight",
                "must say what was seen: how far the metal stands off, within 100 mm, or that the passage is shut"
            );
        }

        static string Way(double mm, string plus, string minus) =>
            Math.Abs(mm) < 0.005 ? "" : $"{Wording.Number(Math.Abs(mm), 0.01)} mm {(mm > 0 ? plus : minus)}";
        var words =
            sight.Kind == SightKind.Shut
                ? "shut"
                : string.Join(
                    ", ",
                    new[] { Way(sight.AroundMm, "clockwise", "anticlockwise"), Way(sight.AlongMm, "rearwards", "forwards") }.Where(w =>
                        w.Length > 0
                    )
                );
        return new ReadingTaken(
            take.Id,
            take.DoneAt,
            take.Slot,
            (words.Length == 0 ? "fully open" : words) + (sight.Kind == SightKind.Wire ? ", by wire" : ""),
            null,
            by,
            false,
            Sight: sight
        );
    }

    private static ReadingTaken Traced(TakeReading take, Slot slot, Instrument? by)
    {
        var faults = new Faults();
        if (faults.Require(take.Trace is not null, "trace", "must hold the columns that the gauge recorded"))
        {
            take.Trace!.Check(faults, "trace");
        }

        faults.ThrowIfAny();
        var (trace, axes) = (take.Trace!, slot.Trace!);
        var peak = Wording.Write(new Quantity(trace.Peak(), axes.Y, axes.Y == Dimension.Force ? 100 : 0.1));
        var cut = take.CutOff ? $", cut off at {Wording.Write(new Quantity(trace.X[^1], axes.X, 0.1))}" : "";
        return new ReadingTaken(
            take.Id,
            take.DoneAt,
            take.Slot,
            $"{trace.X.Count} points, peak {peak}{cut}",
            trace.Peak(),
            by,
            take.OddConfirmed,
            Trace: PackedTrace.Of(trace, axes),
            CutOff: take.CutOff
        );
    }

    private static Attached Photo(Attach attach, WorkedBuild state)
    {
        var faults = new Faults();
        faults.Require(
            attach.Photo.Sha256.Length == 64 && attach.Photo.Sha256.All(char.IsAsciiHexDigitLower),
            "photo.sha256",
            "must be a SHA-256 in lower-case hex"
        );
        faults.Require(attach.Caption.Length <= 200, "caption", "must be at most 200 characters");
        faults.ThrowIfAny();
        return new Attached(attach.Id, attach.DoneAt, Step(state, attach.Step).Ref, attach.Photo, attach.Caption.Trim());
    }

    /// <summary>Outside what the part could be, or ten or more times away from the others like it at this step.</summary>
    internal static Sentence? Odd(Slot slot, double value, IReadOnlyList<SlotState> slots)
    {
        Quantity Shown(double v) => new(v, slot.Dimension, slot.Resolution);
        Quantity Roughly(double v, Band part) => new(v, slot.Dimension, Math.Max(slot.Resolution, (part.High - part.Low) / 20));
        if (slot.Plausible is { } part && (value < part.Low || value > part.High))
        {
            return Sentence.Of(
                "{value} was understood, but here it would be from {low} to {high}. Enter again keeps it as typed.",
                ("value", Shown(value)),
                ("low", Roughly(part.Low, part)),
                ("high", Roughly(part.High, part))
            );
        }

        var peers = slots
            .Where(s => slot.Peers is not null && s.Slot.Peers == slot.Peers && s.Slot.Key != slot.Key && s.Live?.Value is not null)
            .Select(s => Math.Abs(s.Live!.Value!.Value))
            .Where(v => v > 0)
            .Order()
            .ToList();
        var usual = peers.Count == 0 ? 0 : peers[peers.Count / 2];
        return usual > 0 && value != 0 && (Math.Abs(value) >= 10 * usual || Math.Abs(value) <= usual / 10)
            ? Sentence.Of(
                "{value} was understood; the others here are about {usual}. Enter again keeps it as typed.",
                ("value", Shown(value)),
                ("usual", Shown(usual))
            )
            : null;
    }

    private static Struck Struck(Strike strike, WorkedBuild state, Signer by)
    {
        var log = state.Log;
        var entry =
            log.FirstOrDefault(e => e.Event is ReadingTaken && e.Event.Id == strike.Reading)
            ?? throw new UnusableInputException("reading", "there is no such reading in this build");
        if (log.Any(e => e.Event is Struck s && s.Reading == strike.Reading))
        {
            throw new UnusableInputException("reading", "is struck already");
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
                "only your last reading can be rubbed out; an earlier one is struck with a reason: slip, gauge moved, wrong place"
            );
        }

        return new Struck(strike.Id, strike.DoneAt, strike.Reading, strike.Because);
    }

    private static Guid Releasable(WorkedBuild state, StepRef at, Verdict most)
    {
        var step = Unblocked(state, at);
        if (step.Now.Call is not { } call)
        {
            throw new UnusableInputException("step", $"“{step.Title}” has no call to decide on yet");
        }

        if (call.Verdict == Verdict.Go)
        {
            throw new UnusableInputException("step", $"“{step.Title}” is a go; there is nothing to decide");
        }

        return call.Verdict <= most
            ? step.Calls[^1].Id
            : throw new UnusableInputException(
                "step",
                $"“{step.Title}” is not yours to decide: measure again, or a lead opens the gate with a reason"
            );
    }

    private static JudgedByHand ByHand(JudgeByHand judge, WorkedBuild state, Signer by)
    {
        var step = Unblocked(state, judge.Step);
        var line = judge.Line.Trim();
        var faults = new Faults();
        faults.Require(line.Length <= 2000, "line", "must be up to 2000 characters");
        if (judge.Found == HandFound.NotChecked)
        {
            faults.Require(by.Role == Role.Lead, "by", $"only a lead goes on with what was not checked at all; {by.Name} is a builder");
            faults.Require(line.Length > 0, "line", "must say why it was not checked");
            faults.ThrowIfAny();
            return new JudgedByHand(judge.Id, judge.DoneAt, judge.Step, step.Round, "", "", judge.Found, line);
        }

        if (step.HandWays is not { } ways)
        {
            throw new UnusableInputException("step", $"“{step.Title}” needs no instrument: do what it asks, or a lead opens the gate");
        }

        var how = ways.FirstOrDefault(w => w.Id == judge.How);
        faults.Require(how is not null, "how", $"must be one of {string.Join(", ", ways.Select(w => w.Id))}");
        faults.Require(judge.How != HandWays.Other.Id || line.Length > 0, "line", "must say how it was judged");
        faults.ThrowIfAny();
        // Once taken, a number rules; a hand's own no stands until something was done about it.
        if (step.Hand is { Found: HandFound.Bad })
        {
            throw new UnusableInputException(
                "step",
                $"“{step.Title}” was judged bad: put it right and begin it again, measure it, or a lead opens the gate with a reason"
            );
        }

        if (step.Calls.LastOrDefault(c => c.Judgement.Call?.Checks.Count > 0) is { Judgement.Call.Verdict: Verdict.Stop, Release: null })
        {
            throw new UnusableInputException(
                "step",
                $"“{step.Title}” was measured, and its number is a stop: measure it again, or a lead opens the gate with a reason"
            );
        }

        return new JudgedByHand(judge.Id, judge.DoneAt, judge.Step, step.Round, how!.Id, how.Label, judge.Found, line);
    }

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
