using static NeatBore.Plan.Problem;

namespace NeatBore.Plan;

/// <summary>What is taken so far while a plan is made job by job.</summary>
/// <param name="problem">What is planned.</param>
/// <param name="again">Whether a job's place is that of the plan before, where that is free.</param>
/// <param name="people">Who does each job; null where anybody who may.</param>
internal sealed partial class Board(Problem problem, bool again = false, IReadOnlyList<IReadOnlyList<int>>? people = null)
{
    private readonly Dictionary<int, (long Start, IReadOnlyList<int> People)> _before = again
        ? problem.Before.Where(b => b.People is not null).DistinctBy(b => b.Job).ToDictionary(b => b.Job, b => (b.Start, b.People!))
        : [];

    private readonly List<int> _taken = [];
    private readonly Slot?[] _at = new Slot?[problem.Jobs.Count];

    // In the order of time: a person's never meet.
    private readonly List<(int Job, Span Span)>[] _busy = [.. problem.Hours.Select(_ => new List<(int, Span)>())];
    private readonly List<(int Job, Span Span, int Count)>[] _used = [.. problem.Capacity.Select(_ => new List<(int, Span, int)>())];
    private readonly int[][] _alone = [.. problem.Hours.Select((_, p) => (int[])[p])];

    // Up to when somebody is at something, or not in: an order fills a plan from its start, and nothing fits there any more.
    private readonly long[] _full = new long[problem.Hours.Count];

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
                _busy[person].Insert(After(_busy[person], part.From), (job.Index, part));
            }

            foreach (var (resource, count) in job.Uses)
            {
                _used[resource].Add((job.Index, part, count));
            }
        }

        foreach (var person in at.People)
        {
            _full[person] = Full(person, _full[person]);
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
        Array.Clear(_full);
    }

    public Solution Solution() =>
        new(
            [.. problem.Jobs.Select(j => _at[j.Index]!.Start)],
            [.. problem.Jobs.Select(j => _at[j.Index]!.End)],
            [.. problem.Jobs.Select(j => _at[j.Index]!.People)]
        );

    private Slot? Fits(Work job, long start)
    {
        if (job.People == 0)
        {
            return Free(job, new Slot(start, start, [])) ? new Slot(start, start, []) : null;
        }

        var able = job.Who.Where(p => Working.End(job, problem.Hours[p], start) is not null).ToList();
        return Sets([.. job.Pinned, .. able.Except(job.Pinned)], job.People, job.Pinned.Count)
            .Select(people => Try(job, start, people))
            .FirstOrDefault(s => s is not null);
    }

    private Slot? Try(Work job, long start, IReadOnlyList<int> people) =>
        people.All(p => FreeAt(p, start, job.Minutes))
        && Working.End(job, problem.Together(people), start) is { } end
        && new Slot(start, end, people) is var slot
        && Free(job, slot)
            ? slot
            : null;

    // Looked at before all else: most starts fail because somebody is at something.
    private bool FreeAt(int person, long at, long minutes)
    {
        var busy = _busy[person];
        var next = After(busy, at);
        return minutes == 0 || next == 0 || busy[next - 1].Span.To <= at;
    }

    private static int After(List<(int Job, Span Span)> busy, long at)
    {
        var (low, high) = (0, busy.Count);
        while (low < high)
        {
            var middle = (low + high) / 2;
            if (busy[middle].Span.From <= at)
            {
                low = middle + 1;
            }
            else
            {
                high = middle;
            }
        }

        return low;
    }

    private bool Free(Work job, Slot slot)
    {
        var parts = Working.Parts(problem, job, slot.Start, slot.End, slot.People);
        return parts.All(part => slot.People.All(p => Free(p, part)))
            && parts.All(part => job.Uses.All(u => Room(u.Resource, u.Count, part)))
            && (job.Wait == 0 || job.WaitUses.All(u => Room(u.Resource, u.Count, new Span(slot.End, slot.End + job.Wait))));
    }

    private bool Free(int person, Span part)
    {
        var busy = _busy[person];
        var next = After(busy, part.From);
        return (next == 0 || busy[next - 1].Span.To <= part.From) && (next == busy.Count || busy[next].Span.From >= part.To);
    }

    private bool Room(int resource, int count, Span span)
    {
        var used = _used[resource];
        var most = Taken(resource, span.From);
        foreach (var (_, other, _) in used)
        {
            if (span.From < other.From && other.From < span.To)
            {
                most = Math.Max(most, Taken(resource, other.From));
            }
        }

        return most + count <= problem.Capacity[resource];
    }

    private int Taken(int resource, long at)
    {
        var taken = 0;
        foreach (var (_, span, count) in _used[resource])
        {
            taken += span.From <= at && at < span.To ? count : 0;
        }

        return taken;
    }

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
