using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

/// <summary>One task's part of a log, by address.</summary>
internal sealed class Journal
{
    private readonly Dictionary<Guid, StrikeReason> _struck = [];
    private readonly ILookup<SlotRef, LogEntry> _readings;
    private readonly ILookup<StepRef, RoundBegan> _rounds;
    private readonly ILookup<StepRef, LogEntry> _calls;
    private readonly Dictionary<Guid, Release> _releases = [];
    private readonly ILookup<StepRef, NoteState> _notes;
    private readonly ILookup<StepRef, PhotoState> _photos;
    private readonly ILookup<StepRef, QuestionState> _questions;
    private readonly Dictionary<(StepRef Step, int Round), LogEntry> _hands = [];
    private readonly Dictionary<string, List<(long Seq, string Option)>> _shared = new(StringComparer.Ordinal);
    private readonly Dictionary<(string Kind, string Step), long> _workedAt = [];
    private readonly Dictionary<string, string> _chosen = new(StringComparer.Ordinal);
    private readonly TaskRef _task;

    // The last entry that changed anything at an address.
    private readonly Dictionary<(StepRef Step, string Slot), long> _slotAt = [];
    private readonly Dictionary<StepRef, long> _roundAt = [];
    private readonly Dictionary<StepRef, long> _begunAt = [];
    private readonly Dictionary<(StepRef Step, int Round), long> _readAt = [];
    private readonly Dictionary<StepRef, long> _stepAt = [];
    private readonly Dictionary<string, long> _choiceAt = new(StringComparer.Ordinal);
    private readonly Dictionary<string, long> _taskAt = new(StringComparer.Ordinal);

    public Journal(TaskRef task, IReadOnlyList<LogEntry> log)
    {
        _task = task;
        var (slotOf, own) = (new Dictionary<Guid, SlotRef>(), new List<LogEntry>());
        foreach (var entry in log)
        {
            if (entry.Event is ReadingTaken taken)
            {
                slotOf.TryAdd(taken.Id, taken.Slot);
                _workedAt[(taken.Slot.Step.Task.Kind, taken.Slot.Step.Step)] = entry.Seq;
            }

            // What another task may look at: its work, not what was said of it.
            if (Addresses.WorkedAt(entry.Event, slotOf.GetValueOrDefault) is { } worked)
            {
                _taskAt[worked.Kind] = entry.Seq;
            }

            if (Addresses.StepOf(entry.Event, slotOf.GetValueOrDefault) is { } at && at.Task == task)
            {
                _stepAt[at] = entry.Seq;
                own.Add(entry);
            }

            switch (entry.Event)
            {
                case Struck struck:
                    _struck.TryAdd(struck.Reading, struck.Because);
                    if (slotOf.TryGetValue(struck.Reading, out var slot))
                    {
                        _slotAt[(slot.Step, slot.Slot)] = entry.Seq;
                    }

                    break;
                case Decided decided when decided.Step.Task == task:
                    // Decided again, once what it stood on had changed.
                    _releases[decided.Call] = new Release(false, decided.Because, entry.By, decided.DoneAt) { StoodOn = decided.StoodOn };
                    break;
                case GateOpened opened when opened.Step.Task == task:
                    _releases[opened.Call] = new Release(true, opened.Because, entry.By, opened.DoneAt) { StoodOn = opened.StoodOn };
                    break;
                case JudgedByHand hand when hand.Step.Task == task:
                    _hands[(hand.Step, hand.Round)] = entry;
                    _roundAt[hand.Step] = entry.Seq;
                    LastAt = LastAt > hand.DoneAt ? LastAt : hand.DoneAt;
                    break;
                case Chose chose when ChoiceName.Shared.Contains(chose.Choice):
                    _shared.TryAdd(chose.Choice, []);
                    _shared[chose.Choice].Add((entry.Seq, chose.Option));
                    _choiceAt[chose.Choice] = entry.Seq;
                    break;
                case Chose chose when chose.Task == task:
                    _chosen[chose.Choice] = chose.Option;
                    _choiceAt[chose.Choice] = entry.Seq;
                    break;
                case SupplyTold told when told.Task == task:
                    SuppliedAt = entry.Seq;
                    break;
                case SheetMoved moved when moved.Task == task:
                    MovedAt = entry.Seq;
                    break;
                case RoundBegan round when round.Step.Task == task:
                    _roundAt[round.Step] = entry.Seq;
                    _begunAt[round.Step] = entry.Seq;
                    break;
                case ReadingTaken reading when reading.Slot.Step.Task == task:
                    _slotAt[(reading.Slot.Step, reading.Slot.Slot)] = entry.Seq;
                    _readAt[(reading.Slot.Step, reading.Slot.Round)] = entry.Seq;
                    LastAt = LastAt > reading.DoneAt ? LastAt : reading.DoneAt;
                    break;
            }
        }

        ILookup<StepRef, TState> Told<TEvent, TState>(Func<TEvent, StepRef> at, Func<TEvent, LogEntry, TState> state)
            where TEvent : LogEvent => own.Where(e => e.Event is TEvent).ToLookup(e => at((TEvent)e.Event), e => state((TEvent)e.Event, e));
        _readings = own.Where(e => e.Event is ReadingTaken).ToLookup(e => ((ReadingTaken)e.Event).Slot);
        _rounds = Told<RoundBegan, RoundBegan>(r => r.Step, (r, _) => r);
        _calls = Told<Called, LogEntry>(c => c.Step, (_, e) => e);
        _notes = Told<Noted, NoteState>(n => n.Step, (n, e) => new NoteState(n.Text, e.By, n.DoneAt));
        _photos = Told<Attached, PhotoState>(a => a.Step, (a, e) => new PhotoState(a.Photo, a.Caption, e.By, a.DoneAt));
        var answers = own.Where(e => e.Event is OwnerAnswered).ToLookup(e => ((OwnerAnswered)e.Event).Question);
        _questions = Told<OwnerAsked, QuestionState>(
            a => a.Step,
            (asked, e) =>
                new QuestionState(
                    asked.Id,
                    asked.Finding,
                    asked.Choices,
                    e.By,
                    asked.DoneAt,
                    answers[asked.Id].FirstOrDefault() is { Event: OwnerAnswered told } answer
                        ? new OwnerAnswer(told.Answer, told.Who, told.How, answer.By, told.DoneAt)
                        : null
                )
        );
    }

