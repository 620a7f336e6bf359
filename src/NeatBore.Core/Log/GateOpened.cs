namespace NeatBore.Core.Log;

/// <summary>A lead opened a gate against the call named, with a reason that stays for ever; it holds while what the call stood on is
/// still so.</summary>
public sealed record GateOpened(Guid Id, DateTimeOffset DoneAt, StepRef Step, Guid Call, string Because, Footing StoodOn)
    : StepEvent(Id, DoneAt)
{
    internal override StepRef About => Step;

    internal override bool IsWork => true;

    internal override void To(IStepReader reader, LogEntry entry) => reader.Read(this, entry);
}
