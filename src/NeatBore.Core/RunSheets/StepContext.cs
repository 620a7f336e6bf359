using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>What a step may look at: its sheet, the choices, and the live readings of the task in their newest rounds.</summary>
public sealed class StepContext(
    Step step,
    EngineSheet sheet,
    string item,
    IReadOnlyDictionary<string, string> choices,
    Func<string, string, string, ReadingTaken?> reading,
    Dictionary<string, (object? Value, Looked Looked)>? known = null,
    Func<string, Standing?>? other = null,
    Func<string, string, int>? round = null,
    Looked? looked = null)
{
    private readonly Dictionary<string, (object? Value, Looked Looked)> _known = known ?? [];

    /// <summary>What was looked at through it so far.</summary>
    public Looked Looked { get; } = looked ?? new Looked();

    /// <summary>The step itself.</summary>
    public Step Step { get; } = step;

    /// <summary>The sheet version that the task is pinned to.</summary>
    public EngineSheet Sheet { get; } = sheet;

    /// <summary>The item the step is done for.</summary>
    public string Item { get; } = item;

    /// <summary>What several steps of a task need and is worked out once from the same readings; null where they can't be used.</summary>
    public T? Once<T>(string name, Func<T?> work)
        where T : class
    {
        if (_known.TryGetValue(name, out var kept))
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
        _known[name] = (found, part);
        return found;
    }

    /// <summary>The same for another item of the task.</summary>
    public StepContext For(string item) => new(Step, Sheet, item, choices, reading, _known, other, round, Looked);

    /// <summary>The same as another step sees it.</summary>
    public StepContext At(Step step) => new(step, Sheet, Item, choices, reading, _known, other, round, Looked);

    /// <summary>How often a step has been begun for this item, from 1.</summary>
    public int Round(string step)
    {
        Looked.AtRounds(step, Item);
        return round?.Invoke(step, Item) ?? 1;
    }

    /// <summary>What was seen in a slot, or null.</summary>
    public Sight? Sight(string step, string slot) => Reading(step, slot)?.Sight;

    /// <summary>How another task of the same build stands, by its kind; null where it was not begun.</summary>
    public Standing? Other(string kind)
    {
        Looked.AtTask(kind);
        return other?.Invoke(kind);
    }

    /// <summary>The option chosen; null where this version of the run sheet has no such choice.</summary>
    public string? Chosen(string choice)
    {
        Looked.AtChoice(choice);
        return choices.GetValueOrDefault(choice);
    }

    /// <summary>The live reading of a slot, or null.</summary>
    public ReadingTaken? Reading(string step, string slot) => Live(step, Item, slot) ?? (Item.Length > 0 ? Live(step, "", slot) : null);

    private ReadingTaken? Live(string step, string item, string slot)
    {
        Looked.AtSlot(step, item, slot);
        return reading(step, item, slot);
    }

    /// <summary>The tool picked in a slot, or null.</summary>
    public ToolMatch.CribTool? Tool(string step, string slot) => Reading(step, slot)?.Tool;

    /// <summary>The option picked in a slot, or null.</summary>
    public string? Picked(string step, string slot) => Reading(step, slot)?.Option;

    /// <summary>What was counted in the crib with a slot; none where it was not.</summary>
    public IReadOnlyList<ToolMatch.CribTool> Stock(string step, string slot) => Reading(step, slot)?.Stock ?? [];

    /// <summary>When a slot was taken, at the bench.</summary>
    public DateTimeOffset? At(string step, string slot) => Reading(step, slot)?.DoneAt;

    /// <summary>The live trace of a slot, or null.</summary>
    public TraceColumns? Trace(string step, string slot) => Reading(step, slot)?.Trace?.Columns();

    /// <summary>Expanded uncertainty of a reading by the gauge it was taken with; 0 where none is known.</summary>
    public double Uncertainty(string step, string slot) =>
        Reading(step, slot) is { Instrument: { } by, Value: { } value } ? by.UncertaintyAt(value) : 0;

    /// <summary>The live value of a slot in its base unit, or null.</summary>
    public double? Number(string step, string slot) => Reading(step, slot)?.Value;

    /// <summary>Whether a slot has a live reading.</summary>
    public bool Taken(string step, string slot) => Reading(step, slot) is not null;
}
