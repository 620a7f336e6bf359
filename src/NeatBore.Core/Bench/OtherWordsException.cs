namespace NeatBore.Core.Bench;

/// <summary>An id that is in the log already came again with other words: one of the two would be lost if it were taken for the
/// first.</summary>
public sealed class OtherWordsException(Guid id) : Exception($"The id {id} is in the record already, with other words.");
