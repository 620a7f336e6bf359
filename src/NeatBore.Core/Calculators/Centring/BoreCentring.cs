using System.Text.Json.Serialization;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Calculators.Centring;

/// <summary>How far a bore stands off the crank from readings round it, which way to move it, and where a dial must get to.</summary>
/// <remarks>
/// A gauge that is turned with the crank, or feelers between nose and bore. With g the gap at θ (a plunger's sign turned round,
/// the gauge's own droop taken off): least squares g = a0 + a1 cos θ + b1 sin θ, and the oval where the places can tell it apart.
/// The offset is √(a1² + b1²) towards atan2(b1, a1); the part is moved as far the other way.
/// </remarks>
public static class BoreCentring
{
    /// <summary>The formula and its source in one line.</summary>
    public const string Model =
        "least squares g = a0 + a1·cos θ + b1·sin θ (+ oval); offset = √(a1²+b1²) towards atan2(b1, a1); droop sag·(1 − cos(θ − "
        + "up))/2 taken off";

    private const double SamePlaceDeg = 1;

    /// <summary>What a larger value means.</summary>
    [JsonConverter(typeof(JsonStringEnumConverter<Sense>))]
    public enum Sense
    {
        /// <summary>More room between the crank and the part.</summary>
        [JsonStringEnumMemberName("gap")]
        Gap,

        /// <summary>The plunger is pushed in further: less room.</summary>
        [JsonStringEnumMemberName("plunger-in")]
        PlungerIn,
    }

    /// <summary>Readings round a bore; angles in degrees, lengths in mm.</summary>
    /// <param name="Readings">3 to 1,000 at three or more places, no gap over 180°.</param>
    /// <param name="Sense">What a larger value means.</param>
    /// <param name="GaugeUncertaintyMm">Expanded uncertainty (k = 2) of one reading.</param>
    /// <param name="View">The end that angles are seen from.</param>
    /// <param name="SagMm">The gauge's own droop on a true ring, bottom less top, in the sense of the gap.</param>
    /// <param name="UpDeg">Clock angle of straight up as the engine hangs, 180 upside down; null where the crank stands upright and
    /// nothing droops.</param>
    /// <param name="LimitMm">Most offset (half of a full swing).</param>
    /// <param name="OvalityLimitMm">Most oval, radial, peak to valley.</param>
    /// <param name="FreeMoveMm">What the bolt holes still allow along the move.</param>
    /// <param name="RepeatMm">The first place read again.</param>
    /// <param name="RepeatLimitMm">Most that it may differ; 0.01 mm or the gauge's uncertainty, whichever is larger, unless given.</param>
    /// <param name="ExtraUncertaintyMm">Of a crank that is not held central.</param>
    /// <param name="Fasteners">The bolts that hold the part.</param>
    /// <param name="Scatter">What is known before of how such readings scatter: 0.008 mm worth 4 readings unless given.</param>
    public sealed record Request(
        IReadOnlyList<GaugeReading> Readings,
        Sense Sense,
        double GaugeUncertaintyMm,
        View View = View.Front,
        double SagMm = 0,
        double? UpDeg = 0,
        double? LimitMm = null,
        double? OvalityLimitMm = null,
        double? FreeMoveMm = null,
        double? RepeatMm = null,
        double? RepeatLimitMm = null,
        double ExtraUncertaintyMm = 0,
        IReadOnlyList<HoldingBolt>? Fasteners = null,
        Scatter? Scatter = null
    );

    /// <summary>A reading in mm at an angle in degrees.</summary>
    public sealed record GaugeReading(double AngleDeg, double ValueMm);

    /// <summary>A bolt at an angle in degrees.</summary>
    public sealed record HoldingBolt(string Id, double AngleDeg);

    /// <summary>What was found. Angles in [0, 360) in the request's view; angles and clocks are null where there is no offset to speak
    /// of.</summary>
    /// <param name="OffsetMm">How far the bore stands off the crank.</param>
    /// <param name="OffsetDeg">Towards where.</param>
    /// <param name="OffsetClock">The same as a clock position.</param>
    /// <param name="MoveMm">How far to move it.</param>
    /// <param name="MoveDeg">Which way.</param>
    /// <param name="MoveClock">The same as a clock position.</param>
    /// <param name="TirMm">Full swing of the readings with the droop taken off.</param>
    /// <param name="OvalityMm">Oval, radial, peak to valley; null where the places can't tell.</param>
    /// <param name="ResidualMm">What the fit leaves, RMS.</param>
    /// <param name="UncertaintyMm">Expanded uncertainty of the offset.</param>
    /// <param name="CanMove">Whether the holes allow the move; null where that was not given.</param>
    /// <param name="Fasteners">Which to slacken first, and how far each moves in its hole towards its own place.</param>
    /// <param name="Park">Where to park the gauge while the part is moved.</param>
    /// <param name="Call">The call; null where nothing was given to hold it against.</param>
    public sealed record Answer(
        double OffsetMm,
        double? OffsetDeg,
        string? OffsetClock,
        double MoveMm,
        double? MoveDeg,
        string? MoveClock,
        double TirMm,
        double? OvalityMm,
        double ResidualMm,
        double UncertaintyMm,
        bool? CanMove,
        IReadOnlyList<FastenerMove> Fasteners,
        ParkPlace? Park,
        Call? Call
    ) : CalcAnswer
    {
        /// <inheritdoc/>
        public override string Model => BoreCentring.Model;

        /// <inheritdoc/>
        public override int Version => 2;
    }

