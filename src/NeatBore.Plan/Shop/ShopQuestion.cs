using System.Globalization;
using NeatBore.Core.Day;
using NeatBore.Core.RunSheets;
using static NeatBore.Plan.DayPlan;
using Stretch = NeatBore.Plan.DayPlan.Stretch;

namespace NeatBore.Plan.Shop;

/// <summary>Asks for the plan of a shop: its jobs, its hours, its things, each build's crank.</summary>
public sealed class ShopQuestion
{
    private const int FewestDays = 10;
    private const int SlackDays = 7;
    private const double MinutesADay = 24 * 60;

    // Stands at now, for all that is to begin within so long.
    private const string Clock = "shop/clock";

    private readonly ShopDay _shop;

    private readonly bool _next;

    /// <summary>For a shop; null <see cref="Request"/> where there is nothing to plan.</summary>
    /// <param name="shop">The shop.</param>
    /// <param name="next">Whether each person's next stays as it was agreed.</param>
    public ShopQuestion(ShopDay shop, bool next = true)
    {
        (_shop, _next) = (shop, next);
        var here = shop.Things.Where(t => t.Count > 0).Select(t => t.Id).ToHashSet(StringComparer.Ordinal);
        var held = new List<HeldJob>();
        var room = MostJobs - 1;
        foreach (var build in shop.Builds.OrderBy(b => b.Day.Jobs.All(j => j.UnderWay is null)).ThenBy(b => b.Due ?? DateOnly.MaxValue))
        {
            held.AddRange(build.Day.Held.Select(h => new HeldJob(build, h.Title, $"waits for {h.Because}")));
            var (without, own) = (new HashSet<string>(StringComparer.Ordinal), new List<DayJob>());
            foreach (var job in build.Day.Jobs)
            {
                var why =
                    Things(job).FirstOrDefault(t => !here.Contains(t)) is { } missing ? $"needs the {Called(missing)}, which is out of use"
                    : Comes(build, job) is { } comes ? $"waits until {Day(comes)}; a plan reaches over {MostDays} days"
                    : null;
                if (why is not null || job.After.Any(without.Contains))
                {
                    without.Add(job.Id);
                    if (why is not null)
                    {
                        held.Add(new HeldJob(build, job.Title, why));
                    }
                }
                else
                {
                    own.Add(job);
                }
            }

            // Each job may have what keeps its time and what is left of its wait beside it; a build is ready, and its crank may rest.
            var takes = own.Count + own.Count(j => j.BeginBy is not null) + own.Count(Parted) + 2;
            if (own.Count > 0 && takes > room)
            {
                LeftOut += own.Count;
                held.Add(
                    new HeldJob(build, $"{own.Count} jobs are", $"left out: a plan has room for {MostJobs}, the soonest promised first")
                );
                continue;
            }

            room -= own.Count > 0 ? takes : 0;
            foreach (var job in own)
            {
                _jobs[job.Id] = (build, job);
            }
        }

        Held = held;
        Request = _jobs.Count == 0 ? null : Asked();
    }

    private readonly Dictionary<string, (ShopBuild Build, DayJob Job)> _jobs = new(StringComparer.Ordinal);

    /// <summary>What is asked; null where there is nothing to plan.</summary>
    public Request? Request { get; }

    /// <summary>What can't be planned, and why.</summary>
    public IReadOnlyList<HeldJob> Held { get; }

    /// <summary>How many jobs there was no room for.</summary>
    public int LeftOut { get; }

    /// <summary>The job of a plan with its build; null for what only keeps time.</summary>
    public (ShopBuild Build, DayJob Job)? Find(string id) => _jobs.TryGetValue(id, out var found) ? found : null;

    /// <summary>The crank of a build among the resources.</summary>
    public static string Crank(ShopBuild build) => $"crank/{build.Build:N}";

    /// <summary>The stand of a build among the resources: one works at an engine at a time.</summary>
    public static string Stand(ShopBuild build) => $"stand/{build.Build:N}";

    /// <summary>The end of the working day on which a build is promised.</summary>
    public static DateTimeOffset? Due(ShopDay shop, ShopBuild build) =>
        build.Due is not { } day
            ? null
            : shop.People.SelectMany(p => p.Week.Hours(day, 1, shop.Zone)).Select(h => (DateTimeOffset?)h.To).Max()
                ?? WorkingWeek.At(day, new TimeOnly(17, 0), shop.Zone);

