using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>What a step may look at: its sheet, the choices, and the live readings of the task in their newest rounds; what it looks at
/// is noted.</summary>
public sealed class StepContext
{
    private readonly ITaskView _task;

    /// <param name="step">The step.</param>
    /// <param name="item">The item it is done for; "" for once.</param>
    /// <param name="task">Its task.</param>
    public StepContext(Step step, string item, ITaskView task)
        : this(step, item, task, task.Choices(step.Id, item), new Looked()) { }

    private StepContext(Step step, string item, ITaskView task, IReadOnlyDictionary<string, string> choices, Looked looked) =>
        (Step, Item, _task, Choices, Looked) = (step, item, task, choices, looked);

    /// <summary>What was looked at through it so far.</summary>
    public Looked Looked { get; }

    /// <summary>The step itself.</summary>
    public Step Step { get; }

    /// <summary>The sheet version that the task is pinned to.</summary>
    public EngineSheet Sheet => _task.Sheet;

    /// <summary>The item the step is done for.</summary>
    public string Item { get; }

    /// <summary>What is chosen, by the choice's id.</summary>
    internal IReadOnlyDictionary<string, string> Choices { get; }

    /// <summary>What several steps of a task need and is worked out once from the same readings; null where they can't be used.</summary>
    public T? Once<T>(string name, Func<T?> work)
        where T : class
    {
        if (_task.Known.TryGetValue(name, out var kept))
        {
            Looked.Add(kept.Looked);
            return (T?)kept.Value;
        }

        T? found = null;
        var part = Looked.During(() =>
        {
            try
            {
                found = work();
            }
            catch (UnusableInputException)
            {
                // What can't be used is nothing, to every step that needs it.
            }
        });
        _task.Known[name] = (found, part);
        return found;
    }

    /// <summary>The same for another item of the task.</summary>
    public StepContext For(string item) => new(Step, item, _task, Choices, Looked);

    /// <summary>The same as another step sees it.</summary>
    public StepContext SeenBy(Step step) => new(step, Item, _task, Choices, Looked);

    /// <summary>The same as it would see another task; what it looks at counts for this one.</summary>
    internal StepContext AsIf(ITaskView task) => new(Step, Item, task, Choices, Looked);

    /// <summary>How often a step has been begun for this item, from 1.</summary>
    public int Round(StepName step)
    {
        Looked.AtRounds(step, Item);
        return _task.Round(step, Item);
    }

    /// <summary>Which time a step is done for this item since another was begun anew, from 1: what is done to a new part counts from its
    /// own first time.</summary>
    public int RoundsSince(StepName step, StepName other)
    {
        Looked.AtRounds(step, Item);
        Looked.AtRounds(other, Item);
        return _task.RoundsSince(step, other, Item);
    }

    /// <summary>The Stop that was said last before this step's newest round, and when; null where anything else was, and where a lead
    /// opened it.</summary>
    public (Judgement Says, DateTimeOffset At)? StoppedBefore()
    {
        Looked.AtRounds(Step.Name, Item);
        return _task.StoppedBefore(Step.Id, Item);
    }

    /// <summary>Whether a step of this item was judged by hand, and not bad.</summary>
    public bool ByHand(StepName step)
    {
        Looked.AtRounds(step, Item);
        return _task.ByHand(step, Item);
    }

    /// <summary>How another task of the same build stands, by its kind; null where it was not begun.</summary>
    public Standing? Other(string kind)
    {
        return Task(kind)?.Standing;
    }

    /// <summary>Another task of the same build, by its kind; null where it was not begun. Two tasks can't look at one another
    /// so.</summary>
    public OtherTask? Task(string kind)
    {
        Looked.AtTask(kind);
        return _task.Other(kind);
    }

    /// <summary>Whether any work was done at another task of the build, whatever came of it.</summary>
    public bool Worked(string kind) => WorkedAt(kind) > 0;

    /// <summary>When work was done last at some steps of another task of the build, or at any of them where none is named, as a number
    /// that grows; 0 where none was.</summary>
    public long WorkedAt(string kind, params IReadOnlyList<string> steps)
    {
        Looked.AtTask(kind);
        return _task.WorkedAt(kind, steps);
    }

    /// <summary>What of another task of the build has to be left alone, and until when; null where nothing has.</summary>
    public Rest? Rests(string kind)
    {
        Looked.AtTask(kind);
        return _task.Rests(kind);
    }

    /// <summary>The option chosen; null where this version of the run sheet has no such choice.</summary>
    public string? Chosen(ChoiceName choice)
    {
        Looked.AtChoice(choice);
        return Choices.GetValueOrDefault(choice);
    }

    /// <summary>Whether this option was chosen.</summary>
    public bool Is(ChoiceName choice, Option option) => Chosen(choice) == option.Id;

