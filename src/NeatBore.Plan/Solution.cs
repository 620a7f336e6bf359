namespace NeatBore.Plan;

/// <summary>When each job begins and ends and who does it.</summary>
internal sealed record Solution(IReadOnlyList<long> Starts, IReadOnlyList<long> Ends, IReadOnlyList<IReadOnlyList<int>> People)
{
    public long Ready(Problem problem, int job) => Ends[job] + problem.Jobs[job].Wait;

    /// <summary>Σ weight·minutes late, weights in their unit.</summary>
    public long Late(Problem problem) =>
        problem.Jobs.Where(j => j.Due is not null).Sum(j => j.Weight * Math.Max(0, Ready(problem, j.Index) - j.Due!.Value));

    /// <summary>When the last is ready.</summary>
    public long Finish(Problem problem) => problem.Jobs.Max(j => Ready(problem, j.Index));

    /// <summary>The parts that a job is worked in; none where there is nothing to do by hand.</summary>
    public IReadOnlyList<Problem.Span> Parts(Problem problem, int job) =>
        Working.Parts(problem, problem.Jobs[job], Starts[job], Ends[job], People[job]);
}
