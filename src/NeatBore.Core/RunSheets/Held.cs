using NeatBore.Core.Calculators.Fasteners;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>Values held against what a sheet knows of their limits, and against nothing else: an end that is not known is not
/// checked.</summary>
internal static class Held
{
    /// <summary>What a step says whose limit nobody has given.</summary>
    public const string ToldOnly = "No limit known: told only.";

    /// <summary>One check for each end of a limit that is known.</summary>
    public static IEnumerable<Check> Checks(
        this Limit limit,
        string name,
        double value,
        double uncertainty,
        Dimension dimension = Dimension.Length
    )
    {
        if (limit.Low is { } low)
        {
            yield return Check.AtLeast(name, value, low, uncertainty, dimension, limit.SourceWords);
        }

        if (limit.High is { } high)
        {
            yield return Check.AtMost(name, value, high, uncertainty, dimension, limit.SourceWords);
        }
    }

    /// <summary>Both ends, low first, where both are known.</summary>
    public static IReadOnlyList<double>? Ends(this Limit limit) => limit is { Low: { } low, High: { } high } ? [low, high] : null;

    /// <summary>A recorded pull against what is known of its torque; short or over counts only where that end is known.</summary>
    /// <param name="trace">Degrees and N·m.</param>
    /// <param name="targetNm">Above 0.</param>
    /// <param name="torque">What the sheet allows.</param>
    /// <param name="snugNm">Above 0, below the target.</param>
    /// <param name="turn">The angle that it is turned on after that torque, and how far off it may be; null for torque alone.</param>
    public static TorqueTrace.Answer Pulled(
        TraceColumns trace,
        double targetNm,
        Limit torque,
        double snugNm,
        (double Deg, double WindowDeg)? turn = null
    )
    {
        var window = 100 * Math.Min((torque.High ?? double.MaxValue) - targetNm, targetNm - (torque.Low ?? double.MinValue)) / targetNm;
        var answer = TorqueTrace.Solve(
            new TorqueTrace.Request(
                [.. trace.X.Select((x, i) => new TorqueTrace.AnglePoint(x, trace.Y[i]))],
                targetNm,
                Math.Clamp(window, 0.1, 50),
                snugNm,
                TargetDeg: turn?.Deg,
                DegWindow: turn?.WindowDeg,
                AngleFromNm: turn is null ? null : targetNm
            )
        );
        if (torque.Ends() is not null || turn is not null)
        {
            return answer;
        }

        bool Counts(string kind) =>
            kind switch
            {
                "short" => torque.Low is not null,
                "over" => torque.High is not null,
                _ => true,
            };
        var findings = answer.Findings.Where(f => Counts(f.Kind)).ToList();
        var checks = torque
            .Checks("torque", answer.FinalNm, 0, Dimension.Torque)
            .Concat(answer.Call!.Checks.Where(k => findings.Exists(f => f.Kind == k.Name)))
            .ToList();
        return answer with
        {
            Findings = findings,
            Call = Call.Of(
                checks,
                lead =>
                    findings.Find(f => f.Kind == lead.Name) is { } found
                        ? Sentence.Of("{what}", ("what", Quantity.Word(found.Because)))
                        : Sentence.Of(
                            "{final} reached; {limit} is the limit.",
                            ("final", Quantity.Nm(answer.FinalNm)),
                            ("limit", Quantity.Nm(lead.Limit))
                        )
            ),
        };
    }
}
