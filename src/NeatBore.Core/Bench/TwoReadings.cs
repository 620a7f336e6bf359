using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

/// <summary>What a step says while two readings stand at one of its places: what to do about it, and the Stop that any of them would
/// make.</summary>
internal static class TwoReadings
{
    /// <summary>So many ways of reading them are tried at most.</summary>
    private const int MostTried = 16;

    /// <summary>Each in turn, with the newest at the other places; the first Stop counts until one is crossed out.</summary>
    /// <param name="step">The step.</param>
    /// <param name="context">What it may look at.</param>
    /// <param name="task">Its task.</param>
    /// <param name="own">What was done at it.</param>
    /// <param name="slots">Its newest round's places.</param>
    public static Judgement Of(Step step, StepContext context, ITaskView task, StepJournal own, IReadOnlyList<SlotState> slots)
    {
        var twice = slots.Where(s => s.Conflict).Select(s => s.Slot).ToList();
        var newest = twice.ToDictionary(s => s.Key, s => (ReadingTaken?)own.Uncrossed(s.Key)[^1], StringComparer.Ordinal);
        var stop = twice
            .SelectMany(s => own.Uncrossed(s.Key).Select(r => new Dictionary<string, ReadingTaken?>(newest) { [s.Key] = r }))
            .Take(MostTried)
            .Select(instead => new TaskAsIf(task, step.Id, context.Item, instead).CallAt(step, context))
            .FirstOrDefault(c => c?.Verdict == Verdict.Stop);
        return new(
            Sentence.Of("Two readings stand at {label}. Cross out the one that is wrong.", ("label", Quantity.Word(twice[0].Label))),
            stop
        );
    }
}
