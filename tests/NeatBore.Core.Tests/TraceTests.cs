using CsCheck;
using NeatBore.Core.Calculators.Fasteners;
using NeatBore.Core.Calculators.Fits;
using NeatBore.Core.Measures;
using Xunit;

namespace NeatBore.Core.Tests;

public class TraceTests
{
    /// <summary>A press force made up from what happens: in line with travel to the seat at 38 mm, then a steep rise.</summary>
    private static List<PressTrace.TracePoint> Press(
        int seed,
        double slope = 300,
        double seat = 38,
        double peak = 20e3,
        double end = 38.2,
        double noise = 120,
        Func<double, double>? extra = null
    )
    {
        var random = new Random(seed);
        var at = 0.0;
        var points = new List<PressTrace.TracePoint>();
        while (at < end)
        {
            at = Math.Min(end, at + 0.02 + (0.06 * random.NextDouble()));
            var force = at < seat ? slope * at : (slope * seat) + ((peak - (slope * seat)) * (at - seat) / (end - seat));
            points.Add(new(at, force + (extra?.Invoke(at) ?? 0) + (noise * (random.NextDouble() - 0.5))));
        }

        return points;
    }

    private static PressTrace.Answer Judge(List<PressTrace.TracePoint> points) =>
        PressTrace.Solve(
            new PressTrace.Request(
                points,
                new PressTrace.ExpectedForce([
                    .. Enumerable.Range(0, 11).Select(i => new InterferenceFit.ForcePoint(3.8 * i, 880 * i, 1409 * i)),
                ]),
                38,
                0.3,
                25e3
            )
        );

    [Fact]
    public void Clean_and_seated_is_found_in_the_noise() =>
        Gen.Int[0, 100_000]
            .Sample(seed =>
            {
                var press = Judge(Press(seed));
                Assert.Equal("clean", Assert.Single(press.Findings).Kind);
                Assert.Equal(38, press.SeatedAtMm!.Value, 0.2);
                Assert.Equal(38 * 300, press.PressForceN, 400.0);
                Assert.Equal(Verdict.Go, press.Call!.Verdict);
            });

    [Fact]
    public void Each_trouble_has_its_name() =>
        Gen.Int[0, 100_000]
            .Sample(
                seed =>
                {
                    string Kinds(List<PressTrace.TracePoint> points) => string.Join(' ', Judge(points).Findings.Select(f => f.Kind));
                    Assert.Equal("cocked", Kinds(Press(seed, extra: x => x is > 3 and < 7 ? 4000 : 0)));
                    Assert.Equal("galling", Kinds(Press(seed, extra: x => x is > 20 and < 30 ? 9000 : 0)));
                    Assert.Equal("loose", Kinds(Press(seed, slope: 150)));
                    Assert.Equal("over-pressed", Kinds(Press(seed, peak: 30e3)));
                    Assert.Equal("not-seated", Kinds(Press(seed, end: 30)));
                    Assert.Equal("not-seated", Kinds(Press(seed, seat: 30, end: 30.3, peak: 20e3)));
                },
                iter: 40
            );

    [Theory]
    [InlineData(1000, 100)]
    [InlineData(101, 100)]
    [InlineData(5000, 700)]
    public void A_thinned_trace_keeps_its_ends_its_peak_and_about_as_many_points_as_were_asked_for(int points, int most)
    {
        var x = Enumerable.Range(0, points).Select(i => (double)i).ToList();
        var trace = new TraceColumns(x, [.. x.Select(v => Math.Sin(v / 7) + (v == points / 3 ? 9 : 0))]);
        var thin = trace.Thinned(most);
        Assert.InRange(thin.X.Count, most / 3, most + 2);
        Assert.Equal(trace.Y.Max(), thin.Y.Max());
        Assert.Equal(trace.Y.Min(), thin.Y.Min(), 2);
        Assert.Equal(thin.X.Order(), thin.X);
        Assert.Same(thin, thin.Thinned(points));
    }

    [Fact]
    public void The_verdict_is_that_of_the_worst_finding()
    {
        Assert.Equal(Verdict.Decide, Judge(Press(1, slope: 150)).Call!.Verdict);
        var both = Judge(Press(1, slope: 150, peak: 30e3));
        Assert.Equal(Verdict.Stop, both.Call!.Verdict);
        Assert.Contains("the limit is 25.0 kN", both.Call.Because, StringComparison.Ordinal);
    }

