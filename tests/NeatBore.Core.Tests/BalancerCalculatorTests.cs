using CsCheck;
using NeatBore.Core.Calculators.Centring;
using NeatBore.Core.Calculators.Crank;
using NeatBore.Core.Calculators.Seals;
using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Measures;
using Xunit;

namespace NeatBore.Core.Tests;

public class BalancerCalculatorTests
{
    [Fact]
    public void True_centre_lies_midway_between_the_two_stops() =>
        Gen.Select(Gen.Double[10, 80], Gen.Double[-4, 4])
            .Sample(
                (stop, off) =>
                {
                    // The piston meets the stop at ± stop from true centre; the marks are out by off.
                    var tdc = TopDeadCentre.Solve(new TopDeadCentre.Request(stop + off, stop - off, 168));
                    Assert.Equal(off, tdc.TrueTdcDeg, 1e-9);
                    Assert.Equal(Math.PI * 168 * off / 360, tdc.MoveMarkMm!.Value, 1e-9);
                    Assert.Equal(off, MarkSlip.Solve(new MarkSlip.Request(tdc.MoveMarkMm.Value, 168)).Degrees, 1e-9);
                }
            );

    [Theory]
    [InlineData(30, 30, Verdict.Go)]
    [InlineData(32, 30, Verdict.LookAgain)]
    [InlineData(34, 30, Verdict.Decide)]
    [InlineData(36, 30, Verdict.LookAgain)]
    [InlineData(30, 38, Verdict.Stop)]
    public void A_mark_is_judged_with_the_readings_uncertainty(double before, double after, Verdict verdict) =>
        Assert.Equal(
            verdict,
            TopDeadCentre.Solve(new TopDeadCentre.Request(before, after, Limits: new TopDeadCentre.MarkLimits())).Call!.Verdict
        );

    [Fact]
    public void A_made_up_ring_gives_back_its_once_round_and_its_oval() =>
        Gen.Select(Gen.Double[0.01, 0.3], Gen.Double[0, 360], Gen.Double[0, 0.1], Gen.Double[0, 180])
            .Sample(
                (once, at, oval, ovalAt) =>
                {
                    double Value(double deg) =>
                        1 + (once * Math.Cos((deg - at) * Math.PI / 180)) + (oval * Math.Cos(2 * (deg - ovalAt) * Math.PI / 180));
                    var ring = RunOut.Solve(
                        new RunOut.Request([.. Enumerable.Range(0, 12).Select(i => new RunOut.SweepReading(30 * i, Value(30 * i)))], 0.01)
                    );
                    Assert.Equal(once, ring.Radial.OnceMm, 1e-9);
                    Assert.Equal(0, Math.Sin((ring.Radial.OnceDeg!.Value - at) * Math.PI / 180), 1e-6);
                    Assert.Equal(2 * oval, ring.Radial.OvalityMm!.Value, 1e-9);
                    Assert.True(ring.Radial.TirMm <= 2 * (once + oval) + 1e-9);
                }
            );

    [Fact]
    public void Few_places_tell_no_oval_and_each_swing_is_held_against_its_limit()
    {
        List<RunOut.SweepReading> four = [new(0, 0), new(90, 0.1), new(180, 0.2), new(270, 0.1)];
        var request = new RunOut.Request(four, 0.01, Face: four, Limits: new RunOut.RunOutLimits(0.3, 0.15));
        var ring = RunOut.Solve(request);
        Assert.Null(ring.Radial.OvalityMm);
        Assert.Equal(("6:00", Verdict.Stop, "face run-out"), (ring.Radial.OnceClock, ring.Call!.Verdict, ring.Call.Checks[0].Name));
        Assert.Contains("face", Assert.Throws<UnusableInputException>(() => RunOut.Solve(request with { Face = null })).Errors.Keys);
    }

