using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

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
/// <param name="Life">What it is called and whose it is.</param>
/// <param name="Down">Whether it was put down half done; null while it is worked on.</param>
/// <param name="Loose">What is loose on it, in words.</param>
/// <param name="Tools">What its tasks took from the crib.</param>
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
    Later? Later,
    BuildLife Life,
    Down? Down,
    IReadOnlyList<string> Loose,
    IReadOnlyList<TakenTool> Tools
);

/// <summary>Something that has to be done by a time, or that nothing can be done before.</summary>
/// <param name="Task">Where.</param>
/// <param name="Step">The step, in words.</param>
/// <param name="Do">What it says.</param>
/// <param name="At">When.</param>
/// <param name="IsDeadline">Whether it has to be done by then; otherwise it is waited for.</param>
public sealed record Wait(TaskRef Task, string Step, Sentence Do, DateTimeOffset At, bool IsDeadline);
