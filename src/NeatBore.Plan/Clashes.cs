using Google.OrTools.Sat;
using NeatBore.Core.Measures;
using static NeatBore.Plan.DayPlan;

namespace NeatBore.Plan;

/// <summary>Jobs that can't all be, none of which can be left out, and why.</summary>
internal static class Clashes
{
    /// <summary>The solver's deterministic time for one set of jobs; a set that isn't settled by then is taken to be possible.</summary>
    private const string Effort = "num_workers:1,random_seed:1,max_deterministic_time:1";

    /// <summary>One job that can't be by itself, or some that wait for one another in a circle; null where there is neither.</summary>
    public static Clash? Alone(Problem problem)
    {
        foreach (var job in problem.Jobs)
        {
            if (Why(problem, job) is { } why)
            {
                return new Clash(why, [Id(problem, job.Index)]);
            }
        }

        return Circle(problem) is { } circle
            ? new Clash(
                circle.Count == 1
                    ? $"“{Id(problem, circle[0])}” waits for itself."
                    : $"They wait for one another in a circle: {Named(problem, circle, ", then ")}, and again.",
                [.. circle.Select(j => Id(problem, j))]
            )
            : null;
    }

    /// <summary>The smallest that is found by leaving out whatever is not needed for the clash.</summary>
    public static Clash Smallest(Problem problem, CancellationToken cancel)
    {
        var kept = Enumerable.Range(0, problem.Jobs.Count).ToList();
        for (var chunk = Math.Max(1, kept.Count / 2); ; chunk = Math.Max(1, chunk / 2))
        {
            for (var from = 0; from < kept.Count; )
            {
                cancel.ThrowIfCancellationRequested();
                List<int> without = [.. kept.Take(from), .. kept.Skip(from + chunk)];
                if (without.Count > 0 && Never(problem, without))
                {
                    kept = without;
                }
                else
                {
                    from += chunk;
                }
            }

            if (chunk == 1)
            {
                break;
            }
        }

        return new Clash(Words(problem, kept), [.. kept.Select(j => Id(problem, j))]);
    }

    private static bool Never(Problem problem, IReadOnlyList<int> jobs)
    {
        using var solver = new CpSolver { StringParameters = Effort };
        return solver.Solve(new PlanModel(problem, jobs).Model) == CpSolverStatus.Infeasible;
    }

    private static string Named(Problem problem, List<int> jobs, string between) =>
        string.Join(between, jobs.Select(j => $"“{Id(problem, j)}”"));

    private static string Id(Problem problem, int job) => problem.Request.Jobs[job].Id;

    private static string? Why(Problem problem, Problem.Work job)
    {
        var id = Id(problem, job.Index);
        foreach (var (resource, count) in job.Uses.Concat(job.WaitUses))
        {
            if (count > problem.Capacity[resource])
            {
                var have = problem.Capacity[resource];
                return $"“{id}” takes {count} of “{problem.Request.Resources[resource].Id}”; there {(have == 1 ? "is" : "are")} {have}.";
            }
        }

        if (job.At.Count > 1)
        {
            return $"“{id}” is pinned to two times.";
        }

        if (job.Pinned.FirstOrDefault(p => !job.Who.Contains(p), -1) is >= 0 and var other)
        {
            return $"“{id}” is pinned to {problem.Request.People[other].Id}, who may not do it.";
        }

        if (job.Pinned.Count > job.People)
        {
            return $"“{id}” is pinned to more people than it takes.";
        }

        if (job.Who.Count < job.People)
        {
            return $"“{id}” takes {job.People} people; {job.Who.Count} may do it.";
        }

        if (job.At is [var at] && at < job.NotBefore)
        {
            return $"“{id}” is pinned to a time before it can begin.";
        }

        if (job.People == 0)
        {
            return null;
        }

        var people = job.Pinned.Count == job.People ? job.Pinned : job.Who;
        return job.People == 1 && !people.Any(p => Fits(job, problem.Hours[p]))
            ? job.At.Count == 1
                ? $"Nobody who may do “{id}” has its {job.Minutes} minutes in hours when it is pinned."
                : job.Splits
                    ? $"Nobody who may do “{id}” has {job.Minutes} minutes of hours left."
                    : $"Nobody who may do “{id}” has its {job.Minutes} minutes in one stretch of hours."
            : null;
    }

    private static bool Fits(Problem.Work job, IReadOnlyList<Problem.Span> hours) =>
        job.At is [var at]
            ? Working.End(job, hours, at) is not null
            : hours.Any(h =>
                Working.End(job, hours, Math.Max(h.From, job.NotBefore)) is not null && Math.Max(h.From, job.NotBefore) <= h.To
            );

    private static List<int>? Circle(Problem problem)
    {
        var state = new int[problem.Jobs.Count];
        var path = new List<int>();
        for (var job = 0; job < state.Length; job++)
        {
            if (Visit(job) is { } circle)
            {
                return circle;
            }
        }

        return null;

        List<int>? Visit(int job)
        {
            if (state[job] == 2)
            {
                return null;
            }

            if (state[job] == 1)
            {
                var circle = path.Skip(path.IndexOf(job)).ToList();
                circle.Reverse();
                return Shortest(problem, circle);
            }

            state[job] = 1;
            path.Add(job);
            foreach (var before in problem.Jobs[job].Follows)
            {
                if (Visit(before) is { } circle)
                {
                    return circle;
                }
            }

            path.RemoveAt(path.Count - 1);
            state[job] = 2;
            return null;
        }
    }

    /// <summary>A circle that no shortcut makes smaller, so that it opens wherever one job is left out.</summary>
    private static List<int> Shortest(Problem problem, List<int> circle)
    {
        for (var again = true; again; )
        {
            again = false;
            for (var i = 0; i < circle.Count && !again; i++)
            {
                for (var skip = 2; skip < circle.Count && !again; skip++)
                {
                    var to = circle[(i + skip) % circle.Count];
                    if (problem.Jobs[to].Follows.Contains(circle[i]))
                    {
                        // From i straight to what comes skip later: those between are not needed.
                        var keep = Enumerable.Range(0, circle.Count - skip + 1).Select(k => circle[(i + skip + k) % circle.Count]).ToList();
                        (circle, again) = (keep, true);
                    }
                }
            }

            if (circle.Find(j => problem.Jobs[j].Follows.Contains(j)) is var own && problem.Jobs[own].Follows.Contains(own))
            {
                return [own];
            }
        }

        return circle;
    }

    private static string Words(Problem problem, List<int> jobs)
    {
        var names = Named(problem, jobs, ", ");
        var window = jobs.FindAll(j => problem.Jobs[j].Within is { } w && jobs.Contains(w.Of));
        if (window.Count > 0)
        {
            var job = problem.Request.Jobs[window[0]];
            return $"“{job.Id}” can’t begin within {job.Within!.Minutes} minutes of “{job.Within.Of}”"
                + (jobs.Count > 2 ? $", with {names} to be done." : ".");
        }

        return jobs.Count == 1 ? $"{names} can’t be done in the hours there are."
            : jobs.Exists(j => problem.Jobs[j].At.Count > 0) ? $"They can’t all be kept as they are pinned: {names}."
            : $"There are not hours enough, or not enough of what they share, for all of {names}.";
    }
}
