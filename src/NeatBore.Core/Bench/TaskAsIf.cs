using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

/// <summary>A task as it would be if other readings stood at some places of one step.</summary>
/// <param name="task">As it is.</param>
/// <param name="step">The step.</param>
/// <param name="item">Its item; "" for once.</param>
/// <param name="instead">What would stand, by slot; null for nothing.</param>
internal sealed class TaskAsIf(ITaskView task, string step, string item, IReadOnlyDictionary<string, ReadingTaken?> instead) : ITaskView
{
    /// <summary>The call that a step would give; null where it would give none, and where its readings could not all be true.</summary>
    public Call? CallAt(Step at, StepContext context)
    {
        try
        {
            return at.Judge(context.AsIf(this)).Call;
        }
        catch (UnusableInputException)
        {
            return null;
        }
    }

    public EngineSheet Sheet => task.Sheet;

    // What was worked out once was worked out from what stands.
    public IDictionary<string, (object? Value, Looked Looked)> Known { get; } =
        new Dictionary<string, (object? Value, Looked Looked)>(StringComparer.Ordinal);

    public IReadOnlyDictionary<string, string> Choices(string step, string item) => task.Choices(step, item);

    public ReadingTaken? Live(string at, string of, string slot) =>
        at == step && of == item && instead.TryGetValue(slot, out var other) ? other : task.Live(at, of, slot);

    public DateTimeOffset? FirstAt(string at, string of, string slot) =>
        at == step && of == item && instead.TryGetValue(slot, out var other) ? other?.DoneAt : task.FirstAt(at, of, slot);

    public int Round(string step, string item) => task.Round(step, item);

    public int RoundsSince(string step, string other, string item) => task.RoundsSince(step, other, item);

    public bool ByHand(string step, string item) => task.ByHand(step, item);

    public OtherTask? Other(string kind) => task.Other(kind);

    public long WorkedAt(string kind, IReadOnlyList<string> steps) => task.WorkedAt(kind, steps);

    public Rest? Rests(string kind) => task.Rests(kind);
}
