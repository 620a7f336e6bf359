using CsCheck;
using NeatBore.Core.Calculators.Centring;
using NeatBore.Core.Measures;
using Xunit;
using static NeatBore.Core.Calculators.Centring.Squareness;

namespace NeatBore.Core.Tests;

public class SquarenessTests
{
    private static readonly Gen<List<DepthReading>> s_readings = Gen.Select(Gen.Int[3, 12], Gen.Double[0, 360], Gen.Double[0, 1].Array[12])
        .Select((n, from, v) => Enumerable.Range(0, n).Select(i => new DepthReading(from + (i * 360.0 / n), 4 + v[i])).ToList());

    private static Request Worked =>
        new(
            [new(0, 4.10), new(120, 4.34), new(240, 4.22)],
            42,
            TargetDepthMm: 4.60,
            Screws: [new("60", 60, 36, 1.25), new("180", 180, 36, 1.25), new("300", 300, 36, 1.25)]
        );

    [Fact]
    public void The_worked_example_comes_out()
    {
        var seat = Solve(Worked);
        Assert.Equal(4.22, seat.MeanDepthMm, 1e-9);
        Assert.Equal(0.2771, seat.TiltMm, 5e-5);
        Assert.Equal(150, seat.DeepestDeg!.Value, 1e-9);
        Assert.Equal(("5:00", "11:00"), (seat.DeepestClock, seat.HighestClock));
        Assert.Equal([0.3040, 0.2217, 0.3863], seat.Turns.Select(t => Math.Round(t.Turns, 4)));
        Assert.Null(seat.Call);
    }

    [Fact]
    public void Passes_are_small_end_level_and_add_up_to_the_turns() =>
        Gen.Select(s_readings, Gen.Double[0.05, 1])
            .Sample(
                (readings, most) =>
                {
                    var seat = Solve(Worked with { Readings = readings, MaxTurnPerPass = most });
                    var all = seat.Passes.SelectMany(p => p).ToList();
                    Assert.All(all, t => Assert.True(Math.Abs(t.Turns) <= most + 1e-9));
                    Assert.All(seat.Turns, t => Assert.Equal(t.Turns, all.Where(p => p.Id == t.Id).Sum(p => p.Turns), 1e-6));
                    Assert.All(
                        seat.Passes,
                        p => Assert.Equal(p.OrderByDescending(t => Math.Abs(t.Turns)).Select(t => t.Turns), p.Select(t => t.Turns))
                    );
                }
            );

    [Fact]
    public void The_most_behind_turns_first_until_the_others_are_level_with_it()
    {
        var passes = Solve(Worked).Passes;
        Assert.Equal([("300", 0.25), ("60", 0.1677), ("180", 0.0854)], passes[0].Select(t => (t.Id, Math.Round(t.Turns, 4))));
        Assert.Equal([0.1363, 0.1363, 0.1363], passes[1].Select(t => Math.Round(t.Turns, 4)));
        Assert.Equal(2, passes.Count);
    }

    [Fact]
    public void Turning_every_reading_turns_the_deepest_place_and_nothing_else() =>
        Gen.Select(s_readings, Gen.Double[0, 360])
            .Sample(
                (readings, by) =>
                {
                    var before = Solve(new Request(readings, 42));
                    var after = Solve(new Request([.. readings.Select(r => r with { AngleDeg = r.AngleDeg + by })], 42));
                    Assert.Equal(before.TiltMm, after.TiltMm, 1e-9);
                    if (before.TiltMm > 1e-3)
                    {
                        Assert.Equal(0, Math.Sin((before.DeepestDeg!.Value + by - after.DeepestDeg!.Value) * Math.PI / 180), 1e-6);
                    }
                }
            );

    /// <summary>A plane through exact depths must be found again, whatever its tilt: an independent way round.</summary>
    [Fact]
    public void A_made_up_plane_is_found_again() =>
        Gen.Select(Gen.Double[0.01, 0.5], Gen.Double[0, 360], Gen.Double[1, 9])
            .Sample(
                (tilt, deg, mean) =>
                {
                    double[] places = [10, 95, 150, 222, 301];
                    var seat = Solve(
                        new Request(
                            [.. places.Select(p => new DepthReading(p, mean + (tilt / 2 * Math.Cos((p - deg) * Math.PI / 180))))],
                            42
                        )
                    );
                    Assert.Equal(tilt, seat.TiltMm, 1e-9);
                    Assert.Equal(mean, seat.MeanDepthMm, 1e-9);
                    Assert.Equal(0, Math.Sin((seat.DeepestDeg!.Value - deg) * Math.PI / 180), 1e-6);
                }
            );

    [Fact]
    public void A_gap_is_a_depth_the_other_way_round()
    {
        var gap = Solve(Worked with { Sense = DepthSense.Gap, TargetDepthMm = 3 });
        var depth = Solve(Worked);
        Assert.Equal(Clock.Normalise(depth.DeepestDeg!.Value + 180), gap.DeepestDeg!.Value, 1e-9);
        Assert.True(gap.Turns.All(t => t.Turns > 0));
    }

    [Fact]
    public void Level_readings_have_no_deepest_place_and_the_scatter_widens_the_uncertainty()
    {
        Assert.Null(Solve(new Request([new(0, 4), new(120, 4), new(240, 4)], 42)).DeepestDeg);
        List<DepthReading> scattered = [new(0, 4.1), new(90, 4), new(180, 4.1), new(270, 4)];
        // n − p = 1 and four known before: Student's t of 5 at 95 % two-sided is 2.5706; RSS = 4 · 0.05².
        var s = Math.Sqrt(((4 * 0.008 * 0.008) + 0.01) / 5);
        Assert.Equal(2.5706 * s / 2, Solve(new Request(scattered, 42, GaugeUncertaintyMm: 0.001)).UncertaintyMm.Mean, 1e-5);
        // With nothing known before, t of 1 is 12.706.
        Assert.Equal(
            12.7062 * 0.1 / 2,
            Solve(new Request(scattered, 42, GaugeUncertaintyMm: 0.001, Scatter: Scatter.None)).UncertaintyMm.Mean,
            1e-4
        );
        // Three places, gauge alone: k·u/√3 with U = 2u = 0.02.
        Assert.Equal(0.02 / Math.Sqrt(3), Solve(Worked with { GaugeUncertaintyMm = 0.02 }).UncertaintyMm.Mean, 1e-12);
    }

    [Theory]
    [InlineData(0, 0.5, 1, "at three or more different places")]
    [InlineData(0, 90, 170, "gap of 190°")]
    public void Readings_that_do_not_go_round_are_refused(double a, double b, double c, string says)
    {
        var errors = Assert.Throws<UnusableInputException>(() => Solve(new Request([new(a, 4), new(b, 4), new(c, 4)], 42))).Errors;
        Assert.Contains(says, errors["readings"][0], StringComparison.Ordinal);
    }

    [Fact]
    public void Passes_too_small_to_finish_are_refused() =>
        Assert.Contains(
            "maxTurnPerPass",
            Assert.Throws<UnusableInputException>(() => Solve(Worked with { MaxTurnPerPass = 1e-4 })).Errors.Keys
        );
}
