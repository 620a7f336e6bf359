using System.Text.Json.Serialization;

namespace NeatBore.Core.Log;

/// <summary>Why a reading no longer counts. It stays in the log and in the record.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<StrikeReason>))]
public enum StrikeReason
{
    /// <summary>Rubbed out before the next reading was taken.</summary>
    [JsonStringEnumMemberName("rubbed-out")]
    RubbedOut,

    /// <summary>A slip of the hand or the eye.</summary>
    [JsonStringEnumMemberName("slip")]
    Slip,

    /// <summary>The gauge moved.</summary>
    [JsonStringEnumMemberName("gauge-moved")]
    GaugeMoved,

    /// <summary>Taken at the wrong place.</summary>
    [JsonStringEnumMemberName("wrong-place")]
    WrongPlace,

    /// <summary>Taken on the wrong engine; offered to the right one.</summary>
    [JsonStringEnumMemberName("wrong-engine")]
    WrongEngine,

    /// <summary>Its torque pass was broken off, or went to another hand: it begins again at its first bolt.</summary>
    [JsonStringEnumMemberName("begun-again")]
    BegunAgain,
}

/// <summary>A reading no longer counts.</summary>
public sealed record Struck(Guid Id, DateTimeOffset DoneAt, SlotRef Slot, Guid Reading, StrikeReason Because) : StepEvent(Id, DoneAt)
{
    internal override StepRef About => Slot.Step;

    internal override bool IsWork => true;

    internal override void To(IStepReader reader, LogEntry entry) => reader.Read(this, entry);
}
