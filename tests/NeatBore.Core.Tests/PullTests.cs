using CsCheck;
using NeatBore.Core.Calculators.Threads;
using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Measures;
using Xunit;

namespace NeatBore.Core.Tests;

/// <summary>Where a pull has to stop.</summary>
public class PullTests
{
    private static readonly Pull.PullerScrew s_screw = new(new(18, 1.5), 0.12, 0.05, 10, 900);

    private static Pull.Answer Solve(
        double engaged = 12,
        double? rated = 40_000,
        double hole = 300,
        int screws = 3,
        double? tip = null,
        double low = 9000,
        double high = 16_000
    ) =>
        Pull.Solve(
            new(new Band(low, high), new(rated, screws), s_screw, new(new(8, 1.25), engaged, 1000, hole), tip is { } n ? new(n) : null)
        );

    [Fact]
    public void The_weakest_of_all_parts_is_the_stop_and_its_torque_is_that_of_the_greased_screw()
    {
        // Three M8 in cast iron, 12 mm deep, by hand: π·12·8·(1/2 + 0.8119/(1.25·√3))·300/√3 each, halved.
        var each = Math.PI * 12 * 8 * (0.5 + (0.649519 * 1.25 / (1.25 * Math.Sqrt(3)))) * 300 / Math.Sqrt(3);
        var bolt = 36.609 * 1000;
        var answer = Solve(rated: 200_000);
        Assert.Equal(Pull.PullPart.Threads, answer.Weakest);
        Assert.Equal(3 * Math.Min(each, bolt) / 2, answer.StopForceN, answer.StopForceN * 1e-3);
        Assert.Equal(ForcingScrew.Solve(new(answer.StopForceN, s_screw.Thread, 0.12, 0.05, 10)).TorqueNm, answer.StopNm, 1e-9);
        Assert.Equal((Pull.PullPart.Puller, 20_000.0), (Solve(rated: 20_000).Weakest, Solve(rated: 20_000).StopForceN));
        Assert.Equal((Pull.PullPart.Tip, 15_000.0), (Solve(tip: 15_000).Weakest, Solve(tip: 15_000).StopForceN));
    }

    [Fact]
    public void A_puller_without_a_rating_is_estimated_and_said_to_be()
    {
        var puller = Solve(rated: null).Parts.Single(p => p.Id == Pull.PullPart.Puller);
        Assert.True(puller.Estimated);
        Assert.Equal(0.9 * 900 * s_screw.Thread.StressAreaMm2, puller.MaxN, 1e-6);
        Assert.All(Solve().Parts, p => Assert.False(p.Estimated));
    }

    [Fact]
    public void Its_call_holds_the_expected_force_against_the_stop()
    {
        Assert.Equal(Verdict.Go, Solve(rated: 16_000).Call!.Verdict);
        Assert.Equal(Verdict.Decide, Solve(rated: 15_999).Call!.Verdict);
        Assert.Equal(Verdict.Stop, Solve(rated: 8_999).Call!.Verdict);
    }

    [Fact]
    public void More_engagement_never_lowers_the_stop_and_raises_it_while_the_threads_are_weakest() =>
        Gen.Select(Gen.Double[2, 30], Gen.Double[0.1, 10], Gen.Double[80, 900])
            .Sample(
                (engaged, more, hole) =>
                {
                    var (less, deeper) = (Solve(engaged, rated: null, hole: hole), Solve(engaged + more, rated: null, hole: hole));
                    Assert.True(deeper.StopNm >= less.StopNm - 1e-9);
                    if (deeper.Weakest == Pull.PullPart.Threads && less.StopForceN < 3 * 36_600 / 2.0)
                    {
                        Assert.True(deeper.StopNm > less.StopNm);
                    }
                }
            );

    [Fact]
    public void What_can_t_be_is_said_by_its_field()
    {
        string[] Fields(Action solve) => [.. Assert.Throws<UnusableInputException>(solve).Errors.Keys.Order()];
        Assert.Equal(["forceN.high"], Fields(() => Solve(low: 9000, high: 8000)));
        Assert.Equal(["puller.screws"], Fields(() => Solve(screws: 0)));
        Assert.Equal(["hubThread.engagedMm"], Fields(() => Solve(engaged: 0)));
        Assert.Equal(["tip.maxN"], Fields(() => Solve(tip: 0)));
    }
}
