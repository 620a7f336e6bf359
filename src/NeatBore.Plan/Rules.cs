using static NeatBore.Plan.Problem;

namespace NeatBore.Plan;

/// <summary>Plans made by a simple rule, one job after the other as early as it can be: a first plan at once, and what a search has to
/// beat.</summary>
internal static class Rules
{
    // How often the first of some jobs that windows tie together is put later before a rule gives up.
    private const int Tries = 400;

    /// <summary>Earliest due, longest still to come, shortest, build by build, as they were listed: a number a job, lowest
    /// first.</summary>
    public static IReadOnlyList<Func<Problem, double[]>> All { get; } =
    [
        Due,
        p => [.. Tail(p).Select(t => -t)],
        p => [.. p.Jobs.Select(j => (double)(j.Minutes + j.Wait))],
        p =>
        {
            var due = Due(p);
            var build = p.Jobs.GroupBy(j => j.Build).ToDictionary(g => g.Key, g => g.Min(j => due[j.Index]));
            return [.. p.Jobs.Select(j => (build[j.Build] * 1000) + j.Index)];
        },
        p => [.. p.Jobs.Select(j => (double)j.Index)],
    ];

    /// <summary>The plan of each rule that comes to an end, with the order that made it, the best first.</summary>
    public static IReadOnlyList<(Solution Plan, double[] Order)> Plans(Problem problem) =>
        [
            .. All.Select(rule => (Order: rule(problem), Again: false))
                .Concat(problem.Before.Count > 0 ? [(AsBefore(problem), true)] : [])
                .Select(o => (Plan: Plan(problem, o.Order, o.Again), o.Order))
                .Where(p => p.Plan is not null)
                .Select(p => (Plan: p.Plan!, p.Order))
                .OrderBy(p => p.Plan.Late(problem))
                .ThenBy(p => p.Plan.Finish(problem))
                .ThenBy(p => problem.Moved(p.Plan)),
        ];

    /// <summary>In the order of the plan before; what is new comes last.</summary>
    private static double[] AsBefore(Problem problem)
    {
        var order = problem.Jobs.Select(_ => (double)problem.Horizon).ToArray();
        foreach (var (job, start, _) in problem.Before)
        {
            order[job] = start;
        }

        return order;
    }

    // A search looks a week past the worst of the rules.
    private const long WeekMinutes = 7 * 24 * 60;

    /// <summary>How far a search looks: past the worst of the rules' plans, where there are any.</summary>
    public static long Far(Problem problem, IEnumerable<Solution> plans) =>
        Math.Min(problem.Horizon, plans.Select(s => s.Finish(problem)).DefaultIfEmpty(problem.Horizon).Max() + WeekMinutes);

    /// <summary>A plan by one order: lowest first, of those whose turn has come.</summary>
    /// <param name="problem">What is planned.</param>
    /// <param name="order">A number a job.</param>
    /// <param name="again">Whether each has the place that it had before, where that is free.</param>
    public static Solution? Plan(Problem problem, IReadOnlyList<double> order, bool again = false)
    {
        var board = new Board(problem, again);
        var tied = problem.Tied;
        var open = tied.Before.Select(b => b.Count).ToArray();
        var turn = new PriorityQueue<int, (double, int)>();
        // What is pinned to a time has its place before all else does.
        foreach (var job in problem.Jobs.Where(j => j.At.Count > 0).OrderBy(j => j.At[0]))
        {
            if (board.Earliest(job, job.At[0]) is not { } at)
            {
                return null;
            }

            board.Take(job, at);
        }

        void Queue(int group) => turn.Enqueue(group, (tied.Groups[group].Min(j => order[j]), group));
        for (var group = 0; group < open.Length; group++)
        {
            if (open[group] == 0)
            {
                Queue(group);
            }
        }

        while (turn.TryDequeue(out var group, out _))
        {
            if (!Put(problem, board, [.. tied.Groups[group].Where(j => !board.Has(j))]))
            {
                return null;
            }

            foreach (var next in tied.After[group])
            {
                if (--open[next] == 0)
                {
                    Queue(next);
                }
            }
        }

        return board.Count == problem.Jobs.Count && problem.Jobs.All(j => InTime(board, j)) ? board.Solution() : null;
    }

    // What was placed first may begin before what it has to follow is ready, or too long after.
    private static bool InTime(Board board, Work job) =>
        job.At.Count == 0
        || (
            job.Follows.All(f => board.Ready(f) <= job.At[0])
            && (job.Within is not { } w || job.At[0] <= (w.FromEnd ? board.End(w.Of) : board.Ready(w.Of)) + w.Minutes)
        );

    // The first as early as it can be; what a window ties to it follows, and where that misses, the first is put later.
    private static bool Put(Problem problem, Board board, IReadOnlyList<int> jobs)
    {
        if (jobs.Count == 0)
        {
            return true;
        }

        var first = problem.Jobs[jobs[0]];
        var from = Math.Max(first.NotBefore, first.Follows.Select(board.Ready).Append(0).Max());
        for (var n = 0; n < Tries; n++)
        {
            if (board.Earliest(first, from) is not { } begin)
            {
                return false;
            }

            // What its window counts from is placed already, and stays there.
            if (first.Within is { } tied && begin.Start > (tied.FromEnd ? board.End(tied.Of) : board.Ready(tied.Of)) + tied.Minutes)
            {
                return false;
            }

            var mark = board.Count;
            board.Take(first, begin);
            long missed = 0;
            foreach (var job in jobs.Skip(1).Select(j => problem.Jobs[j]))
            {
                var least = Math.Max(job.NotBefore, job.Follows.Select(board.Ready).Append(0).Max());
                if (board.Earliest(job, least) is not { } at)
                {
                    board.Back(mark);
                    return false;
                }

                if (job.Within is { } w)
                {
                    var most = (w.FromEnd ? board.End(w.Of) : board.Ready(w.Of)) + w.Minutes;
                    missed = Math.Max(missed, at.Start - most);
                }

                board.Take(job, at);
            }

            if (missed <= 0)
            {
                return true;
            }

            board.Back(mark);
            from = begin.Start + Math.Max(1, missed);
        }

        return false;
    }

    private static double[] Due(Problem problem)
    {
        // What comes before something pinned is due by then.
        var due = problem
            .Jobs.Select(j =>
                j.At is [var at, ..] ? at + j.Minutes + j.Wait
                : j.Due is { } d ? (double)d
                : problem.Horizon * 2.0
            )
            .ToArray();
        for (var again = true; again; )
        {
            again = false;
            foreach (var job in problem.Jobs)
            {
                foreach (var before in job.Follows)
                {
                    var latest = due[job.Index] - job.Minutes - job.Wait;
                    if (due[before] > latest)
                    {
                        (due[before], again) = (latest, true);
                    }
                }
            }
        }

        return due;
    }

    private static double[] Tail(Problem problem)
    {
        var tail = problem.Jobs.Select(j => (double)(j.Minutes + j.Wait)).ToArray();
        for (var again = true; again; )
        {
            again = false;
            foreach (var job in problem.Jobs)
            {
                foreach (var before in job.Follows)
                {
                    var own = problem.Jobs[before].Minutes + problem.Jobs[before].Wait + tail[job.Index];
                    if (tail[before] < own)
                    {
                        (tail[before], again) = (own, true);
                    }
                }
            }
        }

        return tail;
    }
}
