using NeatBore.Core.Measures;

namespace NeatBore.Core.Calculators.Fits;

/// <summary>What a press's force against travel says: clean and seated, cocked, galling, loose, over-pressed, not seated.</summary>
/// <remarks>
/// A Theil–Sen line through the medians of 40 even bins of the first 80 % of travel; the seat is the last point inside
/// the line's band, if the force then rises at least five times as steeply.
/// </remarks>
public static class PressTrace
{
    /// <summary>The formula and its source in one line.</summary>
    public const string Model =
        "Theil–Sen line through medians of 40 bins; band 4·1.4826·MAD; seat where the force leaves it five times as steeply";

    private const int Bins = 40;

    /// <summary>How many times what was expected a force may be before it is too high: Neat Bore's own, as is the next.</summary>
    public const double TooHigh = 1.15;

    /// <summary>What share of the least that was expected a force may be before it is too low.</summary>
    public const double TooLow = 0.85;

    /// <summary>A trace and what was expected of it.</summary>
    /// <param name="Points">20 to 20,000, in any order of travel until the peak.</param>
    /// <param name="Expected">The force band of the fit.</param>
    /// <param name="SeatTravelMm">Where it should seat, mm.</param>
    /// <param name="SeatToleranceMm">Either side, mm.</param>
    /// <param name="LimitN">Most force that part and tool may see, N.</param>
    public sealed record Request(
        IReadOnlyList<TracePoint> Points,
        ExpectedForce Expected,
        double SeatTravelMm,
        double SeatToleranceMm,
        double LimitN
    );

    /// <summary>Travel in mm, force in N.</summary>
    public sealed record TracePoint(double TravelMm, double ForceN);

    /// <summary>The force band, as interference-fit gives it: 2 to 1,000 points by rising travel.</summary>
    public sealed record ExpectedForce(IReadOnlyList<InterferenceFit.ForcePoint> Curve);

    /// <summary>What happened.</summary>
    /// <param name="SeatedAtMm">Travel at the seat; null where there was none.</param>
    /// <param name="PeakN">The highest force, N.</param>
    /// <param name="PressForceN">The line's force at the seat, or at the end, N.</param>
    /// <param name="Findings">In order of travel; "clean" alone where nothing is wrong.</param>
    /// <param name="Band">The force band that it was held against.</param>
    /// <param name="Call">Galling, over-pressed and not seated are stops; cocked and loose the builder's to decide.</param>
    public sealed record Answer(
        double? SeatedAtMm,
        double PeakN,
        double PressForceN,
        IReadOnlyList<PressFinding> Findings,
        IReadOnlyList<InterferenceFit.ForcePoint> Band,
        Call? Call
    ) : CalcAnswer
    {
        /// <inheritdoc/>
        public override string Model => PressTrace.Model;
    }

    /// <summary>One finding between two travels, mm.</summary>
    public sealed record PressFinding(string Kind, double FromMm, double ToMm, string Because);

    /// <summary>Reads the trace.</summary>
    /// <exception cref="UnusableInputException">Too few or too many points, no travel, or a band that can't be.</exception>
    public static Answer Solve(Request request)
    {
        CheckUsable(request);
        var top = request.Points.Select((p, i) => (p.ForceN, i)).MaxBy(p => p.ForceN).i;
        var points = request.Points.Take(top + 1).Select(p => (X: p.TravelMm, Y: p.ForceN)).OrderBy(p => p.X).ToList();
        var (first, last, peak) = (points[0].X, points[^1].X, request.Points[top].ForceN);
        if (points.Count < 3 || last - first <= 0)
        {
            throw new UnusableInputException("points", "must reach their highest force after some travel; this trace begins at its peak");
        }

        var early = points.Where(p => p.X <= first + (0.8 * (last - first))).ToList();
        var line = Robust.Line(Robust.Bins(early, first, first + (0.8 * (last - first)), Bins));
        double Line(double x) => line.At0 + (line.Slope * x);
        var scatter = 4 * Robust.MadToSigma * Robust.Mad([.. early.Select(p => p.Y - Line(p.X))]);
        var median = Robust.Median(early.Select(p => p.Y));
        var band = Math.Max(scatter, 0.1 * Math.Abs(median));

        double? seat = null;
        var inside = points.FindLastIndex(p => Math.Abs(p.Y - Line(p.X)) <= band);
        if (inside >= 0 && inside < points.Count - 1)
        {
            var rise = (peak - points[inside].Y) / Math.Max(last - points[inside].X, 1e-9);
            if (rise >= 5 * Math.Max(Math.Abs(line.Slope), Math.Abs(median) / (last - first)))
            {
                seat = points[inside].X;
            }
        }

        var end = seat ?? last;
        var pressed = Line(end);
        var findings = Findings(request, points, end, pressed, scatter, seat, last, peak);
        var worst = findings.Max(f => VerdictOf(f.Kind));
        var lead = findings.First(f => VerdictOf(f.Kind) == worst);
        var call = new Call(
            worst,
            Sentence.Of("{what}", ("what", Quantity.Word(lead.Because))),
            [
                .. findings.Select(f => new Check(
                    f.Kind,
                    VerdictOf(f.Kind),
                    pressed,
                    Expected(request, end).High,
                    0,
                    Side.Upper,
                    Dimension.Force
                )),
            ]
        );
        return new Answer(seat, peak, pressed, findings, request.Expected.Curve, call);
    }

