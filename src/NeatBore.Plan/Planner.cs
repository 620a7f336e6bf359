using static NeatBore.Plan.DayPlan;

namespace NeatBore.Plan;

/// <summary>Where plans are searched for: here, or in another process that knows the same rules.</summary>
public interface IPlanner
{
    /// <summary>Makes the plan.</summary>
    /// <param name="request">What is to be planned; as many kinds of resource as jobs, for a shop's builds bring some each.</param>
    /// <param name="progress">Told of each better plan.</param>
    /// <param name="why">Whether what clashes is sought where there is none: that may take longer than a plan.</param>
    /// <param name="cancel">Ends the search; there is no plan then.</param>
    /// <exception cref="Core.Measures.UnusableInputException">A value can't be: every fault is named by its field.</exception>
    /// <exception cref="OperationCanceledException">It was cancelled.</exception>
    Answer Solve(Request request, IProgress<Progress>? progress = null, bool why = true, CancellationToken cancel = default);
}

/// <summary>Searches where it is called.</summary>
public sealed class Planner : IPlanner
{
    /// <summary>It.</summary>
    public static IPlanner Here { get; } = new Planner();

    private Planner() { }

    /// <inheritdoc/>
    public Answer Solve(Request request, IProgress<Progress>? progress = null, bool why = true, CancellationToken cancel = default)
    {
        Soundness.Check(request, MostJobs);
        return new Search(new Problem(request), progress, cancel, why).Solve();
    }
}
