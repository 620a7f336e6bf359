using System.Numerics;
using NeatBore.Core.Calculators.Centring;
using NeatBore.Core.Calculators.Fasteners;
using NeatBore.Core.Calculators.Fits;
using NeatBore.Core.Measures;
using NeatBore.Gauges.Simulated;
using Xunit;

namespace NeatBore.Gauges.Tests;

/// <summary>The stand-ins are coherent: what they send is judged by the calculators as what they were made to be.</summary>
public class StandInTests
{
    private const double Tick = 0.02;

    private static void Set(StandIn gauge, params (string Key, string Value)[] aims)
    {
        foreach (var (key, value) in aims)
        {
            gauge.Aim(key, value);
        }
    }

    private static List<(double X, double Y)> Run(StandIn gauge, int ticks) =>
        [.. Enumerable.Range(0, ticks).Select(_ => gauge.Read(Tick).ToList()).Select(v => (v[0].Value, v[1].Value))];

    [Fact]
    public void The_same_seed_and_aims_give_the_same_readings_and_another_seed_another_part()
    {
        double Measured(int seed, string place)
        {
            var mic = new HeldGauge("sim-mic", seed, "length", "mm", 0.001, 0.0002, 0.001);
            Set(mic, ("place", place), ("near", "34.02"));
            return Enumerable.Range(0, 100).Select(_ => mic.Read(0.08).Single().Value).ToList()[^1];
        }

        Assert.Equal(Measured(7, "s1-0"), Measured(7, "s1-0"));
        Assert.Equal(34.02, Measured(7, "s1-0"), 0.002);
        Assert.True(Enumerable.Range(0, 20).Select(i => Measured(7, $"s{i}")).Distinct().Count() > 1);
    }

    [Theory]
    [InlineData("square", "clean")]
    [InlineData("cocked", "cocked")]
    public void A_press_draws_a_hub_home_as_it_was_made_to_start(string start, string finding)
    {
        var press = new PressGauge("sim-press", 7, 1);
        Set(press, ("home", "11400"), ("travel", "34"), ("engaged", "4"), ("start", start), ("draw", "1"));
        var points = Run(press, 600).Where(p => p.Y > 0).DistinctBy(p => p.X).Select(p => new PressTrace.TracePoint(p.X + 4, p.Y)).ToList();
        var curve = new PressTrace.ExpectedForce([new(0, 0, 0), new(38, 8_800, 14_100)]);
        var answer = PressTrace.Solve(new PressTrace.Request(points, curve, 38, 0.8, 28_000));
        Assert.Equal(finding, answer.Findings[0].Kind);
        Assert.Equal(38, answer.SeatedAtMm!.Value, 0.6);
    }

    [Fact]
    public void A_wrench_is_pulled_to_its_click()
    {
        var wrench = new WrenchGauge("sim-wrench", 7, 1);
        Set(wrench, ("target", "140"), ("pull", "1"));
        var points = Run(wrench, 200).DistinctBy(p => p.X).Select(p => new TorqueTrace.AnglePoint(p.X, p.Y)).ToList();
        Assert.Equal(Verdict.Go, TorqueTrace.Solve(new TorqueTrace.Request(points, 140, 5, 35)).Call!.Verdict);
    }

    [Fact]
    public void A_dial_goes_round_once_a_turn_and_droops_as_it_hangs()
    {
        List<RunOut.SweepReading> Swept(string droop)
        {
            var dial = new DialGauge("sim-dial", 7);
            Set(dial, ("sweep", "1"), ("droop", droop));
            return
            [
                .. Enumerable
                    .Range(0, 8)
                    .Select(i =>
                    {
                        Set(dial, ("crank", $"{i * 45}"));
                        return new RunOut.SweepReading(i * 45, Run(dial, 60)[^1].X);
                    }),
            ];
        }

        var level = RunOut.Solve(new RunOut.Request(Swept("0"), 0.01)).Radial;
        Assert.InRange(level.OnceMm, 0.015, 0.045);
        var hung = Swept("0.08").Zip(Swept("0")).Select(p => p.First.ValueMm - p.Second.ValueMm).ToList();
        Assert.Equal(0.08, hung[4] - hung[0], 0.012);
    }

    [Fact]
    public void A_part_that_is_tapped_walks_where_it_is_tapped()
    {
        var dial = new DialGauge("sim-dial", 7);
        Set(dial, ("part", "041/cover"), ("bore", "1"));
        BoreCentring.Answer Swept() =>
            BoreCentring.Solve(
                new BoreCentring.Request(
                    [
                        .. Enumerable
                            .Range(0, 8)
                            .Select(i =>
                            {
                                Set(dial, ("crank", $"{i * 45}"));
                                return new BoreCentring.GaugeReading(i * 45, Run(dial, 60)[^1].X);
                            }),
                    ],
                    BoreCentring.Sense.PlungerIn,
                    0.01
                )
            );

        Complex At(BoreCentring.Answer answer) => Complex.FromPolarCoordinates(answer.OffsetMm, (answer.OffsetDeg ?? 0) * Math.PI / 180);

        var before = Swept();
        Assert.Equal(0.2, before.OffsetMm, 0.01);
        Set(dial, ("tap", $"{before.MoveMm:0.000}@{before.MoveDeg:0.0}"));
        var tapped = Swept();
        Assert.InRange(tapped.OffsetMm, 0, 0.01);
        Set(dial, ("part", "041/cover"), ("tightened", "1"));

        // What was left may lie across from where it's drawn to: how far it came is the way between, not the offset. Eight readings
        // at 0.005 mm leave 0.0013 mm of doubt in it.
        Assert.Equal(0.012, (At(Swept()) - At(tapped)).Magnitude, 3 * 0.0013);
    }
}
