using NeatBore.Core.Measures;

namespace NeatBore.Core.Calculators.Fits;

/// <summary>What a press says while it is still moving: in its band, too hard early, too hard later, too easy, seating.</summary>
/// <remarks>The median of the newest points against the band of the fit, with the margins of press-trace; an early warning, never a
/// go.</remarks>
public static class PressWatch
{
    /// <summary>The rule in one line.</summary>
    public const string Model =
        "median of the newest 5 points against the fit's band: above 1.15 × high or below 0.85 × low, past 5 % of the force when home; "
        + "past the seat and its tolerance without a rise";

    private const int Newest = 5;
    private const double Floor = 0.05;
    private const double NearSeatMm = 1.5;

    /// <summary>What has been recorded so far, and what was expected of it.</summary>
    /// <param name="Points">1 to 2,000, by time; the newest last.</param>
    /// <param name="Expected">The force band of the fit.</param>
    /// <param name="SeatTravelMm">Where it should seat, mm.</param>
    /// <param name="SeatToleranceMm">Either side of it, mm, 0 or more.</param>
    public sealed record Request(
        IReadOnlyList<PressTrace.TracePoint> Points,
        PressTrace.ExpectedForce Expected,
        double SeatTravelMm,
        double SeatToleranceMm = 1
    );

    /// <summary>How it goes.</summary>
    /// <param name="Kind">"starting", "in-band", "cocked-start", "too-hard", "too-easy", "seating" or
    /// "past-seat".</param>
    /// <param name="TravelMm">Where it is, mm.</param>
    /// <param name="ForceN">What it takes there, N.</param>
    /// <param name="Do">What to do with the hands.</param>
    /// <param name="Call">A stop where it has to be eased off; null while there is nothing to say.</param>
    public sealed record Answer(string Kind, double TravelMm, double ForceN, Sentence Do, Call? Call) : CalcAnswer
    {
        /// <inheritdoc/>
        public override string Model => PressWatch.Model;

        /// <inheritdoc/>
        public override int Version => 2;
    }

    /// <summary>The first stop that it calls as the points come in; null where it calls none.</summary>
    /// <exception cref="UnusableInputException">As <see cref="Solve"/>.</exception>
    public static Answer? FirstStop(Request request) =>
        Enumerable
            .Range(1, request.Points.Count)
            .Select(n => Solve(request with { Points = Recent(request.Points, n) }))
            .FirstOrDefault(a => a.Call?.Verdict == Verdict.Stop);

    /// <summary>As much of what has been recorded as a watch wants: where it began, and the newest.</summary>
    /// <param name="points">All of them, by time.</param>
    /// <param name="count">How many of them have come, 1 or more.</param>
    public static IReadOnlyList<PressTrace.TracePoint> Recent(IReadOnlyList<PressTrace.TracePoint> points, int count) =>
        [points[0], .. Enumerable.Range(Math.Max(1, count - Newest), count - Math.Max(1, count - Newest)).Select(i => points[i])];

    /// <summary>Looks at the newest points.</summary>
    /// <exception cref="UnusableInputException">No points or too many, or a band that can't be.</exception>
    public static Answer Solve(Request request)
    {
        var faults = new Faults();
        faults.Listed(request.Points, 1, 2000, "points");
        PressTrace.CheckBand(faults, request.Expected);
        faults.Positive(request.SeatTravelMm, "seatTravelMm");
        faults.NotNegative(request.SeatToleranceMm, "seatToleranceMm");
        faults.ThrowIfAny();

        var newest = request.Points.Skip(request.Points.Count - Newest).ToList();
        var travel = newest[^1].TravelMm;
        var force = Robust.Median(newest.Select(p => p.ForceN));
        var first = request.Points.Min(p => p.TravelMm);
        var (low, high) = PressTrace.Expected(request.Expected, travel);
        var floor = Floor * request.Expected.Curve[^1].HighN;
        var kind =
            request.Points.Count < Newest || travel - first < 0.5 ? "starting"
            : force > (high * PressTrace.TooHigh) + floor
                ? travel >= request.SeatTravelMm - NearSeatMm ? "seating"
                    : travel - first <= (request.SeatTravelMm - first) / 4 ? "cocked-start"
                    : "too-hard"
            : travel > request.SeatTravelMm + request.SeatToleranceMm + 1e-9 ? "past-seat"
            : force < (low * PressTrace.TooLow) - floor ? "too-easy"
            : "in-band";
        var say = (
            ("at", Quantity.Mm(travel, 0.1)),
            ("force", Quantity.Newtons(force)),
            ("low", Quantity.Newtons(low)),
            ("high", Quantity.Newtons(high)),
            ("left", Quantity.Mm(Math.Max(0, request.SeatTravelMm - travel), 0.1)),
            ("seat", Quantity.Mm(request.SeatTravelMm, 0.1))
        );
        Sentence Of(string template) => Sentence.Of(template, say.Item1, say.Item2, say.Item3, say.Item4, say.Item5, say.Item6);
        Call Judged(Verdict verdict, string why, double limit, Side side) =>
            new(verdict, Of(why), [new Check("press force", verdict, force, limit, 0, side, Dimension.Force, "predicted from the fit")]);

        return new Answer(
            kind,
            travel,
            force,
            Of(
                kind switch
                {
                    "starting" => "Go on, slowly and square. Watch the line against its band.",
                    "seating" => "It is rising: home, or nearly. Stop when it rises sharply.",
                    "cocked-start" => "Ease off. It has started cocked: back it off, set it square on its key and begin again.",
                    "too-hard" => "Ease off. It takes more than the fit explains: look for galling or a burr.",
                    "past-seat" => "Stop. It is past its seat and has not risen: look at what it should have seated on.",
                    "too-easy" => "Stop and measure: it goes on too easily for this fit.",
                    _ => "It goes on as it should: {left} to go.",
                }
            ),
            kind switch
            {
                "cocked-start" or "too-hard" => Judged(
                    Verdict.Stop,
                    "{force} at {at}; this fit explains at most {high} there.",
                    high,
                    Side.Upper
                ),
                "past-seat" => new Call(
                    Verdict.Stop,
                    Of("It is at {at} and has not risen; it seats at {seat}."),
                    [
                        new Check(
                            "seat",
                            Verdict.Stop,
                            travel,
                            request.SeatTravelMm + request.SeatToleranceMm,
                            0,
                            Side.Upper,
                            Dimension.Length
                        ),
                    ]
                ),
                "too-easy" => Judged(Verdict.Decide, "{force} at {at}; this fit would take at least {low} there.", low, Side.Lower),
                _ => null,
            }
        );
    }
}
