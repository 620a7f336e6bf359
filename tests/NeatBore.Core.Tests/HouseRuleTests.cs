using CsCheck;
using NeatBore.Core.Bench;
using NeatBore.Core.Calculators.Seals;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;
using Xunit;

namespace NeatBore.Core.Tests;

/// <summary>What a shop goes by in place of Neat Bore's defaults, and what its settings can be.</summary>
public class HouseRuleTests
{
    private static readonly Shop s_shop = Workbench.Demo<Shop>("shop.json");

    private static Shop With(params HouseRule[] rules) => s_shop with { House = rules };

    private static EngineSheet Bare() =>
        new(
            "bare",
            1,
            "Bare",
            "",
            EngineLayout.From(new Arrangement(CylinderBanks.Straight, 4, CamBearings: 3)),
            Arrangement: new Arrangement(CylinderBanks.Straight, 4, CamBearings: 3)
        );

    [Fact]
    public void A_rule_takes_the_place_of_a_default_on_the_card_and_in_a_call_and_says_so()
    {
        var rule = new HouseRule(NeatBoreDefaults.Interference.Id, 0.020, 0.030, "Ines");
        var card = Completion.Of(With(rule).Over(Bare()), [], new Wants("balancer"));
        var high = card.Values.Single(v => v.Path == "balancer/interference/high");
        Assert.Equal((0.030, LimitSource.House, "Ines"), (high.Number, high.Source, high.By));
        Assert.Equal(LimitSource.Default, card.Values.Single(v => v.Path == "balancer/taper/high").Source);

        // A described engine that gives no limit of its own goes by the rule; one that does goes by its own.
        var six = Workbench.Demo<EngineSheet>("sheets/straight-six-2.7.v1.json");
        var without = six with { Balancer = six.Balancer! with { Interference = null } };
        string Source(EngineSheet sheet, Shop shop) =>
            new Workbench(sheet, shop: shop).Measured().Step("fit").Now.Call!.Checks.First(k => k.Name == "interference").Source!;
        Assert.Equal("house rule", Source(without, With(rule)));
        Assert.Equal("Neat Bore default", Source(without, s_shop));
        Assert.Equal(Source(six, s_shop), Source(six, With(rule)));
    }

    [Theory]
    [InlineData(24, 0.008, 0.040)]
    [InlineData(30, 0.010, 0.050)]
    [InlineData(45, 0.010, 0.050)]
    [InlineData(54, 0.012, 0.060)]
    public void The_usual_interference_follows_a_small_or_a_large_nose_and_a_shops_rule_is_what_it_says(
        double nose,
        double low,
        double high
    )
    {
        var six = Workbench.Demo<EngineSheet>("sheets/straight-six-2.7.v1.json");
        var balancer = six.Balancer! with { Interference = null, Nose = six.Balancer.Nose with { DiameterMm = nose } };
        var usual = s_shop.Over(six).InterferenceOf(balancer);
        Assert.Equal((low, high), (Math.Round(usual.Low!.Value, 9), Math.Round(usual.High!.Value, 9)));
        var ours = With(new HouseRule(NeatBoreDefaults.Interference.Id, 0.020, 0.030, "Ines")).Over(six);
        Assert.Equal(new Limit(0.020, 0.030, LimitSource.House), ours.InterferenceOf(balancer));
        Assert.Equal(six.Balancer.Interference, ours.InterferenceOf(six.Balancer));
    }

    [Fact]
    public void What_was_begun_before_a_rule_stays_on_what_it_was_begun_with()
    {
        var six = Workbench.Demo<EngineSheet>("sheets/straight-six-2.7.v1.json");
        var bench = new Workbench(six with { Balancer = six.Balancer! with { Interference = null } }).Measured();
        var said = bench.Step("fit").Now;
        var file = bench.Log.ToList();
        var later = new Desk(ProcedureBook.Default, With(new HouseRule("interference", 0.001, 0.002, "Ines")));
        var grown = later.Take(
            bench.Build,
            new Note(Guid.CreateVersion7(), Workbench.Start.AddHours(1), bench.Step("fit").Ref, "a rule was set since"),
            Workbench.Ines,
            Workbench.Start.AddHours(1)
        );
        Assert.True(Saying.TheSame(said, grown.Tasks.Single().Steps.Single(s => s.Ref.Step == "fit").Now));
        Assert.Equal(file.Count + 1, grown.Log.Count);
    }

    [Fact]
    public void Each_default_may_be_replaced_by_what_it_is_itself_and_each_is_named_once()
    {
        Assert.Equal(NeatBoreDefaults.All.Count, NeatBoreDefaults.All.Select(d => d.Id).Distinct().Count());
        foreach (var usual in NeatBoreDefaults.All)
        {
            Assert.Same(usual, ShopRules.Check(new HouseRule(usual.Id, usual.Low, usual.High, "Ines")));
        }

        // A go and a stop keep their sides.
        var sheet = Bare() with
        {
            House = [new("oil-window", 0.5, 0.9, "Ines"), new("mark-error", 0.5, 2, "Ines")],
        };
        Assert.Equal(new Thresholds(0.9, 0.5, LimitSource.House), sheet.UsualThresholds(NeatBoreDefaults.OilWindow));
        Assert.Equal(new Thresholds(0.5, 2, LimitSource.House), sheet.UsualThresholds(NeatBoreDefaults.MarkErrorDeg));
        Assert.Equal(new Thresholds(0.8, 0.6, LimitSource.Default), Bare().UsualThresholds(NeatBoreDefaults.OilWindow));
    }