    /// <summary>When its sheet was last moved to another version; 0 where it never was.</summary>
    public long MovedAt { get; }

    /// <summary>When it was last said where one of its parts is; 0 where it never was.</summary>
    public long SuppliedAt { get; }

    /// <summary>The last entry about a step.</summary>
    public long ToldAt(StepRef step) => _stepAt.GetValueOrDefault(step);

    /// <summary>The last entry that changed anything that was looked at.</summary>
    public long ChangedAt(Looked looked) =>
        (
            (IEnumerable<long>)
                [
                    MovedAt,
                    .. looked.Slots.Select(s =>
                        At(s.Step, s.Item) is var at ? Math.Max(_slotAt.GetValueOrDefault((at, s.Slot)), _roundAt.GetValueOrDefault(at)) : 0
                    ),
                    .. looked.Rounds.Select(r => _roundAt.GetValueOrDefault(At(r.Step, r.Item))),
                    .. looked.Choices.Select(c => _choiceAt.GetValueOrDefault(c)),
                    .. looked.Tasks.Select(t => _taskAt.GetValueOrDefault(t)),
                ]
        ).Max();

    /// <summary>What was judged by hand in a step's newest round; null where nothing was.</summary>
    public LogEntry? Hand(StepRef step) => _hands.GetValueOrDefault((step, Round(step)));

    /// <summary>What was looked at, as it stands now.</summary>
    public Footing Footing(Looked looked, SheetRef sheet, IReadOnlyDictionary<string, string> chosen, bool complete) =>
        new(
            sheet,
            [
                .. looked.Slots.Select(s =>
                    At(s.Step, s.Item) is var step
                        ? new StoodReading(new SlotRef(step, Round(step), s.Slot), Live(step, s.Slot)?.Id)
                        : null!
                ),
            ],
            [.. looked.Choices.Where(chosen.ContainsKey).Select(c => new StoodChoice(c, chosen[c]))],
            [.. looked.Rounds.Select(r => At(r.Step, r.Item) is var step ? new StoodRound(step, Round(step)) : null!)],
            [.. looked.Tasks.Select(t => new StoodTask(t, _taskAt.GetValueOrDefault(t)))],
            complete
        );

    /// <summary>Whether all that a decision kept is still so. An option that nobody has chosen since is still what it was.</summary>
    /// <param name="footing">What it stood on.</param>
    /// <param name="chosen">What is chosen as far as its step goes.</param>
    public bool Stands(Footing footing, IReadOnlyDictionary<string, string> chosen) =>
        footing.Readings.All(r => Round(r.Slot.Step) == r.Slot.Round && Live(r.Slot.Step, r.Slot.Slot)?.Id == r.Reading)
        && footing.Choices.All(c =>
            (ChoiceName.Shared.Contains(c.Choice) ? chosen.GetValueOrDefault(c.Choice) : Chosen(c.Choice)) is not { } made
            || made == c.Option
        )
        && footing.Rounds.All(r => Round(r.Step) == r.Round)
        && footing.Tasks.All(t => _taskAt.GetValueOrDefault(t.Kind) == t.UpTo);

