namespace NeatBore.Core.Log;

/// <summary>An event with what the store adds: its place in the log, when it was stored, who signed it.</summary>
public sealed record LogEntry(long Seq, DateTimeOffset StoredAt, Signer By, LogEvent Event);
