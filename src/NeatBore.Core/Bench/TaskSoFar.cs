using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

/// <summary>A task while it is worked out.</summary>
/// <param name="task">The task.</param>
/// <param name="sheet">The engine's sheet as its run sheet sees it.</param>
/// <param name="choices">What its builder chooses.</param>
/// <param name="journal">Its part of the log.</param>
/// <param name="other">Another task of the build as it stands, by its kind.</param>
/// <param name="rests">What of another task has to be left alone, by its kind.</param>
internal sealed class TaskSoFar(
    TaskRef task,
    EngineSheet sheet,
    IReadOnlyList<ChoiceState> choices,
    Journal journal,
    Func<string, TaskState?> other,
    Func<string, Rest?> rests
) : ITaskView
{
    private readonly Dictionary<string, string> _chosen = choices.ToDictionary(c => c.Id, c => c.Chosen, StringComparer.Ordinal);

    /// <summary>The task.</summary>
    public TaskRef Ref => task;

    /// <summary>Its part of the log.</summary>
    public Journal Journal => journal;

    public EngineSheet Sheet => sheet;

    public IDictionary<string, (object? Value, Looked Looked)> Known { get; } =
        new Dictionary<string, (object? Value, Looked Looked)>(StringComparer.Ordinal);

    // A step keeps what was told once a build when it was read.
    public IReadOnlyDictionary<string, string> Choices(string step, string item)
    {
        var kept = choices
            .Where(c => ChoiceName.Shared.Contains(c.Id))
            .Select(c => (c.Id, Told: journal.ChosenAt(At(step, item), c.Id, c.Options[0].Id)))
            .ToList();
        return kept.TrueForAll(k => k.Told is null || k.Told == _chosen[k.Id])
            ? _chosen
            : _chosen.ToDictionary(c => c.Key, c => kept.Find(k => k.Id == c.Key).Told ?? c.Value, StringComparer.Ordinal);
    }

    public ReadingTaken? Live(string step, string item, string slot) => journal.Of(At(step, item)).Live(slot);

    public DateTimeOffset? FirstAt(string step, string item, string slot) => journal.Of(At(step, item)).FirstAt(slot);

    public int Round(string step, string item) => journal.Of(At(step, item)).Round;

    public int RoundsSince(string step, string other, string item) => journal.RoundsSince(At(step, item), At(other, item));

    public (Judgement Says, DateTimeOffset At)? StoppedBefore(string step, string item) => journal.Of(At(step, item)).StoppedBefore;

    public bool ByHand(string step, string item) => journal.Of(At(step, item)).Hand?.Event is JudgedByHand { Found: not HandFound.Bad };

    public OtherTask? Other(string kind) => other(kind) is { } there ? Seen(there) : null;

    public long WorkedAt(string kind, IReadOnlyList<string> steps) => journal.WorkedAt(kind, steps);

    public Rest? Rests(string kind) => rests(kind);

    private StepRef At(string step, string item) => new(task, step, item);

    /// <summary>A task as the others see it.</summary>
    private static OtherTask Seen(TaskState task)
    {
        var next = task.Steps.FirstOrDefault(s => s.Ref == task.Next);
        return new OtherTask(
            task.Title,
            task.Standing,
            next?.Title,
            next?.Now.Call,
            (step, slot) =>
                task
                    .Steps.FirstOrDefault(s => s.Ref.Step == step && s.Ref.Item.Length == 0)
                    ?.Rounds[^1]
                    .Slots.FirstOrDefault(s => s.Slot.Key == slot)
                    ?.Live
                    is { } live
                    ? new OtherReading(live.Value, live.Option, live.Tool, live.DoneAt)
                    : null
        );
    }
}
