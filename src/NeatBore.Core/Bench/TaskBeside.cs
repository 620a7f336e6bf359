using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

/// <summary>A task as it is, for whoever asks what a step would say if some of it were otherwise.</summary>
/// <param name="task">As it is.</param>
internal abstract class TaskBeside(ITaskView task) : ITaskView
{
    /// <summary>The call that a step would give; null where it would give none, and where its readings could not all be true.</summary>
    public Call? CallAt(Step at, StepContext context)
    {
        try
        {
            return at.Judge(context.AsIf(this)).Call;
        }
        catch (UnusableInputException)
        {
            return null;
        }
    }

    public EngineSheet Sheet => task.Sheet;

    // What was worked out once was worked out from what stands.
    public IDictionary<string, (object? Value, Looked Looked)> Known { get; } =
        new Dictionary<string, (object? Value, Looked Looked)>(StringComparer.Ordinal);

    public IReadOnlyDictionary<string, string> Choices(string step, string item) => task.Choices(step, item);

    public virtual ReadingTaken? Live(string step, string item, string slot) => task.Live(step, item, slot);

    public virtual DateTimeOffset? FirstAt(string step, string item, string slot) => task.FirstAt(step, item, slot);

    public int Round(string step, string item) => task.Round(step, item);

    public int RoundsSince(string step, string other, string item) => task.RoundsSince(step, other, item);

    public (Judgement Says, DateTimeOffset At)? StoppedBefore(string step, string item) => task.StoppedBefore(step, item);

    public bool ByHand(string step, string item) => task.ByHand(step, item);

    public OtherTask? Other(string kind) => task.Other(kind);

    public long WorkedAt(string kind, IReadOnlyList<string> steps) => task.WorkedAt(kind, steps);

    public Rest? Rests(string kind) => task.Rests(kind);
}
