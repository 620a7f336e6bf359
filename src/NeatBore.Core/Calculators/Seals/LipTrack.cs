using System.Text.Json.Serialization;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Calculators.Seals;

/// <summary>Where a seal's lip runs against a worn groove, and every way to move it off.</summary>
/// <remarks>
/// clear = |lip − groove centre| − (band + width)/2 − float/2 − tolerance, along the race from its outer end inwards, crank at mid
/// float. A way that may change the seal's depth takes the least change that clears; where none does, the depth with most.
/// </remarks>
public static class LipTrack
{
    /// <summary>The formula and its source in one line.</summary>
    public const string Model = "clear = |lip − groove| − (band + width)/2 − float/2 − tolerance";

    // Worked out two ways, the same place differs in its last digits.
    private const int Digits = 9;
    private const double Tie = 1e-9;

    /// <summary>A way to go on, the least change first.</summary>
    [JsonConverter(typeof(JsonStringEnumConverter<Way>))]
    public enum Way
    {
        /// <summary>At the nominal depth.</summary>
        [JsonStringEnumMemberName("as-is")]
        AsIs,

        /// <summary>Press it less deep.</summary>
        [JsonStringEnumMemberName("shallower")]
        Shallower,

        /// <summary>Press it deeper.</summary>
        [JsonStringEnumMemberName("deeper")]
        Deeper,

        /// <summary>Turn the race end for end, with the depth that then suits.</summary>
        [JsonStringEnumMemberName("turn-race")]
        TurnRace,

        /// <summary>A thin repair sleeve.</summary>
        [JsonStringEnumMemberName("sleeve")]
        Sleeve,

        /// <summary>A new part.</summary>
        [JsonStringEnumMemberName("renew")]
        Renew,
    }

    /// <summary>The track, the lip and what can be done; all in mm.</summary>
    public sealed record Request(
        Span Track,
        Lip Lip,
        DepthRange SealDepthMm,
        double FloatMm,
        double ToleranceMm,
        double WantClearMm,
        double GrooveLimitMm,
        Groove? Groove = null,
        Race? Race = null,
        RepairSleeve? Sleeve = null
    );

    /// <summary>A stretch along the race, mm from its outer end.</summary>
    public sealed record Span(double FromMm, double ToMm);

    /// <summary>Where the lip runs with the seal at its nominal depth, and how wide it touches, mm.</summary>
    public sealed record Lip(double AtNominalMm, double BandMm);

    /// <summary>Depth that the seal may be pressed to, mm.</summary>
    public sealed record DepthRange(double Nominal, double Min, double Max);

    /// <summary>A worn groove: its middle, width and depth, mm.</summary>
    public sealed record Groove(double CentreMm, double WidthMm, double DepthMm);

    /// <summary>A race that can be turned end for end: its length, and where its outer end lies if the rest is told from another place,
    /// mm.</summary>
    public sealed record Race(double LengthMm, double FromMm = 0)
    {
        /// <summary>Where a place of it lies once it is turned, mm.</summary>
        public double Turned(double atMm) => (2 * FromMm) + LengthMm - atMm;
    }

    /// <summary>A repair sleeve: where it covers, its wall, and the growth of the shaft that the lip can take, mm.</summary>
    public sealed record RepairSleeve(double FromMm, double ToMm, double WallMm, double LipMaxGrowthMm);

    /// <summary>Every way, and the one to take; with the race turned, where the groove's middle then lies, mm; null without a groove or a
    /// race.</summary>
    public sealed record Answer(
        IReadOnlyList<TrackOption> Options,
        Way Pick,
        [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] double? TurnedGrooveMm = null
    ) : CalcAnswer
    {
        /// <inheritdoc/>
        public override string Model => LipTrack.Model;

        /// <inheritdoc/>
        public override int Version => 2;
    }

    /// <summary>One way: the depth it wants, where the lip then runs, what is left clear of the groove; mm, null where it says
    /// nothing.</summary>
    public sealed record TrackOption(Way Kind, double? SealDepthMm, double? LipAtMm, double? ClearMm, Verdict Verdict, string Because);

