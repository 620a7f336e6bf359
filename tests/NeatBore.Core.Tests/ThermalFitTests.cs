using CsCheck;
using NeatBore.Core.Measures;
using Xunit;
using static NeatBore.Core.Calculators.Fits.ThermalFit;

namespace NeatBore.Core.Tests;

public class ThermalFitTests
{
    private static readonly Material s_iron = new(105, 0.26, 180, 10.6e-6);
    private static readonly Material s_steel = new(205, 0.29, 400, 11.7e-6);

    private static Request Worked =>
        new(
            33.9965,
            34.0205,
            new WarmPart(s_iron, 3.4, 0.085, 460, 105),
            new ColdPart(s_steel, 0.5, 470),
            16,
            16,
            0.008,
            12,
            new FilmContact(38, 0.13)
        );

    [Fact]
    public void The_worked_example_comes_out()
    {
        var warm = Solve(Worked);
        Assert.Equal(104.38, warm.HubTemperatureC, 5e-3);
        Assert.True(warm.Allowed);
        Assert.Equal(0.00822, warm.ClearanceAtLimitMm, 5e-6);
        Assert.Equal(443.5, warm.CarrySeconds!.Value, 0.05);
        Assert.Equal(0.249, warm.GripSeconds!.Value, 5e-4);
        Assert.Equal(Verdict.Stop, warm.Call!.Verdict);
        Assert.Equal("time to slide", warm.Call.Checks[0].Name);
        Assert.Equal((61, 61), (warm.Cooling.Count, warm.Gripping.Count));
    }

    /// <summary>The same joined lumps by Euler's method in a hundred thousand small steps.</summary>
    [Fact]
    public void The_grip_agrees_with_a_crude_fine_integration() =>
        Gen.Select(Gen.Double[0.006, 0.06], Gen.Double[0.05, 2], Gen.Double[0.05, 1], Gen.Double[120, 300])
            .Sample(
                (wanted, k, mass, limit) =>
                {
                    var request = Worked with
                    {
                        WantedClearanceMm = wanted,
                        Contact = new FilmContact(38, k),
                        Shaft = new ColdPart(s_steel, mass, 470),
                        Hub = Worked.Hub with { LimitC = limit },
                    };
                    var warm = Solve(request);
                    if (warm.GripSeconds is not { } grip || grip == 0)
                    {
                        return;
                    }

                    var (hub, shaft, t, dt) = (warm.Gripping[0].HubC, 16.0, 0.0, grip / 100_000);
                    var area = Math.PI * 34.0205 * 38e-6;
                    double Gap() => (33.9965 * (1 + (10.6e-6 * (hub - 20)))) - (34.0205 * (1 + (11.7e-6 * (shaft - 20))));
                    while (Gap() > 0 && t < 2 * grip)
                    {
                        var across = k / (Math.Max(Gap() / 2, 0.002) * 1e-3) * area * (hub - shaft);
                        hub += (-across - (12 * 0.085 * (hub - 16))) / (3.4 * 460) * dt;
                        shaft += across / (mass * 470) * dt;
                        t += dt;
                    }

                    Assert.Equal(grip, t, grip * 1e-3);
                },
                iter: 30
            );

    [Fact]
    public void Clearance_falls_from_the_wanted_to_the_least_while_carried_and_to_nothing_while_gripping()
    {
        var warm = Solve(Worked);
        Assert.Equal(0.008, warm.Cooling[0].ClearanceMm, 1e-9);
        Assert.Equal(0, warm.Cooling[^1].ClearanceMm, 1e-9);
        Assert.Equal(0, warm.Gripping[^1].ClearanceMm, 1e-6);
        Assert.Equal(warm.GripSeconds!.Value, warm.Gripping[^1].Seconds, 1e-12);
        Assert.All(warm.Gripping.Zip(warm.Gripping.Skip(1)), p => Assert.True(p.Second.ClearanceMm < p.First.ClearanceMm));
    }

    [Fact]
    public void A_limit_too_low_is_not_allowed_and_what_is_left_to_press_is_said()
    {
        var warm = Solve(Worked with { Hub = Worked.Hub with { LimitC = 60 } });
        Assert.False(warm.Allowed);
        Assert.Equal(60, warm.Gripping[0].HubC);
        Assert.Equal((0.0, 0.0), (warm.CarrySeconds!.Value, warm.GripSeconds!.Value));
        // By hand: shaft at 16 °C less bore at 55 °C.
        Assert.Equal((34.0205 * (1 - (11.7e-6 * 4))) - (33.9965 * (1 + (10.6e-6 * 35))), warm.InterferenceWarmMm, 1e-9);
    }

    [Fact]
    public void A_loose_pair_needs_no_heat_and_the_cold_way_is_given_where_it_is_possible()
    {
        var loose = Solve(Worked with { ShaftMm = 33.98 });
        Assert.Equal(16, loose.HubTemperatureC);
        Assert.Null(loose.GripSeconds);
        Assert.Equal(Verdict.Go, loose.Call!.Checks.Single(c => c.Name == "time to slide").Verdict);
        var cold = Solve(Worked).CoolShaftInsteadC!.Value;
        Assert.Equal(0.008, (33.9965 * (1 - (10.6e-6 * 4))) - (34.0205 * (1 + (11.7e-6 * (cold - 20)))), 1e-9);
        Assert.Null(Solve(Worked with { ShaftMm = 34.2 }).CoolShaftInsteadC);
        // Loose as it is: nothing need be cooled either.
        Assert.Null(Solve(Worked with { ShaftMm = Worked.BoreMm - 0.1 }).CoolShaftInsteadC);
    }

    [Fact]
    public void What_cannot_be_is_named_by_its_field()
    {
        var bad = Worked with { MinSlideClearanceMm = 0.02, Hub = Worked.Hub with { LimitC = 10 }, ShaftMm = 40 };
        Assert.Equal(
            ["hub.limitC", "minSlideClearanceMm", "shaftMm"],
            Assert.Throws<UnusableInputException>(() => Solve(bad)).Errors.Keys.Order(StringComparer.Ordinal)
        );
    }
}
