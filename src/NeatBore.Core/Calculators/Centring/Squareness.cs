using System.Text.Json.Serialization;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Calculators.Centring;

/// <summary>How square a part sits from depths round it, and what each screw must turn to bring it home.</summary>
/// <remarks>Least squares depth = m + a cos θ + b sin θ; tilt = 2√(a² + b²) across the measuring circle.</remarks>
public static class Squareness
{
    /// <summary>The formula and its source in one line.</summary>
    public const string Model = "least squares depth = m + a·cos θ + b·sin θ; tilt = 2·√(a²+b²); turns = (target − here)/pitch";

    private const int MostPasses = 400;

    /// <summary>What the numbers measure.</summary>
    [JsonConverter(typeof(JsonStringEnumConverter<DepthSense>))]
    public enum DepthSense
    {
        /// <summary>Depth inwards from the face: deeper is larger.</summary>
        [JsonStringEnumMemberName("depth")]
        Depth,

        /// <summary>A gap that closes as the screw goes in.</summary>
        [JsonStringEnumMemberName("gap")]
        Gap,
    }

    /// <summary>Depths round a part.</summary>
    /// <param name="Readings">3 to 1,000 depths at three or more different places, no gap over 180°.</param>
    /// <param name="MeasureRadiusMm">Radius that the depths are taken on, mm, larger than 0.</param>
    /// <param name="View">The end that angles are seen from.</param>
    /// <param name="Sense">Depth or gap.</param>
    /// <param name="TargetDepthMm">Where it should sit, mm; without it the deepest screw's place is the target.</param>
    /// <param name="DepthToleranceMm">Allowed either side of the target, mm.</param>
    /// <param name="TiltLimitMm">Most tilt across the measuring circle, mm.</param>
    /// <param name="GaugeUncertaintyMm">Expanded uncertainty (k = 2) of one reading, mm.</param>
    /// <param name="Screws">The screws that move it; none for a part with one centre screw.</param>
    /// <param name="MaxTurnPerPass">Most turns of one screw in one pass, larger than 0.</param>
    /// <param name="Scatter">What is known before of how such readings scatter: 0.008 mm worth 4 readings unless given. Of exactly three
    /// the gauge alone is reckoned with, and the words say so.</param>
    public sealed record Request(
        IReadOnlyList<DepthReading> Readings,
        double MeasureRadiusMm,
        View View = View.Front,
        DepthSense Sense = DepthSense.Depth,
        double? TargetDepthMm = null,
        double? DepthToleranceMm = null,
        double? TiltLimitMm = null,
        double GaugeUncertaintyMm = 0,
        IReadOnlyList<Screw>? Screws = null,
        double MaxTurnPerPass = 0.25,
        Scatter? Scatter = null
    );

    /// <summary>A depth (or gap) in mm at an angle in degrees.</summary>
    public sealed record DepthReading(double AngleDeg, double DepthMm);

    /// <summary>A screw at an angle and radius, with its pitch in mm.</summary>
    public sealed record Screw(string Id, double AngleDeg, double RadiusMm, double PitchMm);

    /// <summary>What was found. Angles in [0, 360) in the request's view; null where there is no tilt to speak of.</summary>
    public sealed record Answer(
        double MeanDepthMm,
        double TiltMm,
        double TiltDeg,
        double? DeepestDeg,
        string? DeepestClock,
        string? HighestClock,
        IReadOnlyList<ScrewTurn> Turns,
        IReadOnlyList<IReadOnlyList<ScrewTurn>> Passes,
        DepthUncertainty UncertaintyMm,
        Call? Call
    ) : CalcAnswer
    {
        /// <inheritdoc/>
        public override string Model => Squareness.Model;

        /// <inheritdoc/>
        public override int Version => 2;
    }

    /// <summary>Turns of one screw, + is in.</summary>
    public sealed record ScrewTurn(string Id, double Turns);

    /// <summary>Expanded uncertainty of the mean depth and of the tilt, mm.</summary>
    public sealed record DepthUncertainty(double Mean, double Tilt);

    /// <summary>Works out depth, tilt and turns.</summary>
    /// <exception cref="UnusableInputException">Too few places, a gap over 180°, a value that can't be, or more than 400
    /// passes.</exception>
    public static Answer Solve(Request request)
    {
        CheckUsable(request);
        var sign = request.Sense == DepthSense.Gap ? -1 : 1;
        var fit = CircleFit.Of(
            [.. request.Readings.Select(r => (r.AngleDeg, sign * r.DepthMm))],
            request.GaugeUncertaintyMm,
            request.Readings.Count == 3 ? Scatter.None : request.Scatter ?? Scatter.ByHand
        );
        var screws = request.Screws ?? [];
        var here = screws.Select(s => fit.Mean + (fit.At(s.AngleDeg) * s.RadiusMm / request.MeasureRadiusMm)).ToList();
        var target =
            request.TargetDepthMm is { } t ? sign * t
            : here.Count > 0 ? here.Max()
            : fit.Mean;
        var turns = screws.Select((s, i) => new ScrewTurn(s.Id, (target - here[i]) / s.PitchMm)).ToList();

        var tilt = 2 * fit.Amplitude;
        var uncertainty = new DepthUncertainty(fit.MeanUncertainty, 2 * fit.AmplitudeUncertainty);
        var checks = new List<Check>();
        if (request is { TargetDepthMm: { } depth, DepthToleranceMm: { } tolerance })
        {
            checks.Add(Check.AtLeast("depth", fit.Mean, (sign * depth) - tolerance, uncertainty.Mean));
            checks.Add(Check.AtMost("depth", fit.Mean, (sign * depth) + tolerance, uncertainty.Mean));
        }

        if (request.TiltLimitMm is { } limit)
        {
            checks.Add(Check.AtMost("tilt", tilt, limit, uncertainty.Tilt));
        }

        var deepest = fit.LargestDeg;
        var frontDeg = deepest is { } seen ? Clock.Seen(seen, request.View) : 0;
        return new Answer(
            fit.Mean,
            tilt,
            Math.Atan(fit.Amplitude / request.MeasureRadiusMm) * 180 / Math.PI,
            deepest,
            deepest is { } d ? Clock.Text(d) : null,
            deepest is { } h ? Clock.Text(h + 180) : null,
            turns,
            Passes(turns, request.MaxTurnPerPass),
            uncertainty,
            Call.Of(checks, c => Reason(c, frontDeg, fit, request.Readings.Count))
        );
    }

