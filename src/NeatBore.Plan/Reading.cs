using static NeatBore.Plan.DayPlan;

namespace NeatBore.Plan;

/// <summary>A solution as it is told: times, what holds the last, what each job waits for.</summary>
internal sealed class Reading(Problem problem, Solution found)
{
    public Answer Answer(Status status, bool cut, (string Of, double Percent)? gap) =>
        new(
            status,
            cut,
            problem.Time(found.Finish(problem)),
            found.Late(problem) / Problem.WeightUnit,
            gap?.Percent ?? 0,
            gap?.Of,
            [.. problem.Jobs.Select(Planned)],
            Chain(),
            [.. problem.Jobs.Select(Waiting).OfType<Waiting>()],
            []
        );

    private PlannedJob Planned(Problem.Work job)
    {
        var people = found.People[job.Index];
        return new PlannedJob(
            Id(job.Index),
            problem.Time(found.Starts[job.Index], people),
            problem.Time(found.Ends[job.Index], people),
            problem.Time(found.Ready(problem, job.Index), people),
            [.. people.Select(Name)],
            [.. found.Parts(problem, job.Index).Select(p => new Stretch(problem.Time(p.From, people), problem.Time(p.To, people)))]
        );
    }

    /// <summary>From what begins first to the last that is ready: each begins when the one before it lets it.</summary>
    private List<string> Chain()
    {
        var chain = new List<int>();
        var at = problem.Jobs.MaxBy(j => (Late(j.Index), found.Ready(problem, j.Index), -j.Index))!.Index;
        while (!chain.Contains(at))
        {
            chain.Add(at);
            if (Holds(at) is not { } before)
            {
                break;
            }

            at = before.Job;
        }

        chain.Reverse();
        return chain.ConvertAll(Id);
    }

    private long Late(int job) => problem.Jobs[job].Due is { } due ? Math.Max(0, found.Ready(problem, job) - due) : 0;

    /// <summary>The job that another waits for last, and for what of it; null where none does.</summary>
    private (int Job, long At, string Because)? Holds(int index)
    {
        var job = problem.Jobs[index];
        var start = found.Starts[index];
        var all = job
            .Follows.Select(f => (Job: f, At: found.Ready(problem, f), Because: $"“{Id(f)}” comes first"))
            .Concat(
                problem
                    .Jobs.Where(o => o.Index != index && job.Minutes > 0 && o.Minutes > 0 && found.Ends[o.Index] <= start)
                    .SelectMany(o =>
                        found
                            .People[index]
                            .Intersect(found.People[o.Index])
                            .Select(p => (Job: o.Index, At: found.Ends[o.Index], Because: $"{Name(p)} is at “{Id(o.Index)}”"))
                    )
            )
            .Concat(
                problem
                    .Jobs.Where(o => o.Index != index)
                    .SelectMany(o =>
                        Shared(job, o)
                            .Select(s =>
                                (
                                    Job: o.Index,
                                    At: s.Until,
                                    Because: $"“{problem.Request.Resources[s.Resource].Id}” is taken by “{Id(o.Index)}”"
                                )
                            )
                    )
            )
            .Where(h => h.At <= start)
            .ToList();
        return all.Count == 0 ? null : all.MaxBy(h => (h.At, -h.Job));
    }

    private IEnumerable<(int Resource, long Until)> Shared(Problem.Work job, Problem.Work other) =>
        job
            .Uses.Concat(job.WaitUses)
            .Select(u => u.Resource)
            .Distinct()
            .SelectMany(r =>
                (
                    other.WaitUses.Any(u => u.Resource == r) && other.Wait > 0
                        ? [(r, found.Ready(problem, other.Index))]
                        : Array.Empty<(int, long)>()
                ).Concat(other.Uses.Any(u => u.Resource == r) && other.Minutes > 0 ? [(r, found.Ends[other.Index])] : [])
            );

    /// <summary>From when a job's own turn had come until it begins; null where it begins at once.</summary>
    private Waiting? Waiting(Problem.Work job)
    {
        var could = Math.Max(job.NotBefore, job.Follows.Select(f => found.Ready(problem, f)).Append(0).Max());
        var start = found.Starts[job.Index];
        if (start <= could)
        {
            return null;
        }

        var holds = Holds(job.Index);
        var because =
            holds is { } last && last.At == start && last.At > could ? last.Because
            : job.At.Count > 0 ? "it is pinned"
            : holds is { } by && by.At > could ? by.Because
            : job.People > 0 && Working.End(job, problem.Together(found.People[job.Index]), could) is null ? $"{Names(job)} not in"
            : "something else comes first";
        return new Waiting(
            Id(job.Index),
            problem.Time(could, found.People[job.Index]),
            problem.Time(start, found.People[job.Index]),
            because
        );
    }

    private string Names(Problem.Work job) =>
        string.Join(" and ", found.People[job.Index].Select(Name)) + (found.People[job.Index].Count == 1 ? " is" : " are");

    private string Id(int job) => problem.Request.Jobs[job].Id;

    private string Name(int person) => problem.Request.People[person].Id;
}
