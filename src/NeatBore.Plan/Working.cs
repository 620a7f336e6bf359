using static NeatBore.Plan.Problem;

namespace NeatBore.Plan;

/// <summary>How a job lies in the hours of those who do it.</summary>
internal static class Working
{
    /// <summary>From this start on: when it ends; null where it can't begin then.</summary>
    public static long? End(Problem.Work job, IReadOnlyList<Span> hours, long start)
    {
        if (job.People == 0)
        {
            return start;
        }

        var left = job.Minutes;
        var at = start;
        for (var n = From(hours, start, left > 0); n < hours.Count; n++)
        {
            var span = hours[n];
            if (span.From > at)
            {
                if (at == start)
                {
                    return null;
                }

                at = span.From;
            }

            if (at + left <= span.To)
            {
                return at + left;
            }

            if (!job.Splits)
            {
                return null;
            }

            left -= span.To - at;
            at = span.To;
        }

        return null;
    }

    /// <summary>The first minute from one on that is in hours; the largest number where there is none.</summary>
    public static long Within(IReadOnlyList<Span> hours, long at) =>
        From(hours, at, true) is var n && n < hours.Count ? Math.Max(at, hours[n].From) : long.MaxValue;

    // The first stretch that is not over then; one that ends just then is, for what takes any time.
    public static int From(IReadOnlyList<Span> hours, long at, bool takes)
    {
        var (low, high) = (0, hours.Count);
        while (low < high)
        {
            var middle = (low + high) / 2;
            if (hours[middle].To < at || (hours[middle].To == at && takes))
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

    /// <summary>The parts that it is worked in.</summary>
    public static IReadOnlyList<Span> Parts(Problem problem, Problem.Work job, long start, long end, IReadOnlyList<int> people)
    {
        if (job.Minutes == 0 || !job.Splits)
        {
            return job.Minutes == 0 ? [] : [new Span(start, end)];
        }

        var hours = problem.Together(people);
        var parts = new List<Span>();
        for (var n = From(hours, start, true); n < hours.Count && hours[n].From < end; n++)
        {
            parts.Add(new Span(Math.Max(hours[n].From, start), Math.Min(hours[n].To, end)));
        }

        return parts;
    }
}
