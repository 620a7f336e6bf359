using NeatBore.Core.Measures;

namespace NeatBore.Core.Calculators.Fits;

/// <summary>A hub pressed on a shaft: what interference was measured, what it does to both parts and what force it takes.</summary>
/// <remarks>
/// Lamé's thick cylinders in plane stress; smoothing of the surfaces, 0.8 (Rz_shaft + Rz_hub), from DIN 7190-1.
/// Valid while both parts stay elastic and the hub's section is much the same along the engaged length.
/// </remarks>
public static class InterferenceFit
{
    /// <summary>The formula and its source in one line.</summary>
    public const string Model = "Lamé thick cylinders, plane stress; smoothing 0.8·(Rz+Rz) per DIN 7190-1; F = μ·π·d·L·p";

    /// <summary>What was measured and what the parts are made of.</summary>
    /// <param name="Shaft">The nose.</param>
    /// <param name="Hub">The hub.</param>
    /// <param name="EngagedLengthMm">Length in contact when seated, mm, larger than 0.</param>
    /// <param name="Friction">Coefficient when pressing on, 0 to 1.</param>
    /// <param name="PullFriction">Coefficient when pulling off; no pull force is given without it.</param>
    /// <param name="Limits">What the fit is held against; no call is made without any.</param>
    /// <param name="GaugeUncertaintyMm">Expanded uncertainty (k = 2) of each gauge, mm.</param>
    public sealed record Request(
        ShaftPart Shaft,
        HubPart Hub,
        double EngagedLengthMm,
        Band Friction,
        Band? PullFriction = null,
        FitLimits? Limits = null,
        FitGauges? GaugeUncertaintyMm = null
    );

    /// <summary>A diameter read at a station and an angle.</summary>
    /// <param name="StationMm">Distance in from the front end of the part, mm.</param>
    /// <param name="AngleDeg">Direction of the diameter, degrees.</param>
    /// <param name="ValueMm">The diameter, mm, at the part's temperature.</param>
    public sealed record DiameterReading(double StationMm, double AngleDeg, double ValueMm);

    /// <summary>The inner part.</summary>
    /// <param name="Readings">1 to 1,000 diameters.</param>
    /// <param name="Material">Key or properties.</param>
    /// <param name="InnerDiameterMm">Bore through the shaft, mm; 0 for solid.</param>
    /// <param name="TemperatureC">When it was measured, °C.</param>
    /// <param name="RoughnessRzUm">Rz of the surface, µm.</param>
    public sealed record ShaftPart(
        IReadOnlyList<DiameterReading> Readings,
        MaterialChoice Material,
        double InnerDiameterMm = 0,
        double TemperatureC = 20,
        double RoughnessRzUm = 0
    );

    /// <summary>The outer part.</summary>
    /// <param name="Readings">1 to 1,000 diameters of the bore.</param>
    /// <param name="OuterDiameterMm">Outside of the hub, mm, larger than the bore.</param>
    /// <param name="Material">Key or properties.</param>
    /// <param name="TemperatureC">When it was measured, °C.</param>
    /// <param name="RoughnessRzUm">Rz of the surface, µm.</param>
    public sealed record HubPart(
        IReadOnlyList<DiameterReading> Readings,
        double OuterDiameterMm,
        MaterialChoice Material,
        double TemperatureC = 20,
        double RoughnessRzUm = 0
    );

    /// <summary>Limits in mm; each may be left out.</summary>
    public sealed record FitLimits(double? MinMm = null, double? MaxMm = null, double? RoundnessMm = null, double? TaperMm = null);

    /// <summary>Expanded uncertainty of the gauge used on each part, mm.</summary>
    public sealed record FitGauges(double Shaft = 0, double Hub = 0);

    /// <summary>What the fit will be.</summary>
    /// <param name="InterferenceMm">At 20 °C, mm.</param>
    /// <param name="EffectiveInterferenceMm">After the surfaces have smoothed, mm, not below 0.</param>
    /// <param name="Shaft">The shaft at 20 °C.</param>
    /// <param name="Hub">The hub at 20 °C, with its stress at the bore.</param>
    /// <param name="PressureMpa">In the joint, MPa.</param>
    /// <param name="PressForceN">To press it fully on, N.</param>
    /// <param name="PullForceN">To pull it off from rest, N; null without a pull friction.</param>
    /// <param name="SlipTorqueNm">That the fit carries by itself, N·m.</param>
    /// <param name="Curve">Force against travel, 11 even points.</param>
    /// <param name="Call">Null where no limit was given.</param>
    public sealed record Answer(
        InterferenceSpread InterferenceMm,
        double EffectiveInterferenceMm,
        ShaftResult Shaft,
        HubResult Hub,
        double PressureMpa,
        Band PressForceN,
        Band? PullForceN,
        Band SlipTorqueNm,
        IReadOnlyList<ForcePoint> Curve,
        Call? Call
    ) : CalcAnswer
    {
        /// <inheritdoc/>
        public override string Model => InterferenceFit.Model;

        /// <inheritdoc/>
        public override int Version => 2;
    }

