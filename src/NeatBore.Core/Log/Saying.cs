using NeatBore.Core.Measures;

namespace NeatBore.Core.Log;

/// <summary>Tells judgements apart by what a reader could see of them.</summary>
internal static class Saying
{
    /// <summary>Whether both give the same verdict on the same numbers.</summary>
    public static bool TheSame(Judgement a, Judgement b) => TheSame((a.Do, a.Call), (b.Do, b.Call));

    internal static bool TheSame((Sentence Do, Call? Call) a, (Sentence Do, Call? Call) b) =>
        a.Call is { } x
        && b.Call is { } y
        && x.Verdict == y.Verdict
        && x.Because == y.Because
        && Wording.Write(a.Do) == Wording.Write(b.Do)
        && x.Checks.Count == y.Checks.Count
        && x.Checks.Zip(y.Checks)
            .All(p =>
                p.First.Name == p.Second.Name
                && p.First.Verdict == p.Second.Verdict
                && Close(p.First.Value, p.Second.Value)
                && Close(p.First.Limit, p.Second.Limit)
                && Close(p.First.Uncertainty, p.Second.Uncertainty)
            );

    private static bool Close(double a, double b) => Math.Abs(a - b) <= 1e-9 * Math.Max(1, Math.Abs(a)) || a.Equals(b);
}
