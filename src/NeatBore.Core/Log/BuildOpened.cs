using NeatBore.Core.Engines;

namespace NeatBore.Core.Log;

/// <summary>An engine was put on the bench.</summary>
public sealed record BuildOpened(Guid Id, DateTimeOffset DoneAt, string Number, string Name, SheetRef Sheet) : BuildEvent(Id, DoneAt);
