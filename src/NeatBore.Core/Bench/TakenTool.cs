using System.Text.Json.Serialization;
using NeatBore.Core.Log;

namespace NeatBore.Core.Bench;

/// <summary>A tool that a task took from the crib.</summary>
/// <param name="Tool">Its id in the crib.</param>
/// <param name="Name">As the shop calls it.</param>
/// <param name="Task">The task that took it.</param>
/// <param name="TaskTitle">As the builder says it.</param>
/// <param name="By">Who took it.</param>
/// <param name="Since">When.</param>
/// <param name="BackAt">When it was put back; null while it is out.</param>
/// <param name="Owner">Whose it is, where it is borrowed; null where it is the shop's.</param>
public sealed record TakenTool(
    string Tool,
    string Name,
    TaskRef Task,
    string TaskTitle,
    Signer By,
    DateTimeOffset Since,
    DateTimeOffset? BackAt,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] string? Owner = null
)
{
    /// <summary>What the work is brought to, and not the other way round.</summary>
    private static readonly string[] s_stays = ["press", "hand-press", "hydraulic-press", "oven"];

    /// <summary>What the tasks of a build took, in the order in which they did.</summary>
    internal static IReadOnlyList<TakenTool> Of(IReadOnlyList<TaskState> tasks, IReadOnlyList<LogEntry> log)
    {
        var back = log.Select(e => e.Event).OfType<ToolReturned>().ToLookup(b => (b.Task, b.Tool));
        return
        [
            .. tasks.SelectMany(t =>
                t.Steps.SelectMany(s => s.Rounds[^1].Slots)
                    .SelectMany(s => s.Readings)
                    .Where(r => r is { Struck: null, Tool: { Kind: var kind } } && !s_stays.Contains(kind))
                    .GroupBy(r => r.Tool!.Id)
                    .Select(g => g.MinBy(r => r.DoneAt)!)
                    .OrderBy(r => r.DoneAt)
                    .Select(r => new TakenTool(
                        r.Tool!.Id,
                        r.Tool.Name ?? r.Tool.Id,
                        t.Ref,
                        t.Title,
                        r.By,
                        r.DoneAt,
                        back[(t.Ref, r.Tool.Id)].Where(b => b.DoneAt >= r.DoneAt).Select(b => (DateTimeOffset?)b.DoneAt).LastOrDefault(),
                        r.Tool.BorrowedFrom
                    ))
            ),
        ];
    }
}
