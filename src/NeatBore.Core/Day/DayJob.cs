using NeatBore.Core.Log;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Day;

/// <summary>A stretch of work on one build that can be planned.</summary>
/// <param name="Id">Within all builds: the build, the task, the step that its stretch begins with.</param>
/// <param name="Task">Its task.</param>
/// <param name="Title">What is done, in a few words.</param>
/// <param name="Left">How much of it is left, in words, where some of it is done; empty otherwise.</param>
/// <param name="Minutes">Hands-on, whole minutes.</param>
/// <param name="From">What the minutes go by.</param>
public sealed record DayJob(string Id, TaskRef Task, string Title, string Left, int Minutes, MinutesFrom From)
{
    /// <summary>Pairs of hands.</summary>
    public int People { get; init; } = 1;

    /// <summary>The shop's things that it takes, by id.</summary>
    public IReadOnlyList<string> Uses { get; init; } = [];

    /// <summary>Whether it is done at the engine on its stand.</summary>
    public bool Stand { get; init; }

    /// <summary>Whether it turns the crank or pushes on it.</summary>
    public bool Crank { get; init; }

    /// <summary>What passes after it without hands; null for nothing.</summary>
    public Pause? Then { get; init; }

    /// <summary>Jobs that have to be ready before it.</summary>
    public IReadOnlyList<string> After { get; init; } = [];

    /// <summary>The job that it has to follow, and within how many minutes of that being ready; null for none.</summary>
    public (string Of, int Minutes)? Within { get; init; }

    /// <summary>When it can begin at the earliest, and why; null where nothing holds it.</summary>
    public Hold? NotBefore { get; init; }

    /// <summary>By when it has to be begun; null where no clock runs.</summary>
    public DateTimeOffset? BeginBy { get; init; }

    /// <summary>Whether it may pause at the end of the day.</summary>
    public bool Splits { get; init; }

    /// <summary>Who is at it now; null where nobody is.</summary>
    public Signer? UnderWay { get; init; }
}

/// <summary>Until when something waits, and why.</summary>
public sealed record Hold(DateTimeOffset Until, string Because);

/// <summary>What a job's minutes go by.</summary>
/// <param name="Typical">Minutes of the whole task: the middle of the shop's own, or a Neat Bore default by steps and readings.</param>
/// <param name="Low">A quarter of the shop's own took no longer, minutes.</param>
/// <param name="High">Three quarters of the shop's own took no longer, minutes.</param>
/// <param name="Times">From how many of the shop's own; 0 for a default.</param>
public sealed record MinutesFrom(int Typical, int Low, int High, int Times)
{
    /// <summary>Who typed them for this job; empty where nobody did.</summary>
    public string TypedBy { get; init; } = "";

    /// <summary>As the builder reads it.</summary>
    public string Words =>
        TypedBy.Length > 0 ? $"typed by {TypedBy}"
        : Times == 0 ? "a default"
        : $"about {Typical} min, {Low} to {High}, from {Times} of ours";
}

/// <summary>What can't be planned, and why.</summary>
public sealed record HeldBack(TaskRef Task, string Title, string Because);

/// <summary>What is to be done on a build.</summary>
/// <param name="Jobs">In working order, a task after the other.</param>
/// <param name="Held">What waits for an answer or a part that nobody has a day for.</param>
/// <param name="CrankUntil">Until when its crank has to be left alone, and why; null where it need not be.</param>
public sealed record BuildDay(IReadOnlyList<DayJob> Jobs, IReadOnlyList<HeldBack> Held, Hold? CrankUntil);
