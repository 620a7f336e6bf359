using System.Text.Json.Serialization;

namespace NeatBore.Core.Log;

/// <summary>A finding that the engine's owner decides on: the step waits for the answer, the rest goes on.</summary>
/// <param name="Id">The client's own id.</param>
/// <param name="DoneAt">When it was asked.</param>
/// <param name="Step">Where it was found.</param>
/// <param name="Finding">What was found.</param>
/// <param name="Choices">What the owner can choose.</param>
public sealed record OwnerAsked(Guid Id, DateTimeOffset DoneAt, StepRef Step, string Finding, IReadOnlyList<string> Choices)
    : StepEvent(Id, DoneAt)
{
    internal override StepRef About => Step;

    internal override bool IsWork => false;

    internal override void To(IStepReader reader, LogEntry entry) => reader.Read(this, entry);
}

/// <summary>What the owner answered.</summary>
/// <param name="Id">The client's own id.</param>
/// <param name="DoneAt">When.</param>
/// <param name="Step">Where it was asked.</param>
/// <param name="Question">The question.</param>
/// <param name="Answer">One of its choices, or other words.</param>
/// <param name="Who">Who answered.</param>
/// <param name="How">How.</param>
public sealed record OwnerAnswered(Guid Id, DateTimeOffset DoneAt, StepRef Step, Guid Question, string Answer, string Who, AnswerBy How)
    : StepEvent(Id, DoneAt)
{
    internal override StepRef About => Step;

    internal override bool IsWork => false;

    internal override void To(IStepReader reader, LogEntry entry) => reader.Read(this, entry);
}

/// <summary>How an answer came.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<AnswerBy>))]
public enum AnswerBy
{
    /// <summary>By telephone.</summary>
    [JsonStringEnumMemberName("phone")]
    Phone,

    /// <summary>In writing.</summary>
    [JsonStringEnumMemberName("written")]
    Written,

    /// <summary>In the shop.</summary>
    [JsonStringEnumMemberName("in-person")]
    InPerson,
}