    private static IEnumerable<string> Things(DayJob job) => job.Uses.Concat(job.Then?.Uses.Select(u => u.Id) ?? []);

    private string Called(string thing) =>
        (
            _shop.Things.FirstOrDefault(t => t.Id == thing)?.Name ?? ShopThing.All.FirstOrDefault(t => t.Id == thing)?.Name ?? thing
        ).ToLowerInvariant();

    private Request Asked()
    {
        var start = Minute(TimeZoneInfo.ConvertTime(_shop.Now, _shop.Zone));
        var jobs = _jobs.Values.SelectMany(j => Jobs(j.Build, j.Job, start).Concat(Rest(j.Build, j.Job))).ToList();
        foreach (var build in _shop.Builds.Where(b => b.Day.CrankUntil is not null && _jobs.Values.Any(j => j.Build == b && j.Job.Crank)))
        {
            jobs.Add(Rests(build, start));
        }

        jobs.AddRange(_shop.Builds.Where(b => _jobs.Values.Any(j => j.Build == b)).Select(Ready));
        if (_shop.SlipMinutes is not null)
        {
            jobs.Add(new Job(Clock, "", 0, 0));
        }

        var known = jobs.Select(j => j.Id).ToHashSet(StringComparer.Ordinal);
        jobs = jobs.ConvertAll(j => j with { After = [.. (j.After ?? []).Where(known.Contains)] });
        var people = _shop.People.Take(MostPeople).ToList();
        var days = Days(jobs, people, DateOnly.FromDateTime(start.DateTime), start);
        return new Request(
            start,
            [.. people.Select(p => new Person(p.Id, Hours(p, start, days)))],
            [
                .. _shop.Things.Where(t => t.Count > 0).Select(t => new Resource(t.Id, t.Count)),
                .. _shop
                    .Builds.SelectMany(b => (string[])[Crank(b), Stand(b)])
                    .Where(c => jobs.Any(j => (j.Uses ?? []).Concat(j.WaitUses ?? []).Any(u => u.Resource == c)))
                    .Select(c => new Resource(c)),
            ],
            jobs,
            [.. Pins(known, people, start, days)],
            [.. _shop.Agreed.Where(p => known.Contains(p.Job) && p.People.All(id => people.Exists(x => x.Id == id)))]
        );
    }

    private IReadOnlyList<Stretch> Hours(Worker person, DateTimeOffset start, int days) =>
        [
            .. person
                .Week.Hours(DateOnly.FromDateTime(start.DateTime), days, _shop.Zone)
                .Select(h => h with { From = h.From < start ? start : h.From })
                .Where(h => h.To > h.From && h.To <= start.AddDays(MostDays)),
        ];

    /// <summary>Enough days for twice the work and the longest wait, and a week more: each further hour makes the search longer.</summary>
    private int Days(List<Job> jobs, List<Worker> people, DateOnly today, DateTimeOffset start)
    {
        var week = people.Sum(p => p.Week.Hours(today, 7, _shop.Zone).Sum(h => (h.To - h.From).TotalMinutes));
        if (week <= 0)
        {
            return MostDays;
        }

        var work = jobs.Sum(j => (double)j.Minutes * j.People) * 2 / (week / 7);
        var waits = jobs.Sum(j => j.WaitMinutes) / MinutesADay;
        var later = jobs.Max(j => j.NotBefore is { } from ? (from - start).TotalDays : 0);
        return (int)Math.Clamp(Math.Ceiling(work + waits + later) + SlackDays, FewestDays, MostDays);
    }

