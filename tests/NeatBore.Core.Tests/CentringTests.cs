using CsCheck;
using NeatBore.Core.Calculators.Centring;
using NeatBore.Core.Measures;
using Xunit;
using static NeatBore.Core.Calculators.Centring.BoreCentring;

namespace NeatBore.Core.Tests;

public class CentringTests
{
    private static readonly Gen<(double Offset, double Deg, double Oval, double OvalDeg, double Droop, double Up)> s_bore = Gen.Select(
        Gen.Double[0.01, 0.4],
        Gen.Double[0, 360],
        Gen.Double[0, 0.05],
        Gen.Double[0, 180],
        Gen.Double[-0.1, 0.1],
        Gen.Double[0, 360]
    );

    private static Request Worked =>
        new(
            [.. new[] { 0.00, -0.06, -0.11, -0.12, -0.09, -0.02, 0.03, 0.04 }.Select((v, i) => new GaugeReading(45 * i, v))],
            Sense.PlungerIn,
            0.01,
            SagMm: -0.02
        );

    /// <summary>What a gauge would show of a bore that is off and oval, by the geometry of the two circles to first order.</summary>
    private static Request Made(
        (double Offset, double Deg, double Oval, double OvalDeg, double Droop, double Up) bore,
        int places = 8,
        Sense sense = Sense.Gap
    )
    {
        double Rad(double deg) => deg * Math.PI / 180;
        var sign = sense == Sense.Gap ? 1 : -1;
        return new Request(
            [
                .. Enumerable
                    .Range(0, places)
                    .Select(i => i * 360.0 / places)
                    .Select(deg => new GaugeReading(
                        deg,
                        sign
                            * (
                                1.3
                                + (bore.Offset * Math.Cos(Rad(deg - bore.Deg)))
                                + (bore.Oval / 2 * Math.Cos(2 * Rad(deg - bore.OvalDeg)))
                                + (bore.Droop * (1 - Math.Cos(Rad(deg - bore.Up))) / 2)
                            )
                    )),
            ],
            sense,
            0.01,
            SagMm: bore.Droop,
            UpDeg: bore.Up
        );
    }

    [Fact]
    public void The_worked_example_comes_out()
    {
        var found = Solve(Worked);
        Assert.Equal(0.0885, found.OffsetMm, 5e-5);
        Assert.Equal(127.4, found.OffsetDeg!.Value, 0.05);
        Assert.Equal(307.4, found.MoveDeg!.Value, 0.05);
        Assert.Equal("10:15", found.MoveClock);
        Assert.Equal(0.1741, found.TirMm, 5e-5);
        Assert.Equal(0.0050, found.OvalityMm!.Value, 5e-5);
        // Eight places and five terms leave three; with four known before, t of seven is 2.3646, and √(2/8) of it is left.
        var s = Math.Sqrt(((4 * 0.008 * 0.008) + (8 * found.ResidualMm * found.ResidualMm)) / 7);
        Assert.Equal(Math.Max(0.01, 2.3646 * s) / 2, found.UncertaintyMm, 5e-6);
        Assert.Equal((315, 0.04), (found.Park!.AngleDeg, found.Park.NowMm));
        Assert.Equal(-0.0483, found.Park.TargetMm, 5e-5);
        Assert.Null(found.Call);
    }

    [Theory]
    [InlineData(0.02, 0.0153)]
    [InlineData(0.03, 0.0212)]
    public void Four_places_are_enough_to_say_something_and_a_worse_gauge_is_never_kinder(double gauge, double u)
    {
        var found = Solve(
            new Request([new(0, 0.03), new(90, 0.02), new(180, -0.03), new(270, 0)], Sense.Gap, gauge, UpDeg: null, LimitMm: 0.1)
        );
        Assert.Equal(u, found.UncertaintyMm, 5e-5);
        Assert.Equal(Verdict.Go, found.Call!.Verdict);
    }

    [Fact]
    public void Whatever_is_read_a_worse_gauge_or_a_worse_hand_never_makes_it_surer() =>
        Gen.Select(Gen.Double[-0.2, 0.2].Array[4, 12], Gen.Double[0, 0.05], Gen.Double[0, 0.05], Gen.Double[0, 0.02], Gen.Int[0, 8])
            .Sample(
                (values, gauge, more, hand, dof) =>
                {
                    var places = values.Select((v, i) => (Deg: i * 360.0 / values.Length, Value: v)).ToList();
                    double Centred(double g, double mm) =>
                        Solve(
                            new Request([.. places.Select(p => new GaugeReading(p.Deg, p.Value))], Sense.Gap, g, Scatter: new(mm, dof))
                        ).UncertaintyMm;
                    double Swept(double g, double mm) =>
                        RunOut
                            .Solve(new([.. places.Select(p => new RunOut.SweepReading(p.Deg, p.Value))], g, Scatter: new(mm, dof)))
                            .Radial.UncertaintyMm;
                    double Tilted(double g, double mm) =>
                        Squareness
                            .Solve(
                                new(
                                    [.. places.Select(p => new Squareness.DepthReading(p.Deg, p.Value))],
                                    40,
                                    GaugeUncertaintyMm: g,
                                    Scatter: new(mm, dof)
                                )
                            )
                            .UncertaintyMm.Tilt;
                    foreach (var of in (Func<double, double, double>[])[Centred, Swept, Tilted])
                    {
                        Assert.True(of(gauge + more, hand) >= of(gauge, hand) - 1e-12);
                        Assert.True(of(gauge, hand + more) >= of(gauge, hand) - 1e-12);
                    }
                }
            );

