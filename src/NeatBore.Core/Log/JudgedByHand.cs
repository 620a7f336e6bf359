using System.Text.Json.Serialization;

namespace NeatBore.Core.Log;

/// <summary>Somebody judged a step without measuring it: how, and what was found. It counts as judged by hand, never as a number, and
/// stands until the step is measured or begun anew.</summary>
/// <param name="Id">The client's own id.</param>
/// <param name="DoneAt">When.</param>
/// <param name="Step">The step.</param>
/// <param name="Round">The round that it is of.</param>
/// <param name="How">One of the step's ways, by id.</param>
/// <param name="HowWords">It, as the builder read it.</param>
/// <param name="Found">What was found.</param>
/// <param name="Line">In words, where it needs saying; empty for none.</param>
public sealed record JudgedByHand(
    Guid Id,
    DateTimeOffset DoneAt,
    StepRef Step,
    int Round,
    string How,
    string HowWords,
    HandFound Found,
    string Line = ""
) : StepEvent(Id, DoneAt)
{
    internal override StepRef About => Step;

    internal override bool IsWork => true;

    internal override void To(IStepReader reader, LogEntry entry) => reader.Read(this, entry);
}

/// <summary>What a hand or an eye found.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<HandFound>))]
public enum HandFound
{
    /// <summary>Good.</summary>
    [JsonStringEnumMemberName("good")]
    Good,

    /// <summary>Not sure.</summary>
    [JsonStringEnumMemberName("not-sure")]
    NotSure,

    /// <summary>Bad.</summary>
    [JsonStringEnumMemberName("bad")]
    Bad,

    /// <summary>Not checked at all: only a lead goes on with that.</summary>
    [JsonStringEnumMemberName("not-checked")]
    NotChecked,
}
