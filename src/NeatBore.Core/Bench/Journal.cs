using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

/// <summary>One task's part of a log, by address. It never changes; reading on makes another, which shares the steps that nothing new is
/// about.</summary>
internal sealed class Journal : ITaskReader
{
    private readonly TaskRef _task;
    private readonly int _known;
    private readonly Dictionary<StepRef, StepJournal> _steps;
    private readonly Dictionary<string, IReadOnlyList<(long Seq, string Option)>> _shared;
    private readonly Dictionary<string, string> _chosen;

    // The last entry that changed anything there.
    private readonly Dictionary<string, long> _choiceAt;
    private readonly Dictionary<string, long> _taskAt;
    private readonly Dictionary<(string Kind, string Step), long> _workedAt;

    /// <summary>Nothing is known of a task yet.</summary>
    public Journal(TaskRef task) =>
        (_task, _steps, _shared, _chosen, _choiceAt, _taskAt, _workedAt) = (
            task,
            [],
            new(StringComparer.Ordinal),
            new(StringComparer.Ordinal),
            new(StringComparer.Ordinal),
            new(StringComparer.Ordinal),
            []
        );

    private Journal(Journal before, IReadOnlyList<LogEntry> log)
    {
        (_task, _known) = (before._task, log.Count);
        _steps = new(before._steps);
        _shared = new(before._shared, StringComparer.Ordinal);
        _chosen = new(before._chosen, StringComparer.Ordinal);
        _choiceAt = new(before._choiceAt, StringComparer.Ordinal);
        _taskAt = new(before._taskAt, StringComparer.Ordinal);
        _workedAt = new(before._workedAt);
        (MovedAt, SuppliedAt, LastAt) = (before.MovedAt, before.SuppliedAt, before.LastAt);
        var own = new Dictionary<StepRef, List<LogEntry>>();
        for (var i = before._known; i < log.Count; i++)
        {
            var entry = log[i];
            if (entry.Event is ReadingTaken { Slot.Step: var read })
            {
                _workedAt[(read.Task.Kind, read.Step)] = entry.Seq;
            }

            // What another task may look at: its work, not what was said of it.
            if (entry.Event is { IsWork: true, OfTask: { } worked })
            {
                _taskAt[worked.Kind] = entry.Seq;
            }

            switch (entry.Event)
            {
                case Chose chose when ChoiceName.Shared.Contains(chose.Choice):
                    _shared[chose.Choice] = [.. _shared.GetValueOrDefault(chose.Choice) ?? [], (entry.Seq, chose.Option)];
                    _choiceAt[chose.Choice] = entry.Seq;
                    break;
                case TaskEvent told when told.OfTask == _task:
                    told.To(this, entry.Seq);
                    break;
                case StepEvent { OfStep: { } at } when at.Task == _task:
                    if (!own.TryGetValue(at, out var there))
                    {
                        own[at] = there = [];
                    }

                    there.Add(entry);
                    if (entry.Event is ReadingTaken or JudgedByHand)
                    {
                        LastAt = LastAt > entry.Event.DoneAt ? LastAt : entry.Event.DoneAt;
                    }

                    break;
            }
        }

        foreach (var (step, entries) in own)
        {
            _steps[step] = Of(step).With(entries);
        }
    }

    /// <summary>It, read on to the end of a log that begins with all that it knows.</summary>
    /// <param name="log">The whole log.</param>
    public Journal To(IReadOnlyList<LogEntry> log) => log.Count == _known ? this : new Journal(this, log);

    /// <summary>When its sheet was last moved to another version; 0 where it never was.</summary>
    public long MovedAt { get; private set; }

    /// <summary>When it was last said where one of its parts is; 0 where it never was.</summary>
    public long SuppliedAt { get; private set; }

    /// <summary>When the newest reading was taken; null before the first.</summary>
    public DateTimeOffset? LastAt { get; }

    /// <summary>What the log holds of a step.</summary>
    public StepJournal Of(StepRef step) => _steps.GetValueOrDefault(step) ?? StepJournal.Empty;

    /// <summary>The last entry that changed anything that was looked at.</summary>
    public long ChangedAt(Looked looked) =>
        (
            (IEnumerable<long>)
                [
                    MovedAt,
                    .. looked.Slots.Select(s => At(s.Step, s.Item) is var at ? Math.Max(at.SlotAt(s.Slot), at.RoundAt) : 0),
                    .. looked.Rounds.Select(r => At(r.Step, r.Item).RoundAt),
                    .. looked.Choices.Select(c => _choiceAt.GetValueOrDefault(c)),
                    .. looked.Tasks.Select(t => _taskAt.GetValueOrDefault(t)),
                ]
        ).Max();

    /// <summary>What was looked at, as it stands now.</summary>
    public Footing Footing(Looked looked, SheetRef sheet, IReadOnlyDictionary<string, string> chosen, bool complete)
    {
        StoodReading Reading(StepRef step, string slot) =>
            Of(step) is var at ? new StoodReading(new SlotRef(step, at.Round, slot), at.Live(slot)?.Id) : null!;
        return new(
            sheet,
            // In an order of their own: what was looked at first may be another the next time.
            [.. looked.Slots.Order().Select(s => Reading(new StepRef(_task, s.Step, s.Item), s.Slot))],
            [.. looked.Choices.Where(chosen.ContainsKey).Select(c => new StoodChoice(c, chosen[c]))],
            [.. looked.Rounds.Select(r => new StoodRound(new StepRef(_task, r.Step, r.Item), At(r.Step, r.Item).Round))],
            [.. looked.Tasks.Select(t => new StoodTask(t, _taskAt.GetValueOrDefault(t)))],
            complete
        );
    }

