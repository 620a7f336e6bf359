namespace NeatBore.Core.Log;

/// <summary>A note on a step.</summary>
public sealed record Noted(Guid Id, DateTimeOffset DoneAt, StepRef Step, string Text) : StepEvent(Id, DoneAt)
{
    internal override StepRef About => Step;

    internal override bool IsWork => false;

    internal override void To(IStepReader reader, LogEntry entry) => reader.Read(this, entry);
}
