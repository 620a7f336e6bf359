using NeatBore.Core.Engines;

namespace NeatBore.Core.Log;

/// <summary>What a call stood on when it was decided on, kept with the decision: it stands while all of this is still so, whatever a
/// later version would look at besides.</summary>
/// <param name="Sheet">The sheet version that the task is pinned to.</param>
/// <param name="Readings">Every slot that was looked at in its round, with the live reading in it; null where there was none.</param>
/// <param name="Choices">Choices, with the option that was taken.</param>
/// <param name="Rounds">Steps whose rounds were counted, with the newest.</param>
/// <param name="Tasks">Other tasks that were looked at, with the last entry of each; 0 where none was there.</param>
/// <param name="Complete">Whether all that the step asked for was in.</param>
public sealed record Footing(
    SheetRef Sheet,
    IReadOnlyList<StoodReading> Readings,
    IReadOnlyList<StoodChoice> Choices,
    IReadOnlyList<StoodRound> Rounds,
    IReadOnlyList<StoodTask> Tasks,
    bool Complete
);

/// <summary>A slot in its round, and the live reading in it.</summary>
public sealed record StoodReading(SlotRef Slot, Guid? Reading);

/// <summary>A choice, and the option that was taken.</summary>
public sealed record StoodChoice(string Choice, string Option);

/// <summary>A step, and its newest round.</summary>
public sealed record StoodRound(StepRef Step, int Round);

/// <summary>Another task, and the last entry of its work.</summary>
public sealed record StoodTask(string Kind, long UpTo);
