using System.Text.Json.Serialization;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

/// <summary>What somebody at the bench wants to do. The core turns it into events, or says why not.</summary>
/// <param name="Id">The client's own id (UUID v7); each is taken once, however often it is sent.</param>
/// <param name="DoneAt">When it was done at the bench.</param>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "do")]
[JsonDerivedType(typeof(StartTask), "start-task")]
[JsonDerivedType(typeof(Choose), "choose")]
[JsonDerivedType(typeof(TakeReading), "take-reading")]
[JsonDerivedType(typeof(Strike), "strike")]
[JsonDerivedType(typeof(BeginRound), "begin-round")]
[JsonDerivedType(typeof(Decide), "decide")]
[JsonDerivedType(typeof(OpenGate), "open-gate")]
[JsonDerivedType(typeof(Note), "note")]
[JsonDerivedType(typeof(Attach), "attach")]
[JsonDerivedType(typeof(TellValue), "tell-value")]
[JsonDerivedType(typeof(ChangeBuild), "change-build")]
[JsonDerivedType(typeof(TellSupply), "tell-supply")]
[JsonDerivedType(typeof(AskOwner), "ask-owner")]
[JsonDerivedType(typeof(TellAnswer), "tell-answer")]
[JsonDerivedType(typeof(JudgeByHand), "judge-by-hand")]
[JsonDerivedType(typeof(PutDown), "put-down")]
[JsonDerivedType(typeof(PickUp), "pick-up")]
[JsonDerivedType(typeof(ReturnTool), "return-tool")]
[JsonDerivedType(typeof(OfferReadings), "offer-readings")]
[JsonDerivedType(typeof(AskWork), "ask-work")]
[JsonDerivedType(typeof(TellGap), "tell-gap")]
public abstract record Command(Guid Id, DateTimeOffset DoneAt);

/// <summary>Begin a task with the newest procedure and the build's newest sheet.</summary>
public sealed record StartTask(Guid Id, DateTimeOffset DoneAt, TaskRef Task) : Command(Id, DoneAt);

/// <summary>Choose an option.</summary>
public sealed record Choose(Guid Id, DateTimeOffset DoneAt, TaskRef Task, string Choice, string Option) : Command(Id, DoneAt);

/// <summary>Take a reading as typed, in the unit that stood beside the field; or a trace or a sight, in base units.</summary>
/// <param name="Id">The client's own id.</param>
/// <param name="DoneAt">When it was taken.</param>
/// <param name="Slot">Where.</param>
/// <param name="Typed">As it was typed.</param>
/// <param name="Unit">The symbol of the unit that stood beside the field.</param>
/// <param name="DecimalMark">What stands before the decimals.</param>
/// <param name="Instrument">The id of what it was taken with.</param>
/// <param name="OddConfirmed">Asked about and kept.</param>
/// <param name="Trace">What was recorded, where the client has it itself.</param>
/// <param name="Sight">What was seen down a passage.</param>
/// <param name="Recording">What the server recorded; it puts the trace in its place before the command is taken.</param>
/// <param name="Offered">The reading that is offered at this place and is taken as it is; what is typed does not count then.</param>
/// <param name="Late">What came too late for its place and is taken now, as it was typed then.</param>
public sealed record TakeReading(
    Guid Id,
    DateTimeOffset DoneAt,
    SlotRef Slot,
    string Typed,
    string Unit = "",
    string DecimalMark = ".",
    string? Instrument = null,
    bool OddConfirmed = false,
    TraceColumns? Trace = null,
    Sight? Sight = null,
    Guid? Recording = null,
    Guid? Offered = null,
    Guid? Late = null
) : Command(Id, DoneAt)
{
    /// <summary>The trace ends where its recording was cut off; known to whoever recorded it.</summary>
    [JsonIgnore]
    public bool CutOff { get; init; }
}

/// <summary>Strike a reading, or rub out the last one.</summary>
public sealed record Strike(Guid Id, DateTimeOffset DoneAt, Guid Reading, StrikeReason Because) : Command(Id, DoneAt);