    /// <summary>Interference from the means, and from the readings that make it least and most, with its expanded uncertainty;
    /// mm.</summary>
    public sealed record InterferenceSpread(double Mean, double Least, double Most, double Uncertainty);

    /// <summary>Mean, roundness and taper in mm, null where one reading can't tell; yield share at the most interference.</summary>
    public sealed record ShaftResult(double MeanMm, double? RoundnessMm, double? TaperMm, double YieldShare);

    /// <summary>Mean, roundness and taper in mm, null where one reading can't tell; stresses at the bore in MPa at the mean; yield share
    /// at the most interference.</summary>
    public sealed record HubResult(
        double MeanMm,
        double? RoundnessMm,
        double? TaperMm,
        double HoopMpa,
        double EquivalentMpa,
        double YieldShare
    );

    /// <summary>A point of the force band: travel in mm, force in N.</summary>
    public sealed record ForcePoint(double TravelMm, double LowN, double HighN);

    /// <summary>Works the fit out.</summary>
    /// <exception cref="UnusableInputException">A value can't be: every fault is named by its field.</exception>
    public static Answer Solve(Request request)
    {
        var (shaft, hub) = Usable(request);

        var nose = Measured(request.Shaft.Readings, shaft, request.Shaft.TemperatureC);
        var bore = Measured(request.Hub.Readings, hub, request.Hub.TemperatureC);
        var mean = nose.Mean - bore.Mean;
        var most = nose.Largest - bore.Smallest;
        var shaftU = request.GaugeUncertaintyMm?.Shaft ?? 0;
        var hubU = request.GaugeUncertaintyMm?.Hub ?? 0;
        var uncertainty = Math.Sqrt((shaftU * shaftU) + (hubU * hubU));

        var smoothing = 0.8e-3 * (request.Shaft.RoughnessRzUm + request.Hub.RoughnessRzUm);
        var effective = Math.Max(0, mean - smoothing);
        var d = bore.Mean;
        double Squared(double x) => x * x;
        var hubC = (Squared(request.Hub.OuterDiameterMm) + Squared(d)) / (Squared(request.Hub.OuterDiameterMm) - Squared(d));
        var shaftC = (Squared(d) + Squared(request.Shaft.InnerDiameterMm)) / (Squared(d) - Squared(request.Shaft.InnerDiameterMm));
        var compliance = d * (((hubC + hub.Poisson) / (hub.YoungGpa * 1e3)) + ((shaftC - shaft.Poisson) / (shaft.YoungGpa * 1e3)));

        var pressure = effective / compliance;
        var hoop = pressure * hubC;
        var area = Math.PI * d * request.EngagedLengthMm;
        var press = new Band(request.Friction.Low * area * pressure, request.Friction.High * area * pressure);

        var pressureAtMost = Math.Max(0, most - smoothing) / compliance;
        var hubShare = hub.Brittle
            ? pressureAtMost * hubC / (hub.TensileMpa!.Value / 2)
            : Equivalent(pressureAtMost * hubC, pressureAtMost) / hub.YieldMpa;
        var boreStress =
            request.Shaft.InnerDiameterMm > 0 ? 2 * pressureAtMost * Squared(d) / (Squared(d) - Squared(request.Shaft.InnerDiameterMm)) : 0;
        var shaftShare = shaft.Brittle
            ? Math.Max(pressureAtMost, boreStress) / (shaft.TensileMpa!.Value / 2)
            : Math.Max(pressureAtMost, boreStress) / shaft.YieldMpa;

        var checks = Checks(request.Limits, mean, uncertainty, mean - smoothing, nose, bore, shaftU, hubU, hubShare, shaftShare);
        return new Answer(
            new InterferenceSpread(mean, nose.Smallest - bore.Largest, most, uncertainty),
            effective,
            new ShaftResult(nose.Mean, nose.Roundness, nose.Taper, shaftShare),
            new HubResult(bore.Mean, bore.Roundness, bore.Taper, hoop, Equivalent(hoop, pressure), hubShare),
            pressure,
            press,
            request.PullFriction is { } pull ? new Band(pull.Low * area * pressure, pull.High * area * pressure) : null,
            new Band(press.Low * d / 2e3, press.High * d / 2e3),
            [
                .. Enumerable
                    .Range(0, 11)
                    .Select(i => new ForcePoint(request.EngagedLengthMm * i / 10, press.Low * i / 10, press.High * i / 10)),
            ],
            Call.Of(checks, c => Reason(c, mean, uncertainty, request.Limits!, NotMeasured(request.Limits!, nose, bore)))
        );
    }

