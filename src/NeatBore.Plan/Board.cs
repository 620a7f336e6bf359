using static NeatBore.Plan.Problem;

namespace NeatBore.Plan;

/// <summary>What is taken so far while a plan is made job by job.</summary>
internal sealed class Board(Problem problem)
{
    private readonly List<int> _taken = [];
    private readonly Slot?[] _at = new Slot?[problem.Jobs.Count];
    private readonly List<(int Job, Span Span)>[] _busy = [.. problem.Hours.Select(_ => new List<(int, Span)>())];
    private readonly List<(int Job, Span Span, int Count)>[] _used = [.. problem.Capacity.Select(_ => new List<(int, Span, int)>())];
    private readonly List<long> _begins = [.. problem.Hours.SelectMany(h => h.Select(s => s.From)).Distinct().Order()];

    /// <summary>Where a job lies, and who does it.</summary>
    public sealed record Slot(long Start, long End, IReadOnlyList<int> People);

    public int Count => _taken.Count;

    public bool Has(int job) => _at[job] is not null;

    public long End(int job) => _at[job]!.End;

    public long Ready(int job) => _at[job] is { } at ? at.End + problem.Jobs[job].Wait : 0;

    public void Take(Work job, Slot at)
    {
        _taken.Add(job.Index);
        _at[job.Index] = at;
        var parts = Working.Parts(problem, job, at.Start, at.End, at.People);
        foreach (var part in parts)
        {
            foreach (var person in at.People)
            {
                _busy[person].Add((job.Index, part));
            }

            foreach (var (resource, count) in job.Uses)
            {
                _used[resource].Add((job.Index, part, count));
            }
        }

        foreach (var (resource, count) in job.Wait > 0 ? job.WaitUses : [])
        {
            _used[resource].Add((job.Index, new Span(at.End, at.End + job.Wait), count));
        }
    }

    public void Back(int count)
    {
        foreach (var job in _taken.Skip(count))
        {
            _at[job] = null;
            Array.ForEach(_busy, list => list.RemoveAll(t => t.Job == job));
            Array.ForEach(_used, list => list.RemoveAll(t => t.Job == job));
        }

        _taken.RemoveRange(count, _taken.Count - count);
    }

    public Solution Solution() =>
        new(
            [.. problem.Jobs.Select(j => _at[j.Index]!.Start)],
            [.. problem.Jobs.Select(j => _at[j.Index]!.End)],
            [.. problem.Jobs.Select(j => _at[j.Index]!.People)]
        );

    /// <summary>The earliest place for a job from a minute on; null where there is none.</summary>
    public Slot? Earliest(Work job, long from)
    {
        if (job.At is [var pinned])
        {
            return pinned >= from ? Fits(job, pinned) : null;
        }

        // Something changes only where hours begin, or where something that is in the way ends.
        var times = _begins
            .Concat(job.Who.SelectMany(p => _busy[p].Select(t => t.Span.To)))
            .Concat(job.Uses.SelectMany(u => _used[u.Resource].Select(t => t.Span.To)))
            // A wait that takes an oven may have to begin late enough to follow another's.
            .Concat(job.WaitUses.SelectMany(u => _used[u.Resource].Select(t => t.Span.To - job.Minutes)))
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

        // Those who can, as they are listed.
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
        return parts.All(part => slot.People.All(p => _busy[p].TrueForAll(t => !Meet(t.Span, part))))
            && parts.All(part => job.Uses.All(u => Room(u.Resource, u.Count, part)))
            && (job.Wait == 0 || job.WaitUses.All(u => Room(u.Resource, u.Count, new Span(slot.End, slot.End + job.Wait))));
    }

    private bool Room(int resource, int count, Span span)
    {
        var met = _used[resource].FindAll(t => Meet(t.Span, span));
        return met.Select(t => Math.Max(t.Span.From, span.From))
            .Append(span.From)
            .All(at => met.Where(t => t.Span.From <= at && at < t.Span.To).Sum(t => t.Count) + count <= problem.Capacity[resource]);
    }

    private static bool Meet(Span a, Span b) => a.From < b.To && b.From < a.To;

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
