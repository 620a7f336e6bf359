using NeatBore.Core.Log;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

/// <summary>What some entries changed, as a task may look at it.</summary>
internal sealed class Changes : IStepReader, ITaskReader
{
    private readonly HashSet<(string Step, string Item, string Slot)> _slots = [];
    private readonly HashSet<(string Step, string Item)> _rounds = [];
    private readonly HashSet<string> _choices = new(StringComparer.Ordinal);
    private readonly HashSet<string> _tasks = new(StringComparer.Ordinal);

    /// <param name="task">The task that looks.</param>
    /// <param name="entries">What is new.</param>
    /// <param name="kinds">The kinds of all tasks that are worked out anew for it.</param>
    public Changes(TaskRef task, IEnumerable<LogEntry> entries, IEnumerable<string> kinds)
    {
        _tasks.UnionWith(kinds);
        foreach (var entry in entries)
        {
            switch (entry.Event)
            {
                case Chose shared when ChoiceName.Shared.Contains(shared.Choice):
                    _choices.Add(shared.Choice);
                    break;
                case StepEvent e when e.OfTask == task:
                    e.To(this, entry);
                    break;
                case TaskEvent e when e.OfTask == task:
                    e.To(this, entry.Seq);
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

    void IStepReader.Read(ReadingTaken taken, LogEntry entry) => Changed(taken.Slot);

    void IStepReader.Read(Struck struck, LogEntry entry) => Changed(struck.Slot);

    void IStepReader.Read(RoundBegan began, LogEntry entry) => _rounds.Add((began.Step.Step, began.Step.Item));

    void IStepReader.Read(JudgedByHand judged, LogEntry entry) => _rounds.Add((judged.Step.Step, judged.Step.Item));

    // What was said, decided, noted or asked changes nothing that a step looks at.
    void IStepReader.Read(Called called, LogEntry entry) { }

    void IStepReader.Read(Decided decided, LogEntry entry) { }

    void IStepReader.Read(GateOpened opened, LogEntry entry) { }

    void IStepReader.Read(Noted noted, LogEntry entry) { }

    void IStepReader.Read(ArrivedLate late, LogEntry entry) { }

    void IStepReader.Read(Attached attached, LogEntry entry) { }

    void IStepReader.Read(OwnerAsked asked, LogEntry entry) { }

    void IStepReader.Read(OwnerAnswered answered, LogEntry entry) { }

    void ITaskReader.Read(Chose chose, long seq) => _choices.Add(chose.Choice);

    // All of a task that is begun, or whose sheet was moved, is worked out anew.
    void ITaskReader.Read(TaskStarted started, long seq) { }

    void ITaskReader.Read(SheetMoved moved, long seq) { }

    void ITaskReader.Read(SupplyTold told, long seq) { }

    void ITaskReader.Read(ToolReturned back, long seq) { }

    void ITaskReader.Read(GapTold told, long seq) { }

    private void Changed(SlotRef slot) => _slots.Add((slot.Step.Step, slot.Step.Item, slot.Slot));
}