    /// <summary>Weighs every way.</summary>
    /// <exception cref="UnusableInputException">A value can't be: every fault is named by its field.</exception>
    public static Answer Solve(Request request)
    {
        CheckUsable(request);
        var (nominal, least, most) = (request.SealDepthMm.Nominal, request.SealDepthMm.Min, request.SealDepthMm.Max);
        var asIs = At(request, Way.AsIs, nominal, request.Groove, request.Track);
        var options = new List<TrackOption> { asIs };
        if (request.Groove is not null || asIs.Verdict == Verdict.Stop)
        {
            options.Add(Best(request, Way.Shallower, (least, nominal), request.Groove, request.Track));
            options.Add(Best(request, Way.Deeper, (nominal, most), request.Groove, request.Track));
        }

        Groove? turned = null;
        if (request.Race is { } race)
        {
            turned = request.Groove is { } g ? g with { CentreMm = race.Turned(g.CentreMm) } : null;
            var track = new Span(race.Turned(request.Track.ToMm), race.Turned(request.Track.FromMm));
            options.Add(Best(request, Way.TurnRace, (least, most), turned, track));
        }

        if (request.Sleeve is { } sleeve)
        {
            var grown = 2 * sleeve.WallMm;
            var (grownMm, takesMm) = Wording.Apart(grown, sleeve.LipMaxGrowthMm, 0.01);
            var on = At(request, Way.Sleeve, nominal, null, new Span(sleeve.FromMm, sleeve.ToMm));
            options.Add(
                grown <= sleeve.LipMaxGrowthMm + Tie
                    ? on
                    : on with
                    {
                        Verdict = Verdict.Stop,
                        Because = $"The sleeve makes the shaft {grownMm} mm larger; the lip takes {takesMm} mm.",
                    }
            );
        }

        options.Add(new TrackOption(Way.Renew, null, null, null, Verdict.Go, "A new part has no groove."));
        var pick = options
            .OrderBy(o => o.Verdict)
            .ThenBy(o => o.Kind == Way.Deeper ? Way.Shallower : o.Kind)
            .ThenByDescending(o => Math.Round(o.ClearMm ?? 0, Digits))
            .ThenBy(o => Math.Round(Change(request, o), Digits))
            .First();
        return new Answer(options, pick.Kind, turned?.CentreMm);
    }

    private static double Reach(Request request) => (request.Lip.BandMm / 2) + (request.FloatMm / 2) + request.ToleranceMm;

    private static double Change(Request request, TrackOption option) =>
        Math.Abs((option.SealDepthMm ?? request.SealDepthMm.Nominal) - request.SealDepthMm.Nominal);

    /// <summary>The depth to take in a range: the best verdict, then the least change where that is a go, else the most clear of the
    /// groove, and the least off the track.</summary>
    private static TrackOption Best(Request request, Way way, (double From, double To) range, Groove? groove, Span track)
    {
        var reach = Reach(request);
        double DepthAt(double lip) => request.SealDepthMm.Nominal + (lip - request.Lip.AtNominalMm);
        // Between these the clearance only rises or only falls.
        List<double> lips = [track.FromMm + reach, track.ToMm - reach];
        if (groove is not null)
        {
            var away = reach + (groove.WidthMm / 2);
            lips.AddRange([groove.CentreMm - away - request.WantClearMm, groove.CentreMm + away + request.WantClearMm]);
        }

        double OffTrack(TrackOption o) =>
            Math.Max(0, Math.Max(track.FromMm + reach - o.LipAtMm!.Value, o.LipAtMm!.Value + reach - track.ToMm));
        return lips.Select(DepthAt)
            .Where(depth => depth > range.From && depth < range.To)
            .Concat([range.From, range.To, Math.Clamp(request.SealDepthMm.Nominal, range.From, range.To)])
            .Select(depth => At(request, way, depth, groove, track))
            .OrderBy(o => o.Verdict)
            .ThenBy(o => Math.Round(OffTrack(o), Digits))
            .ThenByDescending(o => o.Verdict == Verdict.Go ? 0 : Math.Round(o.ClearMm ?? 0, Digits))
            .ThenBy(o => Math.Round(Change(request, o), Digits))
            .First();
    }

