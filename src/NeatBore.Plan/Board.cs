using static NeatBore.Plan.Problem;

namespace NeatBore.Plan;

/// <summary>What is taken so far while a plan is made job by job.</summary>
internal sealed class Board(Problem problem)
{
    private readonly List<(int Job, Slot At)> _taken = [];
    private readonly Dictionary<int, Slot> _at = [];

    /// <summary>Where a job lies, and who does it.</summary>
    public sealed record Slot(long Start, long End, IReadOnlyList<int> People);

    public int Count => _taken.Count;

    public bool Has(int job) => _at.ContainsKey(job);

    public long End(int job) => _at[job].End;

    public long Ready(int job) => _at.TryGetValue(job, out var at) ? at.End + problem.Jobs[job].Wait : 0;

    public void Take(Work job, Slot at)
    {
        _taken.Add((job.Index, at));
        _at[job.Index] = at;
    }

    public void Back(int count)
    {
        foreach (var (job, _) in _taken.Skip(count))
        {
            _at.Remove(job);
        }

        _taken.RemoveRange(count, _taken.Count - count);
    }

    public Solution Solution() =>
        new(
            [.. problem.Jobs.Select(j => _at[j.Index].Start)],
            [.. problem.Jobs.Select(j => _at[j.Index].End)],
            [.. problem.Jobs.Select(j => _at[j.Index].People)]
        );

    /// <summary>The earliest place for a job from a minute on; null where there is none.</summary>
    public Slot? Earliest(Work job, long from)
    {
        if (job.At is [var pinned])
        {
            return pinned >= from ? Fits(job, pinned) : null;
        }

        // Something changes only where hours begin, or where something that is taken ends.
        var times = problem
            .Hours.SelectMany(h => h.Select(s => s.From))
            .Concat(_taken.SelectMany(t => new[] { t.At.End, t.At.End + problem.Jobs[t.Job].Wait }))
            // A wait that takes an oven may have to begin late enough to follow another's.
            .Concat(job.WaitUses.Count > 0 ? _taken.Select(t => t.At.End + problem.Jobs[t.Job].Wait - job.Minutes) : [])
            .Where(t => t > from)
            .Append(from)
            .Distinct()
            .Order();
        return times.Select(t => Fits(job, t)).FirstOrDefault(s => s is not null);
    }

    private Slot? Fits(Work job, long start)
    {
        if (job.People == 0)
        {
            return Free(job, new Slot(start, start, [])) ? new Slot(start, start, []) : null;
        }

        // Of those who could, those with the fewest other jobs to wait for come first: here, as they are listed.
        var able = job.Who.Where(p => Working.End(job, problem.Hours[p], start) is not null).ToList();
        foreach (var people in Sets([.. job.Pinned, .. able.Except(job.Pinned)], job.People, job.Pinned.Count))
        {
            if (Working.End(job, problem.Together(people), start) is { } end && new Slot(start, end, people) is var slot && Free(job, slot))
            {
                return slot;
            }
        }

        return null;
    }

    private bool Free(Work job, Slot slot)
    {
        var parts = Working.Parts(problem, job, slot.Start, slot.End, slot.People);
        if (slot.People.Any(p => _taken.Exists(t => t.At.People.Contains(p) && Meets(parts, PartsOf(t.Job, t.At)))))
        {
            return false;
        }

        var wait = job.Wait > 0 ? [new Span(slot.End, slot.End + job.Wait)] : (IReadOnlyList<Span>)[];
        return Room(job.Uses, parts, job.WaitUses, wait);
    }

    private bool Room(
        IReadOnlyList<(int Resource, int Count)> uses,
        IReadOnlyList<Span> parts,
        IReadOnlyList<(int Resource, int Count)> waitUses,
        IReadOnlyList<Span> wait
    ) => uses.All(u => Room(u.Resource, u.Count, parts)) && waitUses.All(u => Room(u.Resource, u.Count, wait));

    private bool Room(int resource, int count, IReadOnlyList<Span> spans)
    {
        var taken = _taken
            .SelectMany(t =>
            {
                var job = problem.Jobs[t.Job];
                var hands = job.Uses.FirstOrDefault(u => u.Resource == resource).Count;
                var waits = job.WaitUses.FirstOrDefault(u => u.Resource == resource).Count;
                return (hands > 0 ? PartsOf(t.Job, t.At).Select(s => (Span: s, Count: hands)) : []).Concat(
                    waits > 0 && job.Wait > 0 ? [(new Span(t.At.End, t.At.End + job.Wait), waits)] : []
                );
            })
            .ToList();
        return spans.All(s =>
            taken
                .Where(t => t.Span.From < s.To && s.From < t.Span.To)
                .Select(t => Math.Max(t.Span.From, s.From))
                .Append(s.From)
                .All(at => taken.Where(t => t.Span.From <= at && at < t.Span.To).Sum(t => t.Count) + count <= problem.Capacity[resource])
        );
    }

    private IReadOnlyList<Span> PartsOf(int job, Slot at) => Working.Parts(problem, problem.Jobs[job], at.Start, at.End, at.People);

    private static bool Meets(IReadOnlyList<Span> a, IReadOnlyList<Span> b) => a.Any(x => b.Any(y => x.From < y.To && y.From < x.To));

    private static IEnumerable<IReadOnlyList<int>> Sets(IReadOnlyList<int> who, int count, int pinned)
    {
        if (who.Count < count || pinned > count)
        {
            yield break;
        }

        var at = Enumerable.Range(0, count).ToArray();
        while (true)
        {
            if (Enumerable.Range(0, pinned).All(at.Contains))
            {
                yield return [.. at.Select(i => who[i])];
            }

            var k = count - 1;
            while (k >= 0 && at[k] == who.Count - count + k)
            {
                k--;
            }

            if (k < 0)
            {
                yield break;
            }

            at[k]++;
            for (var n = k + 1; n < count; n++)
            {
                at[n] = at[n - 1] + 1;
            }
        }
    }
}
