using CsCheck;
using NeatBore.Core.Measures;
using Xunit;
using static NeatBore.Core.Calculators.Fits.InterferenceFit;

namespace NeatBore.Core.Tests;

public class InterferenceFitTests
{
    private static readonly Material s_steel = new(205, 0.29, 400, 11.7e-6);
    private static readonly Material s_iron = new(105, 0.26, 180, 10.6e-6);

    internal static Request Worked(FitLimits? limits = null) =>
        new(
            new ShaftPart(At(34.021, 34.022, 34.020, 34.021, 34.019, 34.020), s_steel, 12, 16, 3),
            new HubPart(At(33.996, 33.998, 33.997, 33.996, 33.995, 33.997), 56, s_iron, 24, 5),
            38,
            new Band(0.10, 0.16),
            Limits: limits,
            GaugeUncertaintyMm: new FitGauges(0.003, 0.004)
        );

    [Fact]
    public void The_worked_example_comes_out()
    {
        var fit = Solve(Worked());
        Assert.Equal(0.02703, fit.InterferenceMm.Mean, 5e-6);
        Assert.Equal(0.02403, fit.InterferenceMm.Least, 5e-6);
        Assert.Equal(0.03003, fit.InterferenceMm.Most, 5e-6);
        Assert.Equal(0.005, fit.InterferenceMm.Uncertainty, 1e-12);
        Assert.Equal(0.02063, fit.EffectiveInterferenceMm, 5e-6);
        Assert.Equal(21.70, fit.PressureMpa, 5e-3);
        Assert.Equal(47.03, fit.Hub.HoopMpa, 5e-3);
        Assert.Equal(60.86, fit.Hub.EquivalentMpa, 5e-3);
        Assert.Equal((8807, 14092), (Math.Round(fit.PressForceN.Low), Math.Round(fit.PressForceN.High)));
        Assert.Equal((149.7, 239.5), (Math.Round(fit.SlipTorqueNm.Low, 1), Math.Round(fit.SlipTorqueNm.High, 1)));
        Assert.Null(fit.Call);
        Assert.Null(fit.PullForceN);
    }

    [Theory]
    [InlineData(0.010, 0.050, Verdict.Go)]
    [InlineData(0.025, 0.050, Verdict.LookAgain)]
    [InlineData(0.035, 0.060, Verdict.Stop)]
    public void The_call_allows_for_both_gauges(double min, double max, Verdict verdict)
    {
        var call = Solve(Worked(new FitLimits(min, max))).Call!;
        Assert.Equal(verdict, call.Verdict);
        Assert.Equal("interference", call.Checks[0].Name);
    }

    [Fact]
    public void What_one_reading_can_t_tell_is_no_check_and_is_said_to_be_not_measured()
    {
        var worked = Worked(new FitLimits(0.010, 0.050, 0.010, 0.010));
        Assert.DoesNotContain("Not measured", Solve(worked).Call!.Because, StringComparison.Ordinal);
        var one = Solve(worked with { Hub = worked.Hub with { Readings = [new(0, 0, 33.996)] } });
        Assert.Equal((null, null), (one.Hub.RoundnessMm, one.Hub.TaperMm));
        Assert.NotNull(one.Shaft.RoundnessMm);
        Assert.DoesNotContain(one.Call!.Checks, c => c.Name is "bore roundness" or "bore taper");
        Assert.EndsWith("Not measured: bore roundness, bore taper.", one.Call.Because, StringComparison.Ordinal);
        // Two stations with one reading each: its taper is known, its roundness is not.
        var two = Solve(worked with { Hub = worked.Hub with { Readings = [new(0, 0, 33.996), new(20, 0, 33.998)] } });
        Assert.EndsWith("Not measured: bore roundness.", two.Call!.Because, StringComparison.Ordinal);
        // Exactly on the least that is wanted is inside it.
        var exact = new Request(
            new ShaftPart([new(0, 0, 36.04)], s_steel),
            new HubPart([new(0, 0, 36)], 60, s_iron),
            30,
            new Band(0.1, 0.16),
            Limits: new FitLimits(0.04, 0.06)
        );
        Assert.Equal(Verdict.Go, Solve(exact).Call!.Checks.First(c => c.Name == "interference").Verdict);
    }

