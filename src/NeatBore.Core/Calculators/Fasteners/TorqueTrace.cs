using NeatBore.Core.Measures;

namespace NeatBore.Core.Calculators.Fasteners;

/// <summary>What a wrench's torque against angle says: in its window, or short, over, yielding, stripped, cross-threaded, dragging,
/// bottomed early; by torque, or by the angle turned since a torque.</summary>
/// <remarks>
/// Snug is the first of three successive points at or above it; the rate is Theil–Sen from snug to the end. The final torque is the
/// largest of the medians of three at the inner points of the last 3°, and of the last point as it is; that one may be dropped only
/// where three or more lie in those 3° and it stands above its neighbour by more than noise.
/// </remarks>
public static class TorqueTrace
{
    /// <summary>The formula and its source in one line.</summary>
    public const string Model =
        "snug at the first of three points at or above it; final = largest of the last 3° by medians of three, and of the last point; "
        + "rate by Theil–Sen; by angle: degrees since a torque";

    private const int MostForRate = 200;
    private const double LastDeg = 3;
    private const double DragShare = 0.3;
    private const double DragDeg = 90;
    private const double EvenDrag = 0.25;
    private const double Slack = 1e-9;

    /// <summary>A trace and what is wanted.</summary>
    /// <param name="Points">5 to 20,000; those after the largest angle are dropped.</param>
    /// <param name="TargetNm">Wanted torque, N·m.</param>
    /// <param name="WindowPercent">Allowed either side, per cent of the target.</param>
    /// <param name="SnugNm">Torque at which the joint is closed, N·m, below the target.</param>
    /// <param name="ExpectedRateNmPerDeg">What this joint usually does, N·m per degree.</param>
    /// <param name="TargetDeg">Wanted turn since <paramref name="AngleFromNm"/>, degrees; given with the two after it, it judges in place
    /// of the torque, and the torque is told only.</param>
    /// <param name="DegWindow">Allowed either side of it, degrees.</param>
    /// <param name="AngleFromNm">Torque from which the turn is counted, N·m.</param>
    /// <param name="Prevailing">The drag of a nut or insert that holds itself, where it has one.</param>
    public sealed record Request(
        IReadOnlyList<AnglePoint> Points,
        double TargetNm,
        double WindowPercent,
        double SnugNm,
        double? ExpectedRateNmPerDeg = null,
        double? TargetDeg = null,
        double? DegWindow = null,
        double? AngleFromNm = null,
        PrevailingTorque? Prevailing = null
    );

    /// <summary>The drag before the joint is snug, N·m, and whether the target is meant on top of it.</summary>
    public sealed record PrevailingTorque(double LowNm, double HighNm, bool AddToTarget = false);

    /// <summary>Angle in degrees, torque in N·m.</summary>
    public sealed record AnglePoint(double AngleDeg, double Nm);

