namespace NeatBore.Core.Log;

/// <summary>It is about one step of a task.</summary>
public abstract record StepEvent(Guid Id, DateTimeOffset DoneAt) : LogEvent(Id, DoneAt)
{
    internal sealed override TaskRef? OfTask => About.Task;

    internal sealed override StepRef? OfStep => About;

    /// <summary>The step.</summary>
    internal abstract StepRef About { get; }

    /// <summary>Tells it to who reads a log, each kind by itself.</summary>
    internal abstract void To(IStepReader reader, LogEntry entry);
}

/// <summary>Reads what is about steps. Whoever adds an event is led by the compiler to all who read them.</summary>
internal interface IStepReader
{
    void Read(ReadingTaken taken, LogEntry entry);

    void Read(Struck struck, LogEntry entry);

    void Read(RoundBegan began, LogEntry entry);

    void Read(JudgedByHand judged, LogEntry entry);

    void Read(Called called, LogEntry entry);

    void Read(Decided decided, LogEntry entry);

    void Read(GateOpened opened, LogEntry entry);

    void Read(Noted noted, LogEntry entry);

    void Read(Attached attached, LogEntry entry);

    void Read(ArrivedLate late, LogEntry entry);

    void Read(OwnerAsked asked, LogEntry entry);

    void Read(OwnerAnswered answered, LogEntry entry);
}
