using System.Diagnostics;
using NeatBore.Plan;
using NeatBore.Plan.Tests;

namespace NeatBore.Bench;

/// <summary>Twenty shops of twelve builds with twelve jobs each: how soon there is a plan, and how good it is in about ten seconds.</summary>
internal static class Planning
{
    private const int Shops = 20;

    // About ten seconds of such a shop.
    private const double Effort = 2;

    public static async Task RunAsync()
    {
        await Task.CompletedTask;
        var first = new List<double>();
        var took = new List<double>();
        var lines = new List<string>();
        for (var seed = 0; seed < Shops; seed++)
        {
            var request = Cases.Large(seed, 12, 12, 4, Effort);
            var problem = new Problem(request);
            var clock = Stopwatch.StartNew();
            var rules = Rules.Plans(problem).Select(p => p.Plan).ToList();
            first.Add(clock.Elapsed.TotalMilliseconds);
            clock.Restart();
            var plan = DayPlan.Solve(request);
            took.Add(clock.Elapsed.TotalSeconds);
            var best = rules.Count > 0 ? rules.Min(s => s.Late(problem)) / Problem.WeightUnit : double.NaN;
            lines.Add(
                $"| day-plan {seed}: {plan.Status.ToString().ToLowerInvariant()} | {plan.LateMinutes:0} min late (best rule {best:0}), finish {(plan.FinishAt - request.StartAt)?.TotalHours:0.0} h, "
                    + $"{plan.GapPercent:0.0} % {plan.GapOf} open | no worse than the best rule; finish within 5 % where nothing is late |"
            );
        }

        Console.WriteLine($"| day-plan, first plan, {Shops} shops | most {first.Max():0} ms | ≤ 1 s |");
        Console.WriteLine($"| day-plan, whole search, effort {Effort} | most {took.Max():0.0} s | |");
        lines.ForEach(Console.WriteLine);
    }
}
