using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

/// <summary>A Go that is one only by when something was said to be done, and that was said later: a tablet's clock may be wrong, and a
/// time can be remembered kindly. It is the builder's to decide.</summary>
internal static class ToldLate
{
    /// <summary>How long an entry may take to arrive. A Neat Bore default.</summary>
    public static readonly TimeSpan AtMost = TimeSpan.FromMinutes(2);

    /// <summary>Whether an entry came so much later than it was done.</summary>
    public static bool Is(LogEntry entry) => entry.StoredAt - entry.Event.DoneAt > AtMost;

    /// <summary>What the step says of it; null where it would be a Go by when it arrived, too.</summary>
    /// <param name="step">The step.</param>
    /// <param name="context">What it may look at.</param>
    /// <param name="task">The task so far.</param>
    /// <param name="looked">What it looked at.</param>
    /// <param name="judged">What it says by when things were said to be done.</param>
    public static Judgement? Of(Step step, StepContext context, TaskSoFar task, Looked looked, Judgement? judged) =>
        judged?.Call is { Verdict: Verdict.Go } go
        && looked.Slots.Any(s => task.Journal.Of(new StepRef(task.Ref, s.Step, s.Item)).IsLate(s.Slot))
        && new AsItArrived(task).CallAt(step, context) is { Verdict: not Verdict.Go }
            ? judged with
            {
                Do = Sentence.Of("Say how that time is known; or do it again, and tell it as it happens."),
                Call = go with
                {
                    Verdict = Verdict.Decide,
                    Why = Sentence.Of("It is good only by times that were told later than they were."),
                },
            }
            : null;

    /// <summary>A task as if each entry that came late was done when it came.</summary>
    private sealed class AsItArrived(TaskSoFar task) : TaskBeside(task)
    {
        public override ReadingTaken? Live(string step, string item, string slot) =>
            base.Live(step, item, slot) is { } live ? live with { DoneAt = At(step, item).ArrivedAt(live) } : null;

        public override DateTimeOffset? FirstAt(string step, string item, string slot) => At(step, item).FirstAt(slot, asItArrived: true);

        private StepJournal At(string step, string item) => task.Journal.Of(new StepRef(task.Ref, step, item));
    }
}
