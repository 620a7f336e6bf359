using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

/// <summary>A task with its steps as lines; the same fields as in <see cref="TaskState"/>.</summary>
/// <param name="Ref">Its address.</param>
/// <param name="Title">As the builder says it.</param>
/// <param name="Procedure">The version of its run sheet.</param>
/// <param name="Sheet">The sheet version that it is pinned to.</param>
/// <param name="Standing">How it stands.</param>
/// <param name="Choices">What was chosen.</param>
/// <param name="Steps">Its steps in working order.</param>
/// <param name="Next">Where the work goes on.</param>
/// <param name="StartedAt">When it was begun.</param>
/// <param name="LastAt">When the newest reading was taken.</param>
/// <param name="View">The end that the builder faces.</param>
/// <param name="UpDeg">Clock angle of straight up as the engine hangs.</param>
/// <param name="Pressed">Which of the sheet's pressed parts it is about.</param>
/// <param name="Items">How each item of it stands, where its steps are done for each.</param>
/// <param name="Last">The newest reading that counts; null before the first.</param>
public sealed record TaskLine(
    TaskRef Ref,
    string Title,
    int Procedure,
    SheetRef Sheet,
    Standing Standing,
    IReadOnlyList<ChoiceState> Choices,
    IReadOnlyList<StepLine> Steps,
    StepRef? Next,
    DateTimeOffset StartedAt,
    DateTimeOffset LastAt,
    View View,
    double? UpDeg,
    PressedKind? Pressed,
    IReadOnlyList<ItemState> Items,
    LastReading? Last
)
{
    /// <summary>The line of a task.</summary>
    public static TaskLine Of(TaskState t) =>
        new(
            t.Ref,
            t.Title,
            t.Procedure,
            t.Sheet,
            t.Standing,
            t.Choices,
            [.. t.Steps.Select(StepLine.Of)],
            t.Next,
            t.StartedAt,
            t.LastAt,
            t.View,
            t.UpDeg,
            t.Pressed,
            t.Items,
            t.Steps.SelectMany(s =>
                    s.Rounds[^1].Slots.SelectMany(x => x.Readings.Where(r => r.Struck is null).Select(r => (Step: s.Ref, Reading: r)))
                )
                .OrderBy(x => x.Reading.DoneAt)
                .Select(x => new LastReading(x.Step.Step, x.Step.Item, x.Reading.Id, x.Reading.Typed))
                .LastOrDefault()
        );
}

/// <summary>The newest reading of a task that counts: the one that may be rubbed out without a reason.</summary>
public sealed record LastReading(string Step, string Item, Guid Reading, string Typed);

/// <summary>A step as the run sheet lists it; what is read and said there is fetched when it is opened.</summary>
/// <param name="Step">Within the task.</param>
/// <param name="Item">What it is done for; empty for once.</param>
/// <param name="Title">What is done.</param>
/// <param name="Figure">The figure that it is shown on.</param>
/// <param name="ItemName">The item in words.</param>
/// <param name="Status">How far it has got.</param>
/// <param name="Passed">Whether it lets the next step go on.</param>
/// <param name="BlockedBy">What has to be done first.</param>
/// <param name="Gate">What its gate wants, if it is one.</param>
/// <param name="Verdict">Of what it says now; null before there is a call.</param>
/// <param name="Round">The number of its newest round.</param>
/// <param name="ChangedAt">The entry that last changed anything of it: what was fetched with an earlier one is old.</param>
public sealed record StepLine(
    string Step,
    string Item,
    string Title,
    string Figure,
    string ItemName,
    StepStatus Status,
    bool Passed,
    string? BlockedBy,
    string? Gate,
    Verdict? Verdict,
    int Round,
    long ChangedAt
)
{
    /// <summary>The line of a step.</summary>
    public static StepLine Of(StepState s) =>
        new(
            s.Ref.Step,
            s.Ref.Item,
            s.Title,
            s.Figure,
            s.ItemName,
            s.Status,
            s.Passed,
            s.BlockedBy,
            s.Gate,
            s.Verdict,
            s.Round,
            s.ChangedAt
        );
}
