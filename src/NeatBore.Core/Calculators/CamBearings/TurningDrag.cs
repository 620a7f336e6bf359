using System.Text.Json.Serialization;
using NeatBore.Core.Calculators.Centring;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Calculators.CamBearings;

/// <summary>What the torque that turns a cam by hand says: one tight place, a hitch once a turn, lobes twice a turn, an even drag, or
/// free.</summary>
public static class TurningDrag
{
    /// <summary>The formula and its source in one line.</summary>
    public const string Model =
        "least squares torque = mean + once a turn + twice a turn; hitch or lobes above a quarter of the mean; "
        + "a spot: one place above 1.5 × the median of the rest";

    private const double Telling = 0.25;
    private const double SpotDecide = 1.5;
    private const double SpotStop = 2;
    private const double Slack = 1e-9;

    /// <summary>Torques round a turn: 8 to 1,000, N·m; degrees in the view; the most that an even drag may be, N·m; the smallest torque
    /// that the wrench tells apart, N·m, below which nothing is a finding.</summary>
    public sealed record Request(
        IReadOnlyList<TurningTorque> Readings,
        View View = View.Front,
        double? LimitNm = null,
        double ResolutionNm = 0.05
    );

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

        /// <summary>One tight place: dirt, a burr, or one shell shut at one side.</summary>
        [JsonStringEnumMemberName("spot")]
        Spot,
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
        /// <summary>Where the one tight place is, degrees in the view; null where there is none.</summary>
        public double? SpotDeg { get; init; }

        /// <inheritdoc/>
        public override string Model => TurningDrag.Model;

        /// <inheritdoc/>
        public override int Version => 2;
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
        faults.NotNegative(request.ResolutionNm, "resolutionNm");
        faults.ThrowIfAny();

        var fit = CircleFit.WithOval([.. request.Readings.Select(r => (r.AngleDeg, r.Nm))], 0, Scatter.None);
        if (fit.Ovality is not { } oval)
        {
            throw new UnusableInputException("readings", "must be at five or more places spread round the turn");
        }

        var (once, twice) = (fit.Amplitude, oval / 2);
        bool Tells(double amplitude, double mean) => amplitude > Math.Max(Telling * mean, request.ResolutionNm) + Slack;
        var spot = Spot(request, Tells);
        var finding =
            spot is not null ? Finding.Spot
            : fit.Mean <= 0 ? Finding.Free
            : Tells(once, fit.Mean) ? Finding.Hitch
            : Tells(twice, fit.Mean) ? Finding.Lobes
            : fit.Mean > (request.LimitNm ?? double.MaxValue) + Slack ? Finding.EvenDrag
            : Finding.Free;
        var call =
            request.LimitNm is null && finding is not (Finding.Spot or Finding.Hitch)
                ? null
                : CallOf(request, fit.Mean, once, twice, spot, finding);
        return new Answer(fit.Mean, once, fit.LargestDeg, twice, fit.TwiceLargestDeg, fit.ResidualMm, finding, call)
        {
            SpotDeg = spot?.AngleDeg,
        };
    }

    /// <summary>The one place that stands above the median of the rest, where the rest is even.</summary>
    private static (double AngleDeg, double Ratio)? Spot(Request request, Func<double, double, bool> tells)
    {
        var most = request.Readings.MaxBy(r => r.Nm)!;
        var rest = request.Readings.Where(r => !ReferenceEquals(r, most)).ToList();
        var median = Robust.Median(rest.Select(r => r.Nm));
        bool Above(double nm) => nm > (SpotDecide * median) + Slack && nm - median > request.ResolutionNm + Slack;
        if (median <= 0 || !Above(most.Nm) || rest.Exists(r => Above(r.Nm)))
        {
            return null;
        }

        // What comes and goes round the turn has a largest place too, and is no spot.
        var even = CircleFit.WithOval([.. rest.Select(r => (r.AngleDeg, r.Nm))], 0, Scatter.None);
        return tells(even.Amplitude, even.Mean) || (even.Ovality is { } oval && tells(oval / 2, even.Mean))
            ? null
            : (most.AngleDeg, most.Nm / median);
    }

    private static Call CallOf(
        Request request,
        double mean,
        double once,
        double twice,
        (double AngleDeg, double Ratio)? spot,
        Finding finding
    )
    {
        var limit = request.LimitNm;
        var over = limit is { } most && mean > most + Slack;
        var shut = spot is { Ratio: var ratio } && ratio >= SpotStop - Slack;
        var checks = new List<Check>();
        if (limit is { } l)
        {
            checks.Add(new Check("mean torque", over ? Verdict.Stop : Verdict.Go, mean, l, 0, Side.Upper, Dimension.Torque));
        }

        if (spot is { } at)
        {
            checks.Add(
                new Check(
                    "one tight place",
                    shut ? Verdict.Stop : Verdict.Decide,
                    at.Ratio,
                    shut ? SpotStop : SpotDecide,
                    0,
                    Side.Upper,
                    Dimension.Share
                )
            );
        }

        Check Part(string name, double amplitude, bool tells) =>
            new(
                name,
                tells ? Verdict.Decide : Verdict.Go,
                amplitude,
                Math.Max(Telling * mean, request.ResolutionNm),
                0,
                Side.Upper,
                Dimension.Torque
            );
        checks.Add(Part("once a turn", once, finding == Finding.Hitch));
        checks.Add(Part("twice a turn", twice, finding == Finding.Lobes));
        var verdict =
            over || shut || finding == Finding.EvenDrag ? Verdict.Stop
            : finding == Finding.Free ? Verdict.Go
            : Verdict.Decide;
        return new Call(
            verdict,
            Sentence.Of(
                finding switch
                {
                    Finding.Free => "It turns at {mean} on the mean, even all round.",
                    Finding.EvenDrag => "It drags {mean} all round; at most {limit} is wanted.",
                    Finding.Hitch => "It hitches once a turn by {once} on a mean of {mean}.",
                    Finding.Spot => "One tight place: {ratio} of what the rest takes.",
                    _ => "It drags twice a turn by {twice} on a mean of {mean}.",
                },
                ("mean", Quantity.Nm(mean)),
                ("limit", Quantity.Nm(limit ?? 0)),
                ("once", Quantity.Nm(once)),
                ("twice", Quantity.Nm(twice)),
                ("ratio", Quantity.Share(spot?.Ratio ?? 0))
            ),
            checks
        );
    }
}
