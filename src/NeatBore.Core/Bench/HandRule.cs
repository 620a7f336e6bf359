using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

/// <summary>What a hand's judgement stands for at a step: it takes the place of what would be measured, while no number stands, and
/// never of a Stop.</summary>
/// <param name="Hand">The entry of the log that counts; null where none was given, or it gave way.</param>
/// <param name="Says">What the step says by it; null where it says what its numbers do.</param>
/// <param name="Passes">Whether it lets the step be passed in place of its numbers.</param>
/// <param name="Completes">Whether it stands in place of the numbers that are wanting, also where what was picked is the builder's to
/// decide still.</param>
/// <param name="Unmeasured">Whether the step, or what it stands on, was judged so.</param>
/// <param name="At">The entry of the log that brought it about; 0 where nothing did.</param>
internal readonly record struct HandRule(LogEntry? Hand, Judgement? Says, bool Passes, bool Completes, bool Unmeasured, long At)
{
    /// <summary>Works it out.</summary>
    /// <param name="hand">What was judged by hand in the newest round; null for nothing.</param>
    /// <param name="numbers">What the numbers say; null while two stand at one place.</param>
    /// <param name="slots">The newest round's places.</param>
    /// <param name="conflict">Whether two readings stand at one of them.</param>
    /// <param name="stoodOn">The steps that it needs or weighs.</param>
    /// <param name="catches">What could still catch a fault.</param>
    public static HandRule Of(
        LogEntry? hand,
        Judgement? numbers,
        IReadOnlyList<SlotState> slots,
        bool conflict,
        IReadOnlyList<StepState> stoodOn,
        string catches
    )
    {
        // Never over a Stop, also of a step that is not read to its end.
        var complete = slots.All(s => s.Live is not null || (!s.Slot.Required && !s.Conflict));
        var counts = numbers?.Call is { } call && (complete || call.Verdict == Verdict.Stop) ? null : hand;
        if (counts is { Event: JudgedByHand told })
        {
            var undone =
                told.Found == HandFound.NotChecked
                    ? null
                    : slots.FirstOrDefault(s => s is { Live: null, Slot.Required: true } && !HandWays.Measured(s.Slot))?.Slot;
            var completes = !conflict && undone is null && told.Found != HandFound.Bad;
            // It takes the place of numbers, never of what was picked, ticked or counted.
            var decides = completes && told.Found != HandFound.NotChecked && numbers?.Call?.Verdict == Verdict.Decide;
            var says =
                conflict || decides ? null
                : undone is null ? HandWays.Judged(told, catches)
                : Prompt.For(undone);
            return new(counts, says, completes && !decides, completes, true, counts.Seq);
        }

        // A step without readings of its own, that stands on one judged so, has nothing to reckon with.
        return slots.Count == 0 && numbers is { Call: null } && stoodOn.FirstOrDefault(s => s.Unmeasured) is { } before
            ? new(null, HandWays.Follows(before.Title, catches), !conflict, !conflict, true, before.StoodOnAt)
            : new(null, null, false, false, false, 0);
    }
}