    /// <summary>Whether this option was picked.</summary>
    public bool Is(PickSlot slot, Option option) => Picked(slot) == option.Id;

    /// <summary>The live reading of a slot, or null.</summary>
    public ReadingTaken? Reading(SlotName slot) => Reading(slot.Step, slot.Key);

    /// <summary>Whether a slot has a live reading.</summary>
    public bool Taken(SlotName slot) => Reading(slot) is not null;

    /// <summary>Whether a slot has a live trace, and a whole one.</summary>
    public bool Taken(TraceSlot slot) => Reading(slot) is { CutOff: false };

    /// <summary>Whether a slot of this step has a live reading.</summary>
    public bool Taken(Slot slot) => Taken(Step.Name, slot);

    /// <summary>Whether a slot of a step has a live reading.</summary>
    public bool Taken(StepName step, Slot slot) => Reading(step, slot.Key) is not null;

    /// <summary>When a slot was taken, at the bench.</summary>
    public DateTimeOffset? TakenAt(SlotName slot) => Reading(slot)?.DoneAt;

    /// <summary>When a slot of a step was taken, at the bench.</summary>
    public DateTimeOffset? TakenAt(StepName step, Slot slot) => Reading(step, slot.Key)?.DoneAt;

    /// <summary>When a slot that is taken was taken first in this round, at the bench. A longest time runs from the first tick of what
    /// begins it to the last of what ends it, a shortest wait from the last to the first: crossing one out and ticking it anew makes
    /// neither kinder.</summary>
    public DateTimeOffset? FirstAt(SlotName slot) => FirstAt(slot.Step, slot.Key);

    /// <summary>The same of a slot of a step.</summary>
    public DateTimeOffset? FirstAt(StepName step, Slot slot) => FirstAt(step, slot.Key);

    /// <summary>The live value of a slot in its base unit, or null; of a trace its peak.</summary>
    public double? Number(SlotName slot) => Reading(slot)?.Value;

    /// <summary>The live value of a slot of this step in its base unit, or null.</summary>
    public double? Number(Slot slot) => Number(Step.Name, slot);

    /// <summary>The live value of a slot of a step in its base unit, or null.</summary>
    public double? Number(StepName step, Slot slot) => Reading(step, slot.Key)?.Value;

    /// <summary>Expanded uncertainty of a reading by the gauge it was taken with; 0 where none is known.</summary>
    public double Uncertainty(SlotName slot) => Uncertainty(Reading(slot));

    /// <summary>Expanded uncertainty of a reading of this step by the gauge it was taken with; 0 where none is known.</summary>
    public double Uncertainty(Slot slot) => Uncertainty(Step.Name, slot);

    /// <summary>Expanded uncertainty of a reading of a step by the gauge it was taken with; 0 where none is known.</summary>
    public double Uncertainty(StepName step, Slot slot) => Uncertainty(Reading(step, slot.Key));

    /// <summary>The tool picked in a slot, or null.</summary>
    public ToolMatch.CribTool? Tool(ToolSlot slot) => Reading(slot)?.Tool;

    /// <summary>The option picked in a slot, or null.</summary>
    public string? Picked(PickSlot slot) => Reading(slot)?.Option;

    /// <summary>What was counted in the crib with a slot; none where it was not.</summary>
    public IReadOnlyList<ToolMatch.CribTool> Stock(TickSlot slot) => Reading(slot)?.Stock ?? [];

    /// <summary>The live trace of a slot, or null; also where it was cut off on the way, which says nothing of the end.</summary>
    public TraceColumns? Trace(SlotName slot) => Reading(slot) is { CutOff: false } whole ? whole.Trace?.Columns() : null;

    /// <summary>What there is of a live trace that was cut off; null where there is none, and where it is whole.</summary>
    public TraceColumns? CutOff(TraceSlot slot) => Reading(slot) is { CutOff: true } part ? part.Trace?.Columns() : null;

    /// <summary>What was seen in a slot, or null.</summary>
    public Sight? Sight(SightSlot slot) => Reading(slot)?.Sight;

    private static double Uncertainty(ReadingTaken? reading) =>
        reading is { Instrument: { } by, Value: { } value } ? by.UncertaintyAt(value) : 0;

    private ReadingTaken? Reading(string step, string slot) => Live(step, Item, slot) ?? (Item.Length > 0 ? Live(step, "", slot) : null);

    private DateTimeOffset? FirstAt(string step, string slot) =>
        Live(step, Item, slot) is not null ? _task.FirstAt(step, Item, slot)
        : Item.Length > 0 && Live(step, "", slot) is not null ? _task.FirstAt(step, "", slot)
        : null;

    private ReadingTaken? Live(string step, string item, string slot)
    {
        Looked.AtSlot(step, item, slot);
        return _task.Live(step, item, slot);
    }
}
