using System.Globalization;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

/// <summary>A part or consumable of a task, and where it is.</summary>
/// <param name="Id">Within the task.</param>
/// <param name="Label">As the builder says it.</param>
/// <param name="Kind">A part that is fitted, or what is used up.</param>
/// <param name="Where">Where it is; null where nobody has said.</param>
/// <param name="Due">When it is to come; null for no day.</param>
/// <param name="By">Who said it.</param>
public sealed record CardSupply(string Id, string Label, SupplyKind Kind, SupplyPlace? Where, DateOnly? Due, string? By)
{
    /// <summary>What a task wants, with what was last said of each on the build.</summary>
    internal static IReadOnlyList<CardSupply> Of(Procedure procedure, EngineSheet sheet, TaskRef task, IReadOnlyList<LogEntry> log)
    {
        var said = log.Where(e => e.Event is SupplyTold told && told.Task == task)
            .GroupBy(e => ((SupplyTold)e.Event).Supply)
            .ToDictionary(g => g.Key, g => (Told: (SupplyTold)g.Last().Event, g.Last().By.Name), StringComparer.Ordinal);
        return
        [
            .. procedure
                .Supplies(sheet)
                .Select(s =>
                    said.TryGetValue(s.Id, out var last)
                        ? new CardSupply(s.Id, s.Label, s.Kind, last.Told.Where, last.Told.Due, last.Name)
                        : new CardSupply(s.Id, s.Label, s.Kind, null, null, null)
                ),
        ];
    }

    /// <summary>What is said not to be here, in one sentence; null where nothing is.</summary>
    internal static string? Lacking(IEnumerable<CardSupply> supplies)
    {
        var away = supplies.Where(s => s.Where is not (null or SupplyPlace.Here)).Select(s => $"{s.Label} ({s.Whereabouts()})").ToList();
        return away.Count == 0 ? null : $"Not here: {string.Join("; ", away)}.";
    }

    private string Whereabouts() =>
        Where switch
        {
            SupplyPlace.Ordered => "ordered",
            SupplyPlace.Machinist => "at a machinist",
            _ => "not ordered",
        } + (Due is { } day ? $", due {day.ToString("d MMMM", CultureInfo.InvariantCulture)}" : "");
}
