using NeatBore.Core.Measures;
using NeatBore.Core.Procedures;

namespace NeatBore.Core.Bench;

/// <summary>A build's log holds what this version of Neat Bore can't read or work out: what, in words.</summary>
public sealed class UnreadableLogException(string message, Exception? inner = null) : Exception(message, inner);

/// <summary>Turns a log into the state of its build. No clock, no randomness: the same log gives the same state.</summary>
public static class Evaluation
{
    /// <summary>Kept with each call, so that a later version can say that it would have said otherwise.</summary>
    public const string CalculatorVersion = "1";

    /// <summary>Works out a build's whole state.</summary>
    /// <param name="sheets">Every sheet version that the log names.</param>
    /// <param name="book">Every procedure version that the log names.</param>
    /// <param name="log">The whole log in order; its first entry opens the build.</param>
    /// <param name="asOf">Entries stored after this are left out.</param>
    /// <exception cref="ArgumentException">The log does not begin by opening the build.</exception>
    /// <exception cref="UnreadableLogException">The log names a sheet or a procedure version that is not given, or holds what its run sheet can't work with.</exception>
    public static BuildState Evaluate(
        IReadOnlyDictionary<SheetRef, EngineSheet> sheets, ProcedureBook book, IReadOnlyList<LogEntry> log, DateTimeOffset asOf)
    {
        try
        {
            return Worked(sheets, book, log, asOf);
        }
        catch (KeyNotFoundException e)
        {
            throw new UnreadableLogException(e.Message, e);
        }
        catch (Exception e) when (e is NullReferenceException or InvalidOperationException or InvalidCastException or ArithmeticException or IndexOutOfRangeException or FormatException)
        {
            // What a stored value does to a run sheet of today is that build's trouble alone.
            throw new UnreadableLogException("What is in its log can’t be worked out by this version.", e);
        }
    }

    private static BuildState Worked(
        IReadOnlyDictionary<SheetRef, EngineSheet> sheets, ProcedureBook book, IReadOnlyList<LogEntry> log, DateTimeOffset asOf)
    {
        var known = log.Where(e => e.StoredAt <= asOf).ToList();
        if (known is not [{ Event: BuildOpened opened }, ..])
        {
            throw new ArgumentException("A log begins by opening its build.", nameof(log));
        }

        var sheet = Named(sheets, opened.Sheet);
        var begun = known.Select(e => e.Event).OfType<TaskStarted>().DistinctBy(e => e.Task).ToList();
        var worked = new Dictionary<TaskRef, TaskState?>();
        TaskState? Of(TaskStarted started)
        {
            if (!worked.TryGetValue(started.Task, out var task))
            {
                // A task that asks for itself by way of another finds nothing.
                worked[started.Task] = null;
                worked[started.Task] = task = TaskOf(
                    started, sheets, book, known, kind => begun.Find(b => b.Task.Kind == kind && b.Task != started.Task) is { } other ? Of(other) : null);
            }

            return task;
        }

        var tasks = begun.ConvertAll(b => Of(b)!);
        // What can be begun is what the newest sheet knows; what is begun stays on its own.
        var places = PlacesOf(sheets.Values.Where(s => s.Id == sheet.Id).MaxBy(s => s.Version)!, book, tasks);
        var at = tasks.Where(t => t.Standing != Standing.Done).OrderByDescending(t => t.Standing).FirstOrDefault();
        var atStep = at?.Steps.First(s => s.Ref == at.Next);
        return new BuildState(
            opened.Number,
            opened.Name,
            opened.Sheet,
            known[^1].Seq,
            opened.DoneAt,
            at?.Standing ?? (tasks.Count > 0 ? Standing.Done : Standing.ToDo),
            atStep is not null ? atStep.Now.Do
                : tasks.Count > 0 ? Sentence.Of("{tasks} is done. Tap the next part on the drawing.", ("tasks", Quantity.Word(string.Join(", ", tasks.Select(t => t.Title)))))
                : Sentence.Of("Nothing is begun. Tap a part on the drawing."),
            at?.Ref,
            atStep is not null ? $"{at!.Title}{(atStep.ItemName.Length > 0 ? ", " : ": ")}{atStep.Title.ToLowerInvariant()}" : null,
            places,
            tasks,
            [.. tasks.SelectMany(t => t.Steps.SelectMany(s => WaitsOf(t.Ref, s))).OrderBy(w => w.At)],
            at?.View ?? View.Front);
    }

