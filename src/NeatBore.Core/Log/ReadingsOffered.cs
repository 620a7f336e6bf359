using System.Text.Json.Serialization;

namespace NeatBore.Core.Log;

/// <summary>Readings that were taken on another engine by mistake, and struck there, are offered to this one.</summary>
/// <param name="Id">The client's own id.</param>
/// <param name="DoneAt">When.</param>
/// <param name="From">The number of the build where they were struck.</param>
/// <param name="Readings">In the order in which they were taken.</param>
public sealed record ReadingsOffered(Guid Id, DateTimeOffset DoneAt, string From, IReadOnlyList<OfferedReading> Readings)
    : BuildEvent(Id, DoneAt);

/// <summary>One of them.</summary>
/// <param name="Reading">Its id there.</param>
/// <param name="Slot">Where it was taken there; its round does not count.</param>
/// <param name="Typed">As it was typed.</param>
/// <param name="Value">In the slot's base unit; null for a tick, a word or a pick.</param>
/// <param name="Option">The id of what was picked.</param>
/// <param name="DoneAt">When it was taken.</param>
/// <param name="Instrument">The id of what it was taken with.</param>
public sealed record OfferedReading(
    Guid Reading,
    SlotRef Slot,
    string Typed,
    double? Value,
    string? Option,
    DateTimeOffset DoneAt,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] string? Instrument = null
);

/// <summary>Where a reading comes from that was not taken at its own place.</summary>
/// <param name="Reading">It, as it was taken there.</param>
/// <param name="Where">That place, in words.</param>
/// <param name="At">When it was taken there.</param>
public sealed record ReadFrom(Guid Reading, string Where, DateTimeOffset At);
