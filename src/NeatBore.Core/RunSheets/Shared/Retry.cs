using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>What turning a screw and reading again clears is no stop.</summary>
internal static class Retry
{
    /// <summary>The same, to be looked at again where it would be a stop.</summary>
    public static Judgement Instead(Judgement judged) =>
        judged.Call is { Verdict: Verdict.Stop } call
            ? judged with
            {
                Call = call with
                {
                    Verdict = Verdict.LookAgain,
                    Checks = [.. call.Checks.Select(k => k.Verdict == Verdict.Stop ? k with { Verdict = Verdict.LookAgain } : k)],
                },
            }
            : judged;
}
