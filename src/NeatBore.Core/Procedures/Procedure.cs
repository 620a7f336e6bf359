using System.Text.Json.Serialization;
using NeatBore.Core.Bench;
using NeatBore.Core.Measures;
using NeatBore.Core.Tooling;

namespace NeatBore.Core.Procedures;

/// <summary>A task's run sheet: structure is data, the leaves are pure functions. A version that a log names is never edited.</summary>
/// <param name="Id">The task's kind, such as "balancer-on".</param>
/// <param name="Version">1 and up.</param>
/// <param name="Title">As the builder says it.</param>
/// <param name="Places">The places on an engine where it is done.</param>
/// <param name="Choices">What the builder chooses.</param>
/// <param name="Steps">In working order.</param>
public sealed record Procedure(
    string Id,
    int Version,
    string Title,
    Func<EngineSheet, IReadOnlyList<string>> Places,
    IReadOnlyList<Choice> Choices,
    IReadOnlyList<Step> Steps);

/// <summary>A choice, asked at a step; the first option is the default.</summary>
public sealed record Choice(string Id, string Step, string Ask, Func<EngineSheet, IReadOnlyList<Option>> Options);

/// <summary>One option of a choice.</summary>
public sealed record Option(string Id, string Label);

/// <summary>One step of a run sheet.</summary>
/// <param name="Id">Within the procedure.</param>
/// <param name="Title">What is done.</param>
/// <param name="Figure">The figure it is shown on.</param>
public sealed record Step(string Id, string Title, string Figure)
{
    private static readonly string[] s_once = [""];

    /// <summary>The items it is done for; "" for once.</summary>
    public Func<EngineSheet, IReadOnlyList<string>> Each { get; init; } = _ => s_once;

    /// <summary>The readings it asks for, in the order of the hand.</summary>
    public Func<StepContext, IReadOnlyList<Slot>> Slots { get; init; } = _ => [];

    /// <summary>What to do now, and the call once enough is known.</summary>
    public required Func<StepContext, Judgement> Judge { get; init; }

    /// <summary>What the gate wants, where nothing after this step opens until its call is a go, decided, or opened by a lead.</summary>
    public string? Gate { get; init; }

    /// <summary>Steps whose readings it stands on.</summary>
    public IReadOnlyList<string> Needs { get; init; } = [];

    /// <summary>Shown where the step is.</summary>
    public IReadOnlyList<string> Cautions { get; init; } = [];
}

/// <summary>What a slot takes.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<SlotKind>))]
public enum SlotKind
{
    /// <summary>A number with a unit.</summary>
    [JsonStringEnumMemberName("number")] Number,

    /// <summary>Done, ticked.</summary>
    [JsonStringEnumMemberName("tick")] Tick,

    /// <summary>A word or a part number.</summary>
    [JsonStringEnumMemberName("text")] Text,

    /// <summary>A tool picked from the crib.</summary>
    [JsonStringEnumMemberName("tool")] Tool,
}

/// <summary>One reading that a step asks for.</summary>
/// <param name="Key">Within the step.</param>
/// <param name="Label">Where it is taken, in the trade's words.</param>
/// <param name="Kind">What it takes.</param>
/// <param name="Dimension">What a number measures.</param>
/// <param name="Resolution">Smallest step worth showing, base unit.</param>
/// <param name="Instrument">The kind of instrument it is taken with.</param>
/// <param name="AngleDeg">Clock angle from the front, degrees.</param>
/// <param name="StationMm">Distance in, mm.</param>
/// <param name="Plausible">What the part could be, base unit; a value outside is asked about.</param>
/// <param name="Peers">Slots with the same word are like one another; a value ten times off its peers is asked about.</param>
/// <param name="Need">What a tool must fit, where one is picked.</param>
public sealed record Slot(
    string Key,
    string Label,
    SlotKind Kind,
    Dimension Dimension = Dimension.Text,
    double Resolution = 1,
    string? Instrument = null,
    double? AngleDeg = null,
    double? StationMm = null,
    Band? Plausible = null,
    string? Peers = null,
    ToolMatch.ToolNeed? Need = null)
{
    /// <summary>Something to do and tick.</summary>
    public static Slot Tick(string key, string label) => new(key, label, SlotKind.Tick);
}

