namespace NeatBore.Core.Log;

/// <summary>A reading that came in once its line was back, for a place that is not open any more, or not yet: its step was begun anew
/// meanwhile, waits for another, or asks for something else. It is kept beside its step and counts for nothing until somebody takes
/// it; whoever worked on so did it without a call, which is no decision.</summary>
/// <param name="Id">The client's own id.</param>
/// <param name="DoneAt">When it was taken.</param>
/// <param name="Slot">Where it was meant for.</param>
/// <param name="Typed">As it was typed.</param>
/// <param name="Unit">The symbol of the unit that stood beside the field.</param>
/// <param name="DecimalMark">What stands before the decimals.</param>
/// <param name="Instrument">The id of what it was taken with.</param>
/// <param name="Why">Why it could not be taken, in words.</param>
public sealed record ArrivedLate(
    Guid Id,
    DateTimeOffset DoneAt,
    SlotRef Slot,
    string Typed,
    string Unit,
    string DecimalMark,
    string? Instrument,
    string Why
) : StepEvent(Id, DoneAt)
{
    internal override StepRef About => Slot.Step;

    internal override bool IsWork => false;

    internal override void To(IStepReader reader, LogEntry entry) => reader.Read(this, entry);
}
