using static NeatBore.Plan.DayPlan;

namespace NeatBore.Plan;

/// <summary>A question in minutes from its start and in numbers for names.</summary>
internal sealed class Problem
{
    private readonly Dictionary<int, IReadOnlyList<Span>> _together = [];
    private Tied? _tied;
    private List<long>? _begins;
    private Span[][]? _spans;

    public Problem(Request request)
    {
        Request = request;
        var people = request.People.Select((p, i) => (p.Id, i)).ToDictionary(p => p.Id, p => p.i, StringComparer.Ordinal);
        var resources = request.Resources.Select((r, i) => (r.Id, i)).ToDictionary(r => r.Id, r => r.i, StringComparer.Ordinal);
        var jobs = request.Jobs.Select((j, i) => (j.Id, i)).ToDictionary(j => j.Id, j => j.i, StringComparer.Ordinal);
        Hours = [.. request.People.Select(p => Merged(p.Hours))];
        Capacity = [.. request.Resources.Select(r => r.Count)];
        var builds = request.Jobs.Select(j => j.Build).Distinct(StringComparer.Ordinal).ToList();
        Jobs =
        [
            .. request.Jobs.Select(
                (j, i) =>
                {
                    var pins = (request.Pins ?? []).Where(p => p.Job == j.Id).ToList();
                    return new Work(
                        i,
                        builds.IndexOf(j.Build),
                        j.Minutes,
                        j.People,
                        [
                            .. (j.Who is { Count: > 0 } who ? who : request.People.Select(p => p.Id))
                                .Select(id => people[id])
                                .Distinct()
                                .Order(),
                        ],
                        Taken(j.Uses, resources),
                        j.WaitMinutes,
                        Taken(j.WaitUses, resources),
                        [.. (j.After ?? []).Select(id => jobs[id]).Distinct()],
                        j.Within is { } w ? (jobs[w.Of], w.Minutes, w.From == From.End) : null,
                        j.NotBefore is { } from ? Math.Max(0, At(from)) : 0,
                        j.Due is { } due ? At(due) : null,
                        (long)Math.Max(1, Math.Round(j.Weight * WeightUnit)),
                        j.Splits,
                        [.. pins.Where(p => p.Person is not null).Select(p => people[p.Person!]).Distinct()],
                        [.. pins.Where(p => p.At is not null).Select(p => At(p.At!.Value)).Distinct()]
                    );
                }
            ),
        ];
        Before =
        [
            .. (request.Previous ?? [])
                .Where(p => jobs.ContainsKey(p.Job))
                .Select(p =>
                    (
                        jobs[p.Job],
                        At(p.StartAt),
                        p.People.All(people.ContainsKey) ? (IReadOnlyList<int>?)[.. p.People.Select(id => people[id]).Distinct()] : null
                    )
                ),
        ];
        Horizon =
            Hours
                .SelectMany(h => h)
                .Select(h => h.To)
                .Concat(Jobs.Select(j => j.NotBefore))
                .Concat(Jobs.SelectMany(j => j.At))
                .Append(0)
                .Max() + Jobs.Sum(j => j.Wait);
    }

    /// <summary>Parts of one that a weight counts in.</summary>
    public const double WeightUnit = 1000;

    public Request Request { get; }

    public IReadOnlyList<IReadOnlyList<Span>> Hours { get; }

    public IReadOnlyList<int> Capacity { get; }

    public IReadOnlyList<Work> Jobs { get; }

    public IReadOnlyList<(int Job, long Start, IReadOnlyList<int>? People)> Before { get; }

    /// <summary>How many jobs of a plan lie elsewhere, or with others, than before.</summary>
    public long Moved(Solution plan) => Before.Count(b => !Same(plan, b));

    private static bool Same(Solution plan, (int Job, long Start, IReadOnlyList<int>? People) before) =>
        before.People is { } people
        && plan.Starts[before.Job] == before.Start
        && plan.People[before.Job].Order().SequenceEqual(people.Order());

    /// <summary>The hours as arrays: a plan job by job looks at little else.</summary>
    public Span[][] Spans => _spans ??= [.. Hours.Select(h => h.ToArray())];

