using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

/// <summary>Whether a Stop that was said still stands, though today's readings no longer say it. What it stood on has to be read again, at
/// its own step, and none of it be left empty: nothing else of the task, no choice and no other task ends it. It also ends where its
/// step is begun anew; where a lead opens it, it is passed all the same.</summary>
internal static class StopRule
{
    /// <summary>The Stop that stands; null where none does.</summary>
    /// <param name="own">What was done at the step.</param>
    /// <param name="step">The step.</param>
    /// <param name="slots">What it asks for now; none where it is left out.</param>
    /// <param name="leftOut">Whether it would be left out now.</param>
    /// <param name="choseAt">The last entry that chose anything in the task.</param>
    /// <param name="opened">Whether what opened it, if anything did, still holds.</param>
    public static Judgement? Of(
        StepJournal own,
        Step step,
        IReadOnlyList<Slot> slots,
        bool leftOut,
        long choseAt,
        Func<Footing, bool> opened
    )
    {
        if (
            own.Stopped() is not var (stop, grounds)
            // Open, it is still what is said where something of it was crossed out: there is nothing else to say.
            || (
                stop.Release?.StoodOn is { } footing
                && opened(footing)
                && (leftOut || grounds.Count == 0 || grounds.All(g => own.Live(g) is not null))
            )
        )
        {
            return null;
        }

        bool Asked(string ground) => slots.Any(s => s.Key == ground);
        bool Again(string ground) =>
            own.Live(ground) is not null
            && own.SlotAt(ground) > stop.Seq
            // A pull and a press are over: what they did is done, whatever is recorded after them. Only too little can still be pulled on.
            && (!slots.Any(s => s.Key == ground && s.HappensOnce) || (!own.IsRecorded(ground) && IsTooLittle(stop)));
        // More of the same, measured since, is a reading too.
        bool MeasuredSince(Slot slot) => slot.Kind is SlotKind.Number or SlotKind.Trace or SlotKind.Sight && Again(slot.Key);
        var stands = leftOut
            // One that has nothing to fill, and reckons with no other step, heard another task: it ends with that one.
            ? grounds.Count > 0 || step.Needs.Count + step.Weighs.Count > 0
            : grounds.Any(g => Asked(g) && own.Live(g) is null)
                // What isn't asked for any more, since something else of it was read anew and nothing was chosen, was not taken away.
                || (grounds.Any(g => !Asked(g)) && choseAt > stop.Seq)
                || (grounds.Count > 0 && !grounds.Any(Again) && (choseAt > stop.Seq || !slots.Any(MeasuredSince)));
        return stands ? stop.Judgement.Read() : null;
    }

    /// <summary>The step's places, those of a Stop that a number made and that was begun anew wanted once more: what is picked or felt
    /// takes the place of no number that was there.</summary>
    /// <param name="own">What was done at the step.</param>
    /// <param name="slots">What it asks for.</param>
    public static IReadOnlyList<Slot> Wanted(StepJournal own, IReadOnlyList<Slot> slots) =>
        own.WaitsFor is [_, ..] places
            ? [.. slots.Select(s => !s.Required && places.Contains(s.Key) && s.CanBeReadAgain ? s with { Required = true } : s)]
            : slots;

    /// <summary>Whether such a number is wanting still.</summary>
    /// <param name="own">What was done at the step.</param>
    /// <param name="slots">Its places.</param>
    public static bool Waits(StepJournal own, IReadOnlyList<Slot> slots) =>
        own.WaitsFor is [_, ..] places && slots.Any(s => s.CanBeReadAgain && places.Contains(s.Key) && own.Live(s.Key) is null);

    private static bool IsTooLittle(CallState stop) =>
        stop.Judgement.Read().Call!.Checks.Where(k => k.Verdict == Verdict.Stop).ToList() is [_, ..] stops
        && stops.TrueForAll(k => k is { Side: Side.Lower, Dimension: Dimension.Torque } && k.Value < k.Limit);

    /// <summary>What ends it at a step that is not passed, in words; null where none stands.</summary>
    /// <param name="own">What was done at the step.</param>
    /// <param name="slots">What it asks for now.</param>
    /// <param name="stands">Whether one stands that today's readings no longer say.</param>
    public static Sentence? Ends(StepJournal own, IReadOnlyList<Slot> slots, bool stands)
    {
        var on = own.Stopped() is var (_, grounds) ? slots.Where(s => grounds.Contains(s.Key)).ToList() : [];
        return !stands
            ? Waits(own, slots) || (own.WaitsSince is not null && slots.Any(s => s.Required && own.Live(s.Key) is null))
                ? Sentence.Of("It was a Stop by its number: measure it again.")
                : null
            : on.Exists(s => s.CanBeReadAgain)
                ? Sentence.Of("That Stop stands. Read it again with a gauge as good; or Again, once it is put right; or a lead opens it.")
                : on.Exists(s => s.Bolt is not null)
                    ? Sentence.Of("That Stop stands. Come out with the bolt and look at its hole, then Again; or a lead opens it.")
                    : Sentence.Of("That Stop stands. Again, once it is put right; or a lead opens it.");
    }
}