    /// <summary>A bolt's turn in the slackening, from 1, and how far the part moves towards it, mm.</summary>
    public sealed record FastenerMove(string Id, int SlackenOrder, double TowardMm);

    /// <summary>A measured place: what the gauge shows there now, and what it will show when the part is central, mm.</summary>
    public sealed record ParkPlace(double AngleDeg, string Clock, double NowMm, double TargetMm);

    /// <summary>Works out the offset.</summary>
    /// <exception cref="UnusableInputException">Too few places, a gap over 180°, one place with two values, or a value that can't
    /// be.</exception>
    public static Answer Solve(Request request)
    {
        var repeatLimit = request.RepeatLimitMm ?? Math.Max(0.01, request.GaugeUncertaintyMm);
        CheckUsable(request, repeatLimit);

        double Droop(double deg) => request.UpDeg is { } up ? request.SagMm * (1 - Math.Cos((deg - up) * Math.PI / 180)) / 2 : 0;
        var sign = request.Sense == Sense.PlungerIn ? -1 : 1;
        var gaps = request.Readings.Select(r => (Deg: r.AngleDeg, Value: (sign * r.ValueMm) - Droop(r.AngleDeg))).ToList();
        var fit = CircleFit.WithOval(gaps, request.GaugeUncertaintyMm, request.Scatter ?? Scatter.ByHand);
        var uncertainty = Math.Sqrt(Math.Pow(fit.AmplitudeUncertainty, 2) + Math.Pow(request.ExtraUncertaintyMm, 2));

        var offset = fit.Amplitude;
        var towards = fit.LargestDeg;
        double? move = towards is { } deg ? Clock.Normalise(deg + 180) : null;
        return new Answer(
            offset,
            towards,
            towards is { } t ? Clock.Text(t) : null,
            offset,
            move,
            move is { } m ? Clock.Text(m) : null,
            gaps.Max(g => g.Value) - gaps.Min(g => g.Value),
            fit.Ovality,
            fit.ResidualMm,
            uncertainty,
            request.FreeMoveMm is { } free ? free >= offset : null,
            Slackened(request.Fasteners ?? [], offset, move),
            move is { } way ? Park(request, way, d => sign * (fit.WithoutOnce(d) + Droop(d))) : null,
            CallOf(request, fit, towards, uncertainty, repeatLimit)
        );
    }

    private static List<FastenerMove> Slackened(IReadOnlyList<HoldingBolt> fasteners, double offset, double? moveDeg)
    {
        var moves = fasteners
            .Select(f => (f.Id, f.AngleDeg, Toward: moveDeg is { } way ? offset * Math.Cos((f.AngleDeg - way) * Math.PI / 180) : 0))
            .ToList();
        var order = moves
            .OrderBy(f => f.Toward)
            .ThenBy(f => Clock.Normalise(f.AngleDeg))
            .ThenBy(f => f.Id, StringComparer.Ordinal)
            .Select(f => f.Id)
            .ToList();
        return moves.ConvertAll(f => new FastenerMove(f.Id, order.IndexOf(f.Id) + 1, f.Toward));
    }

    private static ParkPlace Park(Request request, double moveDeg, Func<double, double> centralMm)
    {
        var nearest = request.Readings.MinBy(r => (Math.Round(Apart(r.AngleDeg, moveDeg), 9), Clock.Normalise(r.AngleDeg)))!;
        var here = request.Readings.Where(r => Apart(r.AngleDeg, nearest.AngleDeg) <= SamePlaceDeg).Average(r => r.ValueMm);
        var deg = Clock.Normalise(nearest.AngleDeg);
        return new ParkPlace(deg, Clock.Text(deg), here, centralMm(deg));
    }

    private static double Apart(double a, double b) => Math.Abs(Clock.Normalise(a - b + 180) - 180);

