using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

/// <summary>Works out one step of a task: what its run sheet says, what a hand's word stands for, which call stands, and whether it is
/// passed.</summary>
internal static class StepEvaluation
{
    /// <param name="step">The step.</param>
    /// <param name="context">What it may look at.</param>
    /// <param name="known">What its run sheet made of it before, where that is good still.</param>
    /// <param name="task">The task as far as it is worked out.</param>
    /// <param name="needed">What has to be done before it and is not; null where all is.</param>
    /// <param name="stoodOn">The steps that it needs or weighs.</param>
    /// <param name="around">What surrounds it.</param>
    public static WorkedStep Of(
        Step step,
        StepContext context,
        Judged? known,
        TaskSoFar task,
        StepState? needed,
        IReadOnlyList<StepState> stoodOn,
        Around around
    )
    {
        var at = new StepRef(task.Ref, step.Id, context.Item);
        var left = known?.When ?? step.When(context);
        return
            left.Because is { } because
            && !(task.Journal.Of(at).WaitsSince < task.Journal.ChoseAt)
            && StopRule.Of(task.Journal.Of(at), step, [], leftOut: true, task.Journal.ChoseAt, _ => true) is null
            ? LeftOut(
                step,
                at,
                context,
                known ?? new Judged(context.Looked, left, [], null, task.Journal.ChangedAt(context.Looked), null),
                because,
                task,
                stoodOn,
                around
            )
            : Done(step, at, context, left, known, task, needed, stoodOn, around);
    }

    private static WorkedStep LeftOut(
        Step step,
        StepRef at,
        StepContext context,
        Judged made,
        Sentence because,
        TaskSoFar task,
        IReadOnlyList<StepState> stoodOn,
        Around around
    )
    {
        var own = task.Journal.Of(at);
        var state = new StepState(
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
            Late = own.Late([], open: false),
        };
        return new(state, made, around, stoodOn);
    }

