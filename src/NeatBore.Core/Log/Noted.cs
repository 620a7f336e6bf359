namespace NeatBore.Core.Log;

/// <summary>A note on a step.</summary>
public sealed record Noted(Guid Id, DateTimeOffset DoneAt, StepRef Step, string Text) : LogEvent(Id, DoneAt);
