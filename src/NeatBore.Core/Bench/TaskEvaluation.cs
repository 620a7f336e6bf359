using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

/// <summary>Works out one task of a build from its log.</summary>
internal static class TaskEvaluation
{
    /// <param name="started">What began it; it pins the versions.</param>
    /// <param name="procedure">Its run sheet, in the version that it is pinned to.</param>
    /// <param name="sheet">The engine's sheet, in the version that it is pinned to.</param>
    /// <param name="log">The build's whole log.</param>
    /// <param name="journal">Its part of that log.</param>
    /// <param name="other">Another task of the build as it stands, by its kind; null where it was not begun.</param>
    /// <param name="rests">What of another task has to be left alone, by its kind; null where nothing has.</param>
    /// <param name="before">A step as it was worked out before, where what its run sheet made of it is good still.</param>
    public static (TaskState State, IReadOnlyDictionary<StepRef, WorkedStep> Steps) TaskOf(
        TaskStarted started,
        Procedure procedure,
        EngineSheet sheet,
        IReadOnlyList<LogEntry> log,
        Journal journal,
        Func<string, TaskState?> other,
        Func<string, Rest?> rests,
        Func<StepRef, WorkedStep?> before
    )
    {
        sheet = procedure.Sees(sheet);
        var choices = ChoicesOf(procedure, sheet, journal);
        var task = new TaskSoFar(started.Task, sheet, choices, journal, other, rests);
        var lacking = CardSupply.Lacking(CardSupply.Of(procedure, sheet, started.Task, log));
        var steps = new StepsSoFar();
        var worked = new Dictionary<StepRef, WorkedStep>();
        string? gate = null;
        StepState? once = null;
        foreach (var together in Together(procedure))
        {
            string? held = null;
            var each = together[0].Each(new StepContext(together[0], "", task)).ToList();
            // An item that is no longer of the job keeps the steps on which a Stop stands, and what they hold back.
            var stopped = each is [""] ? [] : journal.Stopped(together).Except(each, StringComparer.Ordinal).ToList();
            foreach (var item in stopped.Concat(each))
            {
                var own = gate;
                foreach (var step in together)
                {
                    var at = new StepRef(started.Task, step.Id, item);
                    if (stopped.Contains(item) && !journal.Of(at).Holds)
                    {
                        continue;
                    }

                    var (stoodOn, was) = (steps.StoodOn(step, item), before(at));
                    var around = new Around(
                        Math.Max(
                            // What is chosen after a Stop may be to be rid of it.
                            journal.Of(at).Holds
                                ? Math.Max(journal.Of(at).ToldAt, journal.ChoseAt)
                                : journal.Of(at).ToldAt,
                            step.NoWayBack ? journal.SuppliedAt : 0
                        ),
                        own,
                        step.NoWayBack ? lacking : null,
                        step.NoWayBack && !journal.Of(at).IsBegun ? once?.Title : null
                    );
                    if (was is null || !was.Stays(around, stoodOn))
                    {
                        var context = new StepContext(step, item, task);
                        was = StepEvaluation.Of(step, context, was?.Judged, task, steps.Needed(step, item), stoodOn, around);
                    }

                    var state = was.State;
                    steps.Add(state);
                    worked[at] = was;
                    once ??= state is { Asks: not null, Released.OwnWork: true } ? state : null;
                    if (state.Gate is not null && !state.Passed)
                    {
                        own ??= state.Title;
                        held ??= state.Title;
                        // Where the items go each their own way, one that is held holds back none of the others.
                        gate ??= step.Apart ? null : state.Title;
                    }
                }
            }

            gate ??= held;
        }

        var next = Next(steps.All, procedure) is { } open
            ? worked[open.Ref].Around is { Once: not null, Gate: null } && open.Status == StepStatus.Blocked
                ? once
                : open
            : steps.All.Find(s => s is { Asks: not null, Released.Telephone: not null });
        var stands = new TaskState(
            started.Task,
            procedure.Title,
            procedure.Version,
            sheet.Ref,
            next is null ? Standing.Done : StandingOf(next, steps.All),
            choices,
            steps.All,
            next?.Ref,
            started.DoneAt,
            journal.LastAt ?? started.DoneAt,
            procedure.View,
            Sweeping.UpDeg(journal.Chosen(Sweeping.Hang)),
            procedure.Pressed,
            ItemState.Of(steps.All)
        )
        {
            Loose = LooseWords.Of(steps.All, procedure, sheet),
        };
        return (stands, worked);
    }