    /// <summary>The two cylinders' own displacements (Lamé), added up, must give back the interference.</summary>
    [Fact]
    public void Displacements_of_both_parts_add_up_to_the_interference() =>
        Gen.Select(Gen.Double[10, 80], Gen.Double[0, 0.8], Gen.Double[1.2, 4], Gen.Double[1e-4, 1e-3])
            .Sample(
                (d, hollow, outside, part) =>
                {
                    var fit = Solve(
                        new Request(
                            new ShaftPart(At(d * (1 + part)), s_steel, d * hollow),
                            new HubPart(At(d), d * outside, s_iron),
                            30,
                            new Band(0.1, 0.2)
                        )
                    );
                    var (p, a, b, c) = (fit.PressureMpa, d * hollow / 2, d / 2, d * outside / 2);
                    double Outwards(double e, double nu, double inner, double outer, double pIn, double pOut, double r) =>
                        ((1 - nu) / e * ((pIn * inner * inner) - (pOut * outer * outer)) * r / ((outer * outer) - (inner * inner)))
                        + ((1 + nu) / e * (pIn - pOut) * inner * inner * outer * outer / (((outer * outer) - (inner * inner)) * r));
                    var closing = Outwards(105e3, 0.26, b, c, p, 0, b) - Outwards(205e3, 0.29, a, b, 0, p, b);
                    return Math.Abs((2 * closing) - fit.InterferenceMm.Mean) < 1e-9 * d;
                }
            );

    [Fact]
    public void Warming_both_parts_and_reading_them_larger_changes_nothing() =>
        Gen.Double[-20, 80]
            .Sample(t =>
            {
                double Grown(Material m, double mm) => mm * (1 + (m.ExpansionPerC * (t - 20)));
                var cold = Solve(new Request(new ShaftPart(At(34.02), s_steel), new HubPart(At(34), 56, s_iron), 38, new Band(0.1, 0.1)));
                var warm = Solve(
                    new Request(
                        new ShaftPart(At(Grown(s_steel, 34.02)), s_steel, TemperatureC: t),
                        new HubPart(At(Grown(s_iron, 34)), 56, s_iron, t),
                        38,
                        new Band(0.1, 0.1)
                    )
                );
                return Math.Abs(warm.PressureMpa - cold.PressureMpa) < 1e-6;
            });

    [Fact]
    public void Stations_closer_than_a_nanometre_are_one_and_taper_is_between_stations()
    {
        var fit = Solve(
            new Request(
                new ShaftPart([new(5, 0, 34.02), new(5 + 5e-7, 90, 34.03), new(20, 0, 34.05)], s_steel),
                new HubPart(At(34), 56, s_iron),
                38,
                new Band(0.1, 0.1)
            )
        );
        Assert.Equal(0.01, fit.Shaft.RoundnessMm!.Value, 1e-9);
        Assert.Equal(0.025, fit.Shaft.TaperMm!.Value, 1e-9);
    }

    [Fact]
    public void A_loose_fit_carries_nothing_and_is_a_stop()
    {
        var fit = Solve(Worked() with { Hub = Worked().Hub with { Readings = At(34.03) }, Limits = new FitLimits(MaxMm: 0.05) });
        Assert.Equal((0, 0, Verdict.Stop), (fit.EffectiveInterferenceMm, fit.PressForceN.High, fit.Call!.Verdict));
        Assert.Equal("effective interference", fit.Call.Checks[0].Name);
    }

    [Fact]
    public void Brittle_iron_is_held_by_its_hoop_against_half_its_tensile_strength()
    {
        var grey = s_iron with { Brittle = true, TensileMpa = 200 };
        var fit = Solve(Worked() with { Hub = Worked().Hub with { Material = grey } });
        // From the mean's hoop, scaled by what is left of the most interference once the surfaces smooth.
        Assert.Equal(fit.Hub.HoopMpa * (fit.InterferenceMm.Most - 0.0064) / fit.EffectiveInterferenceMm / 100, fit.Hub.YieldShare, 1e-12);
    }

    [Fact]
    public void What_cannot_be_is_named_by_its_field()
    {
        var worked = Worked();
        var bad = worked with
        {
            EngagedLengthMm = 0,
            Friction = new Band(0.2, 0.1),
            Hub = worked.Hub with { OuterDiameterMm = 33, Material = MaterialChoice.Of("cheese") },
        };
        var errors = Assert.Throws<UnusableInputException>(() => Solve(bad)).Errors;
        Assert.Equal(
            ["engagedLengthMm", "friction.high", "hub.material", "hub.outerDiameterMm"],
            errors.Keys.Order(StringComparer.Ordinal)
        );
        Assert.Equal("must be larger than the bore (33.998 mm)", errors["hub.outerDiameterMm"][0]);
    }

    private static List<DiameterReading> At(params double[] values) =>
        [
            .. values.Select(
                (v, i) =>
                    new DiameterReading(
                        i < 2 ? 5
                            : i < 4 ? 20
                            : 35,
                        i % 2 * 90,
                        v
                    )
            ),
        ];
}
