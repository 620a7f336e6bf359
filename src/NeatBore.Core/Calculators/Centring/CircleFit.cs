using MathNet.Numerics.Distributions;
using MathNet.Numerics.LinearAlgebra;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Calculators.Centring;

/// <summary>The fit v = m + a cos θ + b sin θ, and + c cos 2θ + d sin 2θ where asked, by least squares, with the uncertainty of what it
/// finds.</summary>
/// <remarks>
/// With p terms and ν = n − p: s² = (dof·mm² + RSS)/(dof + ν), where dof and mm are what is known of such readings before (a prior
/// worth dof readings more); U = max(U_gauge, t₉₅(dof + ν)·s)·√(wᵀ(XᵀX)⁻¹w) for what is w of the fitted terms. A worse gauge is
/// never kinder, and few places are not believed for fitting well.
/// </remarks>
internal sealed class CircleFit
{
    private const double WorstCondition = 5;
    private readonly Matrix<double> _covariance;
    private readonly double _coverage;
    private readonly double _twiceCos;
    private readonly double _twiceSin;

    private CircleFit(Vector<double> fit, double residual, Matrix<double> covariance, double coverage, double scatter, bool scatterLeads)
    {
        (ScatterMm, ScatterLeads) = (scatter, scatterLeads);
        (Mean, Cos, Sin, ResidualMm) = (fit[0], fit[1], fit[2], residual);
        (_twiceCos, _twiceSin) = fit.Count == 5 ? (fit[3], fit[4]) : (0, 0);
        Ovality = fit.Count == 5 ? 2 * Math.Sqrt((_twiceCos * _twiceCos) + (_twiceSin * _twiceSin)) : null;
        (_covariance, _coverage) = (covariance, coverage);
    }

    /// <summary>How much one reading scatters, one standard deviation.</summary>
    public double ScatterMm { get; }

    /// <summary>Whether the scatter makes the uncertainty, and not the gauge.</summary>
    public bool ScatterLeads { get; }

    /// <summary>What one reading's expanded uncertainty becomes in the mean.</summary>
    public double MeanGain => Math.Sqrt(_covariance[0, 0]);

    /// <summary>What one reading's expanded uncertainty becomes in the amplitude.</summary>
    public double AmplitudeGain => AmplitudeUncertainty / Math.Max(_coverage, 1e-300);

    /// <summary>Oval, peak to valley; null where it was not asked for or the places can't tell.</summary>
    public double? Ovality { get; }

    public double Mean { get; }

    public double Cos { get; }

    public double Sin { get; }

    /// <summary>√(RSS/n).</summary>
    public double ResidualMm { get; }

    public double Amplitude => Math.Sqrt((Cos * Cos) + (Sin * Sin));

    /// <summary>Where the value is largest, degrees; null where the amplitude is below 1e-9.</summary>
    public double? LargestDeg => Amplitude < 1e-9 ? null : Clock.Normalise(Math.Atan2(Sin, Cos) * 180 / Math.PI);

    /// <summary>Expanded uncertainty of the mean.</summary>
    public double MeanUncertainty => _coverage * Math.Sqrt(_covariance[0, 0]);

    /// <summary>Expanded uncertainty of the amplitude, along its own direction; the worst direction where there is none.</summary>
    public double AmplitudeUncertainty
    {
        get
        {
            if (LargestDeg is not null)
            {
                return Along(1, Cos / Amplitude, Sin / Amplitude);
            }

            var block = _covariance.SubMatrix(1, 2, 1, 2);
            return _coverage * Math.Sqrt(block.Evd().EigenValues.Real().Maximum());
        }
    }

    /// <summary>Where the twice-round part is largest, degrees in [0, 180); null where there is none.</summary>
    public double? TwiceLargestDeg =>
        Ovality is null or < 1e-9 ? null : Clock.Normalise(Math.Atan2(_twiceSin, _twiceCos) * 180 / Math.PI) / 2;

    /// <summary>Expanded uncertainty of the oval, along its own direction; 0 where it was not fitted.</summary>
    public double OvalityUncertainty =>
        Ovality is null ? 0
        : Ovality < 1e-9 ? 2 * Along(3, 1, 0)
        : 2 * Along(3, 2 * _twiceCos / Ovality.Value, 2 * _twiceSin / Ovality.Value);

