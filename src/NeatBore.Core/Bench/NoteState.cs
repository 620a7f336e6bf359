using NeatBore.Core.Log;

namespace NeatBore.Core.Bench;

/// <summary>A note on a step.</summary>
public sealed record NoteState(string Text, Signer By, DateTimeOffset DoneAt);

/// <summary>A photo on a step.</summary>
public sealed record PhotoState(PhotoRef Photo, string Caption, Signer By, DateTimeOffset DoneAt);
