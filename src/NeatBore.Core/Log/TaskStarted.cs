using System.Text.Json.Serialization;
using NeatBore.Core.Engines;

namespace NeatBore.Core.Log;

/// <summary>A task was begun; it stays on these versions of procedure and sheet.</summary>
/// <param name="Id">The client's own id.</param>
/// <param name="DoneAt">When.</param>
/// <param name="Task">The task.</param>
/// <param name="Procedure">The version of its run sheet.</param>
/// <param name="Sheet">The version of the engine's sheet.</param>
/// <param name="On">That sheet with what was told of the engine and what rules gave besides; null where it was known whole.</param>
public sealed record TaskStarted(
    Guid Id,
    DateTimeOffset DoneAt,
    TaskRef Task,
    int Procedure,
    SheetRef Sheet,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] EngineSheet? On = null
) : TaskEvent(Id, DoneAt)
{
    internal override TaskRef About => Task;

    internal override bool IsWork => true;

    internal override void To(ITaskReader reader, long seq) => reader.Read(this, seq);
}