/// <summary>What a step says while nothing is judged yet.</summary>
public static class Prompt
{
    /// <summary>The next thing to read or tick, or that the step is done.</summary>
    public static Judgement Next(StepContext context, string step, IReadOnlyList<Slot> slots)
    {
        var slot = slots.FirstOrDefault(s => !context.Taken(step, s.Key));
        return new Judgement(slot switch
        {
            null => Sentence.Of("Done. Go on to the next step."),
            { Kind: SlotKind.Tick } => Sentence.Of("{label}. Tick it when it is so.", ("label", Quantity.Word(slot.Label))),
            { Kind: SlotKind.Text } => Sentence.Of("{label}: type what it is marked.", ("label", Quantity.Word(slot.Label))),
            { Kind: SlotKind.Tool } => Sentence.Of("Pick the tool. What won’t do says why."),
            { StationMm: { } at } => Sentence.Of("Measure {at} in, across {label}.", ("at", Quantity.Mm(at, 1)), ("label", Quantity.Word(slot.AngleDeg == 0 ? "12 to 6" : "3 to 9"))),
            { Dimension: Dimension.Temperature } => Sentence.Of("Take its temperature: it sizes the part."),
            _ => Sentence.Of("Read: {label}.", ("label", Quantity.Word(slot.Label))),
        });
    }
}

/// <summary>What a step says: what to do with the hands now, the call once there is one, and the numbers for the figure.</summary>
/// <param name="Do">One sentence for the hands.</param>
/// <param name="Call">Null until the least set of readings is in.</param>
/// <param name="Answer">What the calculator found.</param>
public sealed record Judgement(Sentence Do, Call? Call = null, CalcAnswer? Answer = null);

/// <summary>What a step may look at: its sheet, the choices, and the live readings of the task in their newest rounds.</summary>
public sealed class StepContext(
    EngineSheet sheet,
    string item,
    IReadOnlyDictionary<string, string> choices,
    Func<string, string, string, ReadingTaken?> reading)
{
    /// <summary>The sheet version that the task is pinned to.</summary>
    public EngineSheet Sheet { get; } = sheet;

    /// <summary>The item the step is done for.</summary>
    public string Item { get; } = item;

    /// <summary>The option chosen.</summary>
    public string Chosen(string choice) => choices[choice];

    /// <summary>The live reading of a slot, or null.</summary>
    public ReadingTaken? Reading(string step, string slot) => reading(step, Item, slot) ?? reading(step, "", slot);

    /// <summary>The tool picked in a slot, or null.</summary>
    public ToolMatch.CribTool? Tool(string step, string slot) => Reading(step, slot)?.Tool;

    /// <summary>The live value of a slot in its base unit, or null.</summary>
    public double? Number(string step, string slot) => Reading(step, slot)?.Value;

    /// <summary>Whether a slot has a live reading.</summary>
    public bool Taken(string step, string slot) => Reading(step, slot) is not null;
}

/// <summary>Every version of every procedure that a log may name.</summary>
public sealed class ProcedureBook(IReadOnlyList<Procedure> procedures)
{
    /// <summary>The procedures that ship with the core. A new task adds its line here.</summary>
    public static ProcedureBook Default { get; } = new([BalancerOff.Version1, BalancerOn.Version1]);

    /// <summary>The newest version of each.</summary>
    public IReadOnlyList<Procedure> Newest { get; } =
        [.. procedures.GroupBy(p => p.Id).Select(g => g.MaxBy(p => p.Version)!)];

    /// <summary>A version that a log names.</summary>
    /// <exception cref="KeyNotFoundException">This version is not in the book.</exception>
    public Procedure Find(string id, int version) =>
        procedures.FirstOrDefault(p => p.Id == id && p.Version == version)
        ?? throw new KeyNotFoundException($"The log names version {version} of “{id}”, which this version of Neat Bore does not have.");
}
