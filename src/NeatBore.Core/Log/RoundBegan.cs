using System.Text.Json.Serialization;

namespace NeatBore.Core.Log;

/// <summary>Something was moved or done again, and the step is measured afresh.</summary>
public sealed record RoundBegan(Guid Id, DateTimeOffset DoneAt, StepRef Step, int Round, string Because) : StepEvent(Id, DoneAt)
{
    /// <summary>The part that took another's place; null where it is the same one.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public AnotherPart? Part { get; init; }

    internal override StepRef About => Step;

    internal override bool IsWork => true;

    internal override void To(IStepReader reader, LogEntry entry) => reader.Read(this, entry);
}

/// <summary>Another part in the place of one that was no good.</summary>
/// <param name="Mark">What it is told by, up to 80 characters; empty where a photo shows it.</param>
/// <param name="OldWent">Where the one before it went, 1 to 200 characters.</param>
public sealed record AnotherPart(string Mark, string OldWent);