    [Fact]
    public void Points_past_the_peak_and_reversals_of_travel_do_no_harm()
    {
        var points = Press(7);
        var swapped = points.ToList();
        for (var i = 0; i + 1 < swapped.Count - 5; i += 2)
        {
            (swapped[i], swapped[i + 1]) = (swapped[i + 1], swapped[i]);
        }

        List<PressTrace.TracePoint> released = [.. swapped, new(38.2, 100), new(37.9, 0)];
        Assert.Equal(Judge(points).SeatedAtMm, Judge(released).SeatedAtMm);
        Assert.Equal(Judge(points).PressForceN, Judge(released).PressForceN, 1e-9);
    }

    [Theory]
    [InlineData(19)]
    [InlineData(20_001)]
    public void Too_few_or_too_many_points_are_refused(int count) =>
        Assert.Contains(
            "points",
            Assert
                .Throws<UnusableInputException>(() =>
                    Judge([.. Enumerable.Range(0, count).Select(i => new PressTrace.TracePoint(i * 0.001, i))])
                )
                .Errors.Keys
        );

    /// <summary>A wrench's trace made up from what happens: a run-down, then so many newton metres a degree.</summary>
    private static List<TorqueTrace.AnglePoint> Pull(
        int seed,
        double end = 140,
        double rate = 2,
        double runDown = 40,
        double drag = 2,
        Func<double, double, double>? bend = null
    )
    {
        var random = new Random(seed);
        var points = new List<TorqueTrace.AnglePoint>();
        for (var a = 0.0; ; a += 0.8)
        {
            var nm = a < runDown ? drag : drag + ((a - runDown) * rate);
            nm = bend?.Invoke(a - runDown, nm) ?? nm;
            points.Add(new(a, nm + (0.6 * (random.NextDouble() - 0.5))));
            if (nm >= end || a > runDown + 200)
            {
                return points;
            }
        }
    }

    private static TorqueTrace.Answer Judge(List<TorqueTrace.AnglePoint> points, double? usual = 2) =>
        TorqueTrace.Solve(new TorqueTrace.Request(points, 140, 4, 30, usual));

    [Fact]
    public void A_good_pull_is_a_go_with_its_rate_and_its_angle() =>
        Gen.Int[0, 100_000]
            .Sample(seed =>
            {
                var pull = Judge(Pull(seed));
                Assert.Empty(pull.Findings);
                Assert.Equal(Verdict.Go, pull.Call!.Verdict);
                Assert.Equal(2, pull.RateNmPerDeg!.Value, 0.05);
                Assert.Equal(40 + (28 / 2.0), pull.SnugAngleDeg!.Value, 1.0);
                Assert.Equal(140, pull.FinalNm, 2.5);
            });

    [Fact]
    public void Each_trouble_of_a_bolt_has_its_name() =>
        Gen.Int[0, 100_000]
            .Sample(seed =>
            {
                string Kinds(List<TorqueTrace.AnglePoint> points) => string.Join(' ', Judge(points).Findings.Select(f => f.Kind));
                Assert.Equal("short", Kinds(Pull(seed, end: 120)));
                Assert.Equal("over", Kinds(Pull(seed, end: 160)));
                Assert.Equal("bottomed-early", Kinds(Pull(seed, rate: 4)));
                Assert.Equal("cross-threaded", Kinds(Pull(seed, runDown: 130, drag: 15)));
                Assert.Equal(
                    "yielding",
                    Kinds(
                        Pull(seed, end: 139, bend: (a, nm) => a < 0 ? nm : 140 * (1 - Math.Exp(-a / 40)))
                            .TakeWhile(p => p.AngleDeg < 230)
                            .ToList()
                    )
                );
                Assert.StartsWith(
                    "stripped",
                    Kinds(
                        Pull(seed, end: 500, bend: (a, nm) => a < 50 ? nm : Math.Max(20, 100 - (3 * (a - 50))))
                            .TakeWhile(p => p.AngleDeg < 110)
                            .ToList()
                    ),
                    StringComparison.Ordinal
                );
            });

    [Fact]
    public void A_bolt_that_never_got_snug_has_no_rate_and_is_short()
    {
        var pull = Judge(Pull(3, end: 20));
        Assert.Equal((null, null, null), (pull.SnugAngleDeg, pull.AngleFromSnugDeg, pull.RateNmPerDeg));
        Assert.Equal(Verdict.LookAgain, pull.Call!.Verdict);
    }
}
