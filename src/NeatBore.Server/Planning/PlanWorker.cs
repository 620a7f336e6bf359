using System.Text.Json;
using NeatBore.Core.Calculators;
using NeatBore.Core.Measures;
using NeatBore.Plan;

namespace NeatBore.Server.Planning;

/// <summary>What is written to a process that searches, a line of JSON each: a question, or that the last is given up.</summary>
/// <param name="Request">The question; null gives the last one up.</param>
/// <param name="Why">Whether what clashes is sought where there is no plan.</param>
internal sealed record PlanAsked(DayPlan.Request? Request = null, bool Why = true);

/// <summary>What it says, a line of JSON each: how far it is, and then one that ends the question.</summary>
/// <param name="Progress">A better plan; the question goes on.</param>
/// <param name="Answer">The plan.</param>
/// <param name="Errors">What can't be of the question, by its field.</param>
/// <param name="GivenUp">Whether it was given up.</param>
internal sealed record PlanSaid(
    DayPlan.Progress? Progress = null,
    DayPlan.Answer? Answer = null,
    IReadOnlyDictionary<string, string[]>? Errors = null,
    bool GivenUp = false
);

/// <summary>The process that searches for plans: one question after the other, until nobody can ask any more.</summary>
internal static class PlanWorker
{
    /// <summary>The word on the command line that makes the app be one.</summary>
    public const string Word = "search-plans";

    // What can't be given up so soon ends with the process.
    private static readonly TimeSpan s_patience = TimeSpan.FromSeconds(2);

    /// <summary>How both sides write.</summary>
    public static JsonSerializerOptions Wire { get; } =
        Json.Configured(new JsonSerializerOptions(JsonSerializerDefaults.Web), new CalculatorBook([DayPlan.Calculator(Planner.Here)]));

    /// <summary>Answers until what is asked ends.</summary>
    /// <param name="asked">Lines of <see cref="PlanAsked"/>.</param>
    /// <param name="said">Lines of <see cref="PlanSaid"/>.</param>
    public static void Run(TextReader asked, TextWriter said)
    {
        var search = new CancellationTokenSource();
        Thread? thread = null;
        while (asked.ReadLine() is { } line)
        {
            var (request, why) = JsonSerializer.Deserialize<PlanAsked>(line, Wire)!;
            if (request is null)
            {
                search.Cancel();
                continue;
            }

            search = new CancellationTokenSource();
            var cancel = search.Token;
            thread = new Thread(() => Say(said, Solve(request, why, new Told(said), cancel))) { IsBackground = true };
            thread.Start();
        }

        search.Cancel();
        thread?.Join(s_patience);
    }

    private static PlanSaid Solve(DayPlan.Request request, bool why, IProgress<DayPlan.Progress> progress, CancellationToken cancel)
    {
        try
        {
            return new PlanSaid(Answer: Planner.Here.Solve(request, progress, why, cancel));
        }
        catch (OperationCanceledException)
        {
            return new PlanSaid(GivenUp: true);
        }
        catch (UnusableInputException e)
        {
            return new PlanSaid(Errors: e.Errors);
        }
    }

    private static void Say(TextWriter said, PlanSaid what)
    {
        said.WriteLine(JsonSerializer.Serialize(what, Wire));
        said.Flush();
    }

    private sealed class Told(TextWriter said) : IProgress<DayPlan.Progress>
    {
        public void Report(DayPlan.Progress value) => Say(said, new PlanSaid(Progress: value));
    }
}
