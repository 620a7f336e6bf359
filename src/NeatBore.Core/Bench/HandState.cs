using NeatBore.Core.Log;

namespace NeatBore.Core.Bench;

/// <summary>What was judged by hand at a step, in place of measuring it.</summary>
/// <param name="How">How, in words.</param>
/// <param name="Found">What was found.</param>
/// <param name="Line">In the builder's own words; empty for none.</param>
/// <param name="By">Who.</param>
/// <param name="DoneAt">When.</param>
public sealed record HandState(string How, HandFound Found, string Line, Signer By, DateTimeOffset DoneAt)
{
    internal static HandState Of(LogEntry entry) =>
        entry.Event is JudgedByHand hand ? new(hand.HowWords, hand.Found, hand.Line, entry.By, hand.DoneAt) : null!;
}