    private static EngineSheet Named(IReadOnlyDictionary<SheetRef, EngineSheet> sheets, SheetRef named) =>
        sheets.GetValueOrDefault(named)
        ?? throw new KeyNotFoundException($"The log names version {named.Version} of the engine sheet “{named.Id}”, which is not in this shop or can’t be read.");

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

    private static TaskState TaskOf(
        TaskStarted started, IReadOnlyDictionary<SheetRef, EngineSheet> sheets, ProcedureBook book, List<LogEntry> log, Func<string, TaskState?> other)
    {
        var procedure = book.Find(started.Task.Kind, started.Procedure);
        var sheet = Named(sheets, started.Sheet);
        var journal = new Journal(started.Task, log);
        var choices = procedure.Choices
            .Select(c => new ChoiceState(c.Id, c.Step, c.Ask, c.Options(sheet), journal.Chosen(c.Id) ?? c.Options(sheet)[0].Id))
            .ToList();
        var chosen = choices.ToDictionary(c => c.Id, c => c.Chosen, StringComparer.Ordinal);

        var steps = new List<StepState>();
        var known = new Dictionary<string, (object? Value, Looked Looked)>(StringComparer.Ordinal);
        string? gate = null;
        for (var at = 0; at < procedure.Steps.Count;)
        {
            // Steps that go together are done item by item.
            var end = at + 1;
            while (procedure.Steps[at].Together is { } word && end < procedure.Steps.Count && procedure.Steps[end].Together == word)
            {
                end++;
            }

            var together = procedure.Steps.Skip(at).Take(end - at).ToList();
            at = end;
            string? held = null;
            foreach (var item in together[0].Each(ContextOf(together[0], "")))
            {
                var own = gate;
                foreach (var step in together)
                {
                    var state = StepOf(step, new StepRef(started.Task, step.Id, item), ContextOf(step, item), journal, steps, own, started.Sheet, chosen);
                    steps.Add(state);
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

        StepContext ContextOf(Step step, string item) => new(
            step, sheet, item, chosen, (s, i, slot) => journal.Live(new StepRef(started.Task, s, i), slot), known, other, (s, i) => journal.Round(new StepRef(started.Task, s, i)));

        var next = Next(steps, procedure);
        return new TaskState(
            started.Task,
            procedure.Title,
            procedure.Version,
            started.Sheet,
            next is null ? Standing.Done : StandingOf(next, steps),
            choices,
            steps,
            next?.Ref,
            started.DoneAt,
            journal.LastAt ?? started.DoneAt,
            procedure.View,
            procedure.Up(chosen));
    }

    /// <summary>Where the work goes on: at the first step that is not passed; of items that go each their own way, at one that is begun, trouble first.</summary>
    private static StepState? Next(List<StepState> steps, Procedure procedure)
    {
        var first = steps.Find(s => !s.Passed);
        return first is null || !procedure.Steps.First(s => s.Id == first.Ref.Step).Apart
            ? first
            : steps.Where(s => s.Ref.Item.Length > 0).GroupBy(s => s.Ref.Item)
                .Where(own => own.Any(s => s.Status is not (StepStatus.Open or StepStatus.Blocked or StepStatus.LeftOut)))
                .Select(own => own.FirstOrDefault(s => !s.Passed))
                .OfType<StepState>()
                .MaxBy(s => s.Now.Call?.Verdict ?? Verdict.Go) ?? first;
    }

    /// <summary>How one item of a task stands; a task without steps for it stands as a whole.</summary>
    private static Standing StandingAt(TaskState task, string item)
    {
        var own = task.Steps.Where(s => s.Ref.Item == item && s.Status != StepStatus.LeftOut).ToList();
        return own.Find(s => !s.Passed) is { } next ? StandingOf(next, own) : own.Count > 0 ? Standing.Done : task.Standing;
    }

    private static Standing StandingOf(StepState next, List<StepState> steps) => next.Now.Call?.Verdict switch
    {
        Verdict.Stop => Standing.Stop,
        Verdict.LookAgain => Standing.LookAgain,
        Verdict.Decide => Standing.Decide,
        _ => steps.Any(s => s.Status is not (StepStatus.Blocked or StepStatus.Open or StepStatus.LeftOut)) ? Standing.UnderWay : Standing.ToDo,
    };

    private static StepState StepOf(
        Step step, StepRef at, StepContext context, Journal journal, List<StepState> before, string? gate, SheetRef sheet, IReadOnlyDictionary<string, string> chosen)
    {
        var left = step.When(context);
        if (left.Because is { } because)
        {
            return new StepState(
                at, Title(step, context), ItemName(step, context), step.Figure, null, step.Cautions, StepStatus.LeftOut, true, null, journal.Rounds(at, []),
                new Judgement(because), journal.Calls(at), false, journal.Notes(at), journal.Photos(at), [at]);
        }

        var slots = step.Slots(context);
        var rounds = journal.Rounds(at, slots);
        var newest = rounds[^1];
        var complete = newest.Slots.All(s => s.Live is not null || (!s.Slot.Required && !s.Conflict));
        var conflict = newest.Slots.FirstOrDefault(s => s.Conflict);
        var now = conflict is null ? Judge(step, context) : new Judgement(
            Sentence.Of("Two readings stand at {label}. Strike the one that is wrong.", ("label", Quantity.Word(conflict.Slot.Label))));

        var needed = step.Needs.Select(need => before.Find(s => s.Ref.Step == need && (s.Ref.Item == at.Item || s.Ref.Item.Length == 0))).FirstOrDefault(s => s is { Passed: false });
        var blockedBy = gate is not null ? $"Gate: {gate}" : needed is not null ? $"First: {needed.Title}" : null;
        var calls = journal.Calls(at);
        var given = calls.Count > 0 ? calls[^1] : null;
        // What was said stays said while nothing that it looks at has changed, whatever today's code would make of it.
        foreach (var own in slots.Where(s => s.Required))
        {
            context.Looked.AtSlot(at.Step, at.Item, own.Key);
        }

        var differs = given is not null && now.Call is not null && !SaysTheSame(given.Judgement, now);
        var otherwise = differs && conflict is null && !journal.ChangedSince(context.Looked, given!.Seq) ? now : null;
        var says = otherwise is null ? now : given!.Judgement;
        var holds = given?.Release is { } release && (release.StoodOn is { } stoodOn ? journal.Stands(stoodOn) : !differs || otherwise is not null);
        var was = otherwise is not null && says.Call?.Verdict == Verdict.Go;
        complete |= was || (holds && given!.Release!.StoodOn is { Complete: true });
        var passed = blockedBy is null && complete && (says.Call is null ? slots.Count > 0 : says.Call.Verdict == Verdict.Go || holds);
        var status = blockedBy is not null ? StepStatus.Blocked
            : holds && passed ? StepStatus.Released
            : complete && (slots.Count > 0 || says.Call is not null) ? StepStatus.Judged
            : newest.Slots.Any(s => s.Readings.Count > 0) || rounds.Count > 1 ? StepStatus.UnderWay
            : StepStatus.Open;
        return new StepState(
            at, Title(step, context), ItemName(step, context), step.Figure, step.Gate, step.Cautions, status, passed, blockedBy, rounds, says, calls, differs, journal.Notes(at), journal.Photos(at),
            step.Needs.Count + step.Weighs.Count == 0
                ? [at]
                : [.. slots.Count > 0 ? [at] : Array.Empty<StepRef>(), .. before.Where(s => s.Status != StepStatus.LeftOut && (s.Ref.Item == at.Item || s.Ref.Item.Length == 0) && (step.Needs.Contains(s.Ref.Step) || step.Weighs.Contains(s.Ref.Step))).Select(s => s.Ref)])
        {
            Otherwise = otherwise,
            StandsOn = says.Call is null ? null : () => journal.Footing(context.Looked, sheet, chosen, complete),
        };
    }

    private static string Title(Step step, StepContext context) =>
        ItemName(step, context) is { Length: > 0 } item ? $"{item}: {char.ToLowerInvariant(step.Title[0])}{step.Title[1..]}" : step.Title;

    private static string ItemName(Step step, StepContext context) => context.Item.Length == 0 ? "" : step.ItemName(context.Sheet, context.Item);

    private static Judgement Judge(Step step, StepContext context)
    {
        try
        {
            return step.Judge(context);
        }
        catch (UnusableInputException e)
        {
            var (field, messages) = e.Errors.First();
            return new Judgement(
                Sentence.Of("These readings can’t all be true. Strike the wrong one and read it again."),
                new Call(
                    Verdict.LookAgain,
                    Sentence.Of("{field} {fault}.", ("field", Quantity.Word(field)), ("fault", Quantity.Word(messages[0]))),
                    []));
        }
    }

    /// <summary>Whether two judgements give the same verdict on the same numbers, to what a reader could see.</summary>
    internal static bool SaysTheSame(Judgement a, Judgement b) =>
        a.Call is { } x && b.Call is { } y && x.Verdict == y.Verdict && x.Because == y.Because && Wording.Write(a.Do) == Wording.Write(b.Do)
        && x.Checks.Count == y.Checks.Count
        && x.Checks.Zip(y.Checks).All(p => p.First.Name == p.Second.Name && p.First.Verdict == p.Second.Verdict
            && Close(p.First.Value, p.Second.Value) && Close(p.First.Limit, p.Second.Limit) && Close(p.First.Uncertainty, p.Second.Uncertainty));

    private static bool Close(double a, double b) => Math.Abs(a - b) <= 1e-9 * Math.Max(1, Math.Abs(a));

    private static List<PlaceState> PlacesOf(EngineSheet sheet, ProcedureBook book, List<TaskState> tasks) =>
        EnginePlaces.Of(sheet).ConvertAll(place =>
        {
            var here = book.Newest
                .Where(p => p.Places(sheet).Contains(place.Id))
                .Select(p => (Procedure: p, Ref: new TaskRef(p.Id, p.Home ?? place.Id)))
                .Select(p => new PlaceTask(
                    p.Ref,
                    p.Procedure.Title,
                    tasks.Find(t => t.Ref == p.Ref) is not { } task ? Standing.ToDo : p.Procedure.Home is null ? task.Standing : StandingAt(task, place.Id)))
                .ToList();
            // Tasks stand in working order: one that was passed over for a later one is not waited for.
            var begun = here.FindLastIndex(t => tasks.Exists(b => b.Ref == t.Ref));
            var open = here.Where((t, i) => i > begun || (t.Standing != Standing.Done && tasks.Exists(b => b.Ref == t.Ref))).ToList();
            var standing = here.Count == 0 ? Standing.NotYet : open.Count == 0 ? Standing.Done : open.Max(t => t.Standing);
            return new PlaceState(place.Id, place.Label, place.FromMm, place.ToMm, standing, here, (open.FirstOrDefault() ?? here.LastOrDefault())?.Ref);
        });
}
