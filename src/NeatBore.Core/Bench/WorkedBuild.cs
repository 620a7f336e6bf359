using System.Collections.Frozen;
using System.Collections.Immutable;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

/// <summary>
/// A build worked out from its log as far as that goes. What is applied works out again only the tasks that it
/// concerns: its own, and those that look at it. It never changes; applying gives another, which shares what stayed.
/// </summary>
public sealed class WorkedBuild
{
    private readonly IReadOnlyDictionary<SheetRef, EngineSheet> _sheets;
    private readonly ProcedureBook _book;
    private readonly LogEntry[] _log;
    private readonly ImmutableDictionary<Guid, SlotRef> _slots;
    private readonly IReadOnlyList<Worked> _tasks;
    private readonly Lazy<BuildState> _state;

    /// <param name="Started">What began it.</param>
    /// <param name="State">How it stands.</param>
    /// <param name="Journal">Its part of the log, as far as that went when it was worked out.</param>
    /// <param name="LooksAt">The kinds of other tasks that it looked at, begun or not.</param>
    /// <param name="Steps">Its steps as they were worked out.</param>
    private sealed record Worked(
        TaskStarted Started,
        TaskState State,
        Journal Journal,
        IReadOnlySet<string> LooksAt,
        IReadOnlyDictionary<StepRef, WorkedStep> Steps
    );

    private WorkedBuild(
        IReadOnlyDictionary<SheetRef, EngineSheet> sheets,
        ProcedureBook book,
        LogEntry[] log,
        ImmutableDictionary<Guid, SlotRef> slots,
        IReadOnlyList<Worked> tasks,
        IReadOnlyList<TaskRef> workedOut
    )
    {
        (_sheets, _book, _log, _slots, _tasks, WorkedOut) = (sheets, book, log, slots, tasks, workedOut);
        _state = new Lazy<BuildState>(() =>
            Tried(() => HeadEvaluation.Of(Opened, _log, UpToSeq, NewestOf(Opened.Sheet), book, [.. tasks.Select(t => t.State)]))
        );
    }

    /// <summary>The log that it was worked out from.</summary>
    public IReadOnlyList<LogEntry> Log => _log;

    /// <summary>The last entry that it knows.</summary>
    public long UpToSeq => _log[^1].Seq;

    /// <summary>The build's whole state.</summary>
    /// <exception cref="UnreadableLogException">Its engine's sheet, or what is in its log, can't be worked with.</exception>
    public BuildState State => _state.Value;

    /// <summary>The tasks that were begun, in that order.</summary>
    public IEnumerable<TaskState> Tasks => _tasks.Select(t => t.State);

    /// <summary>The tasks that were worked out anew for what was applied last, in the order in which they were.</summary>
    public IReadOnlyList<TaskRef> WorkedOut { get; }

    /// <summary>Every sheet version.</summary>
    public IReadOnlyDictionary<SheetRef, EngineSheet> Sheets => _sheets;

    /// <summary>The newest version of the build's own sheet.</summary>
    public EngineSheet Newest => NewestOf(Opened.Sheet);

    /// <summary>What was told of the engine on this build, in order.</summary>
    public IReadOnlyList<KnownValue> ToldValues => [.. _log.Select(e => e.Event).OfType<ValueTold>().Select(t => t.Value)];

    /// <summary>The sheet that a task works with.</summary>
    public EngineSheet SheetOf(TaskRef task) => SheetOf(_tasks.First(t => t.Started.Task == task).Started, _log);

    /// <summary>Where a reading was taken; null where it is none of this log's.</summary>
    public SlotRef? SlotOf(Guid reading) => _slots.GetValueOrDefault(reading);

    /// <summary>What of a task has to be left alone; null where nothing has.</summary>
    internal Rest? RestOf(TaskRef task) =>
        _tasks.FirstOrDefault(t => t.Started.Task == task)?.Started is { } started
            ? TaskEvaluation.RestOf(started, Run(started), SheetOf(started, _log), JournalOf(task))
            : null;

    /// <summary>A task's part of the log.</summary>
    internal Journal JournalOf(TaskRef task) => (_tasks.FirstOrDefault(t => t.Started.Task == task)?.Journal ?? new Journal(task)).To(_log);

    /// <summary>The run sheet of a task that was begun.</summary>
    internal Procedure ProcedureOf(TaskRef task) => Run(_tasks.First(t => t.Started.Task == task).Started);

