namespace NeatBore.Core.Log;

/// <summary>A school or another choice was made.</summary>
public sealed record Chose(Guid Id, DateTimeOffset DoneAt, TaskRef Task, string Choice, string Option) : TaskEvent(Id, DoneAt)
{
    internal override TaskRef About => Task;

    internal override bool IsWork => true;

    internal override void To(ITaskReader reader, long seq) => reader.Read(this, seq);
}
