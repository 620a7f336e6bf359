using NeatBore.Core.Log;

namespace NeatBore.Core.Bench;

/// <summary>A build that was put down half done.</summary>
/// <param name="At">When.</param>
/// <param name="By">Who put it down.</param>
/// <param name="Loose">What is loose on it, in words.</param>
public sealed record Down(DateTimeOffset At, Signer By, IReadOnlyList<string> Loose)
{
    internal static Down? Of(IReadOnlyList<LogEntry> log) =>
        log.LastOrDefault(e => e.Event is BuildPutDown or BuildPickedUp) is { Event: BuildPutDown down } entry
            ? new Down(down.DoneAt, entry.By, down.Loose)
            : null;
}
