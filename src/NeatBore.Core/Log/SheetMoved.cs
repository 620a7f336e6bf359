using NeatBore.Core.Engines;

namespace NeatBore.Core.Log;

/// <summary>A task that had begun goes on with another version of its sheet; what was said on the one before stays.</summary>
/// <param name="Id">Follows from what was told.</param>
/// <param name="DoneAt">When.</param>
/// <param name="Task">The task.</param>
/// <param name="Sheet">The sheet that it goes on with.</param>
/// <param name="Because">Why.</param>
public sealed record SheetMoved(Guid Id, DateTimeOffset DoneAt, TaskRef Task, EngineSheet Sheet, string Because) : TaskEvent(Id, DoneAt)
{
    internal override TaskRef About => Task;

    internal override bool IsWork => true;

    internal override void To(ITaskReader reader, long seq) => reader.Read(this, seq);
}