    /// <summary>When somebody's hours begin, in order.</summary>
    public List<long> Begins => _begins ??= [.. Hours.SelectMany(h => h.Select(s => s.From)).Distinct().Order()];

    /// <summary>Which jobs windows tie together.</summary>
    public Tied Tied => _tied ??= new Tied(this);

    /// <summary>By when everything is ready, if it is at all.</summary>
    public long Horizon { get; }

    /// <summary>A stretch of time, minutes from the start.</summary>
    public readonly record struct Span(long From, long To);

    /// <summary>A job in numbers.</summary>
    public sealed record Work(
        int Index,
        int Build,
        long Minutes,
        int People,
        IReadOnlyList<int> Who,
        IReadOnlyList<(int Resource, int Count)> Uses,
        long Wait,
        IReadOnlyList<(int Resource, int Count)> WaitUses,
        IReadOnlyList<int> After,
        (int Of, long Minutes, bool FromEnd)? Within,
        long NotBefore,
        long? Due,
        long Weight,
        bool Splits,
        IReadOnlyList<int> Pinned,
        IReadOnlyList<long> At
    )
    {
        /// <summary>Those that come before it.</summary>
        public IReadOnlyList<int> Follows { get; } = Within is { } w ? [.. After.Append(w.Of).Distinct()] : After;
    }

    public long At(DateTimeOffset time) => (time - Request.StartAt).Ticks / TimeSpan.TicksPerMinute;

    /// <summary>A minute as a time, in the offset of the hours that it lies in, or of those before it.</summary>
    public DateTimeOffset Time(long minute, IReadOnlyList<int>? people = null)
    {
        var time = Request.StartAt.AddMinutes(minute);
        var of = (people is { Count: > 0 } ? people.Select(p => Request.People[p]) : Request.People)
            .SelectMany(p => p.Hours)
            .Where(h => h.From <= time)
            .OrderByDescending(h => h.From)
            .FirstOrDefault();
        return of is null ? time
            : time <= of.To ? time.ToOffset(of.From.Offset)
            : time.ToOffset(of.To.Offset);
    }

    /// <summary>The stretches in which all of them work.</summary>
    public IReadOnlyList<Span> Together(IReadOnlyList<int> people)
    {
        if (people.Count == 1)
        {
            return Hours[people[0]];
        }

        var who = people.Aggregate(0, (bits, p) => bits | (1 << p));
        if (!_together.TryGetValue(who, out var hours))
        {
            hours = people.Skip(1).Aggregate(Hours[people[0]], (common, p) => Common(common, Hours[p]));
            _together[who] = hours;
        }

        return hours;
    }

    private static List<Span> Common(IReadOnlyList<Span> a, IReadOnlyList<Span> b)
    {
        var common = new List<Span>();
        for (int i = 0, k = 0; i < a.Count && k < b.Count; )
        {
            var span = new Span(Math.Max(a[i].From, b[k].From), Math.Min(a[i].To, b[k].To));
            if (span.From < span.To)
            {
                common.Add(span);
            }

            if (a[i].To < b[k].To)
            {
                i++;
            }
            else
            {
                k++;
            }
        }

        return common;
    }

    // Hours that touch or overlap are one stretch; what lies before the start is gone.
    private List<Span> Merged(IReadOnlyList<Stretch> hours)
    {
        var merged = new List<Span>();
        foreach (var span in hours.Select(h => new Span(Math.Max(0, At(h.From)), At(h.To))).Where(s => s.To > s.From).OrderBy(s => s.From))
        {
            if (merged.Count > 0 && merged[^1].To >= span.From)
            {
                merged[^1] = merged[^1] with { To = Math.Max(merged[^1].To, span.To) };
            }
            else
            {
                merged.Add(span);
            }
        }

        return merged;
    }

    private static IReadOnlyList<(int, int)> Taken(IReadOnlyList<Use>? uses, Dictionary<string, int> resources) =>
        [.. (uses ?? []).GroupBy(u => resources[u.Resource]).Select(g => (g.Key, g.Sum(u => u.Count)))];
}
