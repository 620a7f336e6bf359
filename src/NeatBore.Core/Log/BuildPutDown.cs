namespace NeatBore.Core.Log;

/// <summary>A build was put down half done.</summary>
/// <param name="Id">The client's own id.</param>
/// <param name="DoneAt">When.</param>
/// <param name="Loose">What was loose on it then, in words.</param>
public sealed record BuildPutDown(Guid Id, DateTimeOffset DoneAt, IReadOnlyList<string> Loose) : BuildEvent(Id, DoneAt);

/// <summary>A build that was put down was picked up again.</summary>
public sealed record BuildPickedUp(Guid Id, DateTimeOffset DoneAt) : BuildEvent(Id, DoneAt);
