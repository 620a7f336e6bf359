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
        foreach (var span in hours)
        {
            if (span.To < at || (span.To == at && left > 0))
            {
                continue;
            }

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

    /// <summary>The parts that it is worked in.</summary>
    public static IReadOnlyList<Span> Parts(Problem problem, Problem.Work job, long start, long end, IReadOnlyList<int> people) =>
        job.Minutes == 0 ? []
        : !job.Splits ? [new Span(start, end)]
        : [.. problem.Together(people).Select(h => new Span(Math.Max(h.From, start), Math.Min(h.To, end))).Where(h => h.From < h.To)];

    /// <summary>Where it may begin so that it pauses in the same way: from one minute to another, with the pauses' length and the
    /// stretches that it lies in.</summary>
    public readonly record struct Piece(long Low, long High, long Pauses, int First, int Last);

    /// <summary>All ways in which a job that splits lies in some hours.</summary>
    public static IEnumerable<Piece> Pieces(Problem.Work job, IReadOnlyList<Span> hours)
    {
        for (var first = 0; first < hours.Count; first++)
        {
            long after = 0;
            long pauses = 0;
            for (var last = first; last < hours.Count; last++)
            {
                if (last > first)
                {
                    pauses += hours[last].From - hours[last - 1].To;
                }

                // What is left for the last stretch is more than nothing, and no more than it is long.
                var (from, to) = (hours[first].From, hours[first].To);
                if (last == first)
                {
                    if (to - job.Minutes >= from)
                    {
                        yield return new Piece(from, to - job.Minutes, 0, first, last);
                    }

                    continue;
                }

                var length = hours[last].To - hours[last].From;
                // In the first stretch: to − start; between: after; in the last: what is left, 1 to its length.
                var low = Math.Max(from, to - (job.Minutes - after - 1));
                var high = Math.Min(to - 1, to - (job.Minutes - after - length));
                if (low <= high)
                {
                    yield return new Piece(low, high, pauses, first, last);
                }

                after += length;
                if (after >= job.Minutes)
                {
                    break;
                }
            }
        }
    }
}
