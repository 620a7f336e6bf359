using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

/// <summary>What the tasks of a build want in parts and consumables, on one page.</summary>
/// <param name="Tasks">Each task that wants any, in working order.</param>
/// <param name="Lacking">What is said not to be here, in one sentence; null where nothing is.</param>
public sealed record BuildParts(IReadOnlyList<TaskParts> Tasks, string? Lacking)
{
    /// <summary>The parts of all tasks that the engine has.</summary>
    public static BuildParts Of(WorkedBuild build, ProcedureBook book, Shop shop)
    {
        var tasks = build
            .State.Places.SelectMany(p => p.Tasks)
            .DistinctBy(t => t.Ref)
            .Select(t => (Task: t, Procedure: book.Newest.FirstOrDefault(p => p.Id == t.Ref.Kind)))
            .Where(t => t.Procedure is not null)
            .Select(t => new TaskParts(t.Task.Ref, t.Task.Title, t.Task.Standing, Wanted(build, t.Task.Ref, t.Procedure!, shop)))
            .Where(t => t.Supplies.Count > 0)
            .ToList();
        // What a finished task wanted is fitted.
        return new BuildParts(tasks, CardSupply.Lacking(tasks.Where(t => t.Standing != Standing.Done).SelectMany(t => t.Supplies)));
    }

    /// <summary>What a task wants; sizes that nobody knows yet are not ordered by.</summary>
    private static IReadOnlyList<CardSupply> Wanted(WorkedBuild build, TaskRef task, Procedure procedure, Shop shop)
    {
        var begun = build.Tasks.Any(t => t.Ref == task);
        var whole = begun
            ? Completion.Of(build.SheetOf(task), [], procedure.Wants)
            : Completion.Of(shop.Over(build.Newest), build.ToldValues, procedure.Wants);
        return CardSupply.Of(procedure, whole.Ready ? whole.Sheet : build.Newest, task, build.Log);
    }
}

/// <summary>What one task wants.</summary>
public sealed record TaskParts(TaskRef Task, string Title, Standing Standing, IReadOnlyList<CardSupply> Supplies);
