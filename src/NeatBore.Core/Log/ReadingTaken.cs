using System.Text.Json.Serialization;
using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Log;

/// <summary>A reading, a tick or a typed word.</summary>
/// <param name="Id">The client's own id.</param>
/// <param name="DoneAt">When it was taken.</param>
/// <param name="Slot">Where.</param>
/// <param name="Typed">As it was typed.</param>
/// <param name="Value">In the slot's base unit; null for a tick or a word.</param>
/// <param name="Instrument">What it was taken with.</param>
/// <param name="OddConfirmed">It looked odd, was asked about and kept.</param>
/// <param name="Tool">The tool that was picked, as it stood in the crib.</param>
/// <param name="Option">The id of what was picked, where one of a few was.</param>
/// <param name="Trace">The trace that was kept.</param>
/// <param name="Sight">What was seen down a passage.</param>
/// <param name="Stock">What was counted in the crib with it, as it stood.</param>
/// <param name="CutOff">The trace ends where the recording was cut off, not where the work ended.</param>
/// <param name="From">Where it was read before, where it was offered and taken; null where it was read here.</param>
public sealed record ReadingTaken(
    Guid Id,
    DateTimeOffset DoneAt,
    SlotRef Slot,
    string Typed,
    double? Value,
    Instrument? Instrument,
    bool OddConfirmed,
    ToolMatch.CribTool? Tool = null,
    string? Option = null,
    PackedTrace? Trace = null,
    Sight? Sight = null,
    IReadOnlyList<ToolMatch.CribTool>? Stock = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)] bool CutOff = false,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] ReadFrom? From = null
) : StepEvent(Id, DoneAt)
{
    internal override StepRef About => Slot.Step;

    internal override bool IsWork => true;

    internal override void To(IStepReader reader, LogEntry entry) => reader.Read(this, entry);
}
