using NeatBore.Core.Log;

namespace NeatBore.Core.Bench;

/// <summary>A question to the owner.</summary>
/// <param name="Id">Its own.</param>
/// <param name="Finding">What was found.</param>
/// <param name="Choices">What the owner can choose.</param>
/// <param name="By">Who asked.</param>
/// <param name="At">When.</param>
/// <param name="Answer">The answer; null while it is waited for.</param>
public sealed record QuestionState(
    Guid Id,
    string Finding,
    IReadOnlyList<string> Choices,
    Signer By,
    DateTimeOffset At,
    OwnerAnswer? Answer
);

/// <summary>What the owner answered.</summary>
/// <param name="Words">The choice, or other words.</param>
/// <param name="Who">Who answered.</param>
/// <param name="How">How.</param>
/// <param name="TakenBy">Who took the answer down.</param>
/// <param name="At">When.</param>
public sealed record OwnerAnswer(string Words, string Who, AnswerBy How, Signer TakenBy, DateTimeOffset At);
