using NeatBore.Core.Bench;

namespace NeatBore.Core.Day;

/// <summary>What tasks took in this shop, by their kind and how many parts they were done for.</summary>
/// <remarks>
/// The median, and the quartiles as medians of the halves (J. W. Tukey, Exploratory Data Analysis, 1977, hinges): one task that took
/// a week moves none of them.
/// </remarks>
public sealed class LearnedMinutes
{
    /// <summary>Of fewer, none is learned from.</summary>
    public const int Fewest = 3;

    private const int WholeMinutes = 5;
    private readonly Dictionary<(string Kind, int Count), List<double>> _took = [];

    /// <summary>One task that was done.</summary>
    /// <param name="Kind">Its kind.</param>
    /// <param name="Count">How many parts it was done for, 1 or more.</param>
    /// <param name="Minutes">How long it took.</param>
    public sealed record Took(string Kind, int Count, double Minutes);

    /// <summary>From what was done.</summary>
    public LearnedMinutes(IEnumerable<Took> took)
    {
        foreach (var one in took.Where(t => t.Minutes > 0))
        {
            if (!_took.TryGetValue((one.Kind, one.Count), out var list))
            {
                _took[(one.Kind, one.Count)] = list = [];
            }

            list.Add(one.Minutes);
        }
    }

    /// <summary>Nothing learned yet.</summary>
    public static LearnedMinutes Nothing { get; } = new([]);

    /// <summary>What can be learned from a task of a build: nothing before it is done, or while a long gap is not answered for.</summary>
    public static Took? From(WorkedBuild build, TaskState task) =>
        task.Standing == RunSheets.Standing.Done && TaskWork.Minutes(build, task.Ref) is { } minutes
            ? new Took(task.Ref.Kind, Items(task.Steps), minutes)
            : null;

    /// <summary>How many parts a task is done for: 1 where it is done once.</summary>
    internal static int Items(IReadOnlyList<StepState> steps) =>
        Math.Max(1, steps.Where(s => s.Status != StepStatus.LeftOut && s.Ref.Item.Length > 0).Select(s => s.Ref.Item).Distinct().Count());

    /// <summary>How long a task takes.</summary>
    /// <param name="kind">Its kind.</param>
    /// <param name="count">How many parts it is done for.</param>
    /// <param name="usual">The default in minutes, where fewer than three were done here.</param>
    public MinutesFrom Of(string kind, int count, int usual)
    {
        if (!_took.TryGetValue((kind, count), out var list) || list.Count < Fewest)
        {
            return new MinutesFrom(usual, usual, usual, 0);
        }

        var sorted = list.Order().ToList();
        var half = (sorted.Count + 1) / 2;
        return new MinutesFrom(Rounded(Median(sorted)), Rounded(Median(sorted[..half])), Rounded(Median(sorted[^half..])), sorted.Count);
    }

    private static double Median(List<double> sorted) => (sorted[(sorted.Count - 1) / 2] + sorted[sorted.Count / 2]) / 2;

    private static int Rounded(double minutes) => Math.Max(WholeMinutes, (int)Math.Round(minutes / WholeMinutes) * WholeMinutes);
}
