namespace NeatBore.Core.Log;

/// <summary>Whether a task was worked on in a long gap between two of its entries: minutes are learned from it only then.</summary>
/// <param name="Id">The client's own id.</param>
/// <param name="DoneAt">When it was said.</param>
/// <param name="Task">The task.</param>
/// <param name="Until">When the entry after the gap was done.</param>
/// <param name="Worked">Worked on; otherwise away.</param>
public sealed record GapTold(Guid Id, DateTimeOffset DoneAt, TaskRef Task, DateTimeOffset Until, bool Worked) : TaskEvent(Id, DoneAt)
{
    internal override TaskRef About => Task;

    internal override bool IsWork => false;

    internal override void To(ITaskReader reader, long seq) => reader.Read(this, seq);
}
