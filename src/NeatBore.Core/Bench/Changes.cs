using NeatBore.Core.Log;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

/// <summary>What some entries changed, as a task may look at it.</summary>
internal sealed class Changes
{
    private readonly HashSet<(string Step, string Item, string Slot)> _slots = [];
    private readonly HashSet<(string Step, string Item)> _rounds = [];
    private readonly HashSet<string> _choices = new(StringComparer.Ordinal);
    private readonly HashSet<string> _tasks = new(StringComparer.Ordinal);

    /// <param name="task">The task that looks.</param>
    /// <param name="entries">What is new.</param>
    /// <param name="kinds">The kinds of all tasks that are worked out anew for it.</param>
    /// <param name="slotOf">The slot of a reading.</param>
    public Changes(TaskRef task, IEnumerable<LogEntry> entries, IEnumerable<string> kinds, Func<Guid, SlotRef?> slotOf)
    {
        _tasks.UnionWith(kinds);
        foreach (
            var e in entries
                .Select(e => e.Event)
                .Where(e => Addresses.TaskOf(e, slotOf) == task || (e is Chose shared && ChoiceName.Shared.Contains(shared.Choice)))
        )
        {
            switch (e)
            {
                case ReadingTaken { Slot: var slot }:
                    _slots.Add((slot.Step.Step, slot.Step.Item, slot.Slot));
                    break;
                case Struck struck when slotOf(struck.Reading) is { } slot:
                    _slots.Add((slot.Step.Step, slot.Step.Item, slot.Slot));
                    break;
                case RoundBegan { Step: var step }:
                    _rounds.Add((step.Step, step.Item));
                    break;
                case JudgedByHand { Step: var step }:
                    _rounds.Add((step.Step, step.Item));
                    break;
                case Chose chose:
                    _choices.Add(chose.Choice);
                    break;
            }
        }
    }

    /// <summary>Whether any of it was looked at.</summary>
    public bool Touch(Looked looked) =>
        _slots.Any(looked.Slots.Contains)
        || (_rounds.Count > 0 && (_rounds.Any(looked.Rounds.Contains) || looked.Slots.Any(s => _rounds.Contains((s.Step, s.Item)))))
        || _choices.Any(looked.Choices.Contains)
        || _tasks.Any(looked.Tasks.Contains);
}
