using static NeatBore.Plan.Problem;

namespace NeatBore.Plan;

/// <summary>What is taken so far while a plan is made job by job.</summary>
/// <param name="problem">What is planned.</param>
/// <param name="again">Whether a job's place is that of the plan before, where that is free.</param>
/// <param name="people">Who does each job; null where anybody who may.</param>
internal sealed class Board(Problem problem, bool again = false, IReadOnlyList<IReadOnlyList<int>>? people = null)
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

    /// <summary>The earliest place for a job from a minute on; null where there is none.</summary>
    public Slot? Earliest(Work job, long from)
    {
        if (job.At is [var pinned])
        {
            return pinned >= from ? Fits(job, pinned) : null;
        }

        if (_before.TryGetValue(job.Index, out var before) && before.Start >= from && Again(job, before.Start, before.People) is { } same)
        {
            return same;
        }

        if (job.People > 0 && job.Minutes > 0)
        {
            // Those who can, as they are listed.
            Slot? best = null;
            if (people is not null)
            {
                best = Earliest(job, people[job.Index], from, long.MaxValue);
            }
            else if (job.People == 1 && job.Pinned.Count == 0)
            {
                foreach (var person in job.Who)
                {
                    var until = best?.Start ?? long.MaxValue;
                    best = (job.Splits ? Earliest(job, _alone[person], from, until) : Earliest(job, person, from, until)) ?? best;
                }
            }
            else
            {
                foreach (var some in Sets([.. job.Pinned, .. job.Who.Except(job.Pinned)], job.People, job.Pinned.Count))
                {
                    best = Earliest(job, some, from, best?.Start ?? long.MaxValue) ?? best;
                }
            }

            return best;
        }

        // Something changes only where hours begin, or where something that is in the way ends.
        for (var time = from; time < long.MaxValue; time = Next(job, time))
        {
            if (Fits(job, time) is { } slot)
            {
                return slot;
            }
        }

        return null;
    }

    /// <summary>The earliest place for a job with some people, from one hindrance to the next; null where there is none before a
    /// time.</summary>
    private Slot? Earliest(Work job, IReadOnlyList<int> people, long from, long before)
    {
        var hours = problem.Together(people);
        for (var n = 0; n < people.Count; n++)
        {
            from = Math.Max(from, _full[people[n]]);
        }

        for (var at = from; at < before; )
        {
            if (Working.End(job, hours, at) is not { } end)
            {
                at = Begin(hours, at);
                continue;
            }

            if ((Busy(job, people, at, end) ?? Hindered(job, people, at, end)) is { } later)
            {
                at = later;
                continue;
            }

            return new Slot(at, end, people);
        }

        return null;
    }

    /// <summary>The same for one person's job that doesn't pause, which most are: gap by gap, hours by hours.</summary>
    private Slot? Earliest(Work job, int person, long from, long before)
    {
        var (busy, hours, minutes) = (_busy[person], problem.Spans[person], job.Minutes);
        var at = Math.Max(from, _full[person]);
        var next = After(busy, at);
        if (next > 0 && busy[next - 1].Span.To > at)
        {
            at = busy[next - 1].Span.To;
        }

        var n = Working.From(hours, at, true);
        while (at < before)
        {
            while (n < hours.Length && hours[n].To < at + minutes)
            {
                // Too little is left of these hours.
                n++;
            }

            if (n == hours.Length)
            {
                return null;
            }

            at = Math.Max(at, hours[n].From);
            while (next < busy.Count && busy[next].Span.From <= at)
            {
                at = Math.Max(at, busy[next++].Span.To);
            }

            if (next < busy.Count && busy[next].Span.From < at + minutes)
            {
                at = busy[next++].Span.To;
            }
            else if (at + minutes <= hours[n].To)
            {
                if (Hindered(job, _alone[person], at, at + minutes) is not { } later)
                {
                    return at < before ? new Slot(at, at + minutes, _alone[person]) : null;
                }

                at = later;
            }
        }

        return null;
    }

    private long Full(int person, long from)
    {
        var (busy, hours) = (_busy[person], problem.Hours[person]);
        for (var at = from; ; )
        {
            var next = After(busy, at);
            var then = next > 0 && busy[next - 1].Span.To > at ? busy[next - 1].Span.To : Working.Within(hours, at);
            if (then is long.MaxValue || then == at)
            {
                return at;
            }

            at = then;
        }
    }

    /// <summary>When to try again where one of them is at something; null where nobody is.</summary>
    private long? Busy(Work job, IReadOnlyList<int> people, long at, long end)
    {
        for (var n = 0; n < people.Count; n++)
        {
            var busy = _busy[people[n]];
            var next = After(busy, at);
            if (next > 0 && busy[next - 1].Span.To > at)
            {
                return busy[next - 1].Span.To;
            }

            // Where it doesn't pause, what comes next lies in its way; where it does, it may lie in a pause.
            if (next < busy.Count && busy[next].Span.From < end && (!job.Splits || !Free(job, people, n, at, end)))
            {
                return busy[next].Span.To;
            }
        }

        return null;
    }

    /// <summary>The next time at which hours begin.</summary>
    private static long Begin(IReadOnlyList<Span> hours, long after)
    {
        var (low, high) = (0, hours.Count);
        while (low < high)
        {
            var middle = (low + high) / 2;
            (low, high) = hours[middle].From <= after ? (middle + 1, high) : (low, middle);
        }

        return low < hours.Count ? hours[low].From : long.MaxValue;
    }

    private bool Free(Work job, IReadOnlyList<int> people, int which, long at, long end)
    {
        foreach (var part in Working.Parts(problem, job, at, end, people))
        {
            if (!Free(people[which], part))
            {
                return false;
            }
        }

        return true;
    }

    /// <summary>When to try again where what it takes is taken; null where there is enough.</summary>
    private long? Hindered(Work job, IReadOnlyList<int> people, long at, long end)
    {
        if (job.Uses.Count > 0)
        {
            foreach (var part in Working.Parts(problem, job, at, end, people))
            {
                foreach (var (resource, count) in job.Uses)
                {
                    if (!Room(resource, count, part))
                    {
                        return Ends(resource, at);
                    }
                }
            }
        }

        if (job.Wait > 0)
        {
            foreach (var (resource, count) in job.WaitUses)
            {
                if (!Room(resource, count, new Span(end, end + job.Wait)))
                {
                    // The wait has to begin once another's is over.
                    return Ends(resource, end) is < long.MaxValue and var over ? at + over - end : long.MaxValue;
                }
            }
        }

        return null;
    }

    /// <summary>When the next of those that take a resource is over.</summary>
    private long Ends(int resource, long after)
    {
        var ends = long.MaxValue;
        foreach (var (_, span, _) in _used[resource])
        {
            ends = span.To > after && span.To < ends ? span.To : ends;
        }

        return ends;
    }

    private Slot? Again(Work job, long start, IReadOnlyList<int> people) =>
        people.Count == job.People && people.All(job.Who.Contains) && job.Pinned.All(people.Contains)
            ? people.Count > 0
                ? Try(job, start, people)
                : Fits(job, start)
            : null;

    private long Next(Work job, long from)
    {
        var next = long.MaxValue;
        void Add(long time) => next = time > from && time < next ? time : next;
        var begins = problem.Begins;
        var begin = begins.BinarySearch(from + 1);
        Add(
            begin >= 0 ? from + 1
            : ~begin < begins.Count ? begins[~begin]
            : long.MaxValue
        );
        foreach (var person in job.Who)
        {
            var busy = _busy[person];
            var after = After(busy, from);
            if (after > 0)
            {
                Add(busy[after - 1].Span.To);
            }

            if (after < busy.Count)
            {
                Add(busy[after].Span.To);
            }
        }

        foreach (var (resource, _) in job.Uses)
        {
            foreach (var (_, span, _) in _used[resource])
            {
                Add(span.To);
            }
        }

        foreach (var (resource, _) in job.WaitUses)
        {
            foreach (var (_, span, _) in _used[resource])
            {
                // A wait that takes an oven may have to begin late enough to follow another's.
                Add(span.To - job.Minutes);
            }
        }

        return next;
    }

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