    private static LipTrack.Request Track(double groove, double depth = 0.1) =>
        new(
            new LipTrack.Span(0, 24),
            new LipTrack.Lip(12, 0.6),
            new LipTrack.DepthRange(8, 6, 9),
            0.2,
            0.1,
            0.5,
            0.03,
            new LipTrack.Groove(groove, 1.0, depth),
            new LipTrack.Race(24)
        );

    [Fact]
    public void The_least_move_that_clears_the_groove_is_picked()
    {
        var track = LipTrack.Solve(Track(12.5));
        var shallower = track.Options.Single(o => o.Kind == LipTrack.Way.Shallower);
        // By hand: 12.5 − (0.6 + 1)/2 − 0.1 − 0.1 − 0.5 = 11.0 for the lip, 1.0 less than nominal.
        Assert.Equal(
            (7.0, 11.0, 0.5),
            (Math.Round(shallower.SealDepthMm!.Value, 9), Math.Round(shallower.LipAtMm!.Value, 9), Math.Round(shallower.ClearMm!.Value, 9))
        );
        Assert.Equal(LipTrack.Way.Shallower, track.Pick);
        // Turning the race puts the groove at 11.5, under the lip again: 1.5 away from it is 13.0, a seal 1.0 deeper.
        var turned = track.Options.Single(o => o.Kind == LipTrack.Way.TurnRace);
        Assert.Equal((Verdict.Go, 9.0), (turned.Verdict, Math.Round(turned.SealDepthMm!.Value, 9)));
    }

    [Theory]
    [InlineData(18, 0.1, LipTrack.Way.AsIs)]
    [InlineData(11.5, 0.1, LipTrack.Way.Deeper)]
    [InlineData(12, 0.02, LipTrack.Way.Shallower)]
    public void As_it_is_comes_first_where_it_is_as_good(double groove, double depth, LipTrack.Way pick) =>
        Assert.Equal(pick, LipTrack.Solve(Track(groove, depth)).Pick);

    [Fact]
    public void Every_option_that_is_not_a_stop_keeps_the_lip_on_its_track() =>
        Gen.Select(Gen.Double[0, 24], Gen.Double[0, 0.2], Gen.Double[0, 24], Gen.Double[0, 1])
            .Sample(
                (groove, depth, lip, room) =>
                {
                    var request = Track(groove, depth) with { Lip = new LipTrack.Lip(lip, 0.6), WantClearMm = room };
                    foreach (var option in LipTrack.Solve(request).Options.Where(o => o.Verdict != Verdict.Stop && o.LipAtMm is not null))
                    {
                        Assert.InRange(option.LipAtMm!.Value, 0.5 - 1e-6, 23.5 + 1e-6);
                        Assert.True(option.SealDepthMm is >= 6 and <= 9);
                        Assert.True(option.Verdict != Verdict.Go || option.ClearMm is null || option.ClearMm >= room - 1e-6);
                    }
                }
            );

    [Fact]
    public void No_depth_on_a_fine_grid_is_better_than_the_one_that_is_found() =>
        Gen.Select(Gen.Double[0, 24], Gen.Double[0, 0.2], Gen.Double[3, 21], Gen.Double[0, 1], Gen.Bool)
            .Sample(
                (groove, depth, lip, want, grooved) =>
                {
                    var request = Track(groove, depth) with { Lip = new LipTrack.Lip(lip, 0.6), WantClearMm = want };
                    request = grooved ? request : request with { Groove = null, Track = new LipTrack.Span(groove / 4, 20) };
                    var found = LipTrack.Solve(request);
                    // As it is, with the lip moved by hand: an independent way to ask about any depth.
                    LipTrack.TrackOption At(double mm, LipTrack.Request of) =>
                        LipTrack.Solve(of with { Lip = of.Lip with { AtNominalMm = lip + mm - 8 }, Race = null }).Options[0];
                    var turned = request with
                    {
                        Groove = request.Groove is { } g ? g with { CentreMm = 24 - g.CentreMm } : null,
                        Track = new LipTrack.Span(24 - request.Track.ToMm, 24 - request.Track.FromMm),
                    };
                    foreach (
                        var (way, low, high, of) in new[]
                        {
                            (LipTrack.Way.Shallower, 6.0, 8.0, request),
                            (LipTrack.Way.Deeper, 8.0, 9.0, request),
                            (LipTrack.Way.TurnRace, 6.0, 9.0, turned),
                        }
                    )
                    {
                        if (found.Options.FirstOrDefault(o => o.Kind == way) is not { } option)
                        {
                            Assert.True(!grooved && found.Options[0].Verdict == Verdict.Go);
                            continue;
                        }

                        Assert.Equal(option.Verdict, At(option.SealDepthMm!.Value, of).Verdict);
                        for (var mm = low; mm <= high + 1e-9; mm += 0.05)
                        {
                            var other = At(mm, of);
                            Assert.True(option.Verdict <= other.Verdict);
                            Assert.True(
                                option.Verdict != Verdict.Go
                                    || other.Verdict != Verdict.Go
                                    || Math.Abs(option.SealDepthMm.Value - 8) <= Math.Abs(mm - 8) + 1e-6
                            );
                        }
                    }
                },
                iter: 300
            );

