namespace NeatBore.Plan;

/// <summary>Better orders in which a rule could place the jobs, sought around the best there is: for shops too large for a search of
/// every constraint to come far.</summary>
/// <remarks>
/// Late acceptance hill climbing: E. K. Burke and Y. Bykov, European Journal of Operational Research 258 (2017) 70–78. An order is
/// taken where its plan is no worse than the one before it, or than the one that stood some tries ago. A fixed seed and a fixed
/// number of tries: the same question has the same plan.
/// </remarks>
/// <param name="problem">What is planned.</param>
/// <param name="least">No plan is less late.</param>
/// <param name="cancel">Ends it.</param>
internal sealed class Orders(Problem problem, long least, CancellationToken cancel)
{
    private const int History = 120;

    // Of a hundred tries so many move one job of a late build, one job, a whole build; the others change two jobs' turns.
    private const int LateOne = 25;
    private const int One = 60;
    private const int Build = 80;

    private readonly Random _random = new(problem.Request.Seed);

    /// <summary>What a try costs of the effort.</summary>
    public double Price { get; } = 0.07e-5 * problem.Jobs.Count;

    /// <summary>The best plan of so many orders, or the one given.</summary>
    /// <param name="from">The plan to begin at.</param>
    /// <param name="order">The order that makes it.</param>
    /// <param name="tries">How many orders are looked at.</param>
    /// <param name="enough">Whether a plan is known to be as good as can be.</param>
    /// <param name="over">Whether the time on the wall is over.</param>
    public Solution Better(Solution from, double[] order, int tries, Func<Solution, bool> enough, Func<bool> over)
    {
        var best = from;
        var bestValue = Value(from);
        var (now, value) = (order, bestValue);
        var late = Late(best);
        var history = Enumerable.Repeat(bestValue, History).ToArray();
        for (var n = 0; n < tries && !enough(best) && !over(); n++)
        {
            cancel.ThrowIfCancellationRequested();
            var changed = Changed(now, late);
            if (Rules.Plan(problem, changed) is { } plan)
            {
                var next = Value(plan);
                if (next.CompareTo(value) <= 0 || next.CompareTo(history[n % History]) <= 0)
                {
                    (now, value, late) = (changed, next, Late(plan));
                }

                if (next.CompareTo(bestValue) < 0)
                {
                    (best, bestValue) = (plan, next);
                }
            }

            history[n % History] = value;
        }

        return best;
    }

    // Where there was no plan before, of two that finish together the one is better whose people are done sooner: it leads on.
    private (long Late, long Finish, long Then) Value(Solution plan) =>
        (plan.Late(problem), plan.Finish(problem), problem.Before.Count > 0 ? problem.Moved(plan) : Done(plan));

    private long Done(Solution plan)
    {
        var done = new long[problem.Hours.Count];
        for (var job = 0; job < plan.People.Count; job++)
        {
            foreach (var person in plan.People[job])
            {
                done[person] = Math.Max(done[person], plan.Ends[job]);
            }
        }

        return done.Sum();
    }

    /// <summary>The jobs of builds that are late; where none need be later than they are, of the one that is ready last.</summary>
    private List<int> Late(Solution plan)
    {
        var builds =
            plan.Late(problem) > least
                ? problem.Jobs.Where(j => plan.Ready(problem, j.Index) > j.Due).Select(j => j.Build).ToHashSet()
                : [problem.Jobs.MaxBy(j => plan.Ready(problem, j.Index))!.Build];
        return [.. problem.Jobs.Where(j => builds.Contains(j.Build)).Select(j => j.Index)];
    }

    private double[] Changed(double[] order, List<int> late)
    {
        var jobs = Enumerable.Range(0, order.Length).OrderBy(j => order[j]).ThenBy(j => j).ToArray();
        var changed = new double[order.Length];
        for (var n = 0; n < jobs.Length; n++)
        {
            changed[jobs[n]] = n;
        }

        var (kind, a, b) = (_random.Next(100), _random.Next(jobs.Length), _random.Next(jobs.Length));
        if (kind < LateOne && late.Count > 0)
        {
            // One of a late build's a little earlier.
            var job = late[_random.Next(late.Count)];
            changed[job] -= _random.Next(1, 1 + (jobs.Length / 4)) + 0.5;
        }
        else if (kind < One)
        {
            // Before or after another.
            changed[a] = changed[b] + (_random.Next(2) == 0 ? -0.5 : 0.5);
        }
        else if (kind < Build)
        {
            var by = _random.Next(-jobs.Length, jobs.Length) / 4.0;
            foreach (var job in problem.Jobs.Where(j => j.Build == problem.Jobs[a].Build))
            {
                changed[job.Index] += by;
            }
        }
        else
        {
            (changed[a], changed[b]) = (changed[b], changed[a]);
        }

        return changed;
    }
}