    /// <summary>What of a task has to be left alone: from its readings alone, so that tasks can ask it of one another.</summary>
    public static Rest? RestOf(TaskStarted started, Procedure procedure, EngineSheet sheet, Journal journal)
    {
        sheet = procedure.Sees(sheet);
        var task = new TaskSoFar(started.Task, sheet, ChoicesOf(procedure, sheet, journal), journal, _ => null, _ => null);
        try
        {
            return procedure.Rests(new StepContext(procedure.Steps[0], "", task));
        }
        catch (UnusableInputException)
        {
            // What can't be reckoned with is that task's own trouble.
            return null;
        }
    }

    /// <summary>What was chosen, or the first option; what is told once a build only where this engine has it.</summary>
    private static List<ChoiceState> ChoicesOf(Procedure procedure, EngineSheet sheet, Journal journal) =>
        [
            .. procedure.Choices.Select(c =>
            {
                var options = c.Options(sheet);
                var made = journal.Chosen(c.Id);
                return new ChoiceState(
                    c.Id,
                    c.Step,
                    c.Ask,
                    options,
                    made is not null && (!ChoiceName.Shared.Contains(c.Id) || options.Any(o => o.Id == made)) ? made : options[0].Id
                );
            }),
        ];

    /// <summary>Its steps in working order, with those side by side that are done item by item.</summary>
    private static IEnumerable<IReadOnlyList<Step>> Together(Procedure procedure)
    {
        var steps = procedure.Steps;
        for (var first = 0; first < steps.Count; )
        {
            var (word, from) = (steps[first].Together, first);
            do
            {
                first++;
            } while (word is not null && first < steps.Count && steps[first].Together == word);
            yield return [.. steps.Skip(from).Take(first - from)];
        }
    }

    /// <summary>Where the work goes on: at the first step that is not passed; of items that go each their own way, at one that is begun,
    /// trouble first.</summary>
    private static StepState? Next(List<StepState> steps, Procedure procedure)
    {
        var first = steps.Find(s => !s.Passed);
        Step Of(StepState state) => procedure.Steps.First(s => s.Id == state.Ref.Step);
        return first is null || Of(first) is not { Apart: true } at
            ? first
            : steps
                .Where(s => s.Ref.Item.Length > 0)
                .GroupBy(s => s.Ref.Item)
                .Where(own => own.Any(s => s.Status is not (StepStatus.Open or StepStatus.Blocked or StepStatus.LeftOut)))
                .Select(own => own.FirstOrDefault(s => !s.Passed))
                .OfType<StepState>()
                // What comes after all of them is not where the work goes on.
                .Where(s => Of(s).Together == at.Together)
                .MaxBy(s => (at.Queue ? -1 : 1) * (int)(s.Now.Call?.Verdict ?? Verdict.Go))
                ?? first;
    }

    internal static Standing StandingOf(StepState next, List<StepState> steps) =>
        next.Now.Call?.Verdict switch
        {
            Verdict.Stop => Standing.Stop,
            Verdict.LookAgain => Standing.LookAgain,
            Verdict.Decide => Standing.Decide,
            _ => steps.Any(s => s.Status is not (StepStatus.Blocked or StepStatus.Open or StepStatus.LeftOut))
                ? Standing.UnderWay
                : Standing.ToDo,
        };
}
