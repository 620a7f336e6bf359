namespace NeatBore.Core.Log;

/// <summary>Which part of a build an entry is about. A strike is where its reading is, which only the log knows.</summary>
internal static class Addresses
{
    /// <summary>The step; null where it is about none.</summary>
    public static StepRef? StepOf(LogEvent e, Func<Guid, SlotRef?> slotOf) =>
        e switch
        {
            ReadingTaken reading => reading.Slot.Step,
            Struck struck => slotOf(struck.Reading)?.Step,
            RoundBegan round => round.Step,
            Called called => called.Step,
            Decided decided => decided.Step,
            GateOpened opened => opened.Step,
            Noted noted => noted.Step,
            Attached attached => attached.Step,
            OwnerAsked asked => asked.Step,
            OwnerAnswered answered => answered.Step,
            JudgedByHand judged => judged.Step,
            _ => null,
        };

    /// <summary>The task; null where it is about none.</summary>
    public static TaskRef? TaskOf(LogEvent e, Func<Guid, SlotRef?> slotOf) =>
        e switch
        {
            TaskStarted started => started.Task,
            Chose chose => chose.Task,
            SheetMoved moved => moved.Task,
            SupplyTold told => told.Task,
            ToolReturned back => back.Task,
            _ => StepOf(e, slotOf)?.Task,
        };

    /// <summary>The task that it did work on, or decided on: not what was only said or noted of it.</summary>
    public static TaskRef? WorkedAt(LogEvent e, Func<Guid, SlotRef?> slotOf) =>
        e is Called or Noted or Attached or SupplyTold or ToolReturned or OwnerAsked or OwnerAnswered ? null : TaskOf(e, slotOf);
}
