using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

/// <summary>Every group of fasteners that a build's sheet knows, with how each stands.</summary>
public static class FastenerBoard
{
    /// <summary>The groups in the order of the run sheets.</summary>
    /// <param name="state">The build.</param>
    /// <param name="book">Every run sheet.</param>
    /// <param name="sheetOf">The sheet of a task that has begun.</param>
    /// <param name="newest">The newest version, for what has not.</param>
    public static IReadOnlyList<FastenerGroup> Of(
        BuildState state,
        ProcedureBook book,
        Func<TaskRef, EngineSheet> sheetOf,
        EngineSheet newest
    ) =>
        [
            .. book.Newest.SelectMany(procedure =>
            {
                // A task that has begun stays on its own sheet; a group that only another version knows is not mixed in.
                var task = state.Tasks.FirstOrDefault(t => t.Ref.Kind == procedure.Id);
                var (sheet, steps) = task is null
                    ? (newest, procedure.Steps)
                    : (sheetOf(task.Ref), book.Find(procedure.Id, task.Procedure).Steps);
                // What is bolted to a part that nobody has described is not known before its task begins.
                return
                    procedure.Places(sheet) is [var place, ..]
                    && (task is not null || Completion.Of(sheet, [], procedure.Wants) is { Made: false })
                    ? steps.SelectMany(step =>
                        step.Fasteners(sheet)
                            .Select(set =>
                                Stands(Planned(set, task?.Ref ?? new TaskRef(procedure.Id, procedure.Home ?? place), step.Id), task)
                            )
                    )
                    : [];
            }),
        ];

    private static FastenerGroup Planned(FastenerSet set, TaskRef task, string step) =>
        new(
            set.Name,
            task,
            step,
            set.Thread.Name,
            set.TorqueNm,
            set.Torque,
            set.UsedOnce,
            set.Passes,
            FastenerStanding.Planned,
            null,
            null,
            set.View,
            [.. set.Bolts.Select(b => new FastenerState(b.Id, b.XMm, b.YMm, FastenerStanding.Planned, 0, null))]
        );

    private static FastenerGroup Stands(FastenerGroup group, TaskState? task)
    {
        if (task?.Steps.FirstOrDefault(s => s.Ref.Step == group.Step) is not { Status: not StepStatus.LeftOut } step)
        {
            return group;
        }

        // In the order of the pulls: what lies before the last one that was made and is empty was passed over.
        var pulls = step.Rounds[^1].Slots.Where(s => s.Slot.Bolt is not null).ToList();
        var last = pulls.FindLastIndex(s => s.Live is not null);
        var call = step.Now.Call;
        var bolts = group
            .Bolts.Select(bolt =>
            {
                var own = pulls.Select((p, at) => (Pull: p, At: at)).Where(p => p.Pull.Slot.Bolt!.Names(bolt.Id)).ToList();
                var passes = own.Where(p => p.Pull.Live is not null).Select(p => p.Pull.Slot.Bolt!.Pass).Distinct().Count();
                // A bolt may be taken by its trace or by its click; one of the two is enough for a pass.
                var missed = own.GroupBy(p => p.Pull.Slot.Bolt!.Pass)
                    .Any(pass => pass.All(p => p.Pull.Live is null && p.At < last) && pass.All(p => p.Pull.Slot.Required));
                var wrong =
                    call?.Checks.Any(k =>
                        k.Verdict != Verdict.Go && (group.Bolts.Count == 1 || own.Any(p => k.Bolt == p.Pull.Slot.Bolt?.Id))
                    ) == true;
                var standing =
                    wrong && !step.Passed ? FastenerStanding.Wrong
                    : missed ? FastenerStanding.Missed
                    : passes < group.Passes
                        ? passes > 0 ? FastenerStanding.UnderWay
                            : FastenerStanding.Planned
                    : step.Passed ? FastenerStanding.Done
                    : FastenerStanding.UnderWay;
                return bolt with
                {
                    Standing = standing,
                    PassesDone = passes,
                    ReachedNm = own.LastOrDefault(p => p.Pull.Live?.Value is not null).Pull?.Live?.Value,
                };
            })
            .ToList();
        var worst = bolts.Max(b => b.Standing);
        var all =
            worst == FastenerStanding.Done && bolts.Exists(b => b.Standing is FastenerStanding.Planned or FastenerStanding.UnderWay)
                ? FastenerStanding.UnderWay
                : worst;
        return group with { Bolts = bolts, Standing = all, Verdict = call?.Verdict, Because = call?.Why };
    }
}
