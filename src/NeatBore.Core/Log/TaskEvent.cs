namespace NeatBore.Core.Log;

/// <summary>It is about one task.</summary>
public abstract record TaskEvent(Guid Id, DateTimeOffset DoneAt) : LogEvent(Id, DoneAt)
{
    internal sealed override TaskRef? OfTask => About;

    internal sealed override StepRef? OfStep => null;

    /// <summary>The task.</summary>
    internal abstract TaskRef About { get; }

    /// <summary>Tells it to who reads a log, each kind by itself.</summary>
    internal abstract void To(ITaskReader reader, long seq);
}

/// <summary>Reads what is about tasks. Whoever adds an event is led by the compiler to all who read them.</summary>
internal interface ITaskReader
{
    void Read(TaskStarted started, long seq);

    void Read(Chose chose, long seq);

    void Read(SheetMoved moved, long seq);

    void Read(SupplyTold told, long seq);

    void Read(ToolReturned back, long seq);

    void Read(GapTold told, long seq);
}
