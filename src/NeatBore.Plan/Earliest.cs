using static NeatBore.Plan.Problem;

namespace NeatBore.Plan;

// Where on the board a job can lie first.
internal sealed partial class Board
{
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
}
