using NeatBore.Core.Bench;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;
using NeatBore.Server.Builds;

namespace NeatBore.Server.Gauges;

/// <summary>A place on the bench where a gauge is used.</summary>
internal sealed record BenchPlace(WorkedBuild Build, TaskState Task, StepState Step, Slot Slot)
{
    /// <summary>Finds it; null if there is no such build.</summary>
    /// <exception cref="UnusableInputException">There is no such place now: why.</exception>
    public static async Task<BenchPlace?> FindAsync(BuildReader reader, Guid id, SlotRef slot, CancellationToken cancel)
    {
        if (await reader.ReadAsync(id, cancel) is not { } build)
        {
            return null;
        }

        var (faults, at) = (new Faults(), slot.Step);
        var task = build.Tasks.FirstOrDefault(t => t.Ref == at.Task);
        var step = task?.Steps.FirstOrDefault(s => s.Ref == at);
        var found = step?.Rounds[^1].Slots.FirstOrDefault(s => s.Slot.Key == slot.Slot)?.Slot;
        if (faults.Require(step is not null, "slot.step", $"there is no step “{at.Step}” at “{at.Task.Place}” that is begun on this build"))
        {
            faults.Require(step!.BlockedBy is null, "slot.step", $"“{step.Title}” is not open yet: {step.BlockedBy}");
            faults.Require(step.Round == slot.Round, "slot.round", $"must be {step.Round}: “{step.Title}” is in that round now");
            faults.Require(found is not null, "slot.slot", $"“{step.Title}” has no place “{slot.Slot}”");
        }

        faults.ThrowIfAny();
        return new BenchPlace(build, task!, step!, found!);
    }
}
