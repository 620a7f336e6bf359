using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Tests;

/// <summary>A task by itself, with nothing done in it but what is read.</summary>
internal sealed class PlainView(
    EngineSheet sheet,
    IReadOnlyDictionary<string, string>? choices = null,
    Func<string, ReadingTaken?>? reading = null
) : ITaskView
{
    public EngineSheet Sheet => sheet;

    public IDictionary<string, (object? Value, Looked Looked)> Known { get; } =
        new Dictionary<string, (object? Value, Looked Looked)>(StringComparer.Ordinal);

    public IReadOnlyDictionary<string, string> Choices(string step, string item) => choices ?? new Dictionary<string, string>();

    public ReadingTaken? Live(string step, string item, string slot) => reading?.Invoke(slot);

    public DateTimeOffset? FirstAt(string step, string item, string slot) => Live(step, item, slot)?.DoneAt;

    public int Round(string step, string item) => 1;

    public int RoundsSince(string step, string other, string item) => 1;

    public (Judgement Says, DateTimeOffset At)? StoppedBefore(string step, string item) => null;

    public bool ByHand(string step, string item) => false;

    public OtherTask? Other(string kind) => null;

    public long WorkedAt(string kind, IReadOnlyList<string> steps) => 0;

    public Rest? Rests(string kind) => null;
}
