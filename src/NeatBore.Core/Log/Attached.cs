namespace NeatBore.Core.Log;

/// <summary>A photo was put to a step; the picture itself is kept by what it is made of.</summary>
/// <param name="Id">The client's own id.</param>
/// <param name="DoneAt">When.</param>
/// <param name="Step">Where.</param>
/// <param name="Photo">The picture.</param>
/// <param name="Caption">What it shows; may be empty.</param>
public sealed record Attached(Guid Id, DateTimeOffset DoneAt, StepRef Step, PhotoRef Photo, string Caption) : StepEvent(Id, DoneAt)
{
    internal override StepRef About => Step;

    internal override bool IsWork => false;

    internal override void To(IStepReader reader, LogEntry entry) => reader.Read(this, entry);
}

/// <summary>Names a stored picture by the SHA-256 of its bytes, in lower-case hex.</summary>
public sealed record PhotoRef(string Sha256, string Type, int WidthPx, int HeightPx);
