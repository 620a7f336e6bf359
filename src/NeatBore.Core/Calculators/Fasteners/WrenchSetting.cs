using NeatBore.Core.Measures;

namespace NeatBore.Core.Calculators.Fasteners;

/// <summary>What to set a torque wrench to when an adaptor or a multiplier stands between it and the fastener.</summary>
/// <remarks>set = T·L / (L + A cos φ), divided by the multiplier's ratio · efficiency: moments about the fastener's axis.</remarks>
public static class WrenchSetting
{
    /// <summary>The formula and its source in one line.</summary>
    public const string Model = "set = T·L/(L + A·cos φ) ÷ (ratio·efficiency): moments about the fastener";

    /// <summary>What is wanted at the fastener and what stands in between.</summary>
    /// <param name="TargetNm">Torque at the fastener, N·m, larger than 0.</param>
    /// <param name="WrenchLengthMm">From the drive to the middle of the grip, mm, larger than 0.</param>
    /// <param name="AdaptorLengthMm">From the drive to the fastener, mm; 0 for none.</param>
    /// <param name="AdaptorAngleDeg">Between the adaptor and the wrench's line; 0 straight out, 90 square, 180 folded back.</param>
    /// <param name="Multiplier">A geared multiplier, if any.</param>
    /// <param name="Wrench">The wrench itself; no call is made without it.</param>
    public sealed record Request(
        double TargetNm,
        double WrenchLengthMm,
        double AdaptorLengthMm = 0,
        double AdaptorAngleDeg = 0,
        Multiplier? Multiplier = null,
        Wrench? Wrench = null
    );

    /// <summary>A geared multiplier: ratio larger than 0, efficiency 0 to 1.</summary>
    public sealed record Multiplier(double Ratio, double Efficiency);

    /// <summary>Range in N·m and calibration of a wrench, with today's date to hold it against.</summary>
    public sealed record Wrench(double MinNm, double MaxNm, DateOnly CalibrationDue, DateOnly Today);

    /// <summary>What to set.</summary>
    /// <param name="SetNm">The wrench's setting, N·m.</param>
    /// <param name="Call">Null where no wrench was given.</param>
    public sealed record Answer(double SetNm, Call? Call) : CalcAnswer
    {
        /// <inheritdoc/>
        public override string Model => WrenchSetting.Model;
    }

    /// <summary>The torque that reaches the fastener when the wrench clicks at a setting, N·m.</summary>
    public static double AtFastenerNm(Request request, double setNm) => setNm * Gain(request);

    /// <summary>Works out the setting.</summary>
    /// <exception cref="UnusableInputException">A value can't be, or the adaptor reaches back past the hand.</exception>
    public static Answer Solve(Request request)
    {
        var faults = new Faults();
        faults.Positive(request.TargetNm, "targetNm");
        faults.Positive(request.WrenchLengthMm, "wrenchLengthMm");
        faults.NotNegative(request.AdaptorLengthMm, "adaptorLengthMm");
        faults.Within(request.AdaptorAngleDeg, -360, 360, "adaptorAngleDeg");
        faults.Require(
            request.WrenchLengthMm <= 0 || Reach(request) > 0,
            "adaptorLengthMm",
            $"reaches back past the hand at this angle; it must be shorter than the wrench ({request.WrenchLengthMm} mm)"
        );
        if (request.Multiplier is { } multiplier)
        {
            faults.Positive(multiplier.Ratio, "multiplier.ratio");
            faults.Require(multiplier.Efficiency is > 0 and <= 1, "multiplier.efficiency", "must be above 0 and at most 1");
        }

        if (request.Wrench is { } wrench)
        {
            faults.NotNegative(wrench.MinNm, "wrench.minNm");
            faults.Require(wrench.MaxNm > wrench.MinNm, "wrench.maxNm", $"must be larger than minNm ({wrench.MinNm} N·m)");
        }

        faults.ThrowIfAny();
        var set = request.TargetNm / Gain(request);
        return new Answer(set, request.Wrench is { } w ? Call.Of(Checks(set, w), c => Reason(c, set)) : null);
    }

    private static double Reach(Request request) =>
        request.WrenchLengthMm + (request.AdaptorLengthMm * Math.Cos(request.AdaptorAngleDeg * Math.PI / 180));

    private static double Gain(Request request) =>
        Reach(request) / request.WrenchLengthMm * (request.Multiplier is { } m ? m.Ratio * m.Efficiency : 1);

    private static List<Check> Checks(double set, Wrench wrench)
    {
        var fifth = wrench.MaxNm / 5;
        var overdue = wrench.Today.DayNumber - wrench.CalibrationDue.DayNumber;
        return
        [
            Check.AtMost("wrench range", set, wrench.MaxNm, 0, Dimension.Torque),
            Check.AtLeast("wrench range", set, wrench.MinNm, 0, Dimension.Torque),
            Check.AtLeast("lowest fifth", set, fifth, 0, Dimension.Torque) is var low && low.Verdict == Verdict.Stop
                ? low with
                {
                    Verdict = Verdict.Decide,
                }
                : low,
            Check.Stepped("calibration", overdue, 0, double.PositiveInfinity, Dimension.Days),
        ];
    }

    private static Sentence Reason(Check check, double set)
    {
        string template = (check.Name, check.Verdict, check.Side) switch
        {
            (_, Verdict.Go, _) => "Set the wrench to {set}: inside its range and its calibration.",
            ("wrench range", _, Side.Upper) => "The setting of {set} is above this wrench's range, which ends at {limit}.",
            ("wrench range", _, _) => "The setting of {set} is below this wrench's range, which begins at {limit}.",
            ("lowest fifth", _, _) => "The setting of {set} is in the lowest fifth of this wrench's range, where it is least true.",
            _ => "This wrench's calibration ran out {value} ago.",
        };
        return Sentence.Of(
            template,
            ("set", Quantity.Nm(set)),
            ("limit", new Quantity(check.Limit, check.Dimension, 0.1)),
            ("value", new Quantity(check.Value, check.Dimension, check.Dimension == Dimension.Days ? 1 : 0.1))
        );
    }
}