    private static Call? CallOf(Request request, CircleFit fit, double? towards, double uncertainty, double repeatLimit)
    {
        var checks = new List<Check>();
        if (request.LimitMm is { } limit)
        {
            checks.Add(Check.AtMost("offset", fit.Amplitude, limit, uncertainty));
            if (request.FreeMoveMm is { } free && checks[0].Verdict != Verdict.Go)
            {
                checks.Add(Check.AtLeast("room in the holes", free, fit.Amplitude));
            }
        }

        if (request.OvalityLimitMm is { } oval && fit.Ovality is { } is_)
        {
            checks.Add(Check.AtMost("oval", is_, oval, fit.OvalityUncertainty));
        }

        if (request.RepeatMm is { } repeat)
        {
            var off = Math.Abs(repeat - request.Readings[0].ValueMm);
            checks.Add(new Check("repeat", off <= repeatLimit + 1e-12 ? Verdict.Go : Verdict.LookAgain, off, repeatLimit, 0));
        }

        var places = Places(request.Readings);
        if (checks.Count > 0 && places == 3)
        {
            checks.Add(new Check("places", Verdict.LookAgain, 3, 4, 0, Side.Lower, Dimension.Count));
        }

        var frontDeg = towards is { } seen ? Clock.Seen(seen, request.View) : 0;
        return Call.Of(
            checks,
            c =>
            {
                var (better, named) = Undecided.By(fit, request.Readings.Count, c, (c.Name == "oval" ? 2 : 1) * fit.AmplitudeGain);
                return Sentence.Of(
                    (c.Name, c.Verdict) switch
                    {
                        ("offset", Verdict.Go) => "The bore stands {value} off the crank; up to {limit} is allowed.",
                        ("offset", Verdict.LookAgain) =>
                            $"The bore stands {{value}} ± {{u}} off, towards {{clock}}: too close to {{limit}}. {better}",
                        ("offset", _) => "The bore stands {value} off the crank, towards {clock}; up to {limit} is allowed.",
                        ("room in the holes", _) => "It has to move {limit}; its holes allow {value}.",
                        ("repeat", Verdict.Go) => "The first place read the same again.",
                        ("repeat", _) => "The first place read {value} different the second time: something moved.",
                        ("places", _) => "Three places can’t tell an oval from an offset: read at least four.",
                        ("oval", Verdict.Go) => "The bore is round to {value}.",
                        ("oval", Verdict.LookAgain) => $"The bore is oval by {{value}} ± {{u}}: too close to {{limit}}. {better}",
                        _ => "The bore is oval by {value}; at most {limit} is wanted.",
                    },
                    [
                        ("value", new Quantity(c.Value, c.Dimension, c.Dimension == Dimension.Length ? 0.01 : 1)),
                        ("u", Quantity.Mm(c.Uncertainty, 0.001)),
                        ("limit", new Quantity(c.Limit, c.Dimension, c.Dimension == Dimension.Length ? 0.01 : 1)),
                        ("clock", Quantity.AtClock(frontDeg)),
                        .. named,
                    ]
                );
            }
        );
    }

    private static int Places(IReadOnlyList<GaugeReading> readings)
    {
        var places = new List<double>();
        foreach (var reading in readings.Where(r => places.TrueForAll(p => Apart(p, r.AngleDeg) > SamePlaceDeg)))
        {
            places.Add(reading.AngleDeg);
        }

        return places.Count;
    }

    private static void CheckUsable(Request request, double repeatLimit)
    {
        var faults = new Faults();
        var readings = request.Readings;
        if (faults.Listed(readings, 3, 1000, "readings"))
        {
            CircleFit.CheckPlaces(faults, [.. readings.Select(r => r.AngleDeg)], "readings");
            for (var i = 1; i < readings.Count; i++)
            {
                var twin = readings.Take(i).FirstOrDefault(r => Apart(r.AngleDeg, readings[i].AngleDeg) <= SamePlaceDeg);
                faults.Require(
                    twin is null || Math.Abs(twin.ValueMm - readings[i].ValueMm) <= repeatLimit + 1e-12,
                    $"readings[{i}].valueMm",
                    twin is null
                        ? ""
                        : $"reads {Wording.Number(readings[i].ValueMm, 0.001)} mm where {Wording.Number(twin.ValueMm, 0.001)} mm "
                            + $"was read before, at the same place; read it again and keep one (up to "
                            + $"{Wording.Number(repeatLimit, 0.001)} mm apart is one value)"
                );
            }
        }

        faults.NotNegative(request.GaugeUncertaintyMm, "gaugeUncertaintyMm");
        faults.NotNegative(request.LimitMm ?? 0, "limitMm");
        faults.NotNegative(request.OvalityLimitMm ?? 0, "ovalityLimitMm");
        faults.NotNegative(request.FreeMoveMm ?? 0, "freeMoveMm");
        faults.NotNegative(request.RepeatLimitMm ?? 0, "repeatLimitMm");
        faults.NotNegative(request.ExtraUncertaintyMm, "extraUncertaintyMm");
        request.Scatter?.Check(faults, "scatter");
        var fasteners = request.Fasteners ?? [];
        var listed = faults.Listed(fasteners, 0, 1000, "fasteners");
        for (var i = 0; listed && i < fasteners.Count; i++)
        {
            faults.Require(
                fasteners.Take(i).All(f => f.Id != fasteners[i].Id),
                $"fasteners[{i}].id",
                $"“{fasteners[i].Id}” stands twice; each bolt needs its own id"
            );
        }

        faults.ThrowIfAny();
    }
}
