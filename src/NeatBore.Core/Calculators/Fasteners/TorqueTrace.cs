using NeatBore.Core.Measures;

namespace NeatBore.Core.Calculators.Fasteners;

/// <summary>What a wrench's torque against angle says: in its window, or short, over, yielding, stripped, cross-threaded, bottomed
/// early.</summary>
/// <remarks>Snug is the first of three successive points at or above it; the rate is Theil–Sen from snug to the end.</remarks>
public static class TorqueTrace
{
    /// <summary>The formula and its source in one line.</summary>
    public const string Model =
        "snug at the first of three points at or above it; final = largest of the last 3°, median of three; rate by Theil–Sen";

    private const int MostForRate = 200;

    /// <summary>A trace and what is wanted.</summary>
    /// <param name="Points">5 to 20,000; those after the largest angle are dropped.</param>
    /// <param name="TargetNm">Wanted torque, N·m.</param>
    /// <param name="WindowPercent">Allowed either side, per cent of the target.</param>
    /// <param name="SnugNm">Torque at which the joint is closed, N·m, below the target.</param>
    /// <param name="ExpectedRateNmPerDeg">What this joint usually does, N·m per degree.</param>
    public sealed record Request(
        IReadOnlyList<AnglePoint> Points,
        double TargetNm,
        double WindowPercent,
        double SnugNm,
        double? ExpectedRateNmPerDeg = null
    );

    /// <summary>Angle in degrees, torque in N·m.</summary>
    public sealed record AnglePoint(double AngleDeg, double Nm);

    /// <summary>What happened.</summary>
    /// <param name="FinalNm">Where it ended, N·m.</param>
    /// <param name="SnugAngleDeg">Where it was snug, degrees; null if it never was.</param>
    /// <param name="AngleFromSnugDeg">Turned since, degrees; null if it never was snug.</param>
    /// <param name="RateNmPerDeg">From snug to the end; null if it never was snug.</param>
    /// <param name="Findings">All that were found; empty where it is as wanted.</param>
    /// <param name="Call">Stripped, cross-threaded and over are stops; short is to be looked at again; yielding and bottomed early are
    /// the builder's to decide.</param>
    public sealed record Answer(
        double FinalNm,
        double? SnugAngleDeg,
        double? AngleFromSnugDeg,
        double? RateNmPerDeg,
        IReadOnlyList<TorqueFinding> Findings,
        Call? Call
    ) : CalcAnswer
    {
        /// <inheritdoc/>
        public override string Model => TorqueTrace.Model;
    }

    /// <summary>One finding.</summary>
    public sealed record TorqueFinding(string Kind, string Because);

    /// <summary>Reads the trace.</summary>
    /// <exception cref="UnusableInputException">Too few or too many points, no turning, or values that can't be.</exception>
    public static Answer Solve(Request request)
    {
        var faults = new Faults();
        faults.Listed(request.Points, 5, 20_000, "points");
        faults.Positive(request.TargetNm, "targetNm");
        faults.Require(request.WindowPercent is > 0 and <= 50, "windowPercent", "must be above 0 and at most 50");
        faults.Require(
            request.SnugNm > 0 && request.SnugNm < request.TargetNm,
            "snugNm",
            $"must be above 0 and below the target ({request.TargetNm} N·m)"
        );
        faults.Require(request.ExpectedRateNmPerDeg is null or > 0, "expectedRateNmPerDeg", "must be larger than 0");
        faults.ThrowIfAny();

        var top = request.Points.Select((p, i) => (p.AngleDeg, i)).MaxBy(p => p.AngleDeg).i;
        var points = request.Points.Take(top + 1).ToList();
        if (points.Count < 3 || points[^1].AngleDeg - points.Min(p => p.AngleDeg) <= 0)
        {
            throw new UnusableInputException("points", "must turn; this trace begins at its largest angle");
        }

        var smooth = Smoothed(points);
        var end = points[^1].AngleDeg;
        var final = points.Select((p, i) => (p.AngleDeg, Nm: smooth[i])).Where(p => p.AngleDeg >= end - 3).Max(p => p.Nm);
        var snug = SnugAngle(points, request.SnugNm);
        var after = snug is { } from ? points.Where(p => p.AngleDeg >= from).Select(p => (X: p.AngleDeg, Y: p.Nm)).ToList() : [];
        double? rate =
            after.Count >= 2
                ? Robust.Line(after.Count <= MostForRate ? after : Robust.Bins(after, snug!.Value, end, MostForRate)).Slope
                : null;

        var findings = Findings(request, points, smooth, final, snug, rate, after, end);
        var verdicts = findings.Select(f => VerdictOf(f.Kind)).ToList();
        var worst = verdicts.Count == 0 ? Verdict.Go : verdicts.Max();
        var because =
            worst == Verdict.Go
                ? Sentence.Of(
                    "{final} reached, inside {low} to {high}.",
                    ("final", Quantity.Nm(final)),
                    ("low", Quantity.Nm(Low(request))),
                    ("high", Quantity.Nm(High(request)))
                )
                : Sentence.Of("{what}", ("what", Quantity.Word(findings[verdicts.IndexOf(worst)].Because)));
        var call = new Call(
            worst,
            because,
            [
                new Check(
                    "torque",
                    worst,
                    final,
                    final > request.TargetNm ? High(request) : Low(request),
                    0,
                    final > request.TargetNm ? Side.Upper : Side.Lower,
                    Dimension.Torque
                ),
                .. findings.Select(f => new Check(f.Kind, VerdictOf(f.Kind), final, request.TargetNm, 0, Side.Upper, Dimension.Torque)),
            ]
        );
        return new Answer(final, snug, snug is { } s ? end - s : null, rate, findings, call);
    }

