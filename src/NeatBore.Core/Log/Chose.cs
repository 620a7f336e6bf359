namespace NeatBore.Core.Log;

/// <summary>A school or another choice was made.</summary>
public sealed record Chose(Guid Id, DateTimeOffset DoneAt, TaskRef Task, string Choice, string Option) : LogEvent(Id, DoneAt);
