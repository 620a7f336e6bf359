using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

/// <summary>Whether a Stop that was said still stands, though today's readings no longer say it: nothing that it stood on is taken away,
/// or chosen away, to be rid of it. It ends where all of that is read again and says something else, where its step is begun anew, or
/// where a lead opens it.</summary>
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
        if (own.Stopped() is not var (stop, grounds) || (stop.Release?.StoodOn is { } footing && opened(footing)))
        {
            return null;
        }

        bool Asked(string ground) => slots.Any(s => s.Key == ground);
        bool Again(string ground) => own.Live(ground) is not null && own.SlotAt(ground) > stop.Seq;
        var stands = leftOut
            // One that has nothing to fill, and reckons with no other step, heard another task: it ends with that one.
            ? grounds.Count > 0 || step.Needs.Count + step.Weighs.Count > 0
            // What isn't asked for any more, since something else of it was read anew and nothing was chosen, was not taken away.
            : grounds.Any(g => Asked(g) && own.Live(g) is null)
                || (grounds.Any(g => !Asked(g)) && (choseAt > stop.Seq || !grounds.Any(Again)));
        return stands ? stop.Judgement.Read() : null;
    }
}
