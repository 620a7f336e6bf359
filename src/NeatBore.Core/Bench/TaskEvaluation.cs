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
        foreach (var together in Together(procedure))
        {
            string? held = null;
            foreach (var item in together[0].Each(new StepContext(together[0], "", task)))
            {
                var own = gate;
                foreach (var step in together)
                {
                    var at = new StepRef(started.Task, step.Id, item);
                    var (stoodOn, was) = (steps.StoodOn(step, item), before(at));
                    var around = new Around(
                        Math.Max(journal.Of(at).ToldAt, step.NoWayBack ? journal.SuppliedAt : 0),
                        own,
                        step.NoWayBack ? lacking : null
                    );
                    if (was is null || !was.Stays(around, stoodOn))
                    {
                        var context = new StepContext(step, item, task);
                        was = StepEvaluation.Of(step, context, was?.Judged, task, steps.Needed(step, item), stoodOn, around);
                    }

                    var state = was.State;
                    steps.Add(state);
                    worked[at] = was;
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

        var next = Next(steps.All, procedure);
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
            procedure.Pressed
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

    private static (StepState State, Judged Judged) StepOf(
        Step step,
        StepRef at,
        StepContext context,
        Judged? known,
        Journal journal,
        StepState? needed,
        IReadOnlyList<StepState> stoodOn,
        Around around,
        SheetRef sheet,
        IReadOnlyDictionary<string, string> chosen
    )
    {
        var own = journal.Of(at);
        var left = known?.When ?? step.When(context);
        if (left.Because is { } because)
        {
            var made = known ?? new Judged(context.Looked, left, [], null, journal.ChangedAt(context.Looked), null);
            var without = new StepState(
                at,
                Title(step, context),
                ItemName(step, context),
                step.Figure,
                null,
                step.Cautions,
                StepStatus.LeftOut,
                true,
                null,
                own.Rounds([]),
                new Judgement(because),
                own.Calls,
                false,
                own.Notes,
                own.Photos,
                [at]
            )
            {
                ChangedAt = Math.Max(around.ToldAt, made.ChangedAt),
                StoodOnAt = made.ChangedAt,
            };
            return (without, made);
        }

        var slots = known?.Slots ?? step.Slots(context);
        var rounds = own.Rounds(slots);
        var newest = rounds[^1];
        var complete = newest.Slots.All(s => s.Live is not null || (!s.Slot.Required && !s.Conflict));
        var conflict = newest.Slots.FirstOrDefault(s => s.Conflict);
        var judged = conflict is null ? known?.Now ?? Judge(step, context) : null;
        // A hand's judgement stands while no number does, and never over a Stop, also of a step that is not read to its end; what stands
        // on it alone has nothing to reckon with.
        var hand = judged?.Call is { } numbers && (complete || numbers.Verdict == Verdict.Stop) ? null : own.Hand;
        var told = hand?.Event as JudgedByHand;
        // It takes the place of what would be measured, not of what is done.
        var undone = told is { Found: HandFound.NotChecked }
            ? null
            : newest.Slots.FirstOrDefault(s => s is { Live: null, Slot.Required: true } && !HandWays.Measured(s.Slot));
        var unmeasured = told is null && slots.Count == 0 && judged is { Call: null } ? stoodOn.FirstOrDefault(s => s.Unmeasured) : null;
        var now =
            (
                conflict is not null || told is null ? null
                : undone is null ? HandWays.Judged(told, step.Catches)
                : Prompt.For(undone.Slot)
            )
            ?? (unmeasured is null ? null : HandWays.Follows(unmeasured.Title, step.Catches))
            ?? TorquePass.Again(newest, judged)
            ?? Settled(judged, own)
            ?? new Judgement(
                Sentence.Of(
                    "Two readings stand at {label}. Cross out the one that is wrong.",
                    ("label", Quantity.Word(conflict!.Slot.Label))
                )
            );

        var blockedBy =
            around.Gate is { } gate ? $"Gate: {gate}"
            : needed is not null ? $"First: {needed.Title}"
            : null;
        var calls = own.Calls;
        var given = calls.Count > 0 ? calls[^1] : null;
        // What was said stays said while nothing that it looks at has changed, whatever today's code would make of it.
        foreach (var slot in known is null ? slots.Where(s => s.Required) : [])
        {
            context.Looked.AtSlot(at.Step, at.Item, slot.Key);
        }

        var looked = known?.Looked ?? context.Looked;
        var changedAt = Math.Max(known?.ChangedAt ?? journal.ChangedAt(looked), hand?.Seq ?? 0);
        changedAt = Math.Max(changedAt, unmeasured?.StoodOnAt ?? 0);
        var same =
            given is not null
            && (known?.Compared is { } compared && compared.Call == given.Id ? compared.Same : given.Judgement.SaysTheSame(now));
        var differs = given is not null && now.Call is not null && !same;
        var decided = given?.Release?.StoodOn is { } footing && journal.Stands(footing, chosen) && (same || given.Seq > journal.MovedAt);
        var otherwise = given is not null && !same && conflict is null && (decided || changedAt <= given.Seq) ? now : null;
        var says = otherwise is null ? now : given!.Judgement.Read();
        var holds = decided || (given?.Release is { StoodOn: null } && (!differs || otherwise is not null));
        var was = otherwise is not null && says.Call?.Verdict == Verdict.Go;
        var byHand = conflict is null && (unmeasured is not null || (undone is null && told is { Found: not HandFound.Bad }));
        holds |= byHand;
        complete |= byHand || was || (holds && given!.Release!.StoodOn is { Complete: true });
        var questions = own.Questions;
        var answered = questions?.All(q => q.Answer is not null) ?? true;
        var passed =
            answered && blockedBy is null && complete && (says.Call is null ? slots.Count > 0 : says.Call.Verdict == Verdict.Go || holds);
        var status =
            blockedBy is not null ? StepStatus.Blocked
            : holds && passed ? StepStatus.Released
            : complete && (slots.Count > 0 || says.Call is not null) ? StepStatus.Judged
            : newest.Slots.Any(s => s.Readings.Count > 0) || rounds.Count > 1 ? StepStatus.UnderWay
            : StepStatus.Open;
        var stoodOnAt = stoodOn.Select(s => s.StoodOnAt).Append(changedAt).Max();
        var state = new StepState(
            at,
            Title(step, context),
            ItemName(step, context),
            step.Figure,
            step.Gate,
            around.Lacking is { } lacking && !passed ? [$"{lacking} This can’t be undone.", .. step.Cautions] : step.Cautions,
            status,
            passed,
            blockedBy,
            rounds,
            says,
            calls,
            differs,
            own.Notes,
            own.Photos,
            step.Needs.Count + step.Weighs.Count == 0
                ? [at]
                :
                [
                    .. slots.Count > 0 ? [at] : Array.Empty<StepRef>(),
                    .. stoodOn.Where(s => s.Status != StepStatus.LeftOut).Select(s => s.Ref),
                ]
        )
        {
            Otherwise = otherwise,
            ChangedAt = Math.Max(around.ToldAt, stoodOnAt),
            StoodOnAt = stoodOnAt,
            Questions = questions,
            HandWays = HandWays.Of(step, slots) is [_, ..] ways ? ways : null,
            Hand = hand is null ? null : HandState.Of(hand),
            Unmeasured = told is not null || unmeasured is not null,
            StandsOn = says.Call is null ? null : now => now.Footing(looked, sheet, chosen, complete),
        };
        return (state, new Judged(looked, left, slots, judged, changedAt, given is null ? null : (given.Id, same)));
    }

    /// <summary>What two rounds could not settle is the builder's to decide, with its number and how far that can be off.</summary>
    private static Judgement? Settled(Judgement? judged, StepJournal own)
    {
        if (
            judged is not { Call: { Verdict: Verdict.LookAgain } call }
            || call.Checks.FirstOrDefault(c => c.Verdict == Verdict.LookAgain) is not { } open
            || Math.Abs(open.Value - open.Limit) > open.Uncertainty
            || own.Round is not (> 1 and var round)
            || !own.Calls.Any(c =>
                c.Round < round
                && c.Judgement.Call is { Verdict: Verdict.LookAgain } before
                && before.Checks.Any(b => b.Name == open.Name && b.Verdict == Verdict.LookAgain)
            )
        )
        {
            return judged;
        }

        Quantity Of(double value) => new(value, open.Dimension, open.Dimension == Dimension.Length ? 0.001 : 0.1);
        return judged with
        {
            Do = Sentence.Of("Two rounds don’t settle it. Decide, and say why."),
            Call = call with
            {
                Verdict = Verdict.Decide,
                Why = Sentence.Of(
                    "{value}, give or take {u}; {limit} is the limit. It may be either side of it.",
                    ("value", Of(open.Value)),
                    ("u", Of(open.Uncertainty)),
                    ("limit", Of(open.Limit))
                ),
            },
        };
    }

    private static string Title(Step step, StepContext context) =>
        ItemName(step, context) is { Length: > 0 } item ? $"{item}: {char.ToLowerInvariant(step.Title[0])}{step.Title[1..]}" : step.Title;

    private static string ItemName(Step step, StepContext context) =>
        context.Item.Length == 0 ? "" : step.ItemName(context.Sheet, context.Item);

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
                Sentence.Of("These readings can’t all be true. Cross out the wrong one and read it again."),
                new Call(
                    Verdict.LookAgain,
                    Sentence.Of("{field} {fault}.", ("field", Quantity.Word(field)), ("fault", Quantity.Word(messages[0]))),
                    []
                )
            );
        }
    }
}
