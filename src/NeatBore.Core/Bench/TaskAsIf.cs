using NeatBore.Core.Log;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

/// <summary>A task as it would be if other readings stood at some places of one step.</summary>
/// <param name="task">As it is.</param>
/// <param name="step">The step.</param>
/// <param name="item">Its item; "" for once.</param>
/// <param name="instead">What would stand, by slot; null for nothing.</param>
internal sealed class TaskAsIf(ITaskView task, string step, string item, IReadOnlyDictionary<string, ReadingTaken?> instead)
    : TaskBeside(task)
{
    public override ReadingTaken? Live(string at, string of, string slot) =>
        at == step && of == item && instead.TryGetValue(slot, out var other) ? other : base.Live(at, of, slot);

    public override DateTimeOffset? FirstAt(string at, string of, string slot) =>
        at == step && of == item && instead.TryGetValue(slot, out var other) ? other?.DoneAt : base.FirstAt(at, of, slot);
}