/// <summary>Measure a step afresh after something was moved.</summary>
/// <param name="Id">The client's own id.</param>
/// <param name="DoneAt">When.</param>
/// <param name="Step">The step.</param>
/// <param name="Because">What was moved or done, 1 to 2000 characters.</param>
/// <param name="Part">The part that took another's place; null where it is the same one.</param>
public sealed record BeginRound(Guid Id, DateTimeOffset DoneAt, StepRef Step, string Because, AnotherPart? Part = null)
    : Command(Id, DoneAt);

/// <summary>Go on against a You decide, with a reason.</summary>
public sealed record Decide(Guid Id, DateTimeOffset DoneAt, StepRef Step, string Because) : Command(Id, DoneAt);

/// <summary>Open a gate, or go on past any call, as lead, with a reason; or say once more that it may stay open.</summary>
/// <param name="Id">The client's own id.</param>
/// <param name="DoneAt">When.</param>
/// <param name="Step">The step.</param>
/// <param name="Because">Why; of a telephone call, what was said. 1 to 2000 characters.</param>
/// <param name="Telephone">The lead's name, where a builder opens it on what that lead said by telephone; null for a lead.</param>
public sealed record OpenGate(Guid Id, DateTimeOffset DoneAt, StepRef Step, string Because, string? Telephone = null) : Command(Id, DoneAt);

/// <summary>Write a note on a step.</summary>
public sealed record Note(Guid Id, DateTimeOffset DoneAt, StepRef Step, string Text) : Command(Id, DoneAt);

/// <summary>Put a photo, sent before, to a step.</summary>
public sealed record Attach(Guid Id, DateTimeOffset DoneAt, StepRef Step, PhotoRef Photo, string Caption = "") : Command(Id, DoneAt);

/// <summary>Tell a value of the engine as typed, in the unit that stood beside the field; nothing typed says that it is not
/// known.</summary>
/// <param name="Id">The client's own id.</param>
/// <param name="DoneAt">When it was told.</param>
/// <param name="Path">Where it stands in a sheet.</param>
/// <param name="Typed">As it was typed; of a word, its id.</param>
/// <param name="Unit">The symbol of the unit that stood beside the field.</param>
/// <param name="DecimalMark">What stands before the decimals.</param>
/// <param name="Source">Where it came from.</param>
/// <param name="Because">Why, where a task has begun on another value.</param>
/// <param name="FromPaper">It was written on a printed card first.</param>
public sealed record TellValue(
    Guid Id,
    DateTimeOffset DoneAt,
    string Path,
    string Typed,
    string Unit = "",
    string DecimalMark = ".",
    LimitSource Source = LimitSource.Manual,
    string? Because = null,
    bool FromPaper = false
) : Command(Id, DoneAt);

/// <summary>Say what a build is called, whose it is, when it is due, and whether it is on the bench.</summary>
/// <param name="Id">The client's own id.</param>
/// <param name="DoneAt">When.</param>
/// <param name="Number">The shop's build number, 1 to 20 characters.</param>
/// <param name="Name">What it is for, 1 to 80 characters.</param>
/// <param name="Owner">The owner's reference, up to 80 characters; empty for none.</param>
/// <param name="Due">When it is promised; null for no day.</param>
/// <param name="OffBench">Whether it is taken off the bench.</param>
/// <param name="Stand">The engine stand that it is on, up to 8 characters; empty for none.</param>
public sealed record ChangeBuild(
    Guid Id,
    DateTimeOffset DoneAt,
    string Number,
    string Name,
    string Owner = "",
    DateOnly? Due = null,
    bool OffBench = false,
    string Stand = ""
) : Command(Id, DoneAt);

/// <summary>Say where a part or consumable of a task is.</summary>
/// <param name="Id">The client's own id.</param>
/// <param name="DoneAt">When.</param>
/// <param name="Task">The task that wants it, begun or not.</param>
/// <param name="Supply">Its id within the task.</param>
/// <param name="Where">Where it is.</param>
/// <param name="Due">When it is to come, where it is not here; null where nobody knows.</param>
public sealed record TellSupply(Guid Id, DateTimeOffset DoneAt, TaskRef Task, string Supply, SupplyPlace Where, DateOnly? Due = null)
    : Command(Id, DoneAt);

