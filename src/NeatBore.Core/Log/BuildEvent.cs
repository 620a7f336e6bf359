namespace NeatBore.Core.Log;

/// <summary>It is about the build as a whole.</summary>
public abstract record BuildEvent(Guid Id, DateTimeOffset DoneAt) : LogEvent(Id, DoneAt)
{
    internal sealed override TaskRef? OfTask => null;

    internal sealed override StepRef? OfStep => null;

    internal sealed override bool IsWork => false;
}
