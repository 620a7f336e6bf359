using NeatBore.Core.Bench;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;
using Xunit;

namespace NeatBore.Core.Tests;

/// <summary>Values of an engine that are told on a build, before a task begins and after.</summary>
public class ToldTests
{
    private static readonly (string Path, string Typed)[] s_balancer =
    [
        ("balancer/design", "solid"),
        ("balancer/nose/diameterMm", "34.02"),
        ("balancer/hub/outerDiameterMm", "56"),
        ("balancer/hub/lengthMm", "44"),
        ("balancer/seatedDepthMm", "6"),
        ("crankBolt/majorMm", "14"),
        ("crankBolt/pitchMm", "2"),
        ("crankBolt/torqueNm", "140"),
    ];

    private static Workbench Bare() =>
        new(
            new EngineSheet(
                "bare",
                1,
                "Bare",
                "",
                EngineLayout.From(new Arrangement(CylinderBanks.Straight, 6, CamBearings: 7)),
                Arrangement: new Arrangement(CylinderBanks.Straight, 6, CamBearings: 7)
            )
        );

    private static Workbench Told(
        Workbench bench,
        string path,
        string typed,
        string unit = "",
        string? because = null,
        Signer? by = null
    ) => bench.Do((id, at) => new TellValue(id, at, path, typed, unit, Because: because), by);

    private static Workbench Known() => s_balancer.Aggregate(Bare(), (bench, value) => Told(bench, value.Path, value.Typed));

    [Fact]
    public void Nothing_begins_before_it_is_told_what_it_must_know_and_then_it_does()
    {
        var bench = Bare();
        var missing = bench.Refused((id, at) => new StartTask(id, at, Workbench.BalancerOn));
        Assert.Equal(s_balancer.Select(v => v.Path).Order(), missing.Keys.Order());
        Assert.Equal(["Crank bolt, torque: is still to be typed"], missing["crankBolt/torqueNm"]);

        bench = Known();
        Assert.Empty(bench.State.Tasks);
        bench.Measured();
        Assert.Equal(Verdict.Go, bench.Step("fit").Now.Call!.Verdict);
        Assert.Contains(bench.Step("fit").Now.Call!.Checks, c => c is { Name: "interference", Source: "Neat Bore default" });
        // The task has a sheet of its own, and the engine's is as it was.
        Assert.Equal(34.02, bench.Build.SheetOf(Workbench.BalancerOn).Balancer!.Nose.DiameterMm);
        Assert.Null(bench.Build.Newest.Balancer);
        Assert.Equal(bench.Task.Sheet, bench.Build.SheetOf(Workbench.BalancerOn).Ref);
    }

    [Fact]
    public void What_is_told_is_read_in_its_unit_and_refused_where_it_can_not_be()
    {
        var bench = Told(Bare(), "balancer/nose/diameterMm", "1.5", "in");
        Assert.Equal(38.1, bench.Build.ToldValues[^1].Number!.Value, 6);
        Assert.Equal(
            (LimitSource.Manual, "Ines", "1.5"),
            (bench.Build.ToldValues[^1].Source, bench.Build.ToldValues[^1].By, bench.Build.ToldValues[^1].Typed)
        );
        string Refused(TellValue tell) =>
            bench.Refused((id, at) => tell with { Id = id, DoneAt = at }).Single() is var (field, words) ? $"{field}: {words[0]}" : "";
        var tell = new TellValue(Guid.Empty, default, "balancer/nose/diameterMm", "30");
        Assert.Equal("typed: Nose, across: must be from 10.00 mm to 150.00 mm", Refused(tell with { Typed = "3" }));
        Assert.StartsWith("typed: “big” is not a number", Refused(tell with { Typed = "big" }));
        Assert.StartsWith("path: there is nothing to be known", Refused(tell with { Path = "balancer/colour" }));
        Assert.StartsWith("source: must be the manual", Refused(tell with { Source = LimitSource.Default }));
        Assert.StartsWith("typed: must be one of solid", Refused(tell with { Path = "balancer/design", Typed = "square" }));
        Assert.Equal(
            "typed: must be a whole number from 0: it is a count",
            Refused(tell with { Path = "balancer/puller/holes", Typed = "2.5" })
        );

        // What is withdrawn is not known again.
        Told(bench, "balancer/nose/diameterMm", "");
        Assert.Contains("balancer/nose/diameterMm", bench.Refused((id, at) => new StartTask(id, at, Workbench.BalancerOn)).Keys);
    }

