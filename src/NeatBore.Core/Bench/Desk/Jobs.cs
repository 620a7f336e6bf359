using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

public sealed partial class Desk
{
    private static BuildChanged Changed(ChangeBuild change)
    {
        var faults = new Faults();
        faults.Require(change.Number.Trim() is { Length: > 0 and <= 20 }, "number", "must be 1 to 20 characters, such as 017");
        faults.Require(change.Name.Trim() is { Length: > 0 and <= 80 }, "name", "must be 1 to 80 characters, such as Hill-climb tourer");
        faults.Require(change.Owner.Trim().Length <= 80, "owner", "must be up to 80 characters");
        faults.Require(change.Stand.Trim().Length <= 8, "stand", "must be up to 8 characters, such as 2");
        faults.ThrowIfAny();
        return new BuildChanged(
            change.Id,
            change.DoneAt,
            change.Number.Trim(),
            change.Name.Trim(),
            change.Owner.Trim(),
            change.Due,
            change.OffBench,
            change.Stand.Trim() is { Length: > 0 } stand ? stand : null
        );
    }

    private static WorkAsked AskedFor(AskWork ask, WorkedBuild state)
    {
        var possible = state.State.Places.SelectMany(p => p.Tasks).Select(t => t.Ref).ToHashSet();
        var faults = new Faults();
        faults.Listed(ask.Tasks, 0, 60, "tasks");
        foreach (var (task, i) in ask.Tasks.Select((t, i) => (t, i)))
        {
            faults.Require(
                possible.Contains(task),
                $"tasks[{i}]",
                $"must be a task of this engine; there is no “{task.Kind}” at “{task.Place}”"
            );
        }

        faults.ThrowIfAny();
        return new WorkAsked(ask.Id, ask.DoneAt, [.. ask.Tasks.Distinct()]);
    }

    private static GapTold Gap(TellGap tell, WorkedBuild state) =>
        state.Tasks.Any(t => t.Ref == tell.Task)
            ? new GapTold(tell.Id, tell.DoneAt, tell.Task, tell.Until, tell.Worked)
            : throw new UnusableInputException("task", "is not begun on this build");

    private static ReadingsOffered Offered(OfferReadings offer)
    {
        var faults = new Faults();
        faults.Require(offer.From.Trim() is { Length: > 0 and <= 20 }, "from", "must be the number of the build where they were taken");
        faults.Listed(offer.Readings, 1, 500, "readings");
        foreach (var (reading, i) in offer.Readings.Select((r, i) => (r, i)))
        {
            faults.Require(
                reading
                    is { Slot: { Slot: not null, Step: { Step: not null, Item: not null, Task: { Kind: not null, Place: not null } } } },
                $"readings[{i}].slot",
                "must say where it was taken"
            );
            faults.Require(reading is { Typed.Length: > 0 and <= LongestText }, $"readings[{i}].typed", "must be as it was typed");
        }

        faults.ThrowIfAny();
        return new ReadingsOffered(offer.Id, offer.DoneAt, offer.From.Trim(), offer.Readings);
    }
}
