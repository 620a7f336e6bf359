namespace NeatBore.Core.Log;

/// <summary>What is to be done on a build from now on; what is begun goes on whether or not it is named.</summary>
/// <param name="Id">The client's own id.</param>
/// <param name="DoneAt">When.</param>
/// <param name="Tasks">All of it, begun or not.</param>
public sealed record WorkAsked(Guid Id, DateTimeOffset DoneAt, IReadOnlyList<TaskRef> Tasks) : BuildEvent(Id, DoneAt);
