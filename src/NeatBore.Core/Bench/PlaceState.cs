using NeatBore.Core.Log;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

/// <summary>A place on the engine strip: where it is, what can be done there, how that stands and which task is next.</summary>
public sealed record PlaceState(
    string Id,
    string Label,
    double FromMm,
    double ToMm,
    Standing Standing,
    IReadOnlyList<PlaceTask> Tasks,
    TaskRef? Next
);

/// <summary>A task that can be done at a place, begun or not.</summary>
public sealed record PlaceTask(TaskRef Ref, string Title, Standing Standing);
