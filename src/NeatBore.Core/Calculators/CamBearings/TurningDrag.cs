using System.Text.Json.Serialization;
using NeatBore.Core.Calculators.Centring;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Calculators.CamBearings;

/// <summary>What the torque that turns a cam by hand says: a hitch once a turn, lobes twice a turn, an even drag, or free.</summary>
public static class TurningDrag
{
    /// <summary>The formula and its source in one line.</summary>
    public const string Model = "least squares torque = mean + once a turn + twice a turn; hitch or lobes above a quarter of the mean";

    private const double Telling = 0.25;

    /// <summary>Torques round a turn: 8 to 1,000, N·m; degrees in the view; the most that an even drag may be, N·m.</summary>
    public sealed record Request(IReadOnlyList<TurningTorque> Readings, View View = View.Front, double? LimitNm = null);

    /// <summary>A torque in N·m at an angle in degrees.</summary>
    public sealed record TurningTorque(double AngleDeg, double Nm);

    /// <summary>What it is.</summary>
    [JsonConverter(typeof(JsonStringEnumConverter<Finding>))]
    public enum Finding
    {
        /// <summary>Turns freely.</summary>
        [JsonStringEnumMemberName("free")]
        Free,

        /// <summary>Drags the same all round.</summary>
        [JsonStringEnumMemberName("even-drag")]
        EvenDrag,

        /// <summary>Once a turn: a bent cam, or one high shell.</summary>
        [JsonStringEnumMemberName("hitch")]
        Hitch,

        /// <summary>Twice a turn: lobes touch, or an oval shell.</summary>
        [JsonStringEnumMemberName("lobes")]
        Lobes,
    }

    /// <summary>Mean and the parts of it that come once and twice a turn, N·m, with the angle of their largest, degrees; what the fit
    /// leaves, RMS.</summary>
    public sealed record Answer(
        double MeanNm,
        double OnceNm,
        double? OnceDeg,
        double TwiceNm,
        double? TwiceDeg,
        double ResidualNm,
        Finding Finding,
        Call? Call
    ) : CalcAnswer
    {
        /// <inheritdoc/>
        public override string Model => TurningDrag.Model;
    }

    /// <summary>Works out the finding.</summary>
    /// <exception cref="UnusableInputException">Fewer than eight readings, a gap over 180°, too few different places, or a torque below
    /// 0.</exception>
    public static Answer Solve(Request request)
    {
        var faults = new Faults();
        if (faults.Listed(request.Readings, 8, 1000, "readings"))
        {
            CircleFit.CheckPlaces(faults, [.. request.Readings.Select(r => r.AngleDeg)], "readings");
            for (var i = 0; i < request.Readings.Count; i++)
            {
                faults.NotNegative(request.Readings[i].Nm, $"readings[{i}].nm");
            }
        }

        faults.NotNegative(request.LimitNm ?? 0, "limitNm");
        faults.ThrowIfAny();

        var fit = CircleFit.WithOval([.. request.Readings.Select(r => (r.AngleDeg, r.Nm))], 0, Scatter.None);
        if (fit.Ovality is not { } oval)
        {
            throw new UnusableInputException("readings", "must be at five or more places spread round the turn");
        }

        var (once, twice) = (fit.Amplitude, oval / 2);
        var finding =
            fit.Mean <= 0 ? Finding.Free
            : once > Telling * fit.Mean ? Finding.Hitch
            : twice > Telling * fit.Mean ? Finding.Lobes
            : fit.Mean > (request.LimitNm ?? double.MaxValue) ? Finding.EvenDrag
            : Finding.Free;
        Call? call = null;
        if (request.LimitNm is { } limit)
        {
            var verdict =
                finding == Finding.Free ? Verdict.Go
                : finding == Finding.EvenDrag ? Verdict.Stop
                : Verdict.Decide;
            call = new Call(
                fit.Mean > limit ? Verdict.Stop : verdict,
                Sentence.Of(
                    finding switch
                    {
                        Finding.Free => "It turns at {mean} on the mean, even all round.",
                        Finding.EvenDrag => "It drags {mean} all round; at most {limit} is wanted.",
                        Finding.Hitch => "It hitches once a turn by {once} on a mean of {mean}.",
                        _ => "It drags twice a turn by {twice} on a mean of {mean}.",
                    },
                    ("mean", Quantity.Nm(fit.Mean)),
                    ("limit", Quantity.Nm(limit)),
                    ("once", Quantity.Nm(once)),
                    ("twice", Quantity.Nm(twice))
                ),
                [
                    new Check(
                        "mean torque",
                        fit.Mean > limit ? Verdict.Stop : Verdict.Go,
                        fit.Mean,
                        limit,
                        0,
                        Side.Upper,
                        Dimension.Torque
                    ),
                    new Check(
                        "once a turn",
                        once > Telling * fit.Mean ? Verdict.Decide : Verdict.Go,
                        once,
                        Telling * fit.Mean,
                        0,
                        Side.Upper,
                        Dimension.Torque
                    ),
                    new Check(
                        "twice a turn",
                        twice > Telling * fit.Mean ? Verdict.Decide : Verdict.Go,
                        twice,
                        Telling * fit.Mean,
                        0,
                        Side.Upper,
                        Dimension.Torque
                    ),
                ]
            );
        }

        return new Answer(fit.Mean, once, fit.LargestDeg, twice, fit.TwiceLargestDeg, fit.ResidualMm, finding, call);
    }
}
