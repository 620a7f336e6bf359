using NeatBore.Core.Measures;

namespace NeatBore.Core.Bench;

/// <summary>Whether a step is passed, and how far it is.</summary>
internal readonly record struct Passing(bool Passed, StepStatus Status)
{
    /// <summary>Works it out.</summary>
    /// <param name="call">The verdict that stands; null where none does.</param>
    /// <param name="slots">How many readings it asks for.</param>
    /// <param name="complete">Whether all that it waits for is there, or something stands in its place.</param>
    /// <param name="released">Whether the call was decided on, its gate opened, or a hand's judgement stands.</param>
    /// <param name="answered">Whether the owner has answered all that was asked.</param>
    /// <param name="blocked">Whether something before it holds it back.</param>
    /// <param name="begun">Whether anything was read, or a round begun anew.</param>
    public static Passing Of(Verdict? call, int slots, bool complete, bool released, bool answered, bool blocked, bool begun)
    {
        var passed = answered && !blocked && complete && (call is { } verdict ? verdict == Verdict.Go || released : slots > 0);
        return new(
            passed,
            blocked ? StepStatus.Blocked
                : released && passed ? StepStatus.Released
                : complete && (slots > 0 || call is not null) ? StepStatus.Judged
                : begun ? StepStatus.UnderWay
                : StepStatus.Open
        );
    }
}
