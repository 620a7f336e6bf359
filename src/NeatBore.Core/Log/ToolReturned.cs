namespace NeatBore.Core.Log;

/// <summary>A tool that a task took from the crib is back in it.</summary>
/// <param name="Id">The client's own id.</param>
/// <param name="DoneAt">When.</param>
/// <param name="Task">The task that took it.</param>
/// <param name="Tool">The tool's id in the crib.</param>
public sealed record ToolReturned(Guid Id, DateTimeOffset DoneAt, TaskRef Task, string Tool) : TaskEvent(Id, DoneAt)
{
    internal override TaskRef About => Task;

    internal override bool IsWork => false;

    internal override void To(ITaskReader reader, long seq) => reader.Read(this, seq);
}
