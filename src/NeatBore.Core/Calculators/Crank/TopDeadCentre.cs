using NeatBore.Core.Measures;

namespace NeatBore.Core.Calculators.Crank;

/// <summary>True top dead centre with a positive stop: the marks read on either side of it.</summary>
/// <remarks>The stop meets the piston as far before true centre as after it, so true centre lies midway.</remarks>
public static class TopDeadCentre
{
    /// <summary>The formula and its source in one line.</summary>
    public const string Model = "error = (before − after)/2: the stop meets the piston equally far either side of true centre";

    /// <summary>Marks read against the pointer on each side of the stop.</summary>
    /// <param name="BeforeDeg">Read before centre, degrees, 5 to 90.</param>
    /// <param name="AfterDeg">Read after centre, degrees, 5 to 90.</param>
    /// <param name="RingDiameterMm">Diameter that the mark is on, mm.</param>
    /// <param name="Limits">No call is made without.</param>
    /// <param name="GaugeUncertaintyDeg">Expanded uncertainty (k = 2) of one reading, degrees.</param>
    public sealed record Request(
        double BeforeDeg,
        double AfterDeg,
        double? RingDiameterMm = null,
        MarkLimits? Limits = null,
        double GaugeUncertaintyDeg = 0.5
    );

    /// <summary>A go up to the one, a stop above the other, degrees.</summary>
    public sealed record MarkLimits(double GoDeg = 1, double StopDeg = 3);

    /// <summary>How far the mark lies.</summary>
    /// <param name="TrueTdcDeg">Where true centre reads on the marks; positive on the before side.</param>
    /// <param name="MarkErrorDeg">The same: what the mark is out by.</param>
    /// <param name="MoveMarkMm">Along the ring, + in the direction of rotation; null without a diameter.</param>
    /// <param name="Call">Null where no limit was given.</param>
    public sealed record Answer(double TrueTdcDeg, double MarkErrorDeg, double? MoveMarkMm, Call? Call) : CalcAnswer
    {
        /// <inheritdoc/>
        public override string Model => TopDeadCentre.Model;
    }

    /// <summary>Works out the error.</summary>
    /// <exception cref="UnusableInputException">A reading is outside 5° to 90°, or a limit can't be.</exception>
    public static Answer Solve(Request request)
    {
        var faults = new Faults();
        faults.Within(request.BeforeDeg, 5, 90, "beforeDeg");
        faults.Within(request.AfterDeg, 5, 90, "afterDeg");
        faults.Require(request.RingDiameterMm is null or > 0, "ringDiameterMm", "must be larger than 0");
        faults.NotNegative(request.GaugeUncertaintyDeg, "gaugeUncertaintyDeg");
        if (request.Limits is { } given)
        {
            faults.NotNegative(given.GoDeg, "limits.goDeg");
            faults.Require(given.StopDeg >= given.GoDeg, "limits.stopDeg", $"must not be below goDeg ({given.GoDeg}°)");
        }

        faults.ThrowIfAny();
        var error = (request.BeforeDeg - request.AfterDeg) / 2;
        return new Answer(
            error,
            error,
            request.RingDiameterMm is { } d ? Math.PI * d * error / 360 : null,
            request.Limits is { } limits
                ? MarkError.Judge(error, request.GaugeUncertaintyDeg / Math.Sqrt(2), limits.GoDeg, limits.StopDeg)
                : null
        );
    }
}

/// <summary>The call on a mark that is out, shared by whatever finds the error.</summary>
internal static class MarkError
{
    /// <summary>Wholly inside goDeg is a go, wholly outside stopDeg a stop, wholly between them the builder's to decide.</summary>
    public static Call Judge(double errorDeg, double uncertaintyDeg, double goDeg, double stopDeg, string? source = null)
    {
        var size = Math.Abs(errorDeg);
        var verdict =
            size + uncertaintyDeg <= goDeg ? Verdict.Go
            : size - uncertaintyDeg > stopDeg ? Verdict.Stop
            : size - uncertaintyDeg > goDeg && size + uncertaintyDeg <= stopDeg ? Verdict.Decide
            : Verdict.LookAgain;
        var limit = verdict == Verdict.Stop || (verdict == Verdict.LookAgain && size - uncertaintyDeg > goDeg) ? stopDeg : goDeg;
        return Call.Of(
            [new Check("mark error", verdict, size, limit, uncertaintyDeg, Side.Upper, Dimension.Angle, source)],
            check =>
                Sentence.Of(
                    check.Verdict switch
                    {
                        Verdict.Go => "The mark is {value} off, within {limit}.",
                        Verdict.LookAgain => "The mark is {value} ± {u} off: too close to {limit} for this reading to decide.",
                        _ => "The mark is {value} off; at most {limit} is wanted.",
                    },
                    ("value", Quantity.Degrees(check.Value)),
                    ("u", Quantity.Degrees(check.Uncertainty)),
                    ("limit", Quantity.Degrees(check.Limit))
                )
        )!;
    }
}
