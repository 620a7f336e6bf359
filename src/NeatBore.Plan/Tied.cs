namespace NeatBore.Plan;

/// <summary>Jobs that windows tie to one another, put into a plan together, and which of these groups come before which.</summary>
internal sealed class Tied
{
    public Tied(Problem problem)
    {
        var group = Enumerable.Range(0, problem.Jobs.Count).ToArray();
        foreach (var job in problem.Jobs.Where(j => j.Within is not null))
        {
            var (a, b) = (group[job.Index], group[job.Within!.Value.Of]);
            group = [.. group.Select(g => g == a ? b : g)];
        }

        Groups = [.. Enumerable.Range(0, problem.Jobs.Count).GroupBy(j => group[j]).Select(g => Ordered(problem, [.. g]))];
        var of = new int[problem.Jobs.Count];
        for (var g = 0; g < Groups.Count; g++)
        {
            foreach (var job in Groups[g])
            {
                of[job] = g;
            }
        }

        Before =
        [
            .. Groups.Select(
                (jobs, g) => new HashSet<int>(jobs.SelectMany(j => problem.Jobs[j].Follows).Select(f => of[f]).Where(o => o != g))
            ),
        ];
        After = [.. Groups.Select((_, g) => Enumerable.Range(0, Groups.Count).Where(o => Before[o].Contains(g)).ToList())];
    }

    /// <summary>Each in an order in which its jobs can come.</summary>
    public IReadOnlyList<IReadOnlyList<int>> Groups { get; }

    /// <summary>The groups that have to be placed before each.</summary>
    public IReadOnlyList<IReadOnlySet<int>> Before { get; }

    /// <summary>The groups that wait for each.</summary>
    public IReadOnlyList<IReadOnlyList<int>> After { get; }

    private static List<int> Ordered(Problem problem, List<int> left)
    {
        var ordered = new List<int>();
        while (left.Count > 0 && left.FindIndex(j => !problem.Jobs[j].Follows.Any(left.Contains)) is >= 0 and var next)
        {
            ordered.Add(left[next]);
            left.RemoveAt(next);
        }

        // A circle can't come in any order: as listed, so that none is lost.
        return [.. ordered, .. left];
    }
}
