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
    IReadOnlyList<Step> Steps)
{
    /// <summary>Where its one task stands in addresses, where it is done at several places of an engine as one; each place then stands for its own items.</summary>
    public string? Home { get; init; }

    /// <summary>The end that the builder faces; its words and figures are seen from there.</summary>
    public View View { get; init; } = View.Front;

    /// <summary>Clock angle, from the front, of straight up as the engine hangs, by what was chosen; null where the crank stands upright.</summary>
    public Func<IReadOnlyDictionary<string, string>, double?> Up { get; init; } = _ => 0;
}

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
    public Func<StepContext, IReadOnlyList<string>> Each { get; init; } = _ => s_once;

    /// <summary>Steps side by side with the same word are done item by item, not step by step.</summary>
    public string? Together { get; init; }

    /// <summary>Whether its items go each their own way: its gate holds back its own item, and all of what comes after them.</summary>
    public bool Apart { get; init; }

    /// <summary>Steps of the same item that begin anew with a new round of this one: what was read there was of the part before.</summary>
    public IReadOnlyList<string> Renews { get; init; } = [];

    /// <summary>An item as the builder says it.</summary>
    public Func<EngineSheet, string, string> ItemName { get; init; } = (_, item) => item;

    /// <summary>Whether it is done at all on this engine and by this school, and if not, why.</summary>
    public Func<StepContext, Applies> When { get; init; } = _ => Applies.Yes;

    /// <summary>The readings it asks for, in the order of the hand.</summary>
    public Func<StepContext, IReadOnlyList<Slot>> Slots { get; init; } = _ => [];

    /// <summary>What to do now, and the call once enough is known.</summary>
    public required Func<StepContext, Judgement> Judge { get; init; }

    /// <summary>What the gate wants, where nothing after this step opens until its call is a go, decided, or opened by a lead.</summary>
    public string? Gate { get; init; }

    /// <summary>Steps whose readings it stands on, and that have to let it go on.</summary>
    public IReadOnlyList<string> Needs { get; init; } = [];

    /// <summary>Steps whose readings it weighs, whatever was said of them.</summary>
    public IReadOnlyList<string> Weighs { get; init; } = [];

    /// <summary>Shown where the step is.</summary>
    public IReadOnlyList<string> Cautions { get; init; } = [];
}

/// <summary>Whether a step is done, with the reason where it is not.</summary>
/// <param name="Because">Why it is left out; null where it is done.</param>
public sealed record Applies(Sentence? Because)
{
    /// <summary>It is done.</summary>
    public static Applies Yes { get; } = new((Sentence?)null);

    /// <summary>It is done where <paramref name="holds"/>, and otherwise left out for this reason.</summary>
    public static Applies If(bool holds, string otherwise) => holds ? Yes : new(Sentence.Of(otherwise));
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

    /// <summary>One of a few words: what was found.</summary>
    [JsonStringEnumMemberName("pick")] Pick,

    /// <summary>One quantity against another, as a gauge records it.</summary>
    [JsonStringEnumMemberName("trace")] Trace,

    /// <summary>What is seen down an oil passage.</summary>
    [JsonStringEnumMemberName("sight")] Sight,
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
/// <param name="Required">Whether the step waits for it.</param>
/// <param name="Options">What may be picked.</param>
/// <param name="Expected">What the sheet expects here, base unit; a simulated gauge settles near it.</param>
/// <param name="Trace">What a trace's columns are.</param>
/// <param name="Rig">What a simulated gauge is set up with before it is used here, by its own names.</param>
/// <param name="Stock">The kinds of thing in the crib that are counted with it: the reading keeps what was there.</param>
/// <param name="Bolt">The fastener that is tightened with it.</param>
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
    ToolMatch.ToolNeed? Need = null,
    bool Required = true,
    IReadOnlyList<Option>? Options = null,
    double? Expected = null,
    TraceAxes? Trace = null,
    IReadOnlyDictionary<string, double>? Rig = null,
    IReadOnlyList<string>? Stock = null,
    BoltTag? Bolt = null)
{
    /// <summary>Something to do and tick.</summary>
    public static Slot Tick(string key, string label) => new(key, label, SlotKind.Tick);

    /// <summary>Something to look at, with what may be found.</summary>
    public static Slot Pick(string key, string label, params Option[] options) => new(key, label, SlotKind.Pick, Options: options);
}