    [Fact]
    public void Where_it_clears_as_it_is_no_other_depth_jumps_the_groove()
    {
        // The groove lies 2.5 in; a seal 1 deeper would pass it and clear as well.
        var track = LipTrack.Solve(Track(9.9) with { SealDepthMm = new(8, 2, 9) });
        Assert.Equal((LipTrack.Way.AsIs, Verdict.Go), (track.Pick, track.Options[0].Verdict));
        Assert.All(track.Options.Where(o => o.Kind is LipTrack.Way.Shallower or LipTrack.Way.Deeper), o => Assert.Equal(8, o.SealDepthMm));
    }

    [Fact]
    public void A_tool_that_hangs_on_what_nobody_knows_neither_fits_nor_is_refused()
    {
        var crib = new ToolMatch.CribTool[]
        {
            new("plain", "jaw-puller", [], 80, 30e3, [], SpreadMm: [40, 90]),
            new("thin", "jaw-puller", [], 80, 30e3, [], SpreadMm: [40, 90], EdgeThicknessMm: 2.5, ArmDepthMm: 9),
            new("thick", "jaw-puller", [], 80, 30e3, [], SpreadMm: [40, 90], EdgeThicknessMm: 4, ArmDepthMm: 9),
            new("short", "jaw-puller", [], 10, 30e3, [], SpreadMm: [40, 90], EdgeThicknessMm: 2.5, ArmDepthMm: 9),
        };
        ToolMatch.Answer Of(double? gap, double? neighbour, double? force = 10e3) =>
            ToolMatch.Solve(
                new(new ToolMatch.ToolNeed("jaw-puller", [], 40, force, SpreadMm: 60, GapMm: gap, NeighbourMm: neighbour), crib)
            );

        var all = Of(3, 12);
        Assert.Equal(["thin"], all.Fits.Select(f => f.Id));
        Assert.Equal(["short", "thick"], all.Refused.Select(r => r.Id));
        Assert.Contains("4 mm thick, the gap behind is 3 mm", all.Refused[1].Because, StringComparison.Ordinal);
        Assert.Equal(["crib.plain.edgeThicknessMm", "crib.plain.armDepthMm"], all.Ask.Select(a => a.Field));
        // An edge as thick as the gap does not go in, nor do arms as deep as what stands behind.
        Assert.Empty(Of(2.5, 12).Fits);
        Assert.Empty(Of(3, 9).Fits);

        var unknown = Of(null, null, null);
        Assert.Empty(unknown.Fits);
        Assert.Equal(["short"], unknown.Refused.Select(r => r.Id));
        Assert.Equal(["need.forceN", "need.gapMm", "need.neighbourMm"], unknown.Ask.Select(a => a.Field));
    }

