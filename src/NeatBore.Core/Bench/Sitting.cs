using NeatBore.Core.Log;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Bench;

/// <summary>What became of one command.</summary>
/// <param name="Id">The command's id.</param>
/// <param name="Taken">In the log now, whether by this call or an earlier one.</param>
/// <param name="Question">What looks odd about a reading that was not taken; sent again as confirmed it is.</param>
/// <param name="Errors">Why it was refused, by the field.</param>
/// <param name="ClockOffS">How far ahead of the server's the tablet's clock is, s, where that is too far for its time to be
/// believed.</param>
public sealed record WorkResult(
    Guid Id,
    bool Taken,
    Sentence? Question,
    IReadOnlyDictionary<string, string[]>? Errors,
    double? ClockOffS = null
);

/// <summary>A build after some commands, what they added to its log, and what became of each.</summary>
public sealed record Sitting(WorkedBuild Build, IReadOnlyList<LogEntry> Added, IReadOnlyList<WorkResult> Results);

/// <summary>A reading that looks odd: asked about once, in place, and kept as typed if it is confirmed.</summary>
/// <param name="question">What looks odd about it.</param>
public sealed class OddReadingException(Sentence question) : Exception(Wording.Write(question))
{
    /// <summary>What looks odd about it.</summary>
    public Sentence Question { get; } = question;
}