    private IEnumerable<Job> Jobs(ShopBuild build, DayJob job, DateTimeOffset start)
    {
        Window? window = job.Within is { } w ? new Window(w.Of, w.Minutes) : null;
        if (job.BeginBy is { } by && window is null)
        {
            // A clock that runs already: it has been ready since now.
            var clock = $"{job.Id}/clock";
            yield return new Job(clock, build.Number, 0, 0);
            window = new Window(clock, Minutes(by - start));
        }
        else if (window is null && _shop.SlipMinutes is { } slip && _shop.Agreed.FirstOrDefault(a => a.Job == job.Id) is { } agreed)
        {
            window = new Window(Clock, Minutes(agreed.StartAt.AddMinutes(slip) - start));
        }

        yield return new Job(
            job.Id,
            build.Number,
            job.Minutes,
            Math.Min(job.People, _shop.People.Count),
            null,
            [.. Uses(build, job).Select(u => new Use(u))],
            job.Then is null ? 0
                : Parted(job) ? job.Then.CrankMinutes
                : job.Then.Minutes,
            [
                .. (job.Then?.Uses ?? []).Select(u => new Use(u.Id)),
                .. job.Then is { CrankMinutes: > 0 } ? [new Use(Crank(build))] : Array.Empty<Use>(),
            ],
            [
                .. job.After.Select(a =>
                    _jobs.TryGetValue(a, out var before) && before.Job.Task == job.Task && Parted(before.Job) ? After(a) : a
                ),
            ],
            window,
            NotBefore(job, start),
            Splits: job.Splits
        );
    }

    /// <summary>When a job can begin, where that is beyond what a plan reaches over: it holds itself and what comes after it, and no other
    /// build; null where it is not.</summary>
    private DateTimeOffset? Comes(ShopBuild build, DayJob job)
    {
        var crank = job.Crank ? build.Day.CrankUntil?.Until : null;
        var from = NotBefore(job, _shop.Now);
        var until = crank > from || from is null ? crank : from;
        return until > _shop.Now.AddDays(MostDays - 1) ? until : null;
    }

    private string Day(DateTimeOffset at)
    {
        var local = TimeZoneInfo.ConvertTime(at, _shop.Zone);
        return local.ToString(local.Year == _shop.Now.Year ? "d MMMM" : "d MMMM yyyy", CultureInfo.InvariantCulture);
    }

    private DateTimeOffset? NotBefore(DayJob job, DateTimeOffset start)
    {
        var typed = _shop.Pins.FirstOrDefault(p => p.Job == job.Id)?.NotBefore;
        var until = job.NotBefore?.Until > typed || typed is null ? job.NotBefore?.Until : typed;
        return until > start ? Minute(until.Value < DateTimeOffset.MaxValue.AddDays(-1) ? until.Value.AddSeconds(59) : until.Value) : null;
    }

    /// <summary>What is left of a wait once the crank may turn again; whatever comes after the job comes after that.</summary>
    private static IEnumerable<Job> Rest(ShopBuild build, DayJob job) =>
        Parted(job)
            ?
            [
                new Job(
                    After(job.Id),
                    build.Number,
                    0,
                    0,
                    WaitMinutes: job.Then!.Minutes - job.Then.CrankMinutes,
                    Within: new Window(job.Id, 0)
                ),
            ]
            : [];

    private static bool Parted(DayJob job) => job.Then is { CrankMinutes: > 0 } then && then.CrankMinutes < then.Minutes;

    /// <summary>The job that keeps the time of what is left of another's wait.</summary>
    public static string After(string job) => $"{job}/wait";

    /// <summary>The build is ready once all of it is: held against its promise once, however many of its tasks are late.</summary>
    private Job Ready(ShopBuild build) =>
        new(
            $"{build.Build:N}/ready",
            build.Number,
            0,
            0,
            After:
            [
                .. _jobs
                    .Values.Where(j => j.Build == build && !build.Day.Jobs.Any(o => o.After.Contains(j.Job.Id) && _jobs.ContainsKey(o.Id)))
                    .Select(j => Parted(j.Job) ? After(j.Job.Id) : j.Job.Id),
            ],
            Due: Due(_shop, build)
        );

    /// <summary>What rests already: nothing turns the crank until it is over.</summary>
    private static Job Rests(ShopBuild build, DateTimeOffset start) =>
        new(
            $"{Crank(build)}/rests",
            build.Number,
            0,
            0,
            WaitMinutes: (int)Math.Clamp(Math.Ceiling((build.Day.CrankUntil!.Until - start).TotalMinutes), 0, MostDays * MinutesADay),
            WaitUses: [new Use(Crank(build))]
        );