    /// <summary>What a finding of this kind means.</summary>
    internal static Verdict VerdictOf(string kind) =>
        kind switch
        {
            "galling" or "over-pressed" or "not-seated" => Verdict.Stop,
            "cocked" or "loose" => Verdict.Decide,
            _ => Verdict.Go,
        };

    private static List<PressFinding> Findings(
        Request request,
        List<(double X, double Y)> points,
        double end,
        double pressed,
        double scatter,
        double? seat,
        double last,
        double peak
    )
    {
        var findings = new List<PressFinding>();
        var first = points[0].X;
        var whole = end - first;
        // Bins, so that one noisy point is no finding; and past the scatter, so that a small expected force is none.
        var bins = Robust
            .Bins(points, first, end, Bins)
            .ConvertAll(b => (b.X, High: b.Y > Expected(request, b.X).High * TooHigh && b.Y > Expected(request, b.X).High + scatter));
        var quarter = first + (whole / 4);
        var cocked = bins.Where(b => b.X <= quarter && b.High).ToList();
        if (cocked.Count > 0 && bins.Any(b => b.X > cocked[^1].X && !b.High))
        {
            findings.Add(
                new PressFinding(
                    "cocked",
                    cocked[0].X,
                    cocked[^1].X,
                    $"The force stood above its band from {cocked[0].X:0.0} to {cocked[^1].X:0.0} mm and came back: it started cocked."
                )
            );
        }

        var galling = bins.Where(b => b.X > quarter && b.High).ToList();
        if (galling.Count * whole / Bins > 0.1 * whole)
        {
            findings.Add(
                new PressFinding(
                    "galling",
                    galling[0].X,
                    galling[^1].X,
                    $"The force stood above its band from {galling[0].X:0.0} to {galling[^1].X:0.0} mm: it is galling. Stop and "
                        + $"look at both faces."
                )
            );
        }

        var expected = Expected(request, end);
        if (pressed < expected.Low * TooLow)
        {
            findings.Add(
                new PressFinding(
                    "loose",
                    first,
                    end,
                    $"It went on with {pressed / 1e3:0.0} kN where at least {expected.Low / 1e3:0.0} kN was expected: it is loose."
                )
            );
        }

        if (peak > request.LimitN || last > request.SeatTravelMm + request.SeatToleranceMm)
        {
            findings.Add(
                new PressFinding(
                    "over-pressed",
                    end,
                    last,
                    peak > request.LimitN
                        ? $"The force reached {peak / 1e3:0.0} kN; the limit is {request.LimitN / 1e3:0.0} kN."
                        : $"It went to {last:0.0} mm; the seat is at {request.SeatTravelMm:0.0} ± {request.SeatToleranceMm:0.0} mm."
                )
            );
        }

        if (seat is null || seat < request.SeatTravelMm - request.SeatToleranceMm)
        {
            findings.Add(
                new PressFinding(
                    "not-seated",
                    end,
                    last,
                    seat is null
                        ? "The force never rose sharply: it is not seated."
                        : $"The force rose sharply at {seat:0.0} mm; the seat is at {request.SeatTravelMm:0.0} ± "
                            + $"{request.SeatToleranceMm:0.0} mm. Something is in the way."
                )
            );
        }

        if (findings.Count == 0)
        {
            findings.Add(new PressFinding("clean", first, end, $"Clean, and seated at {seat:0.0} mm with {pressed / 1e3:0.0} kN."));
        }

        return findings;
    }

    private static (double Low, double High) Expected(Request request, double travel) => Expected(request.Expected, travel);

    /// <summary>The band at a travel, in line between its points and flat beyond them.</summary>
    internal static (double Low, double High) Expected(ExpectedForce expected, double travel)
    {
        var curve = expected.Curve;
        var i = 1;
        while (i < curve.Count - 1 && curve[i].TravelMm < travel)
        {
            i++;
        }

        var (a, b) = (curve[i - 1], curve[i]);
        var t = Math.Clamp((travel - a.TravelMm) / (b.TravelMm - a.TravelMm), 0, 1);
        return (a.LowN + (t * (b.LowN - a.LowN)), a.HighN + (t * (b.HighN - a.HighN)));
    }

    private static void CheckUsable(Request request)
    {
        var faults = new Faults();
        faults.Listed(request.Points, 20, 20_000, "points");
        CheckBand(faults, request.Expected);
        faults.Positive(request.SeatTravelMm, "seatTravelMm");
        faults.NotNegative(request.SeatToleranceMm, "seatToleranceMm");
        faults.Positive(request.LimitN, "limitN");
        faults.ThrowIfAny();
    }

    /// <summary>Names what is wrong with a force band.</summary>
    internal static void CheckBand(Faults faults, ExpectedForce expected)
    {
        if (faults.Listed(expected.Curve, 2, 1000, "expected.curve"))
        {
            for (var i = 0; i < expected.Curve.Count; i++)
            {
                var at = expected.Curve[i];
                faults.Require(
                    i == 0 || at.TravelMm > expected.Curve[i - 1].TravelMm,
                    $"expected.curve[{i}].travelMm",
                    "must be larger than the one before"
                );
                faults.NotNegative(at.LowN, $"expected.curve[{i}].lowN");
                faults.Require(at.HighN >= at.LowN, $"expected.curve[{i}].highN", $"must not be below lowN ({at.LowN})");
            }
        }
    }
}
