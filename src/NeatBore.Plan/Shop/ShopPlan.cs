using NeatBore.Core.Log;
using static NeatBore.Plan.DayPlan;
using Stretch = NeatBore.Plan.DayPlan.Stretch;

namespace NeatBore.Plan.Shop;

/// <summary>A shop's plan as it is read: blocks for bands, what is late and what holds it, who does what next.</summary>
/// <param name="At">When it was made.</param>
/// <param name="Status">How good it is; null where there is nothing to plan.</param>
/// <param name="Cut">Whether the clock on the wall ended the search.</param>
/// <param name="Best">How good it is, in words.</param>
/// <param name="LateMinutes">Σ weight·minutes late.</param>
/// <param name="FinishAt">When the last is ready.</param>
/// <param name="Blocks">Every job, in order of time.</param>
/// <param name="Builds">Each build's promise, the latest first.</param>
/// <param name="Next">What each person does next.</param>
/// <param name="Held">What can't be planned, in words.</param>
/// <param name="Impossible">Why there is no plan, in words, with the jobs that clash.</param>
/// <param name="LeftOut">How many jobs there was no room for.</param>
public sealed record ShopPlan(
    DateTimeOffset At,
    Status? Status,
    bool Cut,
    string Best,
    double LateMinutes,
    DateTimeOffset? FinishAt,
    IReadOnlyList<Block> Blocks,
    IReadOnlyList<Promise> Builds,
    IReadOnlyList<NextJob> Next,
    IReadOnlyList<string> Held,
    IReadOnlyList<string> Impossible,
    int LeftOut = 0
)
{
    /// <summary>The same later: whatever is over by then is nobody's next.</summary>
    /// <param name="now">Then.</param>
    public ShopPlan Later(DateTimeOffset now) =>
        this with
        {
            Next = [.. Next.Select(n => NextJob.Of(n.Person, n.Name, Blocks, now)).OfType<NextJob>()],
        };

    /// <summary>Nothing to plan.</summary>
    public static ShopPlan Nothing(DateTimeOffset at, IReadOnlyList<string> held) =>
        new(at, null, false, "Nothing is asked for", 0, null, [], [], [], held, []);

    /// <summary>Makes a shop's plan.</summary>
    /// <param name="shop">The shop.</param>
    /// <param name="effort">The solver's deterministic time.</param>
    /// <param name="progress">Told of each better plan.</param>
    /// <param name="why">Whether what clashes is sought where there is none: that may take longer than a plan.</param>
    /// <param name="planner">Where it is searched for; here where none is named.</param>
    /// <param name="cancel">Ends the search; there is no plan then.</param>
    /// <exception cref="OperationCanceledException">It was cancelled.</exception>
    public static ShopPlan Of(
        ShopDay shop,
        double effort = 2,
        IProgress<Progress>? progress = null,
        bool why = true,
        IPlanner? planner = null,
        CancellationToken cancel = default
    )
    {
        planner ??= Planner.Here;
        var question = new ShopQuestion(shop);
        IReadOnlyList<string> held = [.. question.Held.Select(h => $"{h.Build.Number}: {h.Title} {h.Because}")];
        if (question.Request is not { } request)
        {
            return Nothing(shop.Now, held);
        }

        if (request.People.All(p => p.Hours.Count == 0))
        {
            return Nothing(shop.Now, held) with
            {
                Status = DayPlan.Status.Impossible,
                Best = "No plan",
                Impossible = ["Nobody has hours. Type somebody’s working hours in Settings."],
            };
        }

        var answer = planner.Solve(request with { Effort = effort }, progress, why && shop.Agreed.Count == 0, cancel);
        if (answer.Status == DayPlan.Status.Impossible && shop.Agreed.Count > 0)
        {
            // What was agreed to come next may be out of hours since, or of what is out of use.
            question = new ShopQuestion(shop, next: false);
            answer = planner.Solve(question.Request! with { Effort = effort }, progress, why, cancel);
        }

        return new ShopReading(shop, question, answer).Plan(held) with
        {
            LeftOut = question.LeftOut,
        };
    }
}

