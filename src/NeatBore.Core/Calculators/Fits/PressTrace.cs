using NeatBore.Core.Measures;

namespace NeatBore.Core.Calculators.Fits;

/// <summary>What a press's force against travel says: clean and seated, cocked, galling, loose, gave way, over-pressed, not
/// seated.</summary>
/// <remarks>
/// A Theil–Sen line through the medians of 40 even bins of the first 80 % of travel; the seat is where the rise crosses that line,
/// after the last point inside its band, if at least three points then leave it, by more than twice the band, and at least five
/// times as steeply.
/// </remarks>
public static class PressTrace
{
    /// <summary>The formula and its source in one line.</summary>
    public const string Model =
        "Theil–Sen line through medians of 40 bins; band 4·1.4826·MAD; seat where three points leave it past twice the band, five "
        + "times as steeply";

    private const int Bins = 40;

    /// <summary>How many times what was expected a force may be before it is too high: Neat Bore's own, as is the next.</summary>
    public const double TooHigh = 1.15;

    /// <summary>What share of the least that was expected a force may be before it is too low.</summary>
    public const double TooLow = 0.85;

    // From what share of the travel on a press that goes too easily is loose, whatever it took at its end.
    private const double LooseFor = 0.2;

    // Below what share of the least that was expected nothing holds any more; looked for in the middle of the travel alone.
    private const double GaveWay = 0.1;

    private const int SeatPoints = 3;
    private const double FarOut = 5;

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
    /// <param name="Call">Galling, gave way, over-pressed and not seated are stops; cocked and loose the builder's to decide.</param>
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

        /// <inheritdoc/>
        public override int Version => 3;
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
        var left = points.Count - 1 - inside;
        var over = points.Skip(inside + 1).Select(p => p.Y - Line(p.X)).ToList();
        if (
            inside >= 0
            && left >= SeatPoints
            && peak - Line(request.Points[top].TravelMm) > 2 * band
            // A seat goes on rising, or is far out at once; points that are high by chance stand side by side a little over the band.
            && (over[^1] - over[0] > band || over.Min() > FarOut * band)
        )
        {
            var at = Leaves(line, points[inside].X, points.Skip(inside + 1).ToList());
            var rise = (peak - Line(at)) / Math.Max(last - at, 1e-9);
            if (rise >= 5 * Math.Max(Math.Abs(line.Slope), Math.Abs(median) / (last - first)))
            {
                seat = at;
            }
        }

        var end = seat ?? last;
        var pressed = Line(end);
        // From point to point: what goes loose over half of its travel would widen the line's own scatter until it hides in it.
        var residuals = early.ConvertAll(p => p.Y - Line(p.X));
        var steps = residuals.Zip(residuals.Skip(1), (a, b) => b - a).ToList();
        var noise = steps.Count == 0 ? 0 : 4 * Robust.MadToSigma * Robust.Mad(steps) / Math.Sqrt(2);
        var travel = new Travel(request, points, end, scatter, noise);
        var found = new[]
        {
            travel.Cocked(),
            travel.Galling(),
            travel.GaveWayAt(top),
            travel.Loose(pressed),
            OverPressed(request, end, last, peak),
            NotSeated(request, seat, end, last, peak, Line(last) + (2 * band)),
        }
            .OfType<Found>()
            .ToList();
        if (found.Count == 0)
        {
            found.Add(
                new Found(
                    new PressFinding("clean", first, end, $"Clean, and seated at {seat:0.0} mm with {pressed / 1e3:0.0} kN."),
                    pressed,
                    Expected(request, end).High
                )
            );
        }

