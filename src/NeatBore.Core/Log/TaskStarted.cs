using NeatBore.Core.Engines;

namespace NeatBore.Core.Log;

/// <summary>A task was begun; it stays on these versions of procedure and sheet.</summary>
public sealed record TaskStarted(Guid Id, DateTimeOffset DoneAt, TaskRef Task, int Procedure, SheetRef Sheet) : LogEvent(Id, DoneAt);