/// <summary>A job in its place.</summary>
/// <param name="Id">The job.</param>
/// <param name="Build">Its build.</param>
/// <param name="Number">The build's number.</param>
/// <param name="Task">Its task.</param>
/// <param name="Title">What is done.</param>
/// <param name="Left">How much of it is left; empty for all.</param>
/// <param name="Minutes">What its minutes go by, in words.</param>
/// <param name="People">Who does it, by id.</param>
/// <param name="Things">What it takes, by id.</param>
/// <param name="StartAt">When it begins.</param>
/// <param name="EndAt">When hands are off it.</param>
/// <param name="ReadyAt">When its wait is over.</param>
/// <param name="Parts">When hands are on it.</param>
/// <param name="Wait">What waits then, in words; empty for nothing.</param>
/// <param name="WaitThings">What that takes, by id; "crank" where the crank is left alone.</param>
/// <param name="BeginBy">By when it has to begin, where a clock runs or will; null where none does.</param>
/// <param name="Chain">Whether it is one of those that hold the last.</param>
/// <param name="UnderWay">Whether somebody is at it now.</param>
/// <param name="PinnedTo">To whom it is pinned by hand; null for nobody.</param>
/// <param name="PinnedAt">When it is pinned to begin; null for no time.</param>
/// <param name="NotBefore">Before when it is not to begin, typed by hand; null for no time.</param>
/// <param name="TypedMinutes">How long it takes, typed by hand; null where the plan says.</param>
/// <param name="Waits">Why it does not begin sooner; empty where it does.</param>
public sealed record Block(
    string Id,
    Guid Build,
    string Number,
    TaskRef Task,
    string Title,
    string Left,
    string Minutes,
    IReadOnlyList<string> People,
    IReadOnlyList<string> Things,
    DateTimeOffset StartAt,
    DateTimeOffset EndAt,
    DateTimeOffset ReadyAt,
    IReadOnlyList<Stretch> Parts,
    string Wait,
    IReadOnlyList<string> WaitThings,
    DateTimeOffset? BeginBy,
    bool Chain,
    bool UnderWay,
    string? PinnedTo,
    DateTimeOffset? PinnedAt,
    DateTimeOffset? NotBefore,
    int? TypedMinutes,
    string Waits
)
{
    /// <summary>What it is called in a sentence: "014 gear off".</summary>
    public string Called() => $"{Number} {char.ToLowerInvariant(Title[0])}{Title[1..]}";
}

/// <summary>A build's promise against its plan.</summary>
/// <param name="Build">Which.</param>
/// <param name="Number">Its number.</param>
/// <param name="Name">What it is for.</param>
/// <param name="Due">When it is promised; null for no day.</param>
/// <param name="ReadyAt">When it is ready by the plan.</param>
/// <param name="LateHours">Working hours late; under one is in time.</param>
/// <param name="Words">In a sentence.</param>
public sealed record Promise(Guid Build, string Number, string Name, DateOnly? Due, DateTimeOffset ReadyAt, double LateHours, string Words);

/// <summary>What somebody does next.</summary>
/// <param name="Person">Who, by id.</param>
/// <param name="Name">Who, by name.</param>
/// <param name="Job">The job.</param>
/// <param name="Build">Its build.</param>
/// <param name="Task">Its task.</param>
/// <param name="At">When.</param>
/// <param name="Words">In a sentence, without the time.</param>
/// <param name="BeginBy">By when it has to begin; null where no clock runs.</param>
public sealed record NextJob(
    string Person,
    string Name,
    string Job,
    Guid Build,
    TaskRef Task,
    DateTimeOffset At,
    string Words,
    DateTimeOffset? BeginBy
)
{
    /// <summary>What somebody does next: the first that nobody is at and that is not over; null where there is nothing.</summary>
    public static NextJob? Of(string person, string name, IReadOnlyList<Block> blocks, DateTimeOffset now) =>
        blocks.FirstOrDefault(b => b.People.Contains(person) && !b.UnderWay && b.EndAt > now) is { } next
            ? new NextJob(person, name, next.Id, next.Build, next.Task, next.StartAt, $"{next.Title}, {next.Number}", next.BeginBy)
            : null;
}