    [Theory]
    [InlineData(3, 6, "3 × M8×1.25, 45 mm or longer, evenly in 3 of its 6 holes, on 62 mm")]
    [InlineData(2, 4, "2 × M8×1.25, 45 mm or longer, evenly in 2 of its 4 holes, on 62 mm")]
    [InlineData(6, 3, "3 × M8×1.25, 45 mm or longer, on 62 mm")]
    [InlineData(4, 6, null)]
    [InlineData(1, 3, null)]
    public void Some_of_the_holes_will_do_where_they_are_even_again(int screws, int holes, string? setUp)
    {
        var found = ToolMatch.Solve(
            new(
                new ToolMatch.ToolNeed("hub-puller", [new(8, 1.25, 45)], 60, 15e3, 62, holes),
                [new("p", "hub-puller", [new(8, 1.25, 70)], 90, 40e3, [], screws, [50, 110])]
            )
        );
        Assert.Equal(setUp, found.Fits.SingleOrDefault()?.SetUp);
    }

    [Fact]
    public void A_sleeve_that_the_lip_cannot_take_is_a_stop()
    {
        var thin = Track(12) with { Sleeve = new LipTrack.RepairSleeve(6, 18, 0.25, 0.6) };
        Assert.Equal(Verdict.Go, LipTrack.Solve(thin).Options.Single(o => o.Kind == LipTrack.Way.Sleeve).Verdict);
        Assert.Equal(
            Verdict.Stop,
            LipTrack
                .Solve(thin with { Sleeve = thin.Sleeve! with { WallMm = 0.4 } })
                .Options.Single(o => o.Kind == LipTrack.Way.Sleeve)
                .Verdict
        );
    }

    [Fact]
    public void A_tool_fits_or_every_reason_is_said()
    {
        var need = new ToolMatch.ToolNeed("hub-puller", [new(8, 1.25, 45)], 60, 15e3, 62, 3, NoseTip: "nose cap");
        ToolMatch.CribTool good = new("hp-2", "hub-puller", [new(8, 1.25, 70)], 90, 40e3, ["nose cap", "point"], 6, [50, 110]);
        ToolMatch.CribTool[] crib =
        [
            good,
            good with
            {
                Id = "hp-1",
                RatedForceN = 20e3,
            },
            good with
            {
                Id = "jaw-1",
                Kind = "ring-jaws",
                Threads = [],
            },
            good with
            {
                Id = "hp-3",
                Threads = [new(8, 1.0, 70)],
                ReachMm = 40,
                RatedForceN = 10e3,
                Tips = ["point"],
                BoltCircleMm = [70, 110],
            },
            good with
            {
                Id = "hp-4",
                Threads = [new(8, 1.25, 30)],
            },
            good with
            {
                Id = "hp-5",
                Holes = 2,
            },
        ];
        var match = ToolMatch.Solve(new ToolMatch.Request(need, crib));
        Assert.Equal(["hp-2", "hp-1"], match.Fits.Select(f => f.Id));
        Assert.Equal(40 / 15.0, match.Fits[0].Margin, 1e-12);
        Assert.Equal("3 × M8×1.25, 45 mm or longer, on 62 mm, with the nose cap", match.Fits[0].SetUp);
        var refused = match.Refused.ToDictionary(r => r.Id, r => r.Because);
        Assert.Equal(5, refused["hp-3"].Split(';').Length);
        Assert.Contains("starts in M8×1.25 and wrecks it", refused["hp-3"], StringComparison.Ordinal);
        Assert.Contains("would enter the crank’s thread", refused["hp-3"], StringComparison.Ordinal);
        Assert.Contains("30 mm long, 45 mm is needed", refused["hp-4"], StringComparison.Ordinal);
        Assert.Contains("takes 2 screws", refused["hp-5"], StringComparison.Ordinal);
        Assert.Contains("a hub-puller is wanted", refused["jaw-1"], StringComparison.Ordinal);
        Assert.Contains(
            "crib[1].id",
            Assert.Throws<UnusableInputException>(() => ToolMatch.Solve(new ToolMatch.Request(need, [good, good]))).Errors.Keys
        );
    }
}