    [Fact]
    public void What_can_t_be_decided_says_what_would_decide_it()
    {
        Call Of(int places, double gauge, double noise) =>
            Solve(
                new Request(
                    [
                        .. Enumerable
                            .Range(0, places)
                            .Select(i => new GaugeReading(
                                i * 360.0 / places,
                                (0.095 * Math.Cos(i * 2 * Math.PI / places)) + (noise * (i % 2 == 0 ? 1 : -1))
                            )),
                    ],
                    Sense.Gap,
                    gauge,
                    UpDeg: null,
                    LimitMm: 0.1
                )
            ).Call!;
        Assert.EndsWith("too close to 0.100 mm. Read six or more places.", Of(4, 0.04, 0).Because, StringComparison.Ordinal);
        Assert.Matches(@"too close to 0\.100 mm\. The readings scatter by 0\.0\d\d mm: hold it steadier\.$", Of(8, 0.01, 0.03).Because);
        // With eight places half of the gauge's uncertainty is left: 0.005 of room wants one good to 0.010.
        Assert.EndsWith("This gauge can’t decide: take one good to 0.010 mm.", Of(8, 0.04, 0).Because, StringComparison.Ordinal);
    }

    [Fact]
    public void A_swing_is_at_least_twice_its_once_round_part_and_exactly_on_a_limit_is_inside_it()
    {
        // Three places that miss the highest: 0.05·cos θ at 60°, 180° and 300°.
        var found = RunOut.Solve(new([new(60, 0.025), new(180, -0.05), new(300, 0.025)], 0, Limits: new(0.1), Scatter: Scatter.None));
        Assert.Equal(0.075, found.Radial.TirMm, 9);
        Assert.Equal((0.1, Verdict.Go), (Math.Round(found.Call!.Checks[0].Value, 9), found.Call.Verdict));
        // In binary 36.04 − 36 is a little less than 0.04.
        Assert.Equal(Verdict.Go, Measures.Check.AtLeast("interference", 36.04 - 36, 0.04).Verdict);
        Assert.Equal(Verdict.Go, Measures.Check.AtMost("gap", 0.1 + 0.2, 0.3).Verdict);
        Assert.Equal(Verdict.Stop, Measures.Check.AtMost("gap", 0.3 + 2e-9, 0.3).Verdict);
    }

    [Fact]
    public void An_engine_upside_down_droops_the_other_way()
    {
        // By hand: turned over, the droop adds sag·cos θ to the once-round part instead of taking it away.
        var upright = Solve(Worked);
        var over = Solve(Worked with { UpDeg = 180 });
        double Up(Answer a) => a.OffsetMm * Math.Cos(a.OffsetDeg!.Value * Math.PI / 180);
        double Across(Answer a) => a.OffsetMm * Math.Sin(a.OffsetDeg!.Value * Math.PI / 180);
        Assert.Equal(Up(upright) + 0.02, Up(over), 1e-9);
        Assert.Equal(Across(upright), Across(over), 1e-9);
    }

    [Fact]
    public void A_made_up_bore_is_found_again_by_either_gauge_however_the_engine_hangs() =>
        Gen.Select(s_bore, Gen.Int[6, 16], Gen.Bool)
            .Sample(
                (bore, places, plunger) =>
                {
                    var found = Solve(Made(bore, places, plunger ? Sense.PlungerIn : Sense.Gap));
                    Assert.Equal(bore.Offset, found.OffsetMm, 1e-9);
                    Assert.Equal(0, Math.Abs(Clock.Normalise(found.OffsetDeg!.Value - bore.Deg + 180) - 180), 1e-6);
                    Assert.Equal(bore.Oval, found.OvalityMm!.Value, 1e-9);
                }
            );

    [Fact]
    public void A_dial_parked_and_brought_to_its_mark_stands_on_a_central_part() =>
        s_bore.Sample(bore =>
        {
            var before = Made(bore, sense: Sense.PlungerIn);
            var park = Solve(before).Park!;
            var central = Made(bore with { Offset = 0 }, sense: Sense.PlungerIn);
            Assert.Equal(central.Readings.Single(r => r.AngleDeg == park.AngleDeg).ValueMm, park.TargetMm, 1e-9);
        });

