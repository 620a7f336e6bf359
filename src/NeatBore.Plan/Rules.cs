using static NeatBore.Plan.Problem;

namespace NeatBore.Plan;

/// <summary>Plans made by a simple rule, one job after the other as early as it can be: a first plan at once, and what a search has to
/// beat.</summary>
internal static class Rules
{
    // How often the first of some jobs that windows tie together is put later before a rule gives up.
    private const int Tries = 400;

    /// <summary>Earliest due, longest still to come, shortest, build by build, as they were listed.</summary>
    public static IReadOnlyList<Func<Problem, Func<Work, double>>> All { get; } =
    [
        p => j => Due(p)[j.Index],
        p =>
        {
            var tail = Tail(p);
            return j => -tail[j.Index];
        },
        _ => j => j.Minutes + j.Wait,
        p =>
        {
            var due = Due(p);
            var build = p.Jobs.GroupBy(j => j.Build).ToDictionary(g => g.Key, g => g.Min(j => due[j.Index]));
            return j => (build[j.Build] * 1000) + j.Index;
        },
        _ => j => j.Index,
    ];

    /// <summary>The plan of each rule that comes to an end, the best first.</summary>
    public static IReadOnlyList<Solution> Plans(Problem problem) =>
        [
            .. All.Select(rule => Plan(problem, rule(problem)))
                .OfType<Solution>()
                .OrderBy(s => s.Late(problem))
                .ThenBy(s => s.Finish(problem)),
        ];

    // A search looks a week past the worst of the rules.
    private const long WeekMinutes = 7 * 24 * 60;

    /// <summary>How far a search looks: past the worst of the rules' plans, where there are any.</summary>
    public static long Far(Problem problem, IReadOnlyList<Solution> plans) =>
        plans.Count == 0 ? problem.Horizon : Math.Min(problem.Horizon, plans.Max(s => s.Finish(problem)) + WeekMinutes);

    /// <summary>A plan by one rule: lowest first, of those whose turn has come.</summary>
    public static Solution? Plan(Problem problem, Func<Work, double> order)
    {
        var board = new Board(problem);
        var waiting = Tied(problem);
        while (waiting.Count > 0)
        {
            var next = waiting
                .Where(g => g.TrueForAll(j => problem.Jobs[j].Follows.All(f => board.Has(f) || g.Contains(f))))
                .OrderBy(g => g.Min(j => order(problem.Jobs[j])))
                .ThenBy(g => g[0])
                .FirstOrDefault();
            if (next is null || !Put(problem, board, next))
            {
                return null;
            }

            waiting.Remove(next);
        }

        return board.Solution();
    }

    // The first as early as it can be; what a window ties to it follows, and where that misses, the first is put later.
    private static bool Put(Problem problem, Board board, List<int> jobs)
    {
        var first = problem.Jobs[jobs[0]];
        var from = Math.Max(first.NotBefore, first.Follows.Select(board.Ready).Append(0).Max());
        for (var n = 0; n < Tries; n++)
        {
            if (board.Earliest(first, from) is not { } begin)
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

    /// <summary>Jobs that windows tie to one another, each list in an order in which they can come.</summary>
    private static List<List<int>> Tied(Problem problem)
    {
        var group = Enumerable.Range(0, problem.Jobs.Count).ToArray();
        foreach (var job in problem.Jobs.Where(j => j.Within is not null))
        {
            var (a, b) = (group[job.Index], group[job.Within!.Value.Of]);
            group = [.. group.Select(g => g == a ? b : g)];
        }

        return
        [
            .. Enumerable
                .Range(0, problem.Jobs.Count)
                .GroupBy(j => group[j])
                .Select(g =>
                {
                    var left = g.ToList();
                    var ordered = new List<int>();
                    while (left.Find(j => problem.Jobs[j].Follows.All(f => !left.Contains(f)) && !ordered.Contains(j)) is var next)
                    {
                        if (left.Count == 0 || problem.Jobs[next].Follows.Any(left.Contains))
                        {
                            break;
                        }

                        ordered.Add(next);
                        left.Remove(next);
                        if (left.Count == 0)
                        {
                            break;
                        }
                    }

                    return ordered;
                }),
        ];
    }

    private static double[] Due(Problem problem)
    {
        var due = problem.Jobs.Select(j => j.Due is { } d ? (double)d : problem.Horizon * 2.0).ToArray();
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