    /// <summary>What is left at an angle in degrees without the once-round part: the mean and the oval.</summary>
    public double WithoutOnce(double deg) => Mean + (_twiceCos * Math.Cos(deg * Math.PI / 90)) + (_twiceSin * Math.Sin(deg * Math.PI / 90));

    /// <summary>The once-round part at an angle in degrees.</summary>
    public double At(double deg) => (Cos * Math.Cos(deg * Math.PI / 180)) + (Sin * Math.Sin(deg * Math.PI / 180));

    /// <summary>Requires at least three different places with no gap over 180° between neighbours; places within 1° are one.</summary>
    public static void CheckPlaces(Faults faults, IReadOnlyList<double> angles, string field)
    {
        var sorted = angles.Select(Clock.Normalise).Order().ToList();
        var places = new List<double>();
        foreach (var deg in sorted.Where(deg => places.Count == 0 || deg - places[^1] > 1))
        {
            places.Add(deg);
        }

        if (places.Count > 1 && places[0] + 360 - places[^1] <= 1)
        {
            places.RemoveAt(places.Count - 1);
        }

        if (!faults.Require(places.Count >= 3, field, $"must be at three or more different places; these are at {places.Count}"))
        {
            return;
        }

        var gap = places.Zip(places.Skip(1).Append(places[0] + 360), (from, to) => to - from).Max();
        faults.Require(
            gap <= 180 + 1e-9,
            field,
            $"must go round the circle: there is a gap of {gap:0.#}° with no reading, and 180° is the most"
        );
    }

    /// <summary>Fits the once-round part alone; call <see cref="CheckPlaces"/> first.</summary>
    public static CircleFit Of(IReadOnlyList<(double Deg, double Value)> readings, double gaugeUncertainty, Scatter scatter) =>
        Solve(readings, gaugeUncertainty, Design(readings, 3), scatter);

    /// <summary>Fits the oval as well where there are six or more readings at five or more different angles that tell it apart well
    /// (cond₂ ≤ 5).</summary>
    public static CircleFit WithOval(IReadOnlyList<(double Deg, double Value)> readings, double gaugeUncertainty, Scatter scatter)
    {
        if (readings.Count >= 6 && readings.Select(r => Math.Round(Clock.Normalise(r.Deg), 9)).Distinct().Count() >= 5)
        {
            var oval = Design(readings, 5);
            if (oval.ConditionNumber() <= WorstCondition)
            {
                return Solve(readings, gaugeUncertainty, oval, scatter);
            }
        }

        return Of(readings, gaugeUncertainty, scatter);
    }

    private static Matrix<double> Design(IReadOnlyList<(double Deg, double Value)> readings, int terms) =>
        Matrix<double>.Build.Dense(
            readings.Count,
            terms,
            (i, j) =>
            {
                var turned = (j + 1) / 2 * readings[i].Deg * Math.PI / 180;
                return j == 0 ? 1
                    : j % 2 == 1 ? Math.Cos(turned)
                    : Math.Sin(turned);
            }
        );

    private static CircleFit Solve(
        IReadOnlyList<(double Deg, double Value)> readings,
        double gaugeUncertainty,
        Matrix<double> x,
        Scatter known
    )
    {
        var (n, terms) = (x.RowCount, x.ColumnCount);
        var y = Vector<double>.Build.Dense(n, i => readings[i].Value);
        var fit = x.QR().Solve(y);
        var rss = (y - (x * fit)).L2Norm() is var r ? r * r : 0;

        var freedom = known.Dof + n - terms;
        var scatter = freedom > 0 ? Math.Sqrt(((known.Dof * known.Mm * known.Mm) + rss) / freedom) : 0;
        var spread = freedom > 0 ? StudentT.InvCDF(0, 1, freedom, 0.975) * scatter : 0;
        return new CircleFit(
            fit,
            Math.Sqrt(rss / n),
            x.TransposeThisAndMultiply(x).Inverse(),
            Math.Max(gaugeUncertainty, spread),
            scatter,
            spread > gaugeUncertainty
        );
    }

    private double Along(int first, double cos, double sin) =>
        _coverage
        * Math.Sqrt(
            Math.Max(
                0,
                (cos * cos * _covariance[first, first])
                    + (2 * cos * sin * _covariance[first, first + 1])
                    + (sin * sin * _covariance[first + 1, first + 1])
            )
        );
}
