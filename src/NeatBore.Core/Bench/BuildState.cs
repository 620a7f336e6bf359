using System.Text.Json.Serialization;
using NeatBore.Core.Measures;
using NeatBore.Core.Procedures;
using NeatBore.Core.Tooling;

namespace NeatBore.Core.Bench;

/// <summary>How far a step has got.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<StepStatus>))]
public enum StepStatus
{
    /// <summary>Something before it has to be done first.</summary>
    [JsonStringEnumMemberName("blocked")] Blocked,

    /// <summary>Nothing taken yet.</summary>
    [JsonStringEnumMemberName("open")] Open,

    /// <summary>Some readings are in.</summary>
    [JsonStringEnumMemberName("under-way")] UnderWay,

    /// <summary>Complete; its call, if it has one, stands in the way or not.</summary>
    [JsonStringEnumMemberName("judged")] Judged,

    /// <summary>Complete and decided on, or opened by a lead, against its call.</summary>
    [JsonStringEnumMemberName("released")] Released,

    /// <summary>Left out here, and the step says why.</summary>
    [JsonStringEnumMemberName("left-out")] LeftOut,
}

/// <summary>How a place, a task or a build stands, worst last.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<Standing>))]
public enum Standing
{
    /// <summary>There is no task for this place in this version.</summary>
    [JsonStringEnumMemberName("not-yet")] NotYet,

    /// <summary>Done, and all calls let it go on.</summary>
    [JsonStringEnumMemberName("done")] Done,

    /// <summary>Nothing begun.</summary>
    [JsonStringEnumMemberName("to-do")] ToDo,

    /// <summary>Begun.</summary>
    [JsonStringEnumMemberName("under-way")] UnderWay,

    /// <summary>The builder has to decide.</summary>
    [JsonStringEnumMemberName("decide")] Decide,

    /// <summary>Measure or do it again.</summary>
    [JsonStringEnumMemberName("look-again")] LookAgain,

    /// <summary>Stopped.</summary>
    [JsonStringEnumMemberName("stop")] Stop,
}

/// <summary>A reading as it stands in the log; of a trace, what is enough to draw it.</summary>
public sealed record ReadingState(
    Guid Id,
    string Typed,
    double? Value,
    Instrument? Instrument,
    Signer By,
    DateTimeOffset DoneAt,
    bool OddConfirmed,
    StrikeReason? Struck,
    ToolMatch.CribTool? Tool,
    string? Option,
    TraceColumns? Trace,
    Sight? Sight,
    IReadOnlyList<ToolMatch.CribTool>? Stock = null);

/// <summary>A slot with its readings in one round; two live ones are a conflict to settle.</summary>
public sealed record SlotState(Slot Slot, IReadOnlyList<ReadingState> Readings)
{
    /// <summary>The one live reading, null where there is none or where two contradict.</summary>
    public ReadingState? Live => Readings.Where(r => r.Struck is null).ToList() is [var only] ? only : null;

    /// <summary>Whether two people's readings stand in one place.</summary>
    public bool Conflict => Readings.Count(r => r.Struck is null) > 1;
}

/// <summary>A call as it was given, by which calculator in which version, with what was decided on it; without a calculator, by the run sheet.</summary>
public sealed record CallState(
    Guid Id, int Round, Given Judgement, string? Calculator, int Version, DateTimeOffset DoneAt, Release? Release)
{
    /// <summary>Its place in the log.</summary>
    internal long Seq { get; init; }
}

/// <summary>A decision or an opened gate, with its reason.</summary>
public sealed record Release(bool GateOpened, string Because, Signer By, DateTimeOffset DoneAt)
{
    /// <summary>What its call stood on; null in logs from before that was kept.</summary>
    internal Footing? StoodOn { get; init; }
}

/// <summary>One go at a step's readings.</summary>
public sealed record RoundState(int Round, string? Because, IReadOnlyList<SlotState> Slots);

/// <summary>A note on a step.</summary>
public sealed record NoteState(string Text, Signer By, DateTimeOffset DoneAt);

/// <summary>A photo on a step.</summary>
public sealed record PhotoState(PhotoRef Photo, string Caption, Signer By, DateTimeOffset DoneAt);

/// <summary>A choice as it stands.</summary>
public sealed record ChoiceState(string Id, string Step, string Ask, IReadOnlyList<Option> Options, string Chosen);

