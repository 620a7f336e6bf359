using System.Text.Json.Serialization;
using NeatBore.Core.Measures;
using NeatBore.Core.Procedures;
using NeatBore.Core.Tooling;

namespace NeatBore.Core.Bench;

/// <summary>One piece of work on one place of the engine.</summary>
/// <param name="Kind">The procedure's id, such as "balancer-on".</param>
/// <param name="Place">The place on the engine, such as "balancer".</param>
public sealed record TaskRef(string Kind, string Place);

/// <summary>One step of a task, for one item where the step is done for each; item is "" for once.</summary>
public sealed record StepRef(TaskRef Task, string Step, string Item = "");

/// <summary>Where a reading stands: step, round (from 1) and slot.</summary>
public sealed record SlotRef(StepRef Step, int Round, string Slot);

/// <summary>What a person may do.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<Role>))]
public enum Role
{
    /// <summary>Reads.</summary>
    [JsonStringEnumMemberName("viewer")] Viewer,

    /// <summary>Works.</summary>
    [JsonStringEnumMemberName("builder")] Builder,

    /// <summary>Works, and opens gates.</summary>
    [JsonStringEnumMemberName("lead")] Lead,
}

/// <summary>Who did it, with the role held at that moment.</summary>
public sealed record Signer(string Id, string Name, Role Role);

/// <summary>What a reading was taken with, as it was at that moment.</summary>
/// <param name="Id">The shop's own id.</param>
/// <param name="Name">As the shop calls it.</param>
/// <param name="Kind">What it is, such as "micrometer".</param>
/// <param name="Uncertainty">Expanded uncertainty (k = 2) in the base unit of what it reads.</param>
/// <param name="UncertaintyShare">Expanded uncertainty as a share of the reading; the larger of the two counts.</param>
/// <param name="Low">Lower end of its range.</param>
/// <param name="High">Upper end of its range.</param>
/// <param name="CalibrationDue">When its calibration runs out.</param>
/// <param name="LengthMm">Length of a wrench, mm.</param>
/// <param name="Simulated">Whether it is a made-up stand-in.</param>
/// <param name="Line">Where it sends its readings: host and port of its line, or "stand-in" for the simulated one that ships; null where it is read by eye.</param>
public sealed record Instrument(
    string Id,
    string Name,
    string Kind,
    double Uncertainty,
    double UncertaintyShare = 0,
    double? Low = null,
    double? High = null,
    DateOnly? CalibrationDue = null,
    double? LengthMm = null,
    bool Simulated = false,
    string? Line = null)
{
    /// <summary>Expanded uncertainty of a reading.</summary>
    public double UncertaintyAt(double value) => Math.Max(Uncertainty, Math.Abs(value) * UncertaintyShare);
}

/// <summary>Why a reading no longer counts. It stays in the log and in the record.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<StrikeReason>))]
public enum StrikeReason
{
    /// <summary>Rubbed out before the next reading was taken.</summary>
    [JsonStringEnumMemberName("rubbed-out")] RubbedOut,

    /// <summary>A slip of the hand or the eye.</summary>
    [JsonStringEnumMemberName("slip")] Slip,

    /// <summary>The gauge moved.</summary>
    [JsonStringEnumMemberName("gauge-moved")] GaugeMoved,

    /// <summary>Taken at the wrong place.</summary>
    [JsonStringEnumMemberName("wrong-place")] WrongPlace,
}

/// <summary>One thing that happened. Appended, never changed.</summary>
/// <param name="Id">The client's own id; the store takes each once.</param>
/// <param name="DoneAt">When it was done at the bench.</param>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(BuildOpened), "build-opened")]
[JsonDerivedType(typeof(TaskStarted), "task-started")]
[JsonDerivedType(typeof(Chose), "chose")]
[JsonDerivedType(typeof(RoundBegan), "round-began")]
[JsonDerivedType(typeof(ReadingTaken), "reading-taken")]
[JsonDerivedType(typeof(Struck), "struck")]
[JsonDerivedType(typeof(Noted), "noted")]
[JsonDerivedType(typeof(Attached), "attached")]
[JsonDerivedType(typeof(Called), "called")]
[JsonDerivedType(typeof(Decided), "decided")]
[JsonDerivedType(typeof(GateOpened), "gate-opened")]
public abstract record LogEvent(Guid Id, DateTimeOffset DoneAt)
{
    /// <summary>When the tablet said it was done, where its clock was too far off to be believed and the time of storing stands instead.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public DateTimeOffset? SaidAt { get; init; }

    /// <summary>The digest of the command that made it, so that the same id with other words is told apart from the same sent again.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public string? Words { get; init; }
}

/// <summary>An engine was put on the bench.</summary>
public sealed record BuildOpened(Guid Id, DateTimeOffset DoneAt, string Number, string Name, SheetRef Sheet) : LogEvent(Id, DoneAt);

/// <summary>A task was begun; it stays on these versions of procedure and sheet.</summary>
public sealed record TaskStarted(Guid Id, DateTimeOffset DoneAt, TaskRef Task, int Procedure, SheetRef Sheet) : LogEvent(Id, DoneAt);

