namespace NeatBore.Core.Log;

/// <summary>One piece of work on one place of the engine.</summary>
/// <param name="Kind">The procedure's id, such as "balancer-on".</param>
/// <param name="Place">The place on the engine, such as "balancer".</param>
public sealed record TaskRef(string Kind, string Place);

/// <summary>One step of a task, for one item where the step is done for each; item is "" for once.</summary>
public sealed record StepRef(TaskRef Task, string Step, string Item = "");

/// <summary>Where a reading stands: step, round (from 1) and slot.</summary>
public sealed record SlotRef(StepRef Step, int Round, string Slot);