    private sealed record Diameters(double Mean, double Smallest, double Largest, double? Roundness, double? Taper);

    private static Diameters Measured(IReadOnlyList<DiameterReading> readings, Material material, double temperatureC)
    {
        var toTwenty = 1 / (1 + (material.ExpansionPerC * (temperatureC - 20)));
        var sized = readings.OrderBy(r => r.StationMm).Select(r => (r.StationMm, Mm: r.ValueMm * toTwenty)).ToList();
        var stations = new List<List<double>>();
        var at = double.NegativeInfinity;
        foreach (var (stationMm, mm) in sized)
        {
            if (stationMm - at > 1e-6)
            {
                stations.Add([]);
                at = stationMm;
            }

            stations[^1].Add(mm);
        }

        var means = stations.ConvertAll(s => s.Average());
        return new Diameters(
            sized.Average(s => s.Mm),
            sized.Min(s => s.Mm),
            sized.Max(s => s.Mm),
            // One diameter at each station says nothing of round, one station nothing of taper.
            stations.Exists(s => s.Count > 1)
                ? stations.Max(s => s.Max() - s.Min())
                : null,
            stations.Count > 1 ? means.Max() - means.Min() : null
        );
    }

    private static double Equivalent(double hoop, double pressure) => Math.Sqrt((hoop * hoop) + (pressure * pressure) + (hoop * pressure));

    private static List<Check> Checks(
        FitLimits? limits,
        double mean,
        double uncertainty,
        double effective,
        Diameters nose,
        Diameters bore,
        double shaftU,
        double hubU,
        double hubShare,
        double shaftShare
    )
    {
        var checks = new List<Check>();
        if (limits is null or { MinMm: null, MaxMm: null, RoundnessMm: null, TaperMm: null })
        {
            return checks;
        }

        if (limits.MinMm is { } min)
        {
            checks.Add(Check.AtLeast("interference", mean, min, uncertainty));
        }

        if (limits.MaxMm is { } max)
        {
            checks.Add(Check.AtMost("interference", mean, max, uncertainty));
        }

        void Judged(string name, double? value, double? limit, double u)
        {
            if (value is { } is_ && limit is { } most)
            {
                checks.Add(Check.AtMost(name, is_, most, u * Math.Sqrt(2)));
            }
        }

        Judged("nose roundness", nose.Roundness, limits.RoundnessMm, shaftU);
        Judged("bore roundness", bore.Roundness, limits.RoundnessMm, hubU);
        Judged("nose taper", nose.Taper, limits.TaperMm, shaftU);
        Judged("bore taper", bore.Taper, limits.TaperMm, hubU);
        var grips = Check.AtLeast("effective interference", effective, 0, uncertainty);
        checks.Add(effective <= 0 && uncertainty == 0 ? grips with { Verdict = Verdict.Stop } : grips);
        checks.Add(Check.Stepped("hub stress", hubShare, 0.8, 1, Dimension.Share));
        checks.Add(Check.Stepped("nose stress", shaftShare, 0.8, 1, Dimension.Share));
        return checks;
    }

    /// <summary>What has a limit and was not measured.</summary>
    private static string NotMeasured(FitLimits limits, Diameters nose, Diameters bore) =>
        string.Join(
            ", ",
            new[]
            {
                (Name: "nose roundness", Missing: limits.RoundnessMm is not null && nose.Roundness is null),
                (Name: "bore roundness", Missing: limits.RoundnessMm is not null && bore.Roundness is null),
                (Name: "nose taper", Missing: limits.TaperMm is not null && nose.Taper is null),
                (Name: "bore taper", Missing: limits.TaperMm is not null && bore.Taper is null),
            }
                .Where(n => n.Missing)
                .Select(n => n.Name)
        );