/// <summary>A school or another choice was made.</summary>
public sealed record Chose(Guid Id, DateTimeOffset DoneAt, TaskRef Task, string Choice, string Option) : LogEvent(Id, DoneAt);

/// <summary>Something was moved or done again, and the step is measured afresh.</summary>
public sealed record RoundBegan(Guid Id, DateTimeOffset DoneAt, StepRef Step, int Round, string Because) : LogEvent(Id, DoneAt);

/// <summary>A reading, a tick or a typed word.</summary>
/// <param name="Id">The client's own id.</param>
/// <param name="DoneAt">When it was taken.</param>
/// <param name="Slot">Where.</param>
/// <param name="Typed">As it was typed.</param>
/// <param name="Value">In the slot's base unit; null for a tick or a word.</param>
/// <param name="Instrument">What it was taken with.</param>
/// <param name="OddConfirmed">It looked odd, was asked about and kept.</param>
/// <param name="Tool">The tool that was picked, as it stood in the crib.</param>
/// <param name="Option">The id of what was picked, where one of a few was.</param>
/// <param name="Trace">The trace that was kept.</param>
/// <param name="Sight">What was seen down a passage.</param>
/// <param name="Stock">What was counted in the crib with it, as it stood.</param>
public sealed record ReadingTaken(
    Guid Id,
    DateTimeOffset DoneAt,
    SlotRef Slot,
    string Typed,
    double? Value,
    Instrument? Instrument,
    bool OddConfirmed,
    ToolMatch.CribTool? Tool = null,
    string? Option = null,
    PackedTrace? Trace = null,
    Sight? Sight = null,
    IReadOnlyList<ToolMatch.CribTool>? Stock = null) : LogEvent(Id, DoneAt);

/// <summary>How something was seen down a passage.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<SightKind>))]
public enum SightKind
{
    /// <summary>By eye: the drawn metal was moved until it looked the same.</summary>
    [JsonStringEnumMemberName("seen")] Seen,

    /// <summary>By a bent wire that catches on one side.</summary>
    [JsonStringEnumMemberName("wire")] Wire,

    /// <summary>Nothing but metal.</summary>
    [JsonStringEnumMemberName("shut")] Shut,
}

/// <summary>A look down a passage: how far the shell's hole stands off it, + clockwise seen from the front and + rearwards, mm.</summary>
public sealed record Sight(SightKind Kind, double AroundMm = 0, double AlongMm = 0);

/// <summary>A reading no longer counts.</summary>
public sealed record Struck(Guid Id, DateTimeOffset DoneAt, Guid Reading, StrikeReason Because) : LogEvent(Id, DoneAt);

/// <summary>A note on a step.</summary>
public sealed record Noted(Guid Id, DateTimeOffset DoneAt, StepRef Step, string Text) : LogEvent(Id, DoneAt);

/// <summary>A photo was put to a step; the picture itself is kept by what it is made of.</summary>
/// <param name="Id">The client's own id.</param>
/// <param name="DoneAt">When.</param>
/// <param name="Step">Where.</param>
/// <param name="Photo">The picture.</param>
/// <param name="Caption">What it shows; may be empty.</param>
public sealed record Attached(Guid Id, DateTimeOffset DoneAt, StepRef Step, PhotoRef Photo, string Caption) : LogEvent(Id, DoneAt);

/// <summary>Names a stored picture by the SHA-256 of its bytes, in lower-case hex.</summary>
public sealed record PhotoRef(string Sha256, string Type, int WidthPx, int HeightPx);

/// <summary>A call as it was shown, with the numbers that made it.</summary>
/// <param name="Id">Follows from the command's that brought it about.</param>
/// <param name="DoneAt">When.</param>
/// <param name="Step">Where.</param>
/// <param name="Round">The step's round then.</param>
/// <param name="Judgement">What was said, its answer as it was.</param>
/// <param name="Calculator">The calculator that answered; null where the run sheet judged by itself.</param>
/// <param name="Version">Of the calculator, or of the run sheet.</param>
public sealed record Called(Guid Id, DateTimeOffset DoneAt, StepRef Step, int Round, Given Judgement, string? Calculator = null, int Version = 1) : LogEvent(Id, DoneAt);

/// <summary>The builder decided on the call named, with a reason; it holds while what the call stood on is still so.</summary>
public sealed record Decided(
    Guid Id,
    DateTimeOffset DoneAt,
    StepRef Step,
    Guid Call,
    string Because,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] Footing? StoodOn = null) : LogEvent(Id, DoneAt);

/// <summary>A lead opened a gate against the call named, with a reason that stays for ever; it holds while what the call stood on is still so.</summary>
public sealed record GateOpened(
    Guid Id,
    DateTimeOffset DoneAt,
    StepRef Step,
    Guid Call,
    string Because,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] Footing? StoodOn = null) : LogEvent(Id, DoneAt);

/// <summary>An event with what the store adds: its place in the log, when it was stored, who signed it.</summary>
public sealed record LogEntry(long Seq, DateTimeOffset StoredAt, Signer By, LogEvent Event);
