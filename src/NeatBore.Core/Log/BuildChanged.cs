using System.Text.Json.Serialization;

namespace NeatBore.Core.Log;

/// <summary>What a build is called and whose it is, from now on; whether it is on the bench.</summary>
/// <param name="Id">The client's own id.</param>
/// <param name="DoneAt">When.</param>
/// <param name="Number">The shop's build number.</param>
/// <param name="Name">What it is for.</param>
/// <param name="Owner">The owner's reference; empty for none.</param>
/// <param name="Due">When it is promised; null for no day.</param>
/// <param name="OffBench">Whether it was taken off the bench; its record stays, and it can come back.</param>
/// <param name="Stand">The engine stand that it is on, as its tag names it; null for none.</param>
public sealed record BuildChanged(
    Guid Id,
    DateTimeOffset DoneAt,
    string Number,
    string Name,
    string Owner,
    DateOnly? Due,
    bool OffBench,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] string? Stand = null
) : BuildEvent(Id, DoneAt);
