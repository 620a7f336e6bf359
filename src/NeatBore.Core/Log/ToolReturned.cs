namespace NeatBore.Core.Log;

/// <summary>A tool that a task took from the crib is back in it.</summary>
/// <param name="Id">The client's own id.</param>
/// <param name="DoneAt">When.</param>
/// <param name="Task">The task that took it.</param>
/// <param name="Tool">The tool's id in the crib.</param>
public sealed record ToolReturned(Guid Id, DateTimeOffset DoneAt, TaskRef Task, string Tool) : LogEvent(Id, DoneAt);