    /// <summary>What is begun stays with whoever is at it, each person's next stays as it was agreed, and what was pinned.</summary>
    private IEnumerable<Pin> Pins(HashSet<string> known, List<Worker> people, DateTimeOffset start, int days)
    {
        var settled = new HashSet<string>(StringComparer.Ordinal);
        var busy = new HashSet<string>(StringComparer.Ordinal);
        var (hands, taken) = (people.Count(p => Hours(p, start, days) is [var now, ..] && now.From == start), new List<string>());
        foreach (var (build, job) in _jobs.Values.Where(j => j.Job.UnderWay is not null))
        {
            // What two say they are at may be more than there is of what both need: one of them waits for the other then.
            if (
                people.Find(p => p.Id == job.UnderWay!.Id) is { } person
                && !MustWait(build, job, known, start)
                && job.People <= hands
                && Uses(build, job).All(u => taken.Count(t => t == u) < (_shop.Things.FirstOrDefault(t => t.Id == u)?.Count ?? 1))
                && busy.Add(person.Id)
                && Hours(person, start, days) is [var first, ..]
                && first.From == start
                && (job.Splits || (first.To - start).TotalMinutes >= job.Minutes)
            )
            {
                hands -= job.People;
                taken.AddRange(Uses(build, job));
                settled.Add(job.Id);
                yield return new Pin(job.Id, person.Id, start);
            }
        }

        foreach (var build in _shop.Builds.Where(b => known.Contains($"{Crank(b)}/rests")))
        {
            yield return new Pin($"{Crank(build)}/rests", null, start);
        }

        foreach (var clock in known.Where(id => id.EndsWith("/clock", StringComparison.Ordinal)))
        {
            yield return new Pin(clock, null, start);
        }

        // One that needs two pairs of hands may be pinned to both.
        var begun = settled.ToHashSet(StringComparer.Ordinal);
        foreach (var pin in _shop.Pins.Where(p => known.Contains(p.Job) && !begun.Contains(p.Job)))
        {
            // A time that is over pins nothing.
            DateTimeOffset? at = pin.At >= start ? Minute(pin.At.Value) : null;
            if ((pin.Person ?? (object?)at) is not null && (pin.Person is null || people.Exists(p => p.Id == pin.Person)))
            {
                settled.Add(pin.Job);
                yield return new Pin(pin.Job, pin.Person, at);
            }
        }

        foreach (var person in _next ? people : [])
        {
            if (
                _shop.Agreed.Where(a => a.People is [var one] && one == person.Id && known.Contains(a.Job)).MinBy(a => a.StartAt)
                    is { } next
                && !settled.Contains(next.Job)
                && next.StartAt >= start
                && !_jobs[next.Job].Job.After.Any(known.Contains)
                && !_shop.Pins.Any(p => p.At is not null && known.Contains(p.Job) && InTheWay(p, person, next))
            )
            {
                yield return new Pin(next.Job, person.Id, next.StartAt);
            }
        }
    }

    /// <summary>Whether something keeps a job from going on now, whoever is at it.</summary>
    private bool MustWait(ShopBuild build, DayJob job, HashSet<string> known, DateTimeOffset start) =>
        NotBefore(job, start) is not null || job.After.Any(known.Contains) || (job.Crank && known.Contains($"{Crank(build)}/rests"));

    private static IEnumerable<string> Uses(ShopBuild build, DayJob job) =>
        [.. job.Uses, .. job.Crank ? [Crank(build)] : Array.Empty<string>(), .. job.Stand ? [Stand(build)] : Array.Empty<string>()];

    /// <summary>Whether a job that is pinned by hand takes the time of somebody's next, or what that needs.</summary>
    private bool InTheWay(Settled pin, Worker person, DayPlan.Planned next)
    {
        var ((build, job), (ofBuild, of)) = (_jobs[pin.Job], _jobs[next.Job]);
        return pin.At < next.StartAt.AddMinutes(of.Minutes)
            && next.StartAt < pin.At!.Value.AddMinutes(job.Minutes)
            && (
                pin.Person is null
                || pin.Person == person.Id
                || job.Uses.Intersect(of.Uses).Any()
                || (build == ofBuild && (job.Stand || job.Crank) && (of.Stand || of.Crank))
            );
    }

    /// <summary>Whole minutes, none where it is over, and no more than a plan reaches over.</summary>
    private static int Minutes(TimeSpan time) => (int)Math.Clamp(time.TotalMinutes, 0, MostDays * MinutesADay);

    private static DateTimeOffset Minute(DateTimeOffset time) => time.AddTicks(-(time.Ticks % TimeSpan.TicksPerMinute));
}

/// <summary>What can't be planned, and why.</summary>
public sealed record HeldJob(ShopBuild Build, string Title, string Because);
