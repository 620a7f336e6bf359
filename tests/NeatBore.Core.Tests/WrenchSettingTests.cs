using CsCheck;
using NeatBore.Core.Measures;
using Xunit;
using static NeatBore.Core.Calculators.Fasteners.WrenchSetting;

namespace NeatBore.Core.Tests;

public class WrenchSettingTests
{
    private static readonly DateOnly s_today = new(2026, 6, 1);

    [Fact]
    public void The_worked_example_comes_out() => Assert.Equal(125.33, Solve(new Request(140, 420, 60, 35)).SetNm, 5e-3);

    /// <summary>Force times arm: the hand's force at the wrench's setting, at its whole arm about the bolt, is the torque wanted.</summary>
    [Fact]
    public void The_moment_about_the_bolt_is_the_target() =>
        Gen.Select(Gen.Double[20, 400], Gen.Double[200, 900], Gen.Double[0, 150], Gen.Double[-180, 180])
            .Sample(
                (t, l, a, deg) =>
                {
                    var hand = Solve(new Request(t, l, a, deg)).SetNm / l;
                    var arm = l + (a * Math.Cos(deg * Math.PI / 180));
                    return Math.Abs((hand * arm) - t) < 1e-9 * t;
                }
            );

    [Fact]
    public void An_adaptor_square_to_the_wrench_changes_nothing() => Assert.Equal(140, Solve(new Request(140, 420, 60, 90)).SetNm, 1e-9);

    [Fact]
    public void A_multiplier_divides_by_ratio_and_efficiency() =>
        Assert.Equal(140 / (4 * 0.85), Solve(new Request(140, 420, Multiplier: new Multiplier(4, 0.85))).SetNm, 1e-9);

    [Theory]
    [InlineData(140, "2027-01-01", Verdict.Go)]
    [InlineData(210, "2027-01-01", Verdict.Stop)]
    [InlineData(15, "2027-01-01", Verdict.Stop)]
    [InlineData(30, "2027-01-01", Verdict.Decide)]
    [InlineData(140, "2026-06-01", Verdict.Go)]
    [InlineData(140, "2026-05-31", Verdict.Decide)]
    public void The_wrench_has_a_range_and_a_calibration(double nm, string due, Verdict verdict)
    {
        var wrench = new Wrench(20, 200, DateOnly.Parse(due, System.Globalization.CultureInfo.InvariantCulture), s_today);
        Assert.Equal(verdict, Solve(new Request(nm, 420, Wrench: wrench)).Call!.Verdict);
    }

    [Fact]
    public void An_adaptor_that_reaches_back_past_the_hand_is_refused() =>
        Assert.Contains("adaptorLengthMm", Assert.Throws<UnusableInputException>(() => Solve(new Request(140, 420, 420, 180))).Errors.Keys);
}