    /// <summary>What happened.</summary>
    /// <param name="FinalNm">Where it ended, N·m.</param>
    /// <param name="SnugAngleDeg">Where it was snug, degrees; null if it never was.</param>
    /// <param name="AngleFromSnugDeg">Turned since, degrees; null if it never was snug.</param>
    /// <param name="RateNmPerDeg">From snug to the end; null if it never was snug.</param>
    /// <param name="Findings">All that were found; empty where it is as wanted.</param>
    /// <param name="Call">Stripped, cross-threaded, yielding, over and over the angle are stops; short of either is to be looked at again;
    /// dragging and bottomed early are the builder's to decide.</param>
    public sealed record Answer(
        double FinalNm,
        double? SnugAngleDeg,
        double? AngleFromSnugDeg,
        double? RateNmPerDeg,
        IReadOnlyList<TorqueFinding> Findings,
        Call? Call
    ) : CalcAnswer
    {
        /// <summary>Turned since the torque from which the angle counts, degrees; null where it is not judged by angle, or never came to
        /// that torque.</summary>
        public double? TurnedDeg { get; init; }

        /// <inheritdoc/>
        public override string Model => TorqueTrace.Model;

        /// <inheritdoc/>
        public override int Version => 2;
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
        (double? Value, string Field)[] angle =
        [
            (request.TargetDeg, "targetDeg"),
            (request.DegWindow, "degWindow"),
            (request.AngleFromNm, "angleFromNm"),
        ];
        var byAngle = angle.Any(a => a.Value is not null);
        foreach (var (value, field) in byAngle ? angle : [])
        {
            faults.Require(value is > 0, field, "must be larger than 0, and given together with targetDeg, degWindow and angleFromNm");
        }

        if (request.Prevailing is { } drag)
        {
            faults.NotNegative(drag.LowNm, "prevailing.lowNm");
            faults.Require(drag.HighNm >= drag.LowNm, "prevailing.highNm", "must not be below prevailing.lowNm");
        }

        faults.ThrowIfAny();

        var top = request.Points.Select((p, i) => (p.AngleDeg, i)).MaxBy(p => p.AngleDeg).i;
        var points = request.Points.Take(top + 1).ToList();
        if (points.Count < 3 || points[^1].AngleDeg - points.Min(p => p.AngleDeg) <= 0)
        {
            throw new UnusableInputException("points", "must turn; this trace begins at its largest angle");
        }

        var smooth = Smoothed(points);
        var end = points[^1].AngleDeg;
        var final = Final(points, end, request.TargetNm);
        var snug = SnugAngle(points, request.SnugNm);
        var after = snug is { } from ? points.Where(p => p.AngleDeg >= from).Select(p => (X: p.AngleDeg, Y: p.Nm)).ToList() : [];
        double? rate =
            after.Count >= 2
                ? Robust.Line(after.Count <= MostForRate ? after : Robust.Bins(after, snug!.Value, end, MostForRate)).Slope
                : null;
        var counted = byAngle ? SnugAngle(points, request.AngleFromNm!.Value) : null;
        var turned = counted is { } since ? end - since : (double?)null;
        var before = snug is { } at0 ? Before(points, at0, request.SnugNm) : [];
        var target = request.TargetNm + Added(request, before);

        var findings = Findings(request, byAngle, turned, target, points, smooth, final, snug, rate, after, before, end);
        var verdicts = findings.Select(f => VerdictOf(f.Kind)).ToList();
        var worst = verdicts.Count == 0 ? Verdict.Go : verdicts.Max();
        var because =
            worst != Verdict.Go ? Sentence.Of("{what}", ("what", Quantity.Word(findings[verdicts.IndexOf(worst)].Because)))
            : byAngle
                ? Sentence.Of(
                    "{turned} turned since {from}, inside {low} to {high}; {final} reached.",
                    ("turned", Quantity.Degrees(turned!.Value)),
                    ("from", Quantity.Nm(request.AngleFromNm!.Value)),
                    ("low", Quantity.Degrees(request.TargetDeg!.Value - request.DegWindow!.Value)),
                    ("high", Quantity.Degrees(request.TargetDeg!.Value + request.DegWindow!.Value)),
                    ("final", Quantity.Nm(final))
                )
            : Sentence.Of(
                "{final} reached, inside {low} to {high}.",
                ("final", Quantity.Nm(final)),
                ("low", Quantity.Nm(Low(request, target))),
                ("high", Quantity.Nm(High(request, target)))
            );
        var lead = byAngle
            ? new Check(
                "angle",
                worst,
                turned ?? 0,
                turned > request.TargetDeg
                    ? request.TargetDeg!.Value + request.DegWindow!.Value
                    : request.TargetDeg!.Value - request.DegWindow!.Value,
                0,
                turned > request.TargetDeg ? Side.Upper : Side.Lower,
                Dimension.Angle
            )
            : new Check(
                "torque",
                worst,
                final,
                final > target ? High(request, target) : Low(request, target),
                0,
                final > target ? Side.Upper : Side.Lower,
                Dimension.Torque
            );
        var call = new Call(
            worst,
            because,
            [lead, .. findings.Select(f => new Check(f.Kind, VerdictOf(f.Kind), final, target, 0, Side.Upper, Dimension.Torque))]
        );
        return new Answer(final, snug, snug is { } s ? end - s : null, rate, findings, call) { TurnedDeg = turned };
    }

    /// <summary>The final torque; see the remarks.</summary>
    private static double Final(List<AnglePoint> points, double end, double targetNm)
    {
        var first = points.FindIndex(p => p.AngleDeg >= end - LastDeg);
        var last = points.Count - 1;
        var inner = Enumerable
            .Range(first, last - first)
            .Where(i => i > 0)
            .Select(i => Robust.Median([points[i - 1].Nm, points[i].Nm, points[i + 1].Nm]))
            .ToList();
        if (last - first >= 2)
        {
            var steps = Enumerable.Range(first + 1, last - first).Select(i => Math.Abs(points[i].Nm - points[i - 1].Nm));
            if (points[last].Nm - points[last - 1].Nm > Math.Max(3 * Robust.Median(steps), 0.02 * targetNm) + Slack)
            {
                return inner.Max();
            }
        }

        return inner.Append(points[last].Nm).Max();
    }

    /// <summary>The stretch before it was snug in which it dragged, from where the torque last was under 0.3 of that.</summary>
    private static List<AnglePoint> Before(List<AnglePoint> points, double snugDeg, double snugNm)
    {
        var from = points.FindLastIndex(p => p.AngleDeg < snugDeg && p.Nm < DragShare * snugNm);
        return [.. points.Skip(Math.Max(0, from)).Where(p => p.AngleDeg <= snugDeg)];
    }

