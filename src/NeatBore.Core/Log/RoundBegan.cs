namespace NeatBore.Core.Log;

/// <summary>Something was moved or done again, and the step is measured afresh.</summary>
public sealed record RoundBegan(Guid Id, DateTimeOffset DoneAt, StepRef Step, int Round, string Because) : StepEvent(Id, DoneAt)
{
    internal override StepRef About => Step;

    internal override bool IsWork => true;

    internal override void To(IStepReader reader, LogEntry entry) => reader.Read(this, entry);
}
