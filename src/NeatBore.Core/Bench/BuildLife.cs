using System.Text.Json.Serialization;
using NeatBore.Core.Log;

namespace NeatBore.Core.Bench;

/// <summary>What a build is called and whose it is.</summary>
/// <param name="Number">The shop's build number.</param>
/// <param name="Name">What it is for.</param>
/// <param name="Owner">The owner's reference; empty for none.</param>
/// <param name="Due">When it is promised; null for no day.</param>
/// <param name="OffBench">Whether it was taken off the bench.</param>
/// <param name="Stand">The engine stand that it is on, as its tag names it; empty for none.</param>
/// <param name="Work">What is to be done on it; null where nobody has said.</param>
public sealed record BuildLife(
    string Number,
    string Name,
    string Owner,
    DateOnly? Due,
    bool OffBench,
    string Stand = "",
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<TaskRef>? Work = null
)
{
    internal static BuildLife Of(IReadOnlyList<LogEntry> log) =>
        Named(log) with
        {
            Work = log.Select(e => e.Event).OfType<WorkAsked>().LastOrDefault()?.Tasks,
        };

    private static BuildLife Named(IReadOnlyList<LogEntry> log) =>
        log.Select(e => e.Event).OfType<BuildChanged>().LastOrDefault() is { } changed
            ? new(changed.Number, changed.Name, changed.Owner, changed.Due, changed.OffBench, changed.Stand ?? "")
        : log[0].Event is BuildOpened opened ? new(opened.Number, opened.Name, "", null, false)
        : new("", "", "", null, false);
}