    /// <summary>What is added to the target: the drag as it was, within what it may be.</summary>
    private static double Added(Request request, List<AnglePoint> before) =>
        request.Prevailing is not { AddToTarget: true } drag ? 0
        : before.Count == 0 ? (drag.LowNm + drag.HighNm) / 2
        : Math.Clamp(Robust.Median(before.Select(p => p.Nm)), drag.LowNm, drag.HighNm);

    /// <summary>The longest turn without a break in which each point holds, degrees.</summary>
    private static double Longest(List<AnglePoint> points, Func<double, bool> holds)
    {
        var (longest, from) = (0.0, (double?)null);
        foreach (var p in points)
        {
            from = holds(p.Nm) ? from ?? p.AngleDeg : null;
            longest = from is { } f ? Math.Max(longest, p.AngleDeg - f) : longest;
        }

        return longest;
    }

    private static double Low(Request request, double target) => target * (1 - (request.WindowPercent / 100));

    private static double High(Request request, double target) => target * (1 + (request.WindowPercent / 100));

    private static Verdict VerdictOf(string kind) =>
        kind switch
        {
            "stripped" or "cross-threaded" or "over" or "over-angle" or "yielding" => Verdict.Stop,
            "short" or "short-angle" => Verdict.LookAgain,
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
        bool byAngle,
        double? turned,
        double target,
        List<AnglePoint> points,
        double[] smooth,
        double final,
        double? snug,
        double? rate,
        List<(double X, double Y)> after,
        List<AnglePoint> before,
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

        if (before.Count > 0 && before[^1].AngleDeg - before[0].AngleDeg is var held && held > DragDeg)
        {
            var even = Robust.Median(before.Select(p => p.Nm));
            // A nut that holds itself drags as it should.
            var known =
                request.Prevailing is { } drag
                && held - Longest(before, nm => nm >= drag.LowNm - Slack && nm <= drag.HighNm + Slack) <= DragDeg;
            if (!known && Longest(before, nm => Math.Abs(nm - even) <= EvenDrag * even) > DragDeg)
            {
                findings.Add(
                    new TorqueFinding(
                        "drags",
                        $"It dragged {even:0.0} N·m for {held:0}° before it was snug: a locking thread, or dirt. Look at it."
                    )
                );
            }
            else if (!known)
            {
                findings.Add(
                    new TorqueFinding(
                        "cross-threaded",
                        $"It turned {held:0}° with a drag that climbed before it was snug: it may be cross-threaded. Take it out and look."
                    )
                );
            }
        }

        if (byAngle)
        {
            var (low, high) = (request.TargetDeg!.Value - request.DegWindow!.Value, request.TargetDeg.Value + request.DegWindow.Value);
            if (turned > high + Slack)
            {
                findings.Add(new TorqueFinding("over-angle", $"{turned:0.0}° turned; at most {high:0.0}° is wanted. Slack off, new bolt."));
            }
            else if (!(turned >= low - Slack))
            {
                findings.Add(
                    new TorqueFinding(
                        "short-angle",
                        turned is null
                            ? $"It never came to {request.AngleFromNm:0.0} N·m, from where the angle counts. Go on pulling."
                            : $"{turned:0.0}° turned; at least {low:0.0}° is wanted. Go on turning."
                    )
                );
            }

            return findings;
        }

        var yields = Yields(snug, after, end, fell);
        if (yields)
        {
            findings.Add(
                new TorqueFinding(
                    "yielding",
                    "The torque rose less and less at the end: the bolt is yielding. Stop pulling. Slack off, new bolt."
                )
            );
        }

        if (final > High(request, target) + Slack)
        {
            findings.Add(new TorqueFinding("over", $"{final:0.0} N·m reached; at most {High(request, target):0.0} N·m is wanted."));
        }
        else if (final < Low(request, target) - Slack && !yields)
        {
            findings.Add(
                new TorqueFinding("short", $"{final:0.0} N·m reached; at least {Low(request, target):0.0} N·m is wanted. Go on pulling.")
            );
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

    /// <summary>Whether the torque rises less and less: the last fifth of the turn since snug at under half of the steepest.</summary>
    private static bool Yields(double? snug, List<(double X, double Y)> after, double end, bool fell)
    {
        if (snug is not { } start || end - start <= 0 || after.Count < 15 || fell)
        {
            return false;
        }

        var fifths = Enumerable
            .Range(0, 5)
            .Select(k => after.Where(p => p.X >= start + (k * (end - start) / 5) && p.X <= start + ((k + 1) * (end - start) / 5)).ToList())
            .Where(f => f.Count >= 3)
            .Select(f => Robust.Line(f.Count <= MostForRate ? f : Robust.Bins(f, f[0].X, f[^1].X, MostForRate)).Slope)
            .ToList();
        return fifths.Count == 5 && fifths[^1] < 0.5 * fifths.Max();
    }
}
