namespace NeatBore.Core.Log;

/// <summary>The builder decided on the call named, with a reason; it holds while what the call stood on is still so.</summary>
public sealed record Decided(Guid Id, DateTimeOffset DoneAt, StepRef Step, Guid Call, string Because, Footing StoodOn)
    : StepEvent(Id, DoneAt)
{
    internal override StepRef About => Step;

    internal override bool IsWork => true;

    internal override void To(IStepReader reader, LogEntry entry) => reader.Read(this, entry);
}