    [Fact]
    public void Whatever_rules_are_set_a_card_of_any_task_says_where_each_limit_came_from() =>
        Gen.Select(Gen.Int[0, NeatBoreDefaults.All.Count - 1], Gen.Double[0, 1], Gen.Double[0, 1])
            .Sample(
                (which, a, b) =>
                {
                    var usual = NeatBoreDefaults.All[which];
                    double At(double share) => usual.Plausible.Low + (share * (usual.Plausible.High - usual.Plausible.Low));
                    var (low, high) = (At(Math.Min(a, b)), At(Math.Max(a, b)));
                    var rule = new HouseRule(usual.Id, usual.Low is null ? null : low, usual.High is null ? null : high, "Ines");
                    ShopRules.Check(rule);
                    foreach (var procedure in ProcedureBook.Default.Newest.Where(p => p.Wants.Parts.Count > 0))
                    {
                        var values = Completion.Of(With(rule).Over(Bare()), [], procedure.Wants).Values;
                        Assert.All(
                            values.Where(v => v.Source == LimitSource.House),
                            v => Assert.Contains(v.Number, new double?[] { rule.Low, rule.High })
                        );
                    }
                },
                iter: 60
            );

    [Fact]
    public void A_shop_s_sealants_serve_an_engine_that_names_none()
    {
        var ours = new SealantSheet("grey", "Grey", new SealantClock.Product(10, 12, 2, 24), LimitSource.Manual);
        var shop = s_shop with { Sealants = [ours] };
        Assert.Equal([ours], shop.Over(Bare()).Sealants);
        var six = Workbench.Demo<EngineSheet>("sheets/straight-six-2.7.v1.json");
        Assert.Same(six, shop.Over(six));
        // Rules that a sheet's file brings along from elsewhere don't count here.
        var foreign = six with
        {
            House = [new("taper", null, 0.2, "Nobody")],
        };
        Assert.Null(shop.Over(foreign).House);
        Assert.Equal("Ines", With(new HouseRule("taper", null, 0.02, "Ines")).Over(foreign).House!.Single().By);
    }

    [Fact]
    public void What_a_setting_can_not_be_is_said_with_what_would_be_right()
    {
        static string Refused(Action check)
        {
            var (field, words) = Assert.Throws<UnusableInputException>(check).Errors.First();
            return $"{field}: {words[0]}";
        }

        var dial = new Instrument("dial-9", "Dial", "dial", 0.01, Low: -5, High: 5, Resolution: 0.01, Line: "10.0.0.4:7001");
        ShopRules.Check(dial);
        Assert.StartsWith(
            "uncertainty: must be larger than 0: no instrument is exact",
            Refused(() => ShopRules.Check(dial with { Uncertainty = 0 }))
        );
        Assert.StartsWith(
            "uncertainty: can’t be smaller than its own last digit",
            Refused(() => ShopRules.Check(dial with { Uncertainty = 0.005 }))
        );
        Assert.StartsWith("high: must be above", Refused(() => ShopRules.Check(dial with { High = -5 })));
        Assert.StartsWith("kind: must be one of micrometer", Refused(() => ShopRules.Check(dial with { Kind = "eye" })));
        Assert.StartsWith("line: must be a host and a port", Refused(() => ShopRules.Check(dial with { Line = "10.0.0.4" })));
        Assert.StartsWith("name: must be 1 to 60", Refused(() => ShopRules.Check(dial with { Name = " " })));
        Assert.StartsWith("id: must be 1 to 60 letters", Refused(() => ShopRules.Check(dial with { Id = "a/b" })));
        Assert.StartsWith("name: must be 1 to 40", Refused(() => ShopRules.Check(new Signer("a", new string('a', 41), Role.Lead))));
        Assert.StartsWith("id: there is no default", Refused(() => ShopRules.Check(new HouseRule("colour", 1, 2, ""))));
        Assert.StartsWith("low: must be given too", Refused(() => ShopRules.Check(new HouseRule("interference", null, 0.02, ""))));
        Assert.StartsWith("low: has no meaning here", Refused(() => ShopRules.Check(new HouseRule("taper", 0.01, 0.02, ""))));
        Assert.StartsWith("high: must not be below", Refused(() => ShopRules.Check(new HouseRule("interference", 0.03, 0.02, ""))));
        Assert.StartsWith("high: must be from 0.000 mm to 0.200 mm", Refused(() => ShopRules.Check(new HouseRule("taper", null, 1, ""))));
        var grey = new SealantSheet("grey", "Grey", new SealantClock.Product(10, 12, 2, 1), LimitSource.Manual);
        Assert.StartsWith("product.cureHours: must be from the handling time", Refused(() => ShopRules.Check(grey)));
        Assert.StartsWith("source: must be the product’s own", Refused(() => ShopRules.Check(grey with { Source = LimitSource.Default })));
    }
}
