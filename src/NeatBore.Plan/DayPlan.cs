using System.Text.Json.Serialization;
using NeatBore.Core.Calculators;
using NeatBore.Core.Measures;

namespace NeatBore.Plan;

/// <summary>Who does what when: jobs with hands-on time and waits, people in their hours, ovens and presses that are shared.</summary>
/// <remarks>
/// Constraint programming (CP-SAT of OR-Tools), one worker and a fixed seed, in the solver's deterministic time: the same
/// question has the same plan. The aims come one after the other, each kept while the next is sought.
/// </remarks>
public static class DayPlan
{
    /// <summary>The rule in one line.</summary>
    public const string Model =
        "least Σ weight·minutes late, then earliest finish, fewest moved, fewest changes of build, least waiting before windows; CP-SAT";

    /// <summary>Jobs that a plan may have.</summary>
    public const int MostJobs = 600;

    /// <summary>People that a plan may have.</summary>
    public const int MostPeople = 20;

    /// <summary>Kinds of resource that a plan may have.</summary>
    public const int MostResources = 20;

    /// <summary>Days that a plan may reach over.</summary>
    public const int MostDays = 42;

    /// <summary>The most effort that may be asked for.</summary>
    public const double MostEffort = 20;

    /// <summary>What is to be planned; times are whole minutes, each with its offset.</summary>
    /// <param name="StartAt">Nothing begins before it.</param>
    /// <param name="People">1 to 20, with the hours in which each works.</param>
    /// <param name="Resources">Up to 20 kinds: ovens, presses, stands.</param>
    /// <param name="Jobs">1 to 600.</param>
    /// <param name="Pins">Who does a job, or when it begins, where that is settled.</param>
    /// <param name="Previous">The plan as it was agreed, from which as little as can be is moved.</param>
    /// <param name="Effort">The solver's deterministic time, about seconds, above 0 to 20.</param>
    /// <param name="Seed">0 or more.</param>
    public sealed record Request(
        DateTimeOffset StartAt,
        IReadOnlyList<Person> People,
        IReadOnlyList<Resource> Resources,
        IReadOnlyList<Job> Jobs,
        IReadOnlyList<Pin>? Pins = null,
        IReadOnlyList<Planned>? Previous = null,
        double Effort = 2,
        int Seed = 1
    );

    /// <summary>Somebody who works, and when.</summary>
    public sealed record Person(string Id, IReadOnlyList<Stretch> Hours);

    /// <summary>From one time to another.</summary>
    public sealed record Stretch(DateTimeOffset From, DateTimeOffset To);

    /// <summary>A kind of thing that is shared, and how many of it there are, 1 or more.</summary>
    public sealed record Resource(string Id, int Count = 1);

    /// <summary>So many of a resource.</summary>
    public sealed record Use(string Resource, int Count = 1);

    /// <summary>Begins at most so many minutes after another is ready, or ended; that other comes first.</summary>
    public sealed record Window(string Of, int Minutes, From From = From.Ready);

    /// <summary>What a window counts from.</summary>
    [JsonConverter(typeof(JsonStringEnumConverter<From>))]
    public enum From
    {
        /// <summary>From when its wait is over.</summary>
        [JsonStringEnumMemberName("ready")]
        Ready,

        /// <summary>From when the hands-on work of it ends.</summary>
        [JsonStringEnumMemberName("end")]
        End,
    }

    /// <summary>A stretch of hands-on work and the wait after it.</summary>
    /// <param name="Id">In the plan.</param>
    /// <param name="Build">The build that it is for.</param>
    /// <param name="Minutes">Hands-on, 0 or more.</param>
    /// <param name="People">Pairs of hands; 0 only where there is nothing to do by hand.</param>
    /// <param name="Who">Those who may do it; anybody where none is named.</param>
    /// <param name="Uses">Taken while hands are on it.</param>
    /// <param name="WaitMinutes">What then passes without hands, day and night.</param>
    /// <param name="WaitUses">Taken during that.</param>
    /// <param name="After">Jobs that have to be ready before it begins.</param>
    /// <param name="Within">A window that it has to begin in.</param>
    /// <param name="NotBefore">When it can begin at the earliest.</param>
    /// <param name="Due">When it should be ready.</param>
    /// <param name="Weight">How much a minute late counts, above 0.</param>
    /// <param name="Splits">Whether it may pause at the end of a stretch of hours and go on at the next.</param>
    public sealed record Job(
        string Id,
        string Build,
        int Minutes,
        int People = 1,
        IReadOnlyList<string>? Who = null,
        IReadOnlyList<Use>? Uses = null,
        int WaitMinutes = 0,
        IReadOnlyList<Use>? WaitUses = null,
        IReadOnlyList<string>? After = null,
        Window? Within = null,
        DateTimeOffset? NotBefore = null,
        DateTimeOffset? Due = null,
        double Weight = 1,
        bool Splits = false
    );