    private static double Low(Request request) => request.TargetNm * (1 - (request.WindowPercent / 100));

    private static double High(Request request) => request.TargetNm * (1 + (request.WindowPercent / 100));

    private static Verdict VerdictOf(string kind) =>
        kind switch
        {
            "stripped" or "cross-threaded" or "over" => Verdict.Stop,
            "short" => Verdict.LookAgain,
            _ => Verdict.Decide,
        };

    /// <summary>Each torque as the median of it and its neighbours.</summary>
    private static double[] Smoothed(List<AnglePoint> points) =>
        [
            .. points.Select(
                (_, i) => Robust.Median(points.Skip(Math.Max(0, i - 1)).Take(i == 0 || i == points.Count - 1 ? 2 : 3).Select(p => p.Nm))
            ),
        ];

    private static double? SnugAngle(List<AnglePoint> points, double snugNm)
    {
        for (var i = 0; i + 2 < points.Count; i++)
        {
            if (points[i].Nm >= snugNm && points[i + 1].Nm >= snugNm && points[i + 2].Nm >= snugNm)
            {
                if (i == 0 || points[i].Nm == points[i - 1].Nm)
                {
                    return points[i].AngleDeg;
                }

                var (a, b) = (points[i - 1], points[i]);
                return a.AngleDeg + ((b.AngleDeg - a.AngleDeg) * Math.Clamp((snugNm - a.Nm) / (b.Nm - a.Nm), 0, 1));
            }
        }

        return null;
    }

    private static List<TorqueFinding> Findings(
        Request request,
        List<AnglePoint> points,
        double[] smooth,
        double final,
        double? snug,
        double? rate,
        List<(double X, double Y)> after,
        double end
    )
    {
        var findings = new List<TorqueFinding>();
        var peakAt = Array.IndexOf(smooth, smooth.Max());
        var fell = Enumerable
            .Range(peakAt, points.Count - peakAt)
            .Any(i => smooth[i] < 0.9 * smooth[peakAt] && end - points[peakAt].AngleDeg > 5);
        if (fell)
        {
            findings.Add(
                new TorqueFinding(
                    "stripped",
                    $"The torque fell from {smooth[peakAt]:0.0} N·m while it went on turning: a thread is stripping. Stop, take it out."
                )
            );
        }

        if (snug is { } at)
        {
            // How far it turned before snug with the torque held up all the way.
            var from = points.FindLastIndex(p => p.AngleDeg < at && p.Nm < 0.3 * request.SnugNm);
            var held = at - (from < 0 ? points[0].AngleDeg : points[from].AngleDeg);
            if (held > 90)
            {
                findings.Add(
                    new TorqueFinding(
                        "cross-threaded",
                        $"It turned {held:0}° with drag before it was snug: it may be cross-threaded. Take it out and look."
                    )
                );
            }
        }

        if (final > High(request))
        {
            findings.Add(new TorqueFinding("over", $"{final:0.0} N·m reached; at most {High(request):0.0} N·m is wanted."));
        }
        else if (final < Low(request))
        {
            findings.Add(new TorqueFinding("short", $"{final:0.0} N·m reached; at least {Low(request):0.0} N·m is wanted. Go on pulling."));
        }

        if (snug is { } start && end - start > 0 && after.Count >= 15 && !fell)
        {
            var fifths = Enumerable
                .Range(0, 5)
                .Select(k =>
                    after.Where(p => p.X >= start + (k * (end - start) / 5) && p.X <= start + ((k + 1) * (end - start) / 5)).ToList()
                )
                .Where(f => f.Count >= 3)
                .Select(f => Robust.Line(f.Count <= MostForRate ? f : Robust.Bins(f, f[0].X, f[^1].X, MostForRate)).Slope)
                .ToList();
            if (fifths.Count == 5 && fifths[^1] < 0.5 * fifths.Max())
            {
                findings.Add(
                    new TorqueFinding(
                        "yielding",
                        "The torque rose less and less at the end: the bolt is yielding. Change it unless it is tightened that way."
                    )
                );
            }
        }

        if (request.ExpectedRateNmPerDeg is { } usual && rate > 1.5 * usual)
        {
            findings.Add(
                new TorqueFinding(
                    "bottomed-early",
                    $"The torque rose {rate:0.0} N·m a degree where {usual:0.0} is usual: it may have bottomed in its hole."
                )
            );
        }

        return findings;
    }
}