    [Fact]
    public void A_value_corrected_in_mid_task_is_a_leads_with_a_reason_and_both_calls_stay()
    {
        var bench = Known().Measured();
        var went = bench.Step("fit").Calls.Single();
        Assert.Equal(Verdict.Go, went.Judgement.Call!.Verdict);
        var tell = new TellValue(Guid.Empty, default, "balancer/interference/high", "0.012");
        Assert.Equal(["because"], bench.Refused((id, at) => tell with { Id = id, DoneAt = at }).Keys);
        Assert.Equal(["by"], bench.Refused((id, at) => tell with { Id = id, DoneAt = at, Because = "wrong column" }, Workbench.Tomas).Keys);
        // What would contradict another value is refused, and nothing is moved.
        Assert.Equal(
            ["typed"],
            bench.Refused((id, at) => tell with { Id = id, DoneAt = at, Typed = "0.005", Because = "wrong column" }).Keys
        );

        Told(bench, "balancer/interference/high", "0.012", because: "wrong column");
        Assert.Equal([Verdict.Go, Verdict.Stop], bench.Step("fit").Calls.Select(c => c.Judgement.Call!.Verdict));
        Assert.Equal(went.Id, bench.Step("fit").Calls[0].Id);
        Assert.Equal(2, bench.Task.Sheet.Version);
        var line = ToldLine.Of(bench.Build)[^1];
        Assert.Equal(("Interference to", "wrong column", 0.012, 0.05), (line.Label, line.Because, line.Is!.Value, line.Was!.Value));
        // Read again from its log it is the same.
        bench.Forget();
        Assert.Equal([Verdict.Go, Verdict.Stop], bench.Step("fit").Calls.Select(c => c.Judgement.Call!.Verdict));
    }

    [Fact]
    public void What_follows_by_rule_follows_what_is_corrected()
    {
        var bench = Known().Measured();
        Limit Torque() => bench.Build.SheetOf(Workbench.BalancerOn).CrankBolt!.Torque;
        Assert.Equal((133, 147), (Torque().Low, Torque().High));
        Told(bench, "crankBolt/torqueNm", "100", because: "the other bolt");
        Assert.Equal((95, 105, LimitSource.Default), (Torque().Low, Torque().High, Torque().Source));
        // A step that the torque has no part in says what it said.
        Assert.Single(bench.Step("fit").Calls);
        Told(bench, "crankBolt/torque/high", "102", because: "the manual says so");
        Assert.Equal((95, 102, LimitSource.Manual), (Torque().Low, Torque().High, Torque().Source));
    }

    [Fact]
    public void A_described_sheet_can_be_corrected_too_and_what_was_decided_on_another_value_is_asked_again()
    {
        var bench = new Workbench().Measured("33.968");
        Assert.NotEqual(Verdict.Go, bench.Step("fit").Now.Call!.Verdict);
        bench.Do((id, at) => new OpenGate(id, at, Workbench.At("fit"), "the hub is a strong one"));
        Assert.True(bench.Step("fit").Passed);
        Told(bench, "crankBolt/torqueNm", "150", because: "newer manual");
        Assert.True(bench.Step("fit").Passed);
        Told(bench, "balancer/interference/low", "0.020", because: "newer manual");
        Assert.False(bench.Step("fit").Passed);
        Assert.Equal("straight-six-2.7", bench.Build.Newest.Id);
        Assert.Equal(140, bench.Build.Newest.CrankBolt!.TorqueNm);
    }

    [Fact]
    public void A_lead_takes_what_was_told_into_the_sheet_and_the_next_build_knows_it()
    {
        var bench = Known();
        var grown = bench.Build.Newest.With(bench.Build.ToldValues);
        Assert.Equal((2, s_balancer.Length), (grown.Version, grown.Known!.Count));
        Assert.Empty(grown.Lacks(bench.Build.ToldValues));
        Assert.Same(grown, grown.With(bench.Build.ToldValues));
        var next = new Workbench(grown).Begin();
        Assert.Equal(140, next.Build.SheetOf(Workbench.BalancerOn).CrankBolt!.TorqueNm);
    }

    [Fact]
    public void A_card_says_what_it_takes_and_what_is_too_coarse_for_it()
    {
        var shop = Workbench.Demo<Shop>("shop.json");
        var six = new Workbench();
        var card = JobCard.Of(six.Build, Workbench.BalancerOn, ProcedureBook.Default, shop)!;
        Assert.True(card.Ready);
        Assert.False(card.Begun);
        Assert.Equal(card.Cautions.Distinct(), card.Cautions);
        Assert.Contains("Keep fingers clear of the keyway’s edges.", card.Cautions);
        Assert.Equal(0, card.Minutes % 5);
        var micrometer = card.Gauges.Single(g => g.Kind == "micrometer");
        Assert.Equal("Micrometer 25–50", micrometer.Name!.Split(',')[0]);

        var coarse = shop with { Instruments = [.. shop.Instruments.Select(i => i with { Uncertainty = 0.2 })] };
        var depth = JobCard.Of(six.Build, Workbench.BalancerOn, ProcedureBook.Default, coarse)!.Gauges.Single(g => g.Kind == "depth-gauge");
        Assert.Equal(("Seated depth", 0.4), (depth.CoarseFor, Math.Round(depth.Limit!.Value, 9)));

        // Nothing of the kind in the shop, and no puller that fits, is said too.
        var off = JobCard.Of(
            six.Build,
            new TaskRef("balancer-off", "balancer"),
            ProcedureBook.Default,
            shop with
            {
                Instruments = [],
                Crib = [],
            }
        )!;
        Assert.All(off.Gauges, g => Assert.Null(g.Name));
        Assert.Equal(("Puller", null, "none in the crib"), (off.Tools[0].What, off.Tools[0].Name, off.Tools[0].SetUp));
        Assert.Null(JobCard.Of(six.Build, new TaskRef("nothing", "balancer"), ProcedureBook.Default, shop));
        Assert.True(JobCard.Of(Known().Begin().Build, Workbench.BalancerOn, ProcedureBook.Default, shop)!.Begun);
    }
}
