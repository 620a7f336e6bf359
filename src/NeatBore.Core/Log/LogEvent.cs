using System.Text.Json.Serialization;

namespace NeatBore.Core.Log;

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
[JsonDerivedType(typeof(BuildChanged), "build-changed")]
[JsonDerivedType(typeof(ValueTold), "value-told")]
[JsonDerivedType(typeof(SheetMoved), "sheet-moved")]
[JsonDerivedType(typeof(SupplyTold), "supply-told")]
[JsonDerivedType(typeof(OwnerAsked), "owner-asked")]
[JsonDerivedType(typeof(OwnerAnswered), "owner-answered")]
[JsonDerivedType(typeof(JudgedByHand), "judged-by-hand")]
[JsonDerivedType(typeof(BuildPutDown), "put-down")]
[JsonDerivedType(typeof(BuildPickedUp), "picked-up")]
[JsonDerivedType(typeof(ToolReturned), "tool-returned")]
[JsonDerivedType(typeof(ReadingsOffered), "readings-offered")]
[JsonDerivedType(typeof(WorkAsked), "work-asked")]
[JsonDerivedType(typeof(GapTold), "gap-told")]
[JsonDerivedType(typeof(ArrivedLate), "arrived-late")]
public abstract record LogEvent(Guid Id, DateTimeOffset DoneAt)
{
    /// <summary>When the tablet said it was done, where its clock was too far off to be believed and the time of storing stands
    /// instead.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public DateTimeOffset? SaidAt { get; init; }

    /// <summary>The digest of the command that made it, so that the same id with other words is told apart from the same sent
    /// again.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public string? Words { get; init; }

    /// <summary>The task that it is about; null where it is about the build.</summary>
    internal abstract TaskRef? OfTask { get; }

    /// <summary>The step that it is about; null where it is about more than one.</summary>
    internal abstract StepRef? OfStep { get; }

    /// <summary>Whether it is work on its task, or a decision there, and not only something said or noted: other tasks look at
    /// that.</summary>
    internal abstract bool IsWork { get; }
}