    /// <summary>Whether all that a decision kept is still so. An option that nobody has chosen since is still what it was.</summary>
    /// <param name="footing">What it stood on.</param>
    /// <param name="chosen">What is chosen as far as its step goes.</param>
    public bool Stands(Footing footing, IReadOnlyDictionary<string, string> chosen) =>
        footing.Readings.All(r => Of(r.Slot.Step) is var at && at.Round == r.Slot.Round && at.Live(r.Slot.Slot)?.Id == r.Reading)
        && footing.Choices.All(c =>
            (ChoiceName.Shared.Contains(c.Choice) ? chosen.GetValueOrDefault(c.Choice) : Chosen(c.Choice)) is not { } made
            || made == c.Option
        )
        && footing.Rounds.All(r => Of(r.Step).Round == r.Round)
        && footing.Tasks.All(t => _taskAt.GetValueOrDefault(t.Kind) == t.UpTo);

    /// <summary>Whether a hand's judgement still stands on what it did: no choice that its step looks at, and nothing that was picked
    /// there, was made otherwise since.</summary>
    /// <param name="own">What was done at the step.</param>
    /// <param name="since">The entry that judged.</param>
    /// <param name="looked">What the step looks at.</param>
    /// <param name="slots">What it asks for.</param>
    public bool HasFooting(StepJournal own, long since, Looked looked, IReadOnlyList<Slot> slots) =>
        // How the engine hangs is told as it is turned: what was felt before was felt as it hung then.
        !looked.Choices.Any(c => !ChoiceName.Shared.Contains(c) && _choiceAt.GetValueOrDefault(c) > since)
        && !slots.Any(s => s.Kind is SlotKind.Pick or SlotKind.Tool && own.PickedAnew(s.Key, since));

    /// <summary>The last entry that chose anything; 0 where none did.</summary>
    public long ChoseAt => _choiceAt.Values.DefaultIfEmpty(0).Max();

    /// <summary>The items of some steps on which a Stop stands that no lead opened, or waits to be measured again.</summary>
    public IReadOnlyList<string> Stopped(IReadOnlyList<Step> steps) =>
        [
            .. _steps
                .Where(s => s.Key.Item.Length > 0 && s.Value.Holds && steps.Any(x => x.Id == s.Key.Step))
                .Select(s => s.Key.Item)
                .Distinct(StringComparer.Ordinal),
        ];

    /// <summary>What was chosen; null where nothing was. What is told once a build is what was told last.</summary>
    public string? Chosen(string choice) =>
        ChoiceName.Shared.Contains(choice) ? _shared.GetValueOrDefault(choice)?[^1].Option : _chosen.GetValueOrDefault(choice);

    /// <summary>What held of the whole build when a step's newest reading was taken: each reading keeps how the engine hung. Null where
    /// nothing was read, and where it was never told.</summary>
    /// <param name="step">The step.</param>
    /// <param name="choice">What is told once a build.</param>
    /// <param name="untold">What holds until it is told.</param>
    public string? ChosenAt(StepRef step, string choice, string untold) =>
        _shared.GetValueOrDefault(choice) is { } told && Of(step).LiveAt is > 0 and var read
            ? told.LastOrDefault(t => t.Seq < read).Option ?? untold
            : null;

    /// <summary>When anything was read last at some steps of a task of this kind, or at any of them where none is named; 0 where nothing
    /// was.</summary>
    public long WorkedAt(string kind, IReadOnlyList<string> steps) =>
        _workedAt
            .Where(w => w.Key.Kind == kind && (steps.Count == 0 || steps.Contains(w.Key.Step)))
            .Select(w => w.Value)
            .DefaultIfEmpty(0)
            .Max();

    /// <summary>Which time a step is done since another one was begun anew, from 1: of a new part, it is the first. A round in which
    /// nothing was read is none.</summary>
    public int RoundsSince(StepRef step, StepRef other)
    {
        var (own, since) = (Of(step), Of(other).BegunAt);
        return 1 + Enumerable.Range(1, own.Round - 1).Count(round => own.ReadAt(round) > since);
    }

    void ITaskReader.Read(Chose chose, long seq)
    {
        _chosen[chose.Choice] = chose.Option;
        _choiceAt[chose.Choice] = seq;
    }

    void ITaskReader.Read(SupplyTold told, long seq) => SuppliedAt = seq;

    void ITaskReader.Read(SheetMoved moved, long seq) => MovedAt = seq;

    // A task is begun once; what was brought back, or how long nobody worked, changes nothing in it.
    void ITaskReader.Read(TaskStarted started, long seq) { }

    void ITaskReader.Read(ToolReturned back, long seq) { }

    void ITaskReader.Read(GapTold told, long seq) { }

    private StepJournal At(string step, string item) => Of(new StepRef(_task, step, item));
}
