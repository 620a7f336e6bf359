namespace NeatBore.Core.Log;

/// <summary>Something was moved or done again, and the step is measured afresh.</summary>
public sealed record RoundBegan(Guid Id, DateTimeOffset DoneAt, StepRef Step, int Round, string Because) : LogEvent(Id, DoneAt);