    [Fact]
    public void Turning_mirroring_scaling_and_lifting_the_readings_do_only_that() =>
        Gen.Select(s_bore, Gen.Double[0, 360], Gen.Double[0.2, 5])
            .Sample(
                (bore, turn, scale) =>
                {
                    var request = Made(bore);
                    var found = Solve(request);
                    var turned = Solve(
                        request with
                        {
                            Readings = [.. request.Readings.Select(r => r with { AngleDeg = r.AngleDeg + turn })],
                            UpDeg = request.UpDeg + turn,
                        }
                    );
                    Assert.Equal(0, Math.Abs(Clock.Normalise(turned.OffsetDeg!.Value - found.OffsetDeg!.Value - turn + 180) - 180), 1e-6);
                    var rear = Solve(
                        request with
                        {
                            View = View.Rear,
                            UpDeg = -request.UpDeg,
                            Readings = [.. request.Readings.Select(r => r with { AngleDeg = Clock.FromOtherEnd(r.AngleDeg) })],
                        }
                    );
                    Assert.Equal(
                        0,
                        Math.Abs(Clock.Normalise(Clock.FromOtherEnd(rear.OffsetDeg!.Value) - found.OffsetDeg.Value + 180) - 180),
                        1e-6
                    );
                    var lifted = Solve(
                        request with
                        {
                            Readings = [.. request.Readings.Select(r => r with { ValueMm = (r.ValueMm * scale) + 7 })],
                            SagMm = request.SagMm * scale,
                        }
                    );
                    Assert.Equal(found.OffsetMm * scale, lifted.OffsetMm, 1e-9);
                }
            );

    [Fact]
    public void A_bore_that_is_not_off_lies_in_no_direction()
    {
        foreach (var off in (double[])[0, 1e-12])
        {
            var answer = Solve(Made((off, 70, 0.02, 30, 0, 0)));
            Assert.Equal((null, null, null, null), (answer.OffsetDeg, answer.OffsetClock, answer.MoveDeg, answer.MoveClock));
        }

        Assert.Equal(70, Solve(Made((1e-6, 70, 0.02, 30, 0, 0))).OffsetDeg!.Value, 1);
    }

    [Fact]
    public void What_the_holes_allow_is_asked_only_where_it_has_to_move()
    {
        Assert.Equal(Verdict.Stop, Solve(Worked with { LimitMm = 0.05, FreeMoveMm = 0.05 }).Call!.Verdict);
        Assert.Contains(
            Solve(Worked with { LimitMm = 0.05, FreeMoveMm = 0.05 }).Call!.Checks,
            c => c is { Name: "room in the holes", Verdict: Verdict.Stop }
        );
        Assert.DoesNotContain(Solve(Worked with { LimitMm = 0.2, FreeMoveMm = 0.05 }).Call!.Checks, c => c.Name == "room in the holes");
        Assert.True(Solve(Worked with { FreeMoveMm = 0.2 }).CanMove);
    }

    [Fact]
    public void Slackening_begins_with_the_bolt_that_moves_away_most()
    {
        var bolts = Solve(Worked with { Fasteners = [new("near", 307), new("across", 127), new("side", 37)] }).Fasteners;
        Assert.Equal([3, 1, 2], bolts.Select(b => b.SlackenOrder));
        Assert.Equal(0.0885, bolts[0].TowardMm, 5e-5);
    }

    [Theory]
    [InlineData(0.008, Verdict.Go)]
    [InlineData(0.02, Verdict.LookAgain)]
    public void The_first_place_must_read_the_same_again(double repeat, Verdict verdict) =>
        Assert.Equal(verdict, Solve(Worked with { RepeatMm = repeat, LimitMm = 0.2 }).Call!.Verdict);

    [Fact]
    public void Three_places_never_make_a_go() =>
        Assert.Equal(
            Verdict.LookAgain,
            Solve(Worked with { Readings = [new(0, 0), new(120, 0), new(240, 0)], LimitMm = 0.1 }).Call!.Verdict
        );

    [Theory]
    [InlineData(0, 0, 180, 0, "readings")]
    [InlineData(0, 0, 20, 40, "readings")]
    public void Readings_that_do_not_go_round_are_refused(double a, double b, double c, double d, string field) =>
        Assert.Contains(
            field,
            Assert
                .Throws<UnusableInputException>(() => Solve(Worked with { Readings = [new(a, 0), new(b, 0), new(c, 0), new(d, 0)] }))
                .Errors.Keys
        );

    [Fact]
    public void One_place_with_two_values_is_named() =>
        Assert.Contains(
            "readings[8].valueMm",
            Assert.Throws<UnusableInputException>(() => Solve(Worked with { Readings = [.. Worked.Readings, new(360.4, 0.3)] })).Errors.Keys
        );
}
