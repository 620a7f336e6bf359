using static NeatBore.Plan.Problem;

namespace NeatBore.Plan;

internal static class Closing
{
    /// <summary>The same plan without the gaps that nothing asks for: each job with the same people as early as those before it let it.
    /// A solver that seeks one aim leaves them, and nothing is ready later for it.</summary>
    public static Solution Closed(this Solution plan, Problem problem)
    {
        var board = new Board(problem, people: plan.People);
        // What a window counts from stays where it is, or the window might close too soon.
        var counted = problem.Jobs.Where(j => j.Within is not null).Select(j => j.Within!.Value.Of).ToHashSet();
        foreach (var job in problem.Jobs.OrderBy(j => plan.Starts[j.Index]).ThenBy(j => plan.Ends[j.Index]).ThenBy(j => j.Index))
        {
            var same = new Board.Slot(plan.Starts[job.Index], plan.Ends[job.Index], plan.People[job.Index]);
            var from = Math.Max(job.NotBefore, job.Follows.Select(board.Ready).Append(0).Max());
            board.Take(job, counted.Contains(job.Index) || job.At.Count > 0 ? same : board.Earliest(job, from) ?? same);
        }

        var closed = board.Solution();
        return problem.Jobs.All(j => Fits(problem, plan, closed, j)) ? closed : plan;
    }

    private static bool Fits(Problem problem, Solution plan, Solution closed, Work job) =>
        closed.Starts[job.Index] <= plan.Starts[job.Index]
        && closed.Ends[job.Index] <= plan.Ends[job.Index]
        && job.Follows.All(f => closed.Ready(problem, f) <= closed.Starts[job.Index]);
}
