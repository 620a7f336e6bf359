namespace NeatBore.Core.Log;

/// <summary>A build's log holds what this version of Neat Bore can't read or work out: what, in words.</summary>
public sealed class UnreadableLogException(string message, Exception? inner = null) : Exception(message, inner);