    /// <summary>Every sheet that the tasks work with, and the one that the build was opened with.</summary>
    public IReadOnlyList<EngineSheet> SheetsAtWork =>
        [.. _tasks.Select(t => SheetOf(t.Started, _log)).Prepend(Named(_sheets, Opened.Sheet)).DistinctBy(s => s.Ref)];

    /// <summary>A step with what this build knows already of its empty places.</summary>
    public StepState WithOffers(StepState step) => Offers.At(step, this, _book);

    internal BuildOpened Opened => (BuildOpened)_log[0].Event;

    /// <summary>Works out a whole log.</summary>
    /// <param name="sheets">Every sheet version that it names.</param>
    /// <param name="book">Every procedure version that it names.</param>
    /// <param name="log">The whole log in order; its first entry opens the build.</param>
    /// <exception cref="ArgumentException">The log is empty.</exception>
    /// <exception cref="UnreadableLogException">The log names a sheet or a procedure version that is not given, or holds what its run
    /// sheet can't work with.</exception>
    public static WorkedBuild Of(IReadOnlyDictionary<SheetRef, EngineSheet> sheets, ProcedureBook book, IReadOnlyList<LogEntry> log)
    {
        if (log is not [{ Event: BuildOpened opened } first, ..])
        {
            throw log.Count == 0
                ? new ArgumentException("A log begins by opening its build.", nameof(log))
                : new UnreadableLogException("Its log does not begin by opening it.");
        }

        _ = Named(sheets, opened.Sheet);
        return new WorkedBuild(sheets, book, [first], ImmutableDictionary<Guid, SlotRef>.Empty, [], []).Apply([.. log.Skip(1)]);
    }

    /// <summary>The build with more in its log.</summary>
    /// <param name="entries">What comes next, in order.</param>
    /// <exception cref="UnreadableLogException">They name a sheet or a procedure version that is not given, or hold what their run sheet
    /// can't work with.</exception>
    public WorkedBuild Apply(params IReadOnlyList<LogEntry> entries) => entries.Count == 0 ? this : Tried(() => Grown(entries));

    /// <summary>What a stored value does to a run sheet of today, whatever that is, is that build's trouble alone.</summary>
    private static T Tried<T>(Func<T> work)
    {
        try
        {
            return work();
        }
        catch (Exception e) when (e is not (UnreadableLogException or OutOfMemoryException))
        {
            throw new UnreadableLogException("What is in its log can’t be worked out by this version.", e);
        }
    }

    /// <summary>The same build in a shop whose sheets have grown: what is begun stays as it is, what can be begun follows the
    /// newest.</summary>
    public WorkedBuild On(IReadOnlyDictionary<SheetRef, EngineSheet> sheets) =>
        ReferenceEquals(sheets, _sheets) ? this : new WorkedBuild(sheets, _book, _log, _slots, _tasks, []);

    /// <summary>The build with calls in its log that were just worked out: they are what their steps say, and nothing else follows from
    /// them.</summary>
    internal WorkedBuild Say(IReadOnlyList<LogEntry> calls)
    {
        var said = calls.ToDictionary(e => ((Called)e.Event).Step);
        StepState Told(Journal journal, StepState step) =>
            said.TryGetValue(step.Ref, out var call)
                ? step with
                {
                    Calls = journal.Of(step.Ref).Calls,
                    Differs = false,
                    ChangedAt = call.Seq,
                }
                : step;
        LogEntry[] log = [.. _log, .. calls];
        IReadOnlyList<StepState> Heard(Worked task) =>
            task.Journal.To(log) is var journal ? [.. task.State.Steps.Select(s => Told(journal, s))] : [];
        return calls.Count == 0
            ? this
            : new WorkedBuild(
                _sheets,
                _book,
                log,
                _slots,
                [
                    .. _tasks.Select(t =>
                        said.Keys.Any(s => s.Task == t.Started.Task) ? t with { State = t.State with { Steps = Heard(t) } } : t
                    ),
                ],
                WorkedOut
            );
    }