    private static double LipAt(Request request, double depth) => request.Lip.AtNominalMm + (depth - request.SealDepthMm.Nominal);

    private static double Clear(Request request, double depth, Groove groove) =>
        Math.Abs(LipAt(request, depth) - groove.CentreMm)
        - ((request.Lip.BandMm + groove.WidthMm) / 2)
        - (request.FloatMm / 2)
        - request.ToleranceMm;

    private static TrackOption At(Request request, Way way, double depth, Groove? groove, Span track)
    {
        var lip = LipAt(request, depth);
        var reach = Reach(request);
        double? clear = groove is null ? null : Clear(request, depth, groove);
        if (lip - reach < track.FromMm - Tie || lip + reach > track.ToMm + Tie)
        {
            return new TrackOption(
                way,
                depth,
                lip,
                clear,
                Verdict.Stop,
                $"The lip would run off its track: it needs {lip - reach:0.0} to {lip + reach:0.0} mm, the track is "
                    + $"{track.FromMm:0.0} to {track.ToMm:0.0} mm."
            );
        }

        var (clearMm, wantMm) = Wording.Apart(Math.Max(0, clear ?? 0), request.WantClearMm, 0.1);
        return clear switch
        {
            null => new TrackOption(way, depth, lip, null, Verdict.Go, "There is no groove under the lip."),
            { } c when c >= request.WantClearMm - Tie => new TrackOption(
                way,
                depth,
                lip,
                c,
                Verdict.Go,
                $"The lip runs {clearMm} mm clear of the groove."
            ),
            >= -Tie => new TrackOption(
                way,
                depth,
                lip,
                clear,
                Verdict.Decide,
                $"The lip runs {clearMm} mm clear of the groove; {wantMm} mm is wanted."
            ),
            _ when groove!.DepthMm <= request.GrooveLimitMm + Tie => new TrackOption(
                way,
                depth,
                lip,
                clear,
                Verdict.Decide,
                $"The lip runs in the groove, which is only {groove.DepthMm:0.000} mm deep."
            ),
            _ => new TrackOption(
                way,
                depth,
                lip,
                clear,
                Verdict.Stop,
                $"The lip runs in the groove, which is {groove!.DepthMm:0.000} mm deep."
            ),
        };
    }

    private static void CheckUsable(Request request)
    {
        var faults = new Faults();
        faults.Require(request.Track.ToMm > request.Track.FromMm, "track.toMm", $"must be larger than fromMm ({request.Track.FromMm})");
        faults.Positive(request.Lip.BandMm, "lip.bandMm");
        faults.Require(
            request.SealDepthMm.Min <= request.SealDepthMm.Nominal,
            "sealDepthMm.min",
            $"must not be above nominal ({request.SealDepthMm.Nominal})"
        );
        faults.Require(
            request.SealDepthMm.Max >= request.SealDepthMm.Nominal,
            "sealDepthMm.max",
            $"must not be below nominal ({request.SealDepthMm.Nominal})"
        );
        faults.NotNegative(request.FloatMm, "floatMm");
        faults.NotNegative(request.ToleranceMm, "toleranceMm");
        faults.NotNegative(request.WantClearMm, "wantClearMm");
        faults.NotNegative(request.GrooveLimitMm, "grooveLimitMm");
        if (request.Groove is { } groove)
        {
            faults.Positive(groove.WidthMm, "groove.widthMm");
            faults.NotNegative(groove.DepthMm, "groove.depthMm");
        }

        if (request.Race is { } race)
        {
            faults.Positive(race.LengthMm, "race.lengthMm");
        }

        if (request.Sleeve is { } sleeve)
        {
            faults.Require(sleeve.ToMm > sleeve.FromMm, "sleeve.toMm", $"must be larger than fromMm ({sleeve.FromMm})");
            faults.Positive(sleeve.WallMm, "sleeve.wallMm");
            faults.NotNegative(sleeve.LipMaxGrowthMm, "sleeve.lipMaxGrowthMm");
        }

        faults.ThrowIfAny();
    }
}
