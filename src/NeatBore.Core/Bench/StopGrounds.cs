using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

/// <summary>What a Stop stands on at its own step: the readings without any one of which it would not be said. What it heard from other
/// steps and tasks, or by a choice, is none of them.</summary>
internal static class StopGrounds
{
    /// <summary>The readings that carry it. A tick is one only where nothing that was measured, seen or picked is; where no single reading
    /// carries it, all that was measured, seen or picked does.</summary>
    /// <param name="step">The step.</param>
    /// <param name="context">What it looked at.</param>
    /// <param name="task">Its task.</param>
    /// <param name="slots">What it asks for.</param>
    /// <param name="stop">What it said.</param>
    public static IReadOnlyList<Guid> Of(Step step, StepContext context, ITaskView task, IReadOnlyList<Slot> slots, Judgement stop)
    {
        var filled = slots
            .Select(s => (Slot: s, Reading: task.Live(step.Id, context.Item, s.Key)))
            .Where(f => f.Reading is not null)
            .ToList();
        // Asked on the side: what it looks at then is none of what the step says.
        var aside = new StepContext(step, context.Item, task);
        bool Carries(string slot) =>
            new TaskAsIf(task, step.Id, context.Item, new Dictionary<string, ReadingTaken?> { [slot] = null }).CallAt(step, aside)
                is not { Verdict: Verdict.Stop } call
            || call.Why.Template != stop.Call!.Why.Template;

        var carrying = filled.Where(f => Carries(f.Slot.Key)).ToList();
        var told = (carrying.Count > 0 ? carrying : filled).Where(f => f.Slot.Kind != SlotKind.Tick).ToList();
        return [.. (told.Count > 0 ? told : carrying).Select(f => f.Reading!.Id)];
    }
}
