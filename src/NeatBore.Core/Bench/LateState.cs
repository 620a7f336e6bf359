using NeatBore.Core.Log;

namespace NeatBore.Core.Bench;

/// <summary>A reading that came too late for its place and is kept beside its step.</summary>
/// <param name="Id">It.</param>
/// <param name="Place">Where it was meant for: a slot's key.</param>
/// <param name="Label">It in the trade's words, where the step asks for it still.</param>
/// <param name="Typed">As it was typed, with its unit.</param>
/// <param name="By">Who sent it.</param>
/// <param name="DoneAt">When it was taken.</param>
/// <param name="Why">Why it could not be taken.</param>
/// <param name="Open">Whether it can be taken now: its place is open and empty.</param>
/// <param name="Taken">Whether somebody took it since.</param>
public sealed record LateState(
    Guid Id,
    string Place,
    string? Label,
    string Typed,
    Signer By,
    DateTimeOffset DoneAt,
    string Why,
    bool Open,
    bool Taken
);