    /// <summary>What is settled of a job: who does it, exactly when it begins, or both.</summary>
    public sealed record Pin(string Job, string? Person = null, DateTimeOffset? At = null);

    /// <summary>A job as it was planned before.</summary>
    public sealed record Planned(string Job, DateTimeOffset StartAt, IReadOnlyList<string> People);

    /// <summary>How good a plan is.</summary>
    [JsonConverter(typeof(JsonStringEnumConverter<Status>))]
    public enum Status
    {
        /// <summary>No better one exists.</summary>
        [JsonStringEnumMemberName("best")]
        Best,

        /// <summary>A plan; how far from the best at most, the gap says.</summary>
        [JsonStringEnumMemberName("good")]
        Good,

        /// <summary>There is none.</summary>
        [JsonStringEnumMemberName("impossible")]
        Impossible,
    }

    /// <summary>A plan, or why there is none.</summary>
    /// <param name="Status">How good it is.</param>
    /// <param name="Cut">Whether the clock on the wall ended the search; only then can two runs differ.</param>
    /// <param name="FinishAt">When the last is ready; null without a plan.</param>
    /// <param name="LateMinutes">Σ weight·minutes late.</param>
    /// <param name="GapPercent">100·(value − bound)/max(value, 1 minute) of the first aim that is not proven.</param>
    /// <param name="GapOf">That aim; null where every one is proven.</param>
    /// <param name="Jobs">Each job's times and people, in the order of the question.</param>
    /// <param name="Chain">What holds the last: each job waits for the one before it.</param>
    /// <param name="Waits">Where a job could begin but does not, and why.</param>
    /// <param name="Impossible">Jobs that can't all be, none of which can be left out without the others being possible.</param>
    public sealed record Answer(
        Status Status,
        bool Cut,
        DateTimeOffset? FinishAt,
        double LateMinutes,
        double GapPercent,
        string? GapOf,
        IReadOnlyList<PlannedJob> Jobs,
        IReadOnlyList<string> Chain,
        IReadOnlyList<Waiting> Waits,
        IReadOnlyList<Clash> Impossible
    ) : CalcAnswer
    {
        /// <inheritdoc/>
        public override string Model => DayPlan.Model;
    }

    /// <summary>A job in the plan; more parts than one where it pauses.</summary>
    public sealed record PlannedJob(
        string Id,
        DateTimeOffset StartAt,
        DateTimeOffset EndAt,
        DateTimeOffset ReadyAt,
        IReadOnlyList<string> People,
        IReadOnlyList<Stretch> Parts
    );

    /// <summary>A job that waits, from when to when, and for what.</summary>
    public sealed record Waiting(string Job, DateTimeOffset From, DateTimeOffset To, string Because);

    /// <summary>Jobs that can't all be kept, and why, in words.</summary>
    public sealed record Clash(string Because, IReadOnlyList<string> Jobs);

    /// <summary>It among the calculators.</summary>
    /// <param name="planner">Where it searches.</param>
    public static Calculator Calculator(IPlanner planner) =>
        new SearchingCalculator<Request, Answer>("day-plan", 1, Model, (request, cancel) => Solve(request, planner, cancel));

    /// <summary>Makes the plan.</summary>
    /// <param name="request">What is to be planned.</param>
    /// <param name="planner">Where it is searched for; here where none is named.</param>
    /// <param name="cancel">Ends the search; there is no plan then.</param>
    /// <exception cref="UnusableInputException">A value can't be: every fault is named by its field.</exception>
    /// <exception cref="OperationCanceledException">It was cancelled.</exception>
    public static Answer Solve(Request request, IPlanner? planner = null, CancellationToken cancel = default)
    {
        Soundness.Check(request);
        return (planner ?? Planner.Here).Solve(request, cancel: cancel);
    }

    /// <summary>How far a search is: the aim it is at, 1 to 5, and the best plan so far.</summary>
    public sealed record Progress(int Aim, double LateMinutes, DateTimeOffset FinishAt);
}
