using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

/// <summary>A number that a Stop stood on, crossed out and read again. Where old and new lie further apart than both gauges allow, one of
/// them is wrong and nobody knows which: a third is asked for, and from then on the median of all counts, those that are crossed out
/// too.</summary>
internal static class ReadAgain
{
    /// <summary>What the step says of it; null where its newest readings stand by themselves.</summary>
    /// <param name="step">The step.</param>
    /// <param name="context">What it may look at.</param>
    /// <param name="task">Its task.</param>
    /// <param name="own">What was done at it.</param>
    /// <param name="slots">Its newest round's places.</param>
    /// <param name="judged">What it says by its newest readings.</param>
    public static Judgement? Of(
        Step step,
        StepContext context,
        ITaskView task,
        StepJournal own,
        IReadOnlyList<SlotState> slots,
        Judgement? judged
    )
    {
        if (judged?.Call is not { Verdict: not Verdict.Stop })
        {
            return null;
        }

        var again = slots
            .Where(s => s.Slot is { CanBeReadAgain: true, IsSetting: false })
            .Select(s => (s.Slot, New: own.Live(s.Slot.Key), Before: own.CrossedOut(s.Slot.Key)))
            .Where(s => s.New?.Value is not null && s.Before.Any(b => b.Value is not null))
            .ToList();
        if (again.Find(s => s.Before.Count == 1 && AreApart(s.Before[0], s.New!)) is { New: { } once } apart)
        {
            return judged with
            {
                Do = Sentence.Of("Cross it out and read it a third time; or say why this one is right."),
                Call = judged.Call with
                {
                    Verdict = Verdict.Decide,
                    Why = Sentence.Of(
                        "{label} was {old}, a Stop, and is {new} now: further apart than the gauge allows.",
                        ("label", Quantity.Word(apart.Slot.Label)),
                        ("old", Shown(apart.Slot, apart.Before[0])),
                        ("new", Shown(apart.Slot, once))
                    ),
                },
            };
        }

        var medians = again
            .Where(s => s.Before.Count > 1)
            .Select(s => (s.Slot, Median: MedianOf([.. s.Before, s.New!])))
            .ToDictionary(s => s.Slot.Key, s => (ReadingTaken?)s.Median, StringComparer.Ordinal);
        return
            medians.Count > 0 && new TaskAsIf(task, step.Id, context.Item, medians).CallAt(step, context) is { Verdict: Verdict.Stop } call
            ? new Judgement(
                Sentence.Of("Read {n} times, the middle one is a Stop.", ("n", Quantity.Count(again.Max(s => s.Before.Count) + 1))),
                call
            )
            : null;
    }

    private static bool AreApart(ReadingTaken old, ReadingTaken now) =>
        Math.Abs(old.Value!.Value - now.Value!.Value) > Math.Sqrt(Math.Pow(Uncertainty(old), 2) + Math.Pow(Uncertainty(now), 2));

    private static double Uncertainty(ReadingTaken reading) => reading.Instrument?.UncertaintyAt(reading.Value!.Value) ?? 0;

    /// <summary>Of an even number the newer of the two in the middle.</summary>
    private static ReadingTaken MedianOf(IReadOnlyList<ReadingTaken> readings)
    {
        var sorted = readings.OrderBy(r => r.Value).ToList();
        return sorted.Count % 2 == 1
            ? sorted[sorted.Count / 2]
            : sorted[(sorted.Count / 2 - 1)..(sorted.Count / 2 + 1)].MaxBy(r => r.DoneAt)!;
    }

    private static Quantity Shown(Slot slot, ReadingTaken reading) => new(reading.Value!.Value, slot.Dimension, slot.Resolution);
}
