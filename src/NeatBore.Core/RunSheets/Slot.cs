using System.Text.Json.Serialization;
using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>What a slot takes.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<SlotKind>))]
public enum SlotKind
{
    /// <summary>A number with a unit.</summary>
    [JsonStringEnumMemberName("number")]
    Number,

    /// <summary>Done, ticked.</summary>
    [JsonStringEnumMemberName("tick")]
    Tick,

    /// <summary>A word or a part number.</summary>
    [JsonStringEnumMemberName("text")]
    Text,

    /// <summary>A tool picked from the crib.</summary>
    [JsonStringEnumMemberName("tool")]
    Tool,

    /// <summary>One of a few words: what was found.</summary>
    [JsonStringEnumMemberName("pick")]
    Pick,

    /// <summary>One quantity against another, as a gauge records it.</summary>
    [JsonStringEnumMemberName("trace")]
    Trace,

    /// <summary>What is seen down an oil passage.</summary>
    [JsonStringEnumMemberName("sight")]
    Sight,
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
/// <param name="Expected">What is expected here, base unit.</param>
/// <param name="Trace">What a trace's columns are.</param>
/// <param name="StartedAt">Where the part stands when a trace begins, base unit of what runs along.</param>
/// <param name="Stock">The kinds of thing in the crib that are counted with it: the reading keeps what was there.</param>
/// <param name="Bolt">The fastener that is tightened with it.</param>
/// <param name="Begins">What begins its recording, as the builder says it: "Draw it on"; null for any other.</param>
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
    double? StartedAt = null,
    IReadOnlyList<string>? Stock = null,
    BoltTag? Bolt = null,
    string? Begins = null
)
{
    /// <summary>The value of an engine's sheet that it reads, by path, where a nominal size can be taken from it; null for none.</summary>
    [JsonIgnore]
    public string? Reads { get; init; }

    /// <summary>What of the engine it reads, where another step reads the same: the part, a stroke, and what of it. What was read there is
    /// offered here.</summary>
    [JsonIgnore]
    public string? Same { get; init; }

    /// <summary>Whether what it reads is over once it is read: a pull or a press is done, and can't be read again.</summary>
    [JsonIgnore]
    public bool HappensOnce => Trace is not null || Bolt is not null || IsDone;

    /// <summary>Whether it is a number that says the same when it is read again, where nothing has moved.</summary>
    [JsonIgnore]
    public bool CanBeReadAgain => Kind == SlotKind.Number && !HappensOnce;

    /// <summary>Whether what was done with it is done already: the setting of a wrench that has clicked.</summary>
    [JsonIgnore]
    public bool IsDone { get; init; }

    /// <summary>Whether it tells what was set, which can be set otherwise, and not what was found.</summary>
    [JsonIgnore]
    public bool IsSetting { get; init; }

    /// <summary>The same, which the step waits for only where nothing was measured in its place: an optional number, else the
    /// pick.</summary>
    public Slot Unless(bool measured) => this with { Required = !measured };

    /// <summary>Something to do and tick.</summary>
    public static Slot Tick(string key, string label) => new(key, label, SlotKind.Tick);

    /// <summary>Something to look at, with what may be found.</summary>
    public static Slot Pick(string key, string label, params Option[] options) => new(key, label, SlotKind.Pick, Options: options);
}

/// <summary>Names a bolt of a group, and the pass in which it is pulled, from 1; or all of a pass that is told at once; and the angle,
/// where it is a turn and no torque.</summary>
public sealed record BoltTag(
    string Group,
    string Id,
    int Pass,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<string>? All = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] double? Deg = null
)
{
    /// <summary>Whether a bolt is among those that it names.</summary>
    public bool Names(string id) => All?.Contains(id) ?? Id == id;
}