/// <summary>Ask the engine's owner: the step waits for the answer.</summary>
/// <param name="Id">The client's own id.</param>
/// <param name="DoneAt">When.</param>
/// <param name="Step">Where it was found.</param>
/// <param name="Finding">What was found, 1 to 2000 characters.</param>
/// <param name="Choices">What the owner can choose, up to 6, each 1 to 200 characters; none for an open question.</param>
public sealed record AskOwner(Guid Id, DateTimeOffset DoneAt, StepRef Step, string Finding, IReadOnlyList<string> Choices)
    : Command(Id, DoneAt);

/// <summary>Take down what the owner answered.</summary>
/// <param name="Id">The client's own id.</param>
/// <param name="DoneAt">When.</param>
/// <param name="Step">Where it was asked.</param>
/// <param name="Question">The question.</param>
/// <param name="Answer">One of its choices, or other words, 1 to 2000 characters.</param>
/// <param name="Who">Who answered, 1 to 80 characters.</param>
/// <param name="How">How.</param>
public sealed record TellAnswer(Guid Id, DateTimeOffset DoneAt, StepRef Step, Guid Question, string Answer, string Who, AnswerBy How)
    : Command(Id, DoneAt);

/// <summary>Judge a step without measuring it; that is the decision, too.</summary>
/// <param name="Id">The client's own id.</param>
/// <param name="DoneAt">When.</param>
/// <param name="Step">The step.</param>
/// <param name="How">One of the step's ways, by id.</param>
/// <param name="Found">What was found; not checked at all is a lead's.</param>
/// <param name="Line">In words, up to 200 characters; wanted for another way, and for what was not checked.</param>
public sealed record JudgeByHand(Guid Id, DateTimeOffset DoneAt, StepRef Step, string How, HandFound Found, string Line = "")
    : Command(Id, DoneAt);

/// <summary>Put the build down half done.</summary>
public sealed record PutDown(Guid Id, DateTimeOffset DoneAt) : Command(Id, DoneAt);

/// <summary>Pick the build up again; a torque pass that was broken off begins again at its first bolt.</summary>
public sealed record PickUp(Guid Id, DateTimeOffset DoneAt) : Command(Id, DoneAt);

/// <summary>Put a tool that a task took back into the crib.</summary>
/// <param name="Id">The client's own id.</param>
/// <param name="DoneAt">When.</param>
/// <param name="Task">The task that took it.</param>
/// <param name="Tool">The tool's id in the crib.</param>
public sealed record ReturnTool(Guid Id, DateTimeOffset DoneAt, TaskRef Task, string Tool) : Command(Id, DoneAt);

/// <summary>Offer readings to this build that were taken on another by mistake, and struck there.</summary>
/// <param name="Id">The client's own id.</param>
/// <param name="DoneAt">When.</param>
/// <param name="From">The number of that build, 1 to 20 characters.</param>
/// <param name="Readings">In the order in which they were taken, 1 to 500.</param>
public sealed record OfferReadings(Guid Id, DateTimeOffset DoneAt, string From, IReadOnlyList<OfferedReading> Readings)
    : Command(Id, DoneAt);

/// <summary>Say what is to be done on the build, for the day's plan; what is begun goes on in any case.</summary>
/// <param name="Id">The client's own id.</param>
/// <param name="DoneAt">When.</param>
/// <param name="Tasks">All of it, up to 60, each a task of this engine.</param>
public sealed record AskWork(Guid Id, DateTimeOffset DoneAt, IReadOnlyList<TaskRef> Tasks) : Command(Id, DoneAt);

/// <summary>Say whether a task was worked on in a long gap between two of its entries.</summary>
/// <param name="Id">The client's own id.</param>
/// <param name="DoneAt">When.</param>
/// <param name="Task">The task.</param>
/// <param name="Until">When the entry after the gap was done.</param>
/// <param name="Worked">Worked on; otherwise away.</param>
public sealed record TellGap(Guid Id, DateTimeOffset DoneAt, TaskRef Task, DateTimeOffset Until, bool Worked) : Command(Id, DoneAt);