/// <summary>A step as it stands.</summary>
/// <param name="Ref">Its address.</param>
/// <param name="Title">What is done.</param>
/// <param name="ItemName">The item it is done for, in words; empty for once.</param>
/// <param name="Figure">The figure that shows it.</param>
/// <param name="Gate">What its gate wants, if it is one.</param>
/// <param name="Cautions">Shown with it.</param>
/// <param name="Status">How far it has got.</param>
/// <param name="Passed">Whether it lets the next step go on.</param>
/// <param name="BlockedBy">What has to be done first.</param>
/// <param name="Rounds">All rounds, the newest last.</param>
/// <param name="Now">What it says: what was last said, while nothing that it looks at has changed since; otherwise as it is worked out now.</param>
/// <param name="Calls">Every call that was given, oldest first.</param>
/// <param name="Differs">Whether what was last said is not what it would say now.</param>
/// <param name="Notes">Notes on it.</param>
/// <param name="Photos">Photos on it.</param>
/// <param name="MeasuredAt">The steps whose readings it stands on, itself first where it has any.</param>
public sealed record StepState(
    StepRef Ref,
    string Title,
    string ItemName,
    string Figure,
    string? Gate,
    IReadOnlyList<string> Cautions,
    StepStatus Status,
    bool Passed,
    string? BlockedBy,
    IReadOnlyList<RoundState> Rounds,
    Judgement Now,
    IReadOnlyList<CallState> Calls,
    bool Differs,
    IReadOnlyList<NoteState> Notes,
    IReadOnlyList<PhotoState> Photos,
    IReadOnlyList<StepRef> MeasuredAt)
{
    /// <summary>The number of the newest round, from 1.</summary>
    public int Round => Rounds[^1].Round;

    /// <summary>The verdict of what it says; null before there is a call.</summary>
    public Verdict? Verdict => Now.Call?.Verdict;

    /// <summary>The entry that last changed anything of it.</summary>
    public required long ChangedAt { get; init; }

    /// <summary>The entry that last changed anything that it stands on.</summary>
    internal long StoodOnAt { get; init; }

    /// <summary>What today's run sheets and calculators would say of the same readings, where that is not what was said.</summary>
    public Judgement? Otherwise { get; init; }

    /// <summary>Tells what it says stands on, for a decision to keep; null where nothing is judged.</summary>
    internal Func<Footing>? StandsOn { get; init; }
}

/// <summary>A task as it stands.</summary>
public sealed record TaskState(
    TaskRef Ref,
    string Title,
    int Procedure,
    SheetRef Sheet,
    Standing Standing,
    IReadOnlyList<ChoiceState> Choices,
    IReadOnlyList<StepState> Steps,
    StepRef? Next,
    DateTimeOffset StartedAt,
    DateTimeOffset LastAt,
    View View,
    double? UpDeg);

/// <summary>Something that has to be done by a time, or that nothing can be done before.</summary>
/// <param name="Task">Where.</param>
/// <param name="Step">The step, in words.</param>
/// <param name="Do">What it says.</param>
/// <param name="At">When.</param>
/// <param name="IsDeadline">Whether it has to be done by then; otherwise it is waited for.</param>
public sealed record Wait(TaskRef Task, string Step, Sentence Do, DateTimeOffset At, bool IsDeadline);

/// <summary>A place on the engine strip: where it is, what can be done there, how that stands and which task is next.</summary>
public sealed record PlaceState(
    string Id, string Label, double FromMm, double ToMm, Standing Standing, IReadOnlyList<PlaceTask> Tasks, TaskRef? Next);

/// <summary>A task that can be done at a place, begun or not.</summary>
public sealed record PlaceTask(TaskRef Ref, string Title, Standing Standing);

/// <summary>A build's whole state: a pure function of its log.</summary>
/// <param name="Number">The shop's build number.</param>
/// <param name="Name">What it is for.</param>
/// <param name="Sheet">The sheet it was opened with.</param>
/// <param name="UpToSeq">The last entry it knows.</param>
/// <param name="OpenedAt">When it was put on the bench.</param>
/// <param name="Standing">How it stands, trouble first.</param>
/// <param name="Do">What to do next on it.</param>
/// <param name="At">The task that this is about; null where none is begun.</param>
/// <param name="AtStep">The step that this is about, in words.</param>
/// <param name="Places">The engine strip.</param>
/// <param name="Tasks">The tasks that were begun.</param>
/// <param name="Waits">What is against the clock, soonest first.</param>
/// <param name="View">The end that the words of what to do next are seen from.</param>
/// <param name="Later">From when on something else is to be done next, and what.</param>
public sealed record BuildState(
    string Number,
    string Name,
    SheetRef Sheet,
    long UpToSeq,
    DateTimeOffset OpenedAt,
    Standing Standing,
    Sentence Do,
    TaskRef? At,
    string? AtStep,
    IReadOnlyList<PlaceState> Places,
    IReadOnlyList<TaskState> Tasks,
    IReadOnlyList<Wait> Waits,
    View View,
    Later? Later);