/// <summary>Names a bolt of a group, and the pass in which it is pulled, from 1.</summary>
public sealed record BoltTag(string Group, string Id, int Pass);

/// <summary>What a step says while nothing is judged yet.</summary>
public static class Prompt
{
    /// <summary>The next thing to read or tick at the step, or that it is done.</summary>
    public static Judgement Next(StepContext context)
    {
        var slot = context.Step.Slots(context).FirstOrDefault(s => s.Required && !context.Taken(context.Step.Id, s.Key));
        return new Judgement(slot switch
        {
            null => Sentence.Of("Done. Go on to the next step."),
            { Kind: SlotKind.Tick } => Sentence.Of("{label}. Tick it when it is so.", ("label", Quantity.Word(slot.Label))),
            { Kind: SlotKind.Text } => Sentence.Of("{label}: type what it is marked.", ("label", Quantity.Word(slot.Label))),
            { Kind: SlotKind.Pick } => Sentence.Of("{label}: look, and pick what you find.", ("label", Quantity.Word(slot.Label))),
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
/// <param name="Deadline">When what is under way has to be done by.</param>
/// <param name="Until">Before when nothing more is to be done here.</param>
/// <param name="Then">What it says instead once that time has come; whoever reads it looks at the clock, nothing here does.</param>
public sealed record Judgement(Sentence Do, Call? Call = null, CalcAnswer? Answer = null, DateTimeOffset? Deadline = null, DateTimeOffset? Until = null, Sentence? Then = null)
{
    /// <summary>From when on it says something else, and what; null where time changes nothing.</summary>
    public Later? Later() => (Deadline ?? Until, Then) is ({ } from, { } then) ? new Later(from, then) : null;
}

/// <summary>From a time on, something else is to be done.</summary>
/// <param name="From">From when.</param>
/// <param name="Do">One sentence for the hands.</param>
public sealed record Later(DateTimeOffset From, Sentence Do);

/// <summary>What a step may look at: its sheet, the choices, and the live readings of the task in their newest rounds.</summary>
public sealed class StepContext(
    Step step,
    EngineSheet sheet,
    string item,
    IReadOnlyDictionary<string, string> choices,
    Func<string, string, string, ReadingTaken?> reading,
    Dictionary<string, (object? Value, Looked Looked)>? known = null,
    Func<string, TaskState?>? other = null,
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

    /// <summary>Another task of the same build as it stands, by its kind; null where it was not begun.</summary>
    public TaskState? Other(string kind)
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

/// <summary>Every version of every procedure that a log may name.</summary>
public sealed class ProcedureBook(IReadOnlyList<Procedure> procedures)
{
    /// <summary>The procedures that ship with the core. A new task adds its line here.</summary>
    public static ProcedureBook Default { get; } = new(
        [
            BalancerOff.Version1, BalancerInspection.Version1,
            TimingCover.Version1, FrontSeal.Version1, CamBearingSet.Version1,
            BalancerOn.Version1,
            CrankFloat.Version1, RepairSleeve.Version1, RearSeal.Version1, SpigotBearing.Version1,
            RockerTrunnions.Version1, PressedPart.Gear1, PressedPart.Race1, PressedPart.Bush1, PressedPart.Spigot1, PressedPart.Pin1,
        ]);

    /// <summary>Every version of each.</summary>
    public IReadOnlyList<Procedure> All => procedures;

    /// <summary>The newest version of each.</summary>
    public IReadOnlyList<Procedure> Newest { get; } =
        [.. procedures.GroupBy(p => p.Id).Select(g => g.MaxBy(p => p.Version)!)];

    /// <summary>A version that a log names.</summary>
    /// <exception cref="KeyNotFoundException">This version is not in the book.</exception>
    public Procedure Find(string id, int version) =>
        procedures.FirstOrDefault(p => p.Id == id && p.Version == version)
        ?? throw new KeyNotFoundException($"The log names version {version} of “{id}”, which this version of Neat Bore does not have.");
}
