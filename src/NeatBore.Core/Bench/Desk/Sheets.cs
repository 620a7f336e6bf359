using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

public sealed partial class Desk
{
    private TaskStarted Start(StartTask start, WorkedBuild state)
    {
        var possible =
            state.State.Places.SelectMany(p => p.Tasks).FirstOrDefault(t => t.Ref == start.Task)
            ?? throw new UnusableInputException("task", $"there is no task “{start.Task.Kind}” at “{start.Task.Place}” on this engine");
        if (state.Tasks.Any(t => t.Ref == start.Task))
        {
            throw new UnusableInputException("task", $"{possible.Title} is begun already");
        }

        var procedure = book.Newest.First(p => p.Id == start.Task.Kind);
        var sheet = state.Newest;
        var here = shop.Over(sheet);
        var whole = Completion.Of(here, state.ToldValues, procedure.Wants);
        if (!whole.Ready)
        {
            throw new UnusableInputException(
                whole
                    .Values.Where(v => v.Missing || v.Fault is not null)
                    .ToDictionary(v => v.Path, v => new[] { v.Fault ?? $"{v.Label}: is still to be typed" })
            );
        }

        return new TaskStarted(
            start.Id,
            start.DoneAt,
            start.Task,
            procedure.Version,
            sheet.Ref,
            whole.Made || !ReferenceEquals(here, sheet) ? whole.Sheet with { Id = $"{sheet.Id}/{start.Id:N}", Version = 1 } : null
        );
    }

    private static Chose Choice(Choose choose, WorkedBuild state)
    {
        var task = TaskAt(state, choose.Task);
        var choice =
            task.Choices.FirstOrDefault(c => c.Id == choose.Choice)
            ?? throw new UnusableInputException("choice", $"there is no choice “{choose.Choice}” in {task.Title}");
        return choice.Options.Any(o => o.Id == choose.Option)
            ? new Chose(choose.Id, choose.DoneAt, choose.Task, choose.Choice, choose.Option)
            : throw new UnusableInputException("option", $"must be one of {string.Join(", ", choice.Options.Select(o => o.Id))}");
    }

    private ValueTold Value(TellValue tell, WorkedBuild state, Signer by)
    {
        var known = new TypedValue(tell.Path, tell.Typed, tell.Unit, tell.DecimalMark, tell.Source).Read(
            state.Newest.Layout,
            by.Name,
            tell.FromPaper
        );
        var begun = Begun(state, tell.Path).ToList();
        if (begun.Count == 0)
        {
            return new ValueTold(tell.Id, tell.DoneAt, known);
        }

        var titles = string.Join(", ", begun.Select(t => t.State.Title));
        if (by.Role != Role.Lead)
        {
            throw new UnusableInputException(
                "by",
                $"{titles} has begun on another value: only a lead corrects it, and {by.Name} is a builder"
            );
        }

        if (string.IsNullOrWhiteSpace(tell.Because))
        {
            throw new UnusableInputException("because", $"say why it is corrected: {titles} has begun on another value");
        }

        var stood = Completion.Of(state.SheetOf(begun[0].State.Ref), [], begun[0].Wants).Values.FirstOrDefault(v => v.Path == tell.Path);
        var told = new ValueTold(
            tell.Id,
            tell.DoneAt,
            known,
            Reason(tell.Because, "because"),
            stood is { Known: true } ? new KnownValue(tell.Path, stood.Number, stood.Word, stood.Source ?? LimitSource.Manual) : null
        );
        foreach (var (task, wants) in begun)
        {
            if (Completion.Of(state.SheetOf(task.Ref), [.. state.ToldValues, known], wants) is { Ready: false } less)
            {
                var wrong = less.Values.First(v => v.Missing || v.Fault is not null);
                throw new UnusableInputException(
                    "typed",
                    $"{task.Title} can’t go on with it: {wrong.Fault ?? $"{wrong.Label} would be missing"}"
                );
            }
        }

        return told;
    }

    /// <summary>The pitch that a thread's name tells with its diameter.</summary>
    private IEnumerable<ValueTold> Pitched(Command command, WorkedBuild state, Signer by)
    {
        if (
            command is not TellValue tell
            || new TypedValue(tell.Path, tell.Typed).WithPitch(state.Newest.Layout).ElementAtOrDefault(1) is not { Path: var path }
        )
        {
            return [];
        }

        return Begun(state, path).Any()
            ? throw new UnusableInputException(
                "typed",
                "a task has begun on it: type the diameter and the pitch each by itself, the pitch as 16 tpi or in mm"
            )
            : [Value(tell with { Id = Derived(tell.Id, "pitch"), Path = path }, state, by)];
    }

    /// <summary>Tasks that have begun and look at a value.</summary>
    private IEnumerable<(TaskState State, Wants Wants)> Begun(WorkedBuild state, string path) =>
        state
            .Tasks.Select(t => (State: t, book.Find(t.Ref.Kind, t.Procedure).Wants))
            .Where(t => t.Wants.Parts.Contains(path.Split('/')[0]) && t.Wants.Looks(path));

    /// <summary>Tasks that had begun go on with what was told.</summary>
    private IEnumerable<SheetMoved> Moved(LogEvent done, WorkedBuild state) =>
        done is ValueTold { Value: var value, Because: { } because } told
            ? Begun(state, value.Path)
                .Select(t =>
                {
                    var stood = state.SheetOf(t.State.Ref);
                    var whole = Completion.Of(stood, [.. state.ToldValues, value], t.Wants).Sheet;
                    var id = stood.Id.Contains('/', StringComparison.Ordinal) ? stood.Id : $"{stood.Id}/{told.Id:N}";
                    return new SheetMoved(
                        Derived(told.Id, $"moved {t.State.Ref.Kind}@{t.State.Ref.Place}"),
                        told.DoneAt,
                        t.State.Ref,
                        whole with
                        {
                            Id = id,
                            Version = stood.Id == id ? stood.Version + 1 : 1,
                        },
                        because
                    );
                })
            : [];
}