    private static Sentence Reason(Check check, double mean, double uncertainty, FitLimits limits, string notMeasured)
    {
        var value = new Quantity(check.Value, check.Dimension, check.Dimension == Dimension.Share ? 0.01 : 0.001);
        var limit = value with { Value = check.Limit };
        var u = value with { Value = check.Uncertainty };
        string template = (check.Name, check.Verdict, check.Side) switch
        {
            ("interference", Verdict.Go, _) when limits is { MinMm: not null, MaxMm: not null } =>
                "The interference is {value} ± {u}, inside {low} to {high}.",
            (_, Verdict.Go, _) => "Everything measured is inside its limits; the {name} is {value}.",
            ("interference", Verdict.Stop, Side.Lower) =>
                "The interference is {value}; at least {limit} is wanted. The hub would slip and fret.",
            ("interference", Verdict.Stop, _) => "The interference is {value}; at most {limit} is wanted. The hub would gall or split.",
            ("interference", _, _) => "The interference is {value} ± {u}: too close to the limit of {limit} for these gauges to decide.",
            ("effective interference", Verdict.Stop, _) => "Once the surfaces smooth there is nothing left to grip: {value}.",
            ("effective interference", _, _) => "What is left once the surfaces smooth, {value} ± {u}, is too close to nothing to decide.",
            ("hub stress" or "nose stress", Verdict.Stop, _) =>
                "The {name} reaches {value} of what the material can take: past its elastic limit.",
            ("hub stress" or "nose stress", _, _) =>
                "The {name} reaches {value} of what the material can take; {limit} is the wanted most.",
            (_, Verdict.Stop, _) => "The {name} is {value}; at most {limit} is wanted.",
            _ => "The {name} is {value} ± {u}: too close to the limit of {limit} for this gauge to decide.",
        };
        return Sentence.Of(
            notMeasured.Length > 0 ? $"{template} Not measured: {{missing}}." : template,
            ("value", value),
            ("limit", limit),
            ("u", u),
            ("low", Quantity.Mm(limits.MinMm ?? mean - uncertainty, 0.001)),
            ("high", Quantity.Mm(limits.MaxMm ?? mean + uncertainty, 0.001)),
            ("name", Quantity.Word(check.Name)),
            ("missing", Quantity.Word(notMeasured))
        );
    }

    private static (Material Shaft, Material Hub) Usable(Request request)
    {
        var faults = new Faults();
        var shaft = request.Shaft.Material.Resolve(faults, "shaft.material");
        var hub = request.Hub.Material.Resolve(faults, "hub.material");
        CheckReadings(faults, request.Shaft.Readings, "shaft.readings");
        CheckReadings(faults, request.Hub.Readings, "hub.readings");
        faults.Within(request.Shaft.TemperatureC, -200, 500, "shaft.temperatureC");
        faults.Within(request.Hub.TemperatureC, -200, 500, "hub.temperatureC");
        faults.Within(request.Shaft.RoughnessRzUm, 0, 1000, "shaft.roughnessRzUm");
        faults.Within(request.Hub.RoughnessRzUm, 0, 1000, "hub.roughnessRzUm");
        faults.Positive(request.EngagedLengthMm, "engagedLengthMm");
        CheckFriction(faults, request.Friction, "friction");
        CheckFriction(faults, request.PullFriction, "pullFriction");
        faults.NotNegative(request.GaugeUncertaintyMm?.Shaft ?? 0, "gaugeUncertaintyMm.shaft");
        faults.NotNegative(request.GaugeUncertaintyMm?.Hub ?? 0, "gaugeUncertaintyMm.hub");

        faults.NotNegative(request.Shaft.InnerDiameterMm, "shaft.innerDiameterMm");
        if (request.Shaft.Readings.Count > 0 && request.Hub.Readings.Count > 0)
        {
            var largestBore = request.Hub.Readings.Max(r => r.ValueMm);
            var smallest = Math.Min(request.Shaft.Readings.Min(r => r.ValueMm), request.Hub.Readings.Min(r => r.ValueMm));
            faults.Require(
                request.Hub.OuterDiameterMm > largestBore,
                "hub.outerDiameterMm",
                $"must be larger than the bore ({largestBore:0.000} mm)"
            );
            faults.Require(
                request.Shaft.InnerDiameterMm < smallest,
                "shaft.innerDiameterMm",
                $"must be smaller than the shaft and the bore ({smallest:0.000} mm)"
            );
        }

        if (request.Limits is { } limits)
        {
            faults.NotNegative(limits.RoundnessMm ?? 0, "limits.roundnessMm");
            faults.NotNegative(limits.TaperMm ?? 0, "limits.taperMm");
            faults.Require(
                limits.MinMm is null || limits.MaxMm is null || limits.MinMm <= limits.MaxMm,
                "limits.minMm",
                $"must not be above maxMm ({limits.MaxMm} mm)"
            );
        }

        faults.ThrowIfAny();
        return (shaft!, hub!);
    }

    private static void CheckReadings(Faults faults, IReadOnlyList<DiameterReading> readings, string field)
    {
        faults.Listed(readings, 1, 1000, field);
        for (var i = 0; i < readings.Count; i++)
        {
            faults.Positive(readings[i].ValueMm, $"{field}[{i}].valueMm");
        }
    }

    private static void CheckFriction(Faults faults, Band? friction, string field)
    {
        if (friction is not null)
        {
            faults.Within(friction.Low, 0, 1, $"{field}.low");
            faults.Within(friction.High, 0, 1, $"{field}.high");
            faults.Require(friction.Low <= friction.High, $"{field}.high", $"must not be below low ({friction.Low})");
        }
    }
}
