using System.Text.Json.Serialization;
using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

/// <summary>A reading as it stands in the log; of a trace, what is enough to draw it.</summary>
public sealed record ReadingState(
    Guid Id,
    string Typed,
    double? Value,
    Instrument? Instrument,
    Signer By,
    DateTimeOffset DoneAt,
    bool OddConfirmed,
    StrikeReason? Struck,
    ToolMatch.CribTool? Tool,
    string? Option,
    TraceColumns? Trace,
    Sight? Sight,
    IReadOnlyList<ToolMatch.CribTool>? Stock = null,
    bool CutOff = false,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] ReadFrom? From = null
);

/// <summary>A slot with its readings in one round; two live ones are a conflict to settle.</summary>
public sealed record SlotState(Slot Slot, IReadOnlyList<ReadingState> Readings)
{
    /// <summary>The one live reading, null where there is none or where two contradict.</summary>
    public ReadingState? Live => Readings.Where(r => r.Struck is null).ToList() is [var only] ? only : null;

    /// <summary>Whether two people's readings stand in one place.</summary>
    public bool Conflict => Readings.Count(r => r.Struck is null) > 1;

    /// <summary>What this build knows of the place already; null where it knows nothing, and where something is read.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public Offer? Offer { get; init; }
}

/// <summary>One go at a step's readings.</summary>
public sealed record RoundState(int Round, string? Because, IReadOnlyList<SlotState> Slots)
{
    /// <summary>The part that took another's place with it; null where it is the same one.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public AnotherPart? Part { get; init; }
}
