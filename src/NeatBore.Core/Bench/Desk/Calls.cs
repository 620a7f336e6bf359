using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

public sealed partial class Desk
{
    /// <summary>What the steps say now, where that was not said before.</summary>
    private static WorkedBuild Said(WorkedBuild before, WorkedBuild grown, Command command, Signer by, Func<StepState, bool>? only = null)
    {
        var stood = before.Tasks.ToDictionary(t => t.Ref);
        var calls = new List<LogEntry>();
        foreach (var task in grown.Tasks.Where(t => !ReferenceEquals(t, stood.GetValueOrDefault(t.Ref))))
        {
            var steps = stood.GetValueOrDefault(task.Ref)?.Steps.ToDictionary(s => s.Ref) ?? [];
            calls.AddRange(
                task.Steps.Where(s => (only is null || only(s)) && NeedsCalling(s, steps.GetValueOrDefault(s.Ref)))
                    .Select(s => CallOf(command, s, task))
                    .Select((call, i) => new LogEntry(grown.UpToSeq + 1 + calls.Count + i, grown.Log[^1].StoredAt, by, call))
                    .ToList()
            );
        }

        return grown.Say(calls);
    }

    private static bool IsStop(StepState step) => step.Verdict == Verdict.Stop;

    private static Called CallOf(Command command, StepState step, TaskState task)
    {
        var said = Given.Of(step.Now);
        var calculator = said.Calculator();
        return new Called(
            Derived(command.Id, $"{step.Ref.Step}@{step.Ref.Item}"),
            command.DoneAt,
            step.Ref,
            step.Round,
            said,
            calculator,
            calculator is null ? task.Procedure : step.Now.Answer!.Version
        )
        {
            Grounds = IsStop(step) ? step.Grounds?.Invoke() : null,
        };
    }

    private static StepState? Unsaid(Command command, WorkedBuild build) =>
        build.Tasks.SelectMany(t => t.Steps).FirstOrDefault(s => s.Ref == (command as Decide)?.Step || s.Ref == (command as OpenGate)?.Step)
            is { BlockedBy: null, Now.Call: not null } step
        && (step.Calls.Count == 0 || (step.Differs && step.Otherwise is null))
            ? step
            : null;

    /// <summary>A call is kept when it is first given, and again whenever what was done here has changed it; what a new version would
    /// say of the same is not said by itself.</summary>
    private static bool NeedsCalling(StepState step, StepState? before) =>
        IsOpen(step)
        && (step.Calls.Count == 0 || (step.Differs && step.Otherwise is null))
        && !(before is not null && IsOpen(before) && before.Calls.Count == step.Calls.Count && Saying.TheSame(before.Now, step.Now));

    private static bool IsOpen(StepState step) =>
        step.Now.Call is not null && step.Status is not (StepStatus.Blocked or StepStatus.LeftOut);
}
