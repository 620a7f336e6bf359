using NeatBore.Core.Measures;

namespace NeatBore.Core.Calculators.Centring;

/// <summary>Run-out of a ring from a dial swept round it: the full swing, its once-round part, its oval.</summary>
/// <remarks>Least squares with once- and twice-per-turn parts; the full indicator reading is the spread of the readings.</remarks>
public static class RunOut
{
    /// <summary>The formula and its source in one line.</summary>
    public const string Model =
        "full swing = largest − smallest, or twice the once-round amplitude where that is larger; least squares v = a0 + once-round + "
        + "twice-round";

    /// <summary>A dial swept round, readings in mm.</summary>
    /// <param name="Radial">On the ring's outside: 3 to 1,000 at three or more places, no gap over 180°.</param>
    /// <param name="GaugeUncertaintyMm">Expanded uncertainty (k = 2) of one reading, mm.</param>
    /// <param name="View">The end that angles are seen from.</param>
    /// <param name="Face">On the ring's face, likewise.</param>
    /// <param name="Limits">Full swing allowed, mm; no call is made without.</param>
    /// <param name="Scatter">What is known before of how such readings scatter: 0.008 mm worth 4 readings unless given.</param>
    public sealed record Request(
        IReadOnlyList<SweepReading> Radial,
        double GaugeUncertaintyMm,
        View View = View.Front,
        IReadOnlyList<SweepReading>? Face = null,
        RunOutLimits? Limits = null,
        Scatter? Scatter = null
    );

    /// <summary>A dial reading in mm at an angle in degrees.</summary>
    public sealed record SweepReading(double AngleDeg, double ValueMm);

    /// <summary>Full swing allowed, mm.</summary>
    public sealed record RunOutLimits(double? RadialTirMm = null, double? FaceTirMm = null);

    /// <summary>What was found; face is null where it was not swept.</summary>
    public sealed record Answer(Sweep Radial, Sweep? Face, Call? Call) : CalcAnswer
    {
        /// <inheritdoc/>
        public override string Model => RunOut.Model;

        /// <inheritdoc/>
        public override int Version => 2;
    }

    /// <summary>One sweep.</summary>
    /// <param name="TirMm">Full swing of the readings, mm.</param>
    /// <param name="OnceMm">Amplitude of the once-round part, mm.</param>
    /// <param name="OnceDeg">Where it is largest, degrees in the view; null where there is none.</param>
    /// <param name="OnceClock">The same as a clock position.</param>
    /// <param name="OvalityMm">Oval, radial, peak to valley, mm; null where the places can't tell.</param>
    /// <param name="ResidualMm">What the fit leaves, RMS, mm.</param>
    /// <param name="UncertaintyMm">Expanded uncertainty of the once-round amplitude, mm.</param>
    public sealed record Sweep(
        double TirMm,
        double OnceMm,
        double? OnceDeg,
        string? OnceClock,
        double? OvalityMm,
        double ResidualMm,
        double UncertaintyMm
    )
    {
        /// <summary>The larger of the readings' spread and twice the once-round amplitude, mm: few places seldom meet the
        /// highest.</summary>
        public double SwingMm => Math.Max(TirMm, 2 * OnceMm);
    }

    /// <summary>Works out the run-out.</summary>
    /// <exception cref="UnusableInputException">Too few places, a gap over 180°, or a value that can't be.</exception>
    public static Answer Solve(Request request)
    {
        var faults = new Faults();
        CheckSweep(faults, request.Radial, "radial");
        CheckSweep(faults, request.Face, "face");
        faults.NotNegative(request.GaugeUncertaintyMm, "gaugeUncertaintyMm");
        faults.NotNegative(request.Limits?.RadialTirMm ?? 0, "limits.radialTirMm");
        faults.NotNegative(request.Limits?.FaceTirMm ?? 0, "limits.faceTirMm");
        faults.Require(request.Limits?.FaceTirMm is null || request.Face is not null, "face", "is needed where limits.faceTirMm is given");
        faults.ThrowIfAny();

        request.Scatter?.Check(faults, "scatter");
        faults.ThrowIfAny();

        var known = request.Scatter ?? Scatter.ByHand;
        var (radial, radialFit) = SweepOf(request.Radial, request.GaugeUncertaintyMm, known);
        var (face, faceFit) = request.Face is null ? (null, null) : SweepOf(request.Face, request.GaugeUncertaintyMm, known);
        var checks = new List<Check>();
        if (request.Limits?.RadialTirMm is { } most)
        {
            checks.Add(Check.AtMost("radial run-out", radial.SwingMm, most, 2 * radial.UncertaintyMm));
        }

        if (request.Limits?.FaceTirMm is { } faceMost)
        {
            checks.Add(Check.AtMost("face run-out", face!.SwingMm, faceMost, 2 * face!.UncertaintyMm));
        }

        return new Answer(
            radial,
            face,
            Call.Of(
                checks,
                c =>
                {
                    var (fit, readings) = c.Name == "face run-out" ? (faceFit!, request.Face!.Count) : (radialFit, request.Radial.Count);
                    var (better, named) = Undecided.By(fit, readings, c, 2 * fit.AmplitudeGain);
                    return Sentence.Of(
                        c.Verdict switch
                        {
                            Verdict.Go => "The {name} swings {value}, within {limit}.",
                            Verdict.Stop => "The {name} swings {value}; at most {limit} is wanted.",
                            _ => $"The {{name}} swings {{value}} ± {{u}}: too close to {{limit}}. {better}",
                        },
                        [
                            ("name", Quantity.Word(c.Name)),
                            ("value", Quantity.Mm(c.Value)),
                            ("u", Quantity.Mm(c.Uncertainty)),
                            ("limit", Quantity.Mm(c.Limit)),
                            .. named,
                        ]
                    );
                }
            )
        );
    }

    private static void CheckSweep(Faults faults, IReadOnlyList<SweepReading>? sweep, string field)
    {
        if (sweep is not null && faults.Listed(sweep, 3, 1000, field))
        {
            CircleFit.CheckPlaces(faults, [.. sweep.Select(r => r.AngleDeg)], field);
        }
    }

    private static (Sweep Sweep, CircleFit Fit) SweepOf(IReadOnlyList<SweepReading> readings, double gauge, Scatter scatter)
    {
        var fit = CircleFit.WithOval([.. readings.Select(r => (r.AngleDeg, r.ValueMm))], gauge, scatter);
        var sweep = new Sweep(
            readings.Max(r => r.ValueMm) - readings.Min(r => r.ValueMm),
            fit.Amplitude,
            fit.LargestDeg,
            fit.LargestDeg is { } deg ? Clock.Text(deg) : null,
            fit.Ovality,
            fit.ResidualMm,
            fit.AmplitudeUncertainty
        );
        return (sweep, fit);
    }
}
