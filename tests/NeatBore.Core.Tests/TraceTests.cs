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
    public void A_coarse_trace_is_read_like_a_fine_one() =>
        Gen.Select(Gen.Int[0, 100_000], Gen.Int[30, 300], Gen.Double[15, 40], Gen.Double[1.3, 3])
            .Sample(
                (seed, count, seat, peak) =>
                {
                    var random = new Random(seed);
                    double Scattered(double force) => force * (1 + (0.01 * (random.NextDouble() + random.NextDouble() - 1)));
                    PressTrace.Answer Stopping(double at) =>
                        PressTrace.Solve(
                            new PressTrace.Request(
                                [
                                    .. Enumerable
                                        .Range(0, count - 7)
                                        .Select(i => at * (i + random.NextDouble()) / (count - 7))
                                        .Select(x => new PressTrace.TracePoint(x, Scattered(300 * x))),
                                    // It rises in seven points, 0.02 mm apart.
                                    .. Enumerable
                                        .Range(1, 7)
                                        .Select(i => new PressTrace.TracePoint(
                                            at + (0.02 * i),
                                            Scattered(300 * at * (1 + ((peak - 1) * i / 7)))
                                        )),
                                ],
                                new([new(0, 0, 0), new(seat, 240 * seat, 370 * seat)]),
                                seat,
                                0.3,
                                40e3
                            )
                        );
                    var home = Stopping(seat);
                    Assert.Equal("clean", Assert.Single(home.Findings).Kind);
                    Assert.Equal(seat, home.SeatedAtMm!.Value, 0.3);
                    Assert.Contains(Stopping(seat - 0.6).Findings, f => f.Kind == "not-seated");
                }
            );

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

    [Fact]
    public void Three_points_that_are_high_by_chance_at_the_end_are_no_seat_and_a_press_at_its_limit_is()
    {
        List<PressTrace.TracePoint> Ending(double share)
        {
            var ramp = Press(7, seat: 60, end: 38);
            for (var i = ramp.Count - 3; i < ramp.Count; i++)
            {
                ramp[i] = ramp[i] with { ForceN = ramp[i].ForceN * (1 + share) };
            }

            ramp[^1] = ramp[^1] with { ForceN = ramp[^1].ForceN + 200 };
            return ramp;
        }

        Assert.Null(Judge(Ending(0.15)).SeatedAtMm);
        Assert.NotNull(Judge(Ending(0.6)).SeatedAtMm);
    }

    [Fact]
    public void Noise_on_a_ramp_is_never_a_seat() =>
        Gen.Int[0, 100_000]
            .Sample(
                seed =>
                {
                    var random = new Random(seed);
                    var ramp = Press(seed, seat: 60, end: 38, extra: x => random.NextDouble() < 0.02 ? 0.15 * 300 * x : 0);
                    // Even with its last point high, as a trace that is cut at its highest force always has.
                    ramp[^1] = ramp[^1] with
                    {
                        ForceN = ramp[^1].ForceN * 1.15,
                    };
                    Assert.Null(Judge(ramp).SeatedAtMm);
                },
                iter: 60
            );

    [Theory]
    [InlineData(15, 22, "clean")]
    [InlineData(15, 25, "loose")]
    [InlineData(26, 35, "loose")]
    public void A_fifth_of_the_travel_with_too_little_is_loose_whatever_its_end_took(double from, double to, string kind) =>
        // The constant's first points are low by their noise alone.
        Gen.OneOf(Gen.Const(6421), Gen.Int[0, 100_000])
            .Sample(
                seed =>
                {
                    var press = Judge(Press(seed, extra: x => x > from && x < to ? -140 * x : 0));
                    Assert.Equal(kind, Assert.Single(press.Findings).Kind);
                    var check = press.Call!.Checks[0];
                    // What explains it: so much force, where at least so much was expected.
                    Assert.True(kind == "clean" || (check.Side == Side.Lower && check.Value < 0.85 * check.Limit));
                },
                iter: 40
            );

    [Fact]
    public void What_gives_way_is_a_stop_whether_it_takes_up_again_or_not() =>
        Gen.Int[0, 100_000]
            .Sample(
                seed =>
                {
                    var slipped = Judge(Press(seed, extra: x => x is > 20 and < 21 ? -300 * x : 0));
                    Assert.Equal((Verdict.Stop, "gave-way"), (slipped.Call!.Verdict, slipped.Call.Checks[0].Name));
                    Assert.InRange(slipped.Findings.Single(f => f.Kind == "gave-way").FromMm, 19.9, 20.2);
                    // For good: its highest force comes before, and it travels on.
                    var broke = Judge([
                        .. Press(seed, end: 25),
                        .. Press(seed + 1).Where(p => p.TravelMm > 25.1).Select(p => p with { ForceN = 100 }),
                    ]);
                    Assert.Contains(broke.Findings, f => f.Kind == "gave-way");
                    // Let go at its seat, and run back: nothing gave way.
                    var back = Press(seed).Select(p => p with { ForceN = 0 }).Reverse();
                    Assert.DoesNotContain(Judge([.. Press(seed), .. back]).Findings, f => f.Kind == "gave-way");
                },
                iter: 40
            );

    [Theory]
    [InlineData(38.5, 11e3, "in-band", false)]
    [InlineData(39.5, 11e3, "past-seat", true)]
    [InlineData(39.5, 25e3, "seating", false)]
    public void A_press_that_passes_its_seat_without_a_rise_is_told_to_stop(double at, double force, string kind, bool stops)
    {
        var curve = new PressTrace.ExpectedForce([new(0, 0, 0), new(38, 8800, 14090)]);
        var points = Enumerable
            .Range(0, 10)
            .Select(i => new PressTrace.TracePoint(Math.Min(at, i * at / 5), Math.Min(force, i * force / 5)));
        var said = PressWatch.Solve(new([.. points], curve, 38));
        Assert.Equal((kind, stops), (said.Kind, said.Call?.Verdict == Verdict.Stop));
    }

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
                Assert.Equal("drags", Kinds(Pull(seed, runDown: 130, drag: 15)));
                // A drag that climbs turn after turn is no locking thread.
                Assert.Equal(
                    "cross-threaded",
                    Kinds(Pull(seed, runDown: 150, drag: 10, bend: (a, nm) => a < 0 ? 10 + ((150 + a) / 150 * 16) : nm + 16))
                );
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

    private static TorqueTrace.Answer Steps(double target, double window, params double[] nm) =>
        TorqueTrace.Solve(new([.. nm.Select((n, i) => new TorqueTrace.AnglePoint(20 * i, n))], target, window, target / 4));

    [Fact]
    public void The_last_point_counts_as_it_is_unless_it_is_noise_among_others()
    {
        // Far apart there is nothing to hold it against.
        var coarse = Steps(100, 5, 20, 40, 60, 80, 95, 107);
        Assert.Equal((107.0, Verdict.Stop), (coarse.FinalNm, coarse.Call!.Verdict));
        // Close together, a last point that jumps is dropped: the inner medians rule.
        List<TorqueTrace.AnglePoint> Fine(double last) =>
            [.. Enumerable.Range(0, 60).Select(i => new TorqueTrace.AnglePoint(i, 100.0 * i / 60)), new(60, last)];
        double Final(double last) => TorqueTrace.Solve(new(Fine(last), 100, 5, 25)).FinalNm;
        Assert.Equal(100.0 * 59 / 60, Final(112), 1e-9);
        Assert.Equal(101, Final(101), 1e-9);
    }

    private static TorqueTrace.Answer Angled(double turnedDeg, double fromNm = 40) =>
        // Up to 60 N·m at 2 a degree, then flatter, as a bolt that is meant to yield.
        TorqueTrace.Solve(
            new(
                [
                    .. Enumerable
                        .Range(0, (int)((20 + turnedDeg) * 2) + 1)
                        .Select(i => i / 2.0)
                        .Select(a => new TorqueTrace.AnglePoint(a, a < 30 ? 2 * a : 60 + (0.4 * (a - 30)))),
                ],
                80,
                10,
                20,
                TargetDeg: 90,
                DegWindow: 5,
                AngleFromNm: fromNm
            )
        );

    [Theory]
    [InlineData(90, Verdict.Go, "")]
    [InlineData(85, Verdict.Go, "")]
    [InlineData(95, Verdict.Go, "")]
    [InlineData(80, Verdict.LookAgain, "short-angle")]
    [InlineData(97, Verdict.Stop, "over-angle")]
    public void Judged_by_the_angle_the_torque_is_told_only_and_flattening_is_no_finding(double turned, Verdict verdict, string kinds)
    {
        var pull = Angled(turned);
        Assert.Equal((verdict, kinds), (pull.Call!.Verdict, string.Join(' ', pull.Findings.Select(f => f.Kind))));
        Assert.Equal(turned, pull.TurnedDeg!.Value, 1e-9);
    }

    [Fact]
    public void The_angle_is_given_whole_or_not_at_all_and_a_torque_that_never_came_is_short()
    {
        var faults = Assert.Throws<UnusableInputException>(() => TorqueTrace.Solve(new([.. Pull(1).Take(20)], 140, 4, 30, TargetDeg: 90)));
        Assert.Equal(["angleFromNm", "degWindow"], faults.Errors.Keys.Order());
        Assert.Equal("short-angle", Angled(90, fromNm: 500).Findings.Single().Kind);
    }

    [Fact]
    public void A_nut_that_holds_itself_drags_as_it_may_and_its_drag_counts_on_top()
    {
        TorqueTrace.Answer Of(TorqueTrace.PrevailingTorque drag, double end) =>
            TorqueTrace.Solve(new(Pull(5, runDown: 130, drag: 15, end: end), 140, 4, 30, 2, Prevailing: drag));
        Assert.Empty(Of(new(10, 20), 140).Findings);
        Assert.Equal("drags", Of(new(2, 8), 140).Findings.Single().Kind);
        Assert.Equal("short", Of(new(10, 20, AddToTarget: true), 140).Findings.Single().Kind);
        Assert.Empty(Of(new(10, 20, AddToTarget: true), 155).Findings);
    }

    [Fact]
    public void A_bolt_that_yields_is_a_stop_and_is_not_told_to_be_pulled_on()
    {
        var pull = Judge([
            .. Pull(2, end: 139, bend: (a, nm) => a < 0 ? nm : 120 * (1 - Math.Exp(-a / 40))).TakeWhile(p => p.AngleDeg < 230),
        ]);
        Assert.Equal(("yielding", Verdict.Stop), (pull.Findings.Single().Kind, pull.Call!.Verdict));
        Assert.Contains("Stop pulling. Slack off, new bolt.", pull.Call.Because);
    }
}