    /// <summary>Small turns, round and round: the screw with most to go turns first and the others wait until they are level with
    /// it.</summary>
    private static List<IReadOnlyList<ScrewTurn>> Passes(List<ScrewTurn> turns, double most)
    {
        const double done = 1e-9;
        var left = turns.ConvertAll(t => t.Turns);
        var passes = new List<IReadOnlyList<ScrewTurn>>();
        while (left.Any(r => Math.Abs(r) > done))
        {
            if (passes.Count == MostPasses)
            {
                throw new UnusableInputException("maxTurnPerPass", $"is too small: more than {MostPasses} passes would be needed");
            }

            var level = Math.Max(Math.Max(0, left.Max()) - most, 0);
            var pass = left.ConvertAll(r => r < 0 ? Math.Max(r, -most) : Math.Max(r - level, 0));
            for (var i = 0; i < left.Count; i++)
            {
                left[i] -= pass[i];
            }

            passes.Add([
                .. pass.Select((turn, i) => new ScrewTurn(turns[i].Id, turn))
                    .Where(t => Math.Abs(t.Turns) > done)
                    .OrderByDescending(t => Math.Abs(t.Turns))
                    .ThenBy(t => t.Id, StringComparer.Ordinal),
            ]);
        }

        return passes;
    }

    private static Sentence Reason(Check check, double deepestFrontDeg, CircleFit fit, int readings)
    {
        var gain = check.Name == "tilt" ? 2 * fit.AmplitudeGain : fit.MeanGain;
        var (better, named) = Undecided.By(fit, readings, check, gain);
        string template = (check.Name, check.Verdict, check.Side) switch
        {
            (_, Verdict.Go, _) when readings == 3 => "It sits square and at depth by three depths, the gauge alone: the {name} is {value}.",
            (_, Verdict.Go, _) => "It sits square and at depth: the {name} is {value}.",
            (_, Verdict.LookAgain, _) => $"The {{name}} is {{value}} ± {{u}}: too close to the limit of {{limit}}. {better}",
            ("tilt", _, _) => "It sits {value} tilted, deepest towards {clock}; at most {limit} is wanted.",
            (_, _, Side.Upper) => "It sits {value} deep; at most {limit} is wanted.",
            _ => "It sits {value} deep; at least {limit} is wanted.",
        };
        return Sentence.Of(
            template,
            [
                ("name", Quantity.Word(check.Name)),
                ("value", Quantity.Mm(check.Value)),
                ("u", Quantity.Mm(check.Uncertainty)),
                ("limit", Quantity.Mm(check.Limit)),
                ("clock", Quantity.AtClock(deepestFrontDeg)),
                .. named,
            ]
        );
    }

    private static void CheckUsable(Request request)
    {
        var faults = new Faults();
        if (faults.Listed(request.Readings, 3, 1000, "readings"))
        {
            CircleFit.CheckPlaces(faults, [.. request.Readings.Select(r => r.AngleDeg)], "readings");
        }

        faults.Positive(request.MeasureRadiusMm, "measureRadiusMm");
        faults.NotNegative(request.GaugeUncertaintyMm, "gaugeUncertaintyMm");
        faults.NotNegative(request.DepthToleranceMm ?? 0, "depthToleranceMm");
        faults.NotNegative(request.TiltLimitMm ?? 0, "tiltLimitMm");
        faults.Require(
            request.DepthToleranceMm is null || request.TargetDepthMm is not null,
            "targetDepthMm",
            "is needed where depthToleranceMm is given"
        );
        faults.Positive(request.MaxTurnPerPass, "maxTurnPerPass");
        request.Scatter?.Check(faults, "scatter");
        var screws = request.Screws ?? [];
        var listed = faults.Listed(screws, 0, 1000, "screws");
        for (var i = 0; listed && i < screws.Count; i++)
        {
            faults.Positive(screws[i].RadiusMm, $"screws[{i}].radiusMm");
            faults.Positive(screws[i].PitchMm, $"screws[{i}].pitchMm");
            faults.Require(
                screws.Take(i).All(s => s.Id != screws[i].Id),
                $"screws[{i}].id",
                $"“{screws[i].Id}” stands twice; each screw needs its own id"
            );
        }

        faults.ThrowIfAny();
    }
}