    private StepRef At(string step, string item) => new(_task, step, item);

    /// <summary>When the newest reading was taken; null before the first.</summary>
    public DateTimeOffset? LastAt { get; }

    /// <summary>What was chosen; null where nothing was. What is told once a build is what was told last.</summary>
    public string? Chosen(string choice) =>
        ChoiceName.Shared.Contains(choice) ? _shared.GetValueOrDefault(choice)?[^1].Option : _chosen.GetValueOrDefault(choice);

    /// <summary>What held of the whole build when a step's newest reading was taken: each reading keeps how the engine hung. Null where
    /// nothing was read, and where it was never told.</summary>
    /// <param name="step">The step.</param>
    /// <param name="choice">What is told once a build.</param>
    /// <param name="untold">What holds until it is told.</param>
    public string? ChosenAt(StepRef step, string choice, string untold)
    {
        if (_shared.GetValueOrDefault(choice) is not { } told)
        {
            return null;
        }

        var read = _slotAt
            .Where(s => s.Key.Step == step && Live(step, s.Key.Slot) is not null)
            .Select(s => s.Value)
            .DefaultIfEmpty(0)
            .Max();
        return read == 0 ? null : told.LastOrDefault(t => t.Seq < read).Option ?? untold;
    }

    /// <summary>When anything was read last at some steps of a task of this kind, or at any of them where none is named; 0 where nothing
    /// was.</summary>
    public long WorkedAt(string kind, IReadOnlyList<string> steps) =>
        _workedAt
            .Where(w => w.Key.Kind == kind && (steps.Count == 0 || steps.Contains(w.Key.Step)))
            .Select(w => w.Value)
            .DefaultIfEmpty(0)
            .Max();

    public IReadOnlyList<NoteState> Notes(StepRef step) => [.. _notes[step]];

    /// <summary>What the owner was asked at a step; null where nothing was.</summary>
    public IReadOnlyList<QuestionState>? Questions(StepRef step) => _questions.Contains(step) ? [.. _questions[step]] : null;

    public IReadOnlyList<PhotoState> Photos(StepRef step) => [.. _photos[step]];

    public int Round(StepRef step) => _rounds[step].Select(r => r.Round).DefaultIfEmpty(1).Max();

    /// <summary>Which time a step is done since another one was begun anew, from 1: of a new part, it is the first. A round in which
    /// nothing was read is none.</summary>
    public int RoundsSince(StepRef step, StepRef other)
    {
        var (now, since) = (Round(step), _begunAt.GetValueOrDefault(other));
        return 1 + Enumerable.Range(1, now - 1).Count(round => _readAt.GetValueOrDefault((step, round)) > since);
    }

    /// <summary>The one live reading of a slot in the step's newest round.</summary>
    public ReadingTaken? Live(StepRef step, string slot)
    {
        var live = _readings[new SlotRef(step, Round(step), slot)].Where(e => !_struck.ContainsKey(e.Event.Id)).ToList();
        return live is [var only] ? (ReadingTaken)only.Event : null;
    }

    public IReadOnlyList<RoundState> Rounds(StepRef step, IReadOnlyList<Slot> slots) =>
        [
            .. Enumerable
                .Range(1, Round(step))
                .Select(round => new RoundState(
                    round,
                    _rounds[step].FirstOrDefault(r => r.Round == round)?.Because,
                    [.. slots.Select(slot => new SlotState(slot, [.. _readings[new SlotRef(step, round, slot.Key)].Select(Reading)]))]
                )),
        ];

    public IReadOnlyList<CallState> Calls(StepRef step) => [.. _calls[step].Select(e => Given(e, _releases.GetValueOrDefault(e.Event.Id)))];

    /// <summary>A call as it was given, with what was decided on it.</summary>
    internal static CallState Given(LogEntry entry, Release? release)
    {
        var call = (Called)entry.Event;
        return new CallState(call.Id, call.Round, call.Judgement, call.Calculator, call.Version, call.DoneAt, release) { Seq = entry.Seq };
    }

    private ReadingState Reading(LogEntry entry)
    {
        var reading = (ReadingTaken)entry.Event;
        return new ReadingState(
            reading.Id,
            reading.Typed,
            reading.Value,
            reading.Instrument,
            entry.By,
            reading.DoneAt,
            reading.OddConfirmed,
            _struck.TryGetValue(reading.Id, out var because) ? because : null,
            reading.Tool,
            reading.Option,
            reading.Trace?.Drawn(),
            reading.Sight,
            reading.Stock,
            reading.CutOff,
            reading.From
        );
    }
}
