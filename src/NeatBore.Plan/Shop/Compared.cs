using System.Globalization;
using static NeatBore.Plan.DayPlan;

namespace NeatBore.Plan.Shop;

/// <summary>A plan against the one that was agreed, in words.</summary>
public static class Compared
{
    private const double BetterLateMinutes = 60;
    private const double BetterFinishMinutes = 30;
    private const int MostNamed = 3;

    /// <summary>What a plan gains over another, in a line; empty where that is too little to move anything for.</summary>
    public static string Gain(ShopPlan better, ShopPlan than) =>
        better.Status == Status.Impossible ? ""
        : than.LateMinutes - better.LateMinutes >= BetterLateMinutes
            ? $"A better plan: {Hours(than.LateMinutes - better.LateMinutes)} less late."
        : better.LateMinutes <= than.LateMinutes
        && better.FinishAt is { } sooner
        && than.FinishAt is { } later
        && (later - sooner).TotalMinutes >= BetterFinishMinutes
            ? $"A better plan: all ready {Hours((later - sooner).TotalMinutes)} sooner."
        : "";

    /// <summary>What lies elsewhere than it was agreed.</summary>
    /// <param name="plan">As it is.</param>
    /// <param name="agreed">As it was agreed.</param>
    /// <param name="names">People's names by id.</param>
    public static IReadOnlyList<string> Moved(ShopPlan plan, IReadOnlyList<Planned> agreed, IReadOnlyDictionary<string, string> names)
    {
        var before = agreed.ToDictionary(p => p.Job, StringComparer.Ordinal);
        var moved = plan
            .Blocks.Where(b => !b.UnderWay && before.ContainsKey(b.Id))
            .Select(b => (b, Words: Moved(b, before[b.Id], names)))
            .Where(m => m.Words.Length > 0)
            .Select(m => $"{m.b.Called()} {m.Words}")
            .ToList();
        return moved.Count <= MostNamed ? moved : [.. moved.Take(MostNamed - 1), $"{moved.Count - MostNamed + 1} more"];
    }

    private static string Moved(Block block, Planned before, IReadOnlyDictionary<string, string> names)
    {
        var by = (block.StartAt - before.StartAt).TotalMinutes;
        var to = block.People.Except(before.People).Select(p => names.GetValueOrDefault(p, p)).ToList();
        string[] words =
        [
            Math.Abs(by) < AsAgreed.LateMinutes ? "" : $"{Hours(Math.Abs(by))} {(by > 0 ? "later" : "sooner")}",
            to.Count == 0 ? "" : $"to {string.Join(" and ", to)}",
        ];
        return string.Join(", ", words.Where(w => w.Length > 0));
    }

    private static string Hours(double minutes) =>
        minutes < 60 ? string.Create(CultureInfo.InvariantCulture, $"{minutes:0} min")
        : minutes < 24 * 60 ? string.Create(CultureInfo.InvariantCulture, $"about {minutes / 60:0} h")
        : Math.Round(minutes / 60 / 24) is var days && days < 2 ? "a day"
        : string.Create(CultureInfo.InvariantCulture, $"{days:0} days");
}
