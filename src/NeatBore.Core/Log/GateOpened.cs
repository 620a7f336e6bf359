using System.Text.Json.Serialization;

namespace NeatBore.Core.Log;

/// <summary>A lead opened a gate against the call named, with a reason that stays for ever; it holds while what the call stood on is
/// still so.</summary>
public sealed record GateOpened(Guid Id, DateTimeOffset DoneAt, StepRef Step, Guid Call, string Because, Footing StoodOn)
    : StepEvent(Id, DoneAt)
{
    /// <summary>The lead who said so by telephone, where a builder opened it on that; null where a lead did it here.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public string? Telephone { get; init; }

    /// <summary>Whether who opened it had done the work that it judges.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public bool OwnWork { get; init; }

    /// <summary>Whether it was open already, and a lead said so once more.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public bool Again { get; init; }

    internal override StepRef About => Step;

    internal override bool IsWork => true;

    internal override void To(IStepReader reader, LogEntry entry) => reader.Read(this, entry);
}