        var worst = found.Max(f => VerdictOf(f.Finding.Kind));
        var lead = found.First(f => VerdictOf(f.Finding.Kind) == worst);
        var call = new Call(
            worst,
            Sentence.Of("{what}", ("what", Quantity.Word(lead.Finding.Because))),
            [lead.Check, .. found.Where(f => f != lead).Select(f => f.Check)]
        );
        return new Answer(seat, peak, pressed, [.. found.Select(f => f.Finding)], request.Expected.Curve, call);
    }

    /// <summary>Where the rise leaves the line: where the two cross, between the last point in the band and the first beyond it, which
    /// lie far apart in a coarse trace. What jumps rather than rises is at its stop by its first point.</summary>
    private static double Leaves((double Slope, double At0) line, double inside, List<(double X, double Y)> over)
    {
        var rise = Robust.Line(Robust.Bins(over, over[0].X, over[^1].X, Bins));
        var steeper = rise.Slope - line.Slope;
        return steeper <= Math.Abs(line.Slope) ? over[0].X : Math.Clamp((line.At0 - rise.At0) / steeper, inside, over[0].X);
    }

    /// <summary>What a finding of this kind means.</summary>
    internal static Verdict VerdictOf(string kind) =>
        kind switch
        {
            "galling" or "gave-way" or "over-pressed" or "not-seated" => Verdict.Stop,
            "cocked" or "loose" => Verdict.Decide,
            _ => Verdict.Go,
        };

    /// <summary>A finding with the value and the limit that explain it.</summary>
    private sealed record Found(
        PressFinding Finding,
        double Value,
        double Limit,
        Side Side = Side.Upper,
        Dimension Dimension = Dimension.Force
    )
    {
        public Check Check => new(Finding.Kind, VerdictOf(Finding.Kind), Value, Limit, 0, Side, Dimension);
    }

    private static Found? OverPressed(Request request, double end, double last, double peak)
    {
        var deepest = request.SeatTravelMm + request.SeatToleranceMm;
        var (reached, limit) = Wording.Apart(peak / 1e3, request.LimitN / 1e3, 0.1);
        var (went, most) = Wording.Apart(last, deepest, 0.1);
        return peak > request.LimitN + 1e-9
                ? new Found(
                    new PressFinding("over-pressed", end, last, $"The force reached {reached} kN; the limit is {limit} kN."),
                    peak,
                    request.LimitN
                )
            : last > deepest + 1e-9
                ? new Found(
                    new PressFinding("over-pressed", end, last, $"It went to {went} mm; it belongs at {most} mm at most."),
                    last,
                    deepest,
                    Dimension: Dimension.Length
                )
            : null;
    }

    private static Found? NotSeated(Request request, double? seat, double end, double last, double peak, double risen)
    {
        var highest = request.SeatTravelMm - request.SeatToleranceMm;
        return seat is not { } at
                ? new Found(
                    new PressFinding("not-seated", end, last, "The force never rose sharply: it is not seated."),
                    peak,
                    risen,
                    Side.Lower
                )
            : at < highest - 1e-9
                ? new Found(
                    new PressFinding(
                        "not-seated",
                        end,
                        last,
                        $"The force rose sharply at {at:0.0} mm; {SeatIs(request)}. Something is in the way."
                    ),
                    at,
                    highest,
                    Side.Lower,
                    Dimension.Length
                )
            : null;
    }

    private static string SeatIs(Request request) => $"the seat is at {request.SeatTravelMm:0.0} ± {request.SeatToleranceMm:0.0} mm";

    /// <summary>The stretch up to the seat, or to the end, in bins: one noisy point is no finding.</summary>
    private sealed class Travel
    {
        private readonly Request _request;
        private readonly IReadOnlyList<(double X, double Y)> _points;
        private readonly IReadOnlyList<Bin> _bins;
        private readonly double _first;
        private readonly double _end;

        private sealed record Bin(double X, double Force, double Wide, double Low, double High, bool TooHigh, bool TooLow);

        public Travel(Request request, IReadOnlyList<(double X, double Y)> points, double end, double scatter, double noise)
        {
            (_request, _points, _first, _end) = (request, points, points[0].X, end);
            var bins = Robust.Bins(points, _first, end, Bins);
            _bins =
            [
                .. bins.Select(
                    (b, i) =>
                    {
                        var (low, high) = Expected(request, b.X);
                        // Each bin stands for the travel that is nearer to it than to its neighbours: a sparse trace has fewer.
                        var from = i == 0 ? _first : (bins[i - 1].X + b.X) / 2;
                        var to = i == bins.Count - 1 ? end : (b.X + bins[i + 1].X) / 2;
                        // Past the scatter too, so that noise on a small expected force is none.
                        return new Bin(
                            b.X,
                            b.Y,
                            to - from,
                            low,
                            high,
                            b.Y > high * PressTrace.TooHigh && b.Y > high + scatter,
                            b.Y < (low * PressTrace.TooLow) - 1e-9 && b.Y < low - noise
                        );
                    }
                ),
            ];
        }

        private double Whole => _end - _first;

        private double Quarter => _first + (Whole / 4);

        public Found? Cocked()
        {
            var cocked = _bins.Where(b => b.X <= Quarter && b.TooHigh).ToList();
            return cocked.Count > 0 && _bins.Any(b => b.X > cocked[^1].X && !b.TooHigh)
                ? TooMuch("cocked", cocked, "and came back: it started cocked.")
                : null;
        }

        public Found? Galling()
        {
            var galling = _bins.Where(b => b.X > Quarter && b.TooHigh).ToList();
            return galling.Sum(b => b.Wide) > (0.1 * Whole) + 1e-9
                ? TooMuch("galling", galling, "and stayed there: it is galling. Stop and look at both faces.")
                : null;
        }

        private static Found TooMuch(string kind, List<Bin> bins, string so)
        {
            var worst = bins.MaxBy(b => b.Force - b.High)!;
            return new Found(
                new PressFinding(
                    kind,
                    bins[0].X,
                    bins[^1].X,
                    $"The force stood above its band from {bins[0].X:0.0} to {bins[^1].X:0.0} mm {so}"
                ),
                worst.Force,
                worst.High
            );
        }

        public Found? Loose(double pressed)
        {
            var expected = Expected(_request, _end);
            if (pressed < (expected.Low * TooLow) - 1e-9)
            {
                var (took, least) = Wording.Apart(pressed / 1e3, expected.Low / 1e3, 0.1);
                return new Found(
                    new PressFinding(
                        "loose",
                        _first,
                        _end,
                        $"It went on with {took} kN where at least {least} kN was expected: it is loose."
                    ),
                    pressed,
                    expected.Low,
                    Side.Lower
                );
            }

            var loose = _bins.Where(b => b.TooLow).ToList();
            if (loose.Count == 0 || loose.Sum(b => b.Wide) < (LooseFor * Whole) - 1e-9)
            {
                return null;
            }

            var worst = loose.MaxBy(b => b.Low - b.Force)!;
            return new Found(
                new PressFinding(
                    "loose",
                    loose[0].X,
                    loose[^1].X,
                    $"From {loose[0].X:0.0} to {loose[^1].X:0.0} mm it went on with as little as {worst.Force / 1e3:0.0} kN where at "
                        + $"least {worst.Low / 1e3:0.0} kN was expected: it is loose there."
                ),
                worst.Force,
                worst.Low,
                Side.Lower
            );
        }

        /// <summary>Where nothing held any more, in the middle 80 % of the travel. A press that gives way for good travels on after
        /// its highest force; one that is let go, at its seat, does not.</summary>
        /// <param name="top">Which point of the trace was its highest.</param>
        public Found? GaveWayAt(int top)
        {
            var beyond = _request
                .Points.Skip(top + 1)
                .TakeWhile(p => p.TravelMm >= _request.Points[top].TravelMm)
                .Select(p => (X: p.TravelMm, Y: p.ForceN));
            List<(double X, double Y)> all = [.. _points.Where(p => p.X <= _end), .. beyond];
            var tenth = (all.Max(p => p.X) - _first) / 10;
            var (from, to) = (_first + tenth, _first + (9 * tenth));
            bool Gone(int i) => all[i].Y < GaveWay * Expected(_request, all[i].X).Low;
            // Two neighbours, so that one lost sample is none.
            var at = Enumerable
                .Range(0, all.Count - 1)
                .Where(i => all[i].X >= from && all[i + 1].X <= to && Gone(i) && Gone(i + 1))
                .ToList();
            if (at.Count == 0)
            {
                return null;
            }

            var (start, stop) = (all[at[0]], all[at[^1] + 1]);
            var low = Expected(_request, start.X).Low;
            return new Found(
                new PressFinding(
                    "gave-way",
                    start.X,
                    stop.X,
                    $"At {start.X:0.0} mm the force fell to {Math.Max(0, start.Y) / 1e3:0.0} kN where at least {low / 1e3:0.0} kN was "
                        + "expected: something gave way. Stop and look at part, tool and thread."
                ),
                start.Y,
                low * GaveWay,
                Side.Lower
            );
        }
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
