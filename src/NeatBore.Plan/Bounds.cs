namespace NeatBore.Plan;

/// <summary>What no plan can better, from people's hours alone and from each job's own chain alone.</summary>
internal sealed class Bounds
{
    private readonly Problem _problem;
    private readonly long[] _ready;

    public Bounds(Problem problem)
    {
        _problem = problem;
        _ready = Ready();
        Finish = Math.Max(_ready.Max(), Hands());
        Late = Math.Max(Chains(), Shared());
    }

    /// <summary>The last can't be ready sooner.</summary>
    public long Finish { get; }

    /// <summary>Σ weight·minutes late can't be less, weights in their unit.</summary>
    public long Late { get; }

    /// <summary>By when each is ready if it had everybody who may do it, and everything, to itself.</summary>
    private long[] Ready()
    {
        var start = _problem.Jobs.Select(j => Math.Max(j.NotBefore, j.At.DefaultIfEmpty(0).Max())).ToArray();
        var ready = new long[start.Length];
        for (var again = true; again; )
        {
            again = false;
            foreach (var job in _problem.Jobs)
            {
                var from = job.Follows.Select(f => ready[f]).Append(start[job.Index]).Max();
                var end = End(job, from) + job.Wait;
                if (end > ready[job.Index] && end <= _problem.Horizon)
                {
                    (ready[job.Index], again) = (end, true);
                }
            }
        }

        return ready;
    }

    private long End(Problem.Work job, long from) =>
        job.People == 0 ? from
        : job.Who.Count == 0 ? from + job.Minutes
        : job.Who.Min(p =>
            _problem
                .Hours[p]
                .Where(h => h.To > from)
                .Select(h => Working.End(job, _problem.Hours[p], Math.Max(from, h.From)))
                .FirstOrDefault(e => e is not null)
            ?? long.MaxValue / 4
        );

    /// <summary>When the hours of those who may do some jobs come to what those jobs take.</summary>
    private long Hands()
    {
        var hands = _problem.Jobs.Where(j => j.People > 0 && j.Minutes > 0).ToList();
        return hands
            .Select(j => j.Who)
            .DistinctBy(w => string.Join(',', w))
            .Select(who => Reached(who, hands.Where(j => j.Who.All(who.Contains)).Sum(j => j.Minutes * j.People)))
            .DefaultIfEmpty(0)
            .Max();
    }

    private long Reached(IEnumerable<int> who, long work)
    {
        var ends = new SortedDictionary<long, int>();
        foreach (var span in who.SelectMany(p => _problem.Hours[p]))
        {
            ends[span.From] = ends.GetValueOrDefault(span.From) + 1;
            ends[span.To] = ends.GetValueOrDefault(span.To) - 1;
        }

        long at = 0;
        var there = 0;
        foreach (var (time, change) in ends)
        {
            var gained = there * (time - at);
            if (gained >= work)
            {
                break;
            }

            (work, at, there) = (work - gained, time, there + change);
        }

        return work <= 0 ? at
            : there == 0 ? 0
            : at + ((work + there - 1) / there);
    }

    private long Chains() => _problem.Jobs.Where(j => j.Due is not null).Sum(j => j.Weight * Math.Max(0, _ready[j.Index] - j.Due!.Value));

    /// <summary>
    /// With everybody on everything: of the jobs that are due, the one with the least work before it can't be done sooner than that
    /// work takes, the two with the least not sooner than both take, and so on; the earliest of these held against the earliest date.
    /// </summary>
    private long Shared()
    {
        var due = _problem.Jobs.Where(j => j.Due is not null).OrderBy(j => j.Due).ToList();
        if (due.Count == 0)
        {
            return 0;
        }

        // Work that two of them need counts for the first alone: for the other it may be done already.
        var counted = new HashSet<int>();
        var work = due.ConvertAll(j => Before(j.Index, counted).Sum(b => _problem.Jobs[b].Minutes * _problem.Jobs[b].People));
        var dates = due.ConvertAll(j => j.Due!.Value - j.Wait);
        work.Sort();
        dates.Sort();
        var everybody = Enumerable.Range(0, _problem.Hours.Count).ToList();
        long total = 0;
        long late = 0;
        for (var n = 0; n < due.Count; n++)
        {
            total += work[n];
            late += Math.Max(0, Reached(everybody, total) - dates[n]);
        }

        return late * due.Min(j => j.Weight);
    }

    private List<int> Before(int job, HashSet<int> counted)
    {
        var found = new List<int>();
        var open = new Stack<int>([job]);
        while (open.TryPop(out var next))
        {
            if (counted.Add(next))
            {
                found.Add(next);
                foreach (var before in _problem.Jobs[next].Follows)
                {
                    open.Push(before);
                }
            }
        }

        return found;
    }
}
