using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

/// <summary>What a build's tasks make of it as a whole: where it stands, what is next, the engine strip.</summary>
internal static class HeadEvaluation
{
    /// <summary>The build as a whole.</summary>
    /// <param name="opened">What put it on the bench.</param>
    /// <param name="log">The build's whole log.</param>
    /// <param name="upToSeq">The last entry that its tasks know.</param>
    /// <param name="sheet">The newest version of its sheet: what can be begun is what that knows; what is begun stays on its own.</param>
    /// <param name="book">Every run sheet.</param>
    /// <param name="tasks">What was begun, in that order.</param>
    public static BuildState Of(
        BuildOpened opened,
        IReadOnlyList<LogEntry> log,
        long upToSeq,
        EngineSheet sheet,
        ProcedureBook book,
        List<TaskState> tasks
    )
    {
        var life = BuildLife.Of(log);
        var at = tasks.Where(t => t.Standing != Standing.Done).OrderByDescending(t => t.Standing).FirstOrDefault();
        var atStep = at?.Steps.First(s => s.Ref == at.Next);
        return new BuildState(
            life.Number,
            life.Name,
            opened.Sheet,
            upToSeq,
            opened.DoneAt,
            at?.Standing ?? (tasks.Count > 0 ? Standing.Done : Standing.ToDo),
            atStep is not null ? atStep.Now.Do
                : tasks.Count > 0
                    ? Sentence.Of(
                        "{tasks} is done. Tap the next part on the drawing.",
                        ("tasks", Quantity.Word(string.Join(", ", tasks.Select(t => t.Title))))
                    )
                : Sentence.Of("Nothing is begun. Tap a part on the drawing."),
            at?.Ref,
            atStep is not null ? $"{at!.Title}{(atStep.ItemName.Length > 0 ? ", " : ": ")}{atStep.Title.ToLowerInvariant()}" : null,
            PlacesOf(sheet, book, tasks),
            tasks,
            [.. tasks.SelectMany(t => t.Steps.SelectMany(s => WaitsOf(t.Ref, s))).OrderBy(w => w.At)],
            at?.View ?? View.Front,
            atStep?.Now.Later(),
            life,
            Down.Of(log),
            [.. tasks.SelectMany(t => t.Loose)],
            TakenTool.Of(tasks, log)
        );
    }

    private static IEnumerable<Wait> WaitsOf(TaskRef task, StepState step)
    {
        if (step.Now.Deadline is { } by && !step.Passed)
        {
            yield return new Wait(task, step.Title, step.Now.Do, by, true);
        }

        if (step.Now.Until is { } until && !step.Passed)
        {
            yield return new Wait(task, step.Title, step.Now.Do, until, false);
        }
    }

    /// <summary>How one item of a task stands; a task without steps for it stands as a whole.</summary>
    private static Standing StandingAt(TaskState task, string item)
    {
        var own = task.Steps.Where(s => s.Ref.Item == item && s.Status != StepStatus.LeftOut).ToList();
        return own.Find(s => !s.Passed) is { } next ? TaskEvaluation.StandingOf(next, own)
            : own.Count > 0 ? Standing.Done
            : task.Standing;
    }

    /// <summary>The engine strip: every place, with what can be done there and how that stands.</summary>
    public static List<PlaceState> PlacesOf(EngineSheet sheet, ProcedureBook book, List<TaskState> tasks)
    {
        var done = book.Newest.Select(p => (Procedure: p, Places: p.Places(sheet))).ToList();
        return EnginePlaces
            .Of(sheet)
            .ConvertAll(place =>
            {
                var here = done.Where(p => p.Places.Contains(place.Id))
                    .Select(p => (p.Procedure, Ref: new TaskRef(p.Procedure.Id, p.Procedure.Home ?? place.Id)))
                    .Select(p => new PlaceTask(
                        p.Ref,
                        p.Procedure.Title,
                        tasks.Find(t => t.Ref == p.Ref) is not { } task ? Standing.ToDo
                            : p.Procedure.Home is null ? task.Standing
                            : StandingAt(task, place.Id)
                    ))
                    .ToList();
                // Tasks stand in working order: one that was passed over for a later one is not waited for.
                var begun = here.FindLastIndex(t => tasks.Exists(b => b.Ref == t.Ref));
                var open = here.Where((t, i) => i > begun || (t.Standing != Standing.Done && tasks.Exists(b => b.Ref == t.Ref))).ToList();
                var standing =
                    here.Count == 0 ? Standing.NotYet
                    : open.Count == 0 ? Standing.Done
                    : open.Max(t => t.Standing);
                return new PlaceState(
                    place.Id,
                    place.Label,
                    place.FromMm,
                    place.ToMm,
                    standing,
                    here,
                    (open.FirstOrDefault() ?? here.LastOrDefault())?.Ref
                );
            });
    }
}