    private WorkedBuild Grown(IReadOnlyList<LogEntry> entries)
    {
        LogEntry[] log = [.. _log, .. entries];
        var slots = _slots;
        foreach (var taken in entries.Select(e => e.Event).OfType<ReadingTaken>().Where(r => !slots.ContainsKey(r.Id)))
        {
            slots = slots.Add(taken.Id, taken.Slot);
        }

        var begun = log.Select(e => e.Event).OfType<TaskStarted>().DistinctBy(e => e.Task).ToList();
        var stale = Concerned(entries);
        var worked = _tasks.ToDictionary(t => t.Started.Task, t => (Worked?)t);
        var anew = new List<TaskRef>();
        var journals = new Dictionary<TaskRef, Journal>();
        Journal JournalOf(TaskRef task) =>
            journals.TryGetValue(task, out var there)
                ? there
                : journals[task] = (_tasks.FirstOrDefault(t => t.Started.Task == task)?.Journal ?? new Journal(task)).To(log);
        var rests = new Dictionary<string, Rest?>(StringComparer.Ordinal);
        // Many steps of a task ask it of the same few others.
        Rest? RestOf(string kind)
        {
            if (!rests.TryGetValue(kind, out var rest))
            {
                rests[kind] = rest = begun.Find(b => b.Task.Kind == kind) is { } other
                    ? TaskEvaluation.RestOf(other, Run(other), SheetOf(other, log), JournalOf(other.Task))
                    : null;
            }

            return rest;
        }

        Worked Of(TaskStarted started)
        {
            if (!stale.Contains(started.Task) && worked.TryGetValue(started.Task, out var there) && there is not null)
            {
                return there;
            }

            if (anew.Contains(started.Task))
            {
                return worked[started.Task]
                    ?? throw new InvalidOperationException($"“{started.Task.Kind}” looks at itself by way of another task.");
            }

            anew.Add(started.Task);
            worked[started.Task] = null;
            var looksAt = new HashSet<string>(StringComparer.Ordinal);
            TaskState? Other(string kind)
            {
                looksAt.Add(kind);
                return begun.Find(b => b.Task.Kind == kind && b.Task != started.Task) is { } other ? Of(other).State : null;
            }

            // A step that looks at nothing of what is new says what it said.
            var was = _tasks.FirstOrDefault(t => t.Started == started);
            var moved = entries.Any(e => e.Event is SheetMoved m && m.Task == started.Task);
            var changes = new Changes(started.Task, entries, stale.Select(s => s.Kind));
            WorkedStep? Before(StepRef step) =>
                was?.Steps.GetValueOrDefault(step) is { } stood && !moved && !changes.Touch(stood.Judged.Looked) ? stood : null;
            var journal = JournalOf(started.Task);
            var (state, steps) = TaskEvaluation.TaskOf(started, Run(started), SheetOf(started, log), log, journal, Other, RestOf, Before);
            looksAt.UnionWith(steps.Values.SelectMany(s => s.Judged.Looked.Tasks));
            var result = new Worked(started, state, journal, looksAt.ToFrozenSet(StringComparer.Ordinal), steps);
            worked[started.Task] = result;
            return result;
        }

        return new WorkedBuild(_sheets, _book, log, slots, begun.ConvertAll(Of), anew);
    }

    /// <summary>The tasks that entries are about, and those that look at one of them, whoever they look through.</summary>
    private HashSet<TaskRef> Concerned(IReadOnlyList<LogEntry> entries)
    {
        var concerned = entries.Select(e => e.Event.OfTask).OfType<TaskRef>().ToHashSet();
        if (entries.Any(e => e.Event is Chose chose && ChoiceName.Shared.Contains(chose.Choice)))
        {
            concerned.UnionWith(_tasks.Select(t => t.Started.Task));
        }

        for (var found = true; found; )
        {
            found = false;
            foreach (var task in _tasks.Where(t => t.LooksAt.Overlaps(concerned.Select(c => c.Kind))))
            {
                found |= concerned.Add(task.Started.Task);
            }
        }

        return concerned;
    }

    private Procedure Run(TaskStarted started)
    {
        try
        {
            return _book.Find(started.Task.Kind, started.Procedure);
        }
        catch (KeyNotFoundException e)
        {
            throw new UnreadableLogException(e.Message, e);
        }
    }

    private EngineSheet SheetOf(TaskStarted started, LogEntry[] log) =>
        log.Select(e => e.Event).OfType<SheetMoved>().LastOrDefault(m => m.Task == started.Task)?.Sheet
        ?? started.On
        ?? Named(_sheets, started.Sheet);

    private EngineSheet NewestOf(SheetRef sheet) => _sheets.Values.Where(s => s.Id == sheet.Id).MaxBy(s => s.Version)!;

    private static EngineSheet Named(IReadOnlyDictionary<SheetRef, EngineSheet> sheets, SheetRef named) =>
        sheets.GetValueOrDefault(named)
        ?? throw new UnreadableLogException(
            $"The log names version {named.Version} of the engine sheet “{named.Id}”, which is not in this shop or can’t be read."
        );
}
