using System.Text.Json.Serialization;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

/// <summary>How far a step has got.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<StepStatus>))]
public enum StepStatus
{
    /// <summary>Something before it has to be done first.</summary>
    [JsonStringEnumMemberName("blocked")]
    Blocked,

    /// <summary>Nothing taken yet.</summary>
    [JsonStringEnumMemberName("open")]
    Open,

    /// <summary>Some readings are in.</summary>
    [JsonStringEnumMemberName("under-way")]
    UnderWay,

    /// <summary>Complete; its call, if it has one, stands in the way or not.</summary>
    [JsonStringEnumMemberName("judged")]
    Judged,

    /// <summary>Complete and decided on, or opened by a lead, against its call.</summary>
    [JsonStringEnumMemberName("released")]
    Released,

    /// <summary>Left out here, and the step says why.</summary>
    [JsonStringEnumMemberName("left-out")]
    LeftOut,
}

/// <summary>A step as it stands.</summary>
/// <param name="Ref">Its address.</param>
/// <param name="Title">What is done.</param>
/// <param name="ItemName">The item it is done for, in words; empty for once.</param>
/// <param name="Figure">The figure that shows it.</param>
/// <param name="Gate">What its gate wants, if it is one.</param>
/// <param name="Cautions">Shown with it.</param>
/// <param name="Status">How far it has got.</param>
/// <param name="Passed">Whether it lets the next step go on.</param>
/// <param name="BlockedBy">What has to be done first.</param>
/// <param name="Rounds">All rounds, the newest last.</param>
/// <param name="Now">What it says: what was last said, while nothing that it looks at has changed since; otherwise as it is worked out
/// now.</param>
/// <param name="Calls">Every call that was given, oldest first.</param>
/// <param name="Differs">Whether what was last said is not what it would say now.</param>
/// <param name="Notes">Notes on it.</param>
/// <param name="Photos">Photos on it.</param>
/// <param name="MeasuredAt">The steps whose readings it stands on, itself first where it has any.</param>
public sealed record StepState(
    StepRef Ref,
    string Title,
    string ItemName,
    string Figure,
    string? Gate,
    IReadOnlyList<string> Cautions,
    StepStatus Status,
    bool Passed,
    string? BlockedBy,
    IReadOnlyList<RoundState> Rounds,
    Judgement Now,
    IReadOnlyList<CallState> Calls,
    bool Differs,
    IReadOnlyList<NoteState> Notes,
    IReadOnlyList<PhotoState> Photos,
    IReadOnlyList<StepRef> MeasuredAt
)
{
    /// <summary>The number of the newest round, from 1.</summary>
    public int Round => Rounds[^1].Round;

    /// <summary>The verdict of what it says; null before there is a call.</summary>
    public Verdict? Verdict => Now.Call?.Verdict;

    /// <summary>The entry that last changed anything of it.</summary>
    public required long ChangedAt { get; init; }

    /// <summary>The entry that last changed anything that it stands on.</summary>
    internal long StoodOnAt { get; init; }

    /// <summary>What ends a Stop that stands though what is read here now no longer says it; null for any other.</summary>
    public Sentence? Ends { get; init; }

    /// <summary>The decision or the opened gate that holds; null where none does.</summary>
    internal Release? Released { get; init; }

    /// <summary>What a lead still has to say of its open gate, in words; null where nothing is wanting.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public Sentence? Asks { get; init; }

    /// <summary>Whether it can hurt a person: nobody opens it by telephone.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public bool CanHurt { get; init; }

    /// <summary>Works out the readings of its own that its Stop stands on; null where it says none, or one that was said before.</summary>
    internal Func<IReadOnlyList<Guid>>? Grounds { get; init; }

    /// <summary>What today's run sheets and calculators would say of the same readings, where that is not what was said.</summary>
    public Judgement? Otherwise { get; init; }

    /// <summary>What came too late for its place, and is kept beside the step; null where nothing did.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public IReadOnlyList<LateState>? Late { get; init; }

    /// <summary>What the owner was asked here; null where nothing was. While one is not answered the step does not let the next go
    /// on.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public IReadOnlyList<QuestionState>? Questions { get; init; }

    /// <summary>How it may be judged without an instrument; null where it needs none.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public IReadOnlyList<Option>? HandWays { get; init; }

    /// <summary>What was judged by hand, while no number took its place; null where nothing was.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public HandState? Hand { get; init; }

    /// <summary>Whether nothing of it was measured, here or in what it stands on.</summary>
    internal bool Unmeasured { get; init; }

    /// <summary>Tells what it says stands on as the log has it now, for a decision to keep; null where nothing is judged.</summary>
    internal Func<Journal, Footing>? StandsOn { get; init; }
}