    private static WorkedStep Done(
        Step step,
        StepRef at,
        StepContext context,
        Applies when,
        Judged? known,
        TaskSoFar task,
        StepState? needed,
        IReadOnlyList<StepState> stoodOn,
        Around around
    )
    {
        var (journal, own) = (task.Journal, task.Journal.Of(at));
        var asked = known?.Slots ?? step.Slots(context);
        var slots = StopRule.Wanted(own, asked);
        var rounds = own.Rounds(slots);
        var newest = rounds[^1];
        var conflict = newest.Slots.FirstOrDefault(s => s.Conflict);
        var judged = conflict is null ? known?.Now ?? Judge(step, context) : null;
        var two = conflict is null ? null : TwoReadings.Of(step, context, task, own, newest.Slots);
        var stop =
            judged?.Call?.Verdict == Verdict.Stop ? null
            : two?.Call is not null ? two
            : StopRule.Of(own, step, slots, when.Because is not null, journal.ChoseAt, f => journal.Stands(f, context.Choices));
        var stands = stop is not null && !ReferenceEquals(stop, two);
        var hand = HandRule.Of(
            own.Hand is { } told
            && (
                told.Event is JudgedByHand { Found: HandFound.NotChecked }
                || journal.HasFooting(own, told.Seq, known?.Looked ?? context.Looked, slots)
            )
                ? told
                : null,
            stop ?? judged,
            newest.Slots,
            conflict is not null,
            stoodOn,
            step.Catches
        );
        var waits = stop is null && judged?.Call is { Verdict: Verdict.Go or Verdict.Decide } && StopRule.Waits(own, slots);
        var now =
            stop
            ?? hand.Says
            ?? (waits ? new Judgement(Sentence.Of("It was a Stop by its number: measure it again.")) : null)
            ?? ReadAgain.Of(step, context, task, own, newest.Slots, judged)
            ?? ToldLate.Of(step, context, task, known?.Looked ?? context.Looked, judged)
            ?? TorquePass.Again(newest, judged)
            ?? Settled(judged, own)
            ?? two!;

        // What is required is looked at too: a call falls where it is struck.
        foreach (var slot in known is null ? slots.Where(s => s.Required) : [])
        {
            context.Looked.AtSlot(at.Step, at.Item, slot.Key);
        }

        var looked = known?.Looked ?? context.Looked;
        var readAt = known?.ChangedAt ?? journal.ChangedAt(looked);
        var changedAt = Math.Max(readAt, hand.At);
        var given = own.Calls.Count > 0 ? own.Calls[^1] : null;
        var same =
            given is not null
            && (
                ReferenceEquals(now, known?.Now) && known?.Compared is { } compared && compared.Call == given.Id
                    ? compared.Same
                    : given.Judgement.SaysTheSame(now)
            );
        var footing = given?.Release?.StoodOn;
        var chosen = context.Choices;
        var standing = StandingCall.Of(
            now,
            given,
            same,
            footing is not null && journal.Stands(footing, chosen),
            given is null || changedAt > given.Seq,
            given is null || given.Seq <= journal.MovedAt,
            conflict is not null
        );
        var (says, questions) = (standing.Says, own.Questions);
        var read = newest.Slots.All(s => s.Live is not null || (!s.Slot.Required && !s.Conflict));
        var complete = read || hand.Completes || standing.StillGo || (standing.Decided && footing!.Complete);
        var blockedBy =
            around.Gate is { } gate ? $"Gate: {gate}"
            : needed is not null ? $"First: {needed.Title}"
            : around.Once is { } once ? $"Once more: {once}"
            : null;
        var (passed, status) = Passing.Of(
            says.Call?.Verdict,
            slots.Count,
            complete,
            standing.Decided || hand.Passes,
            questions?.All(q => q.Answer is not null) ?? true,
            blockedBy is not null,
            rounds.Count > 1 || newest.Slots.Any(s => s.Readings.Count > 0)
        );
        var stoodOnAt = stoodOn.Select(s => s.StoodOnAt).Append(changedAt).Max();
        var sheet = context.Sheet.Ref;
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
            own.Calls,
            standing.Differs,
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
            Otherwise = standing.Otherwise,
            Ends = passed ? null : StopRule.Ends(own, slots, stands),
            ChangedAt = Math.Max(around.ToldAt, stoodOnAt),
            StoodOnAt = stoodOnAt,
            Questions = questions,
            Released = standing.Decided ? given!.Release : null,
            Asks = standing.Decided ? given!.Release!.Asks : null,
            CanHurt = step.CanHurt,
            Late = own.Late(newest.Slots, open: blockedBy is null),
            HandWays = HandWays.Of(step, slots) is [_, ..] ways ? ways : null,
            Hand = hand.Hand is null ? null : HandState.Of(hand.Hand),
            Unmeasured = hand.Unmeasured,
            Grounds = judged?.Call?.Verdict == Verdict.Stop ? () => StopGrounds.Of(step, context, task, slots, judged) : null,
            // What was crossed out of a Stop that stands is not waited for once a lead opens it.
            StandsOn = says.Call is null ? null : now => now.Footing(looked, sheet, chosen, complete || stands),
        };
        return new(
            state,
            new Judged(looked, when, asked, judged, readAt, given is null || !ReferenceEquals(now, judged) ? null : (given.Id, same)),
            around,
            stoodOn
        );
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

        if (
            own
                .Calls.SelectMany(c => c.Judgement.Call is { Verdict: Verdict.Stop } stop ? stop.Checks : [])
                .Where(c => c.Name == open.Name && c.Verdict == Verdict.Stop && c.Uncertainty < open.Uncertainty)
                .MinBy(c => c.Uncertainty) is
            { } finer
        )
        {
            return judged with
            {
                Do = Sentence.Of(
                    "A finer gauge said Stop. Read it with one as good, ± {u}; this one can’t end it.",
                    ("u", Of(finer.Uncertainty))
                ),
            };
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
