using NeatBore.Core.Bench;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;
using Xunit;

namespace NeatBore.Core.Tests;

/// <summary>Ways round a Stop that builders have found, each by itself: it stands, and nothing behind it opens.</summary>
public class NamedStopsTests
{
    private static readonly EngineSheet s_v6 = Workbench.Demo<EngineSheet>("sheets/v6-3.0.v1.json");
    private static readonly TaskRef s_rear = new("rear-seal", "rear-seal");

    private static void Stands(Workbench bench, string step, Action<Workbench> around)
    {
        Assert.Equal((Verdict.Stop, false), (bench.Step(step).Verdict, bench.Step(step).Passed));
        var said = bench.Says(step);
        around(bench);
        Assert.Equal((Verdict.Stop, false, said), (bench.Step(step).Verdict, bench.Step(step).Passed, bench.Says(step)));
        Assert.NotEqual(Standing.Done, bench.Task.Standing);
    }

    private static Action<Workbench> Chosen(string choice, string option) =>
        bench => bench.Do((id, at) => new Choose(id, at, bench.Task.Ref, choice, option), Workbench.Tomas);

    /// <summary>Crossed out, and where another word is given, that in its place.</summary>
    private static Action<Workbench> Instead(string step, string slot, params string[] others) =>
        bench =>
        {
            var taken = bench.Step(step).Rounds[^1].Slots.Single(s => s.Slot.Key == slot).Live!.Id;
            bench.Wait(4).Do((id, at) => new Strike(id, at, taken, StrikeReason.Slip), Workbench.Tomas);
            foreach (var other in others)
            {
                bench.Take(step, slot, other, confirmed: true, by: Workbench.Tomas);
            }
        };

    private static Workbench Rear() =>
        new Workbench(s_v6, new("crank-float", "rear-seal"))
            .Begin()
            .TakeAll("dial")
            .TakeAll("float", "0", "0.12", "0", "0.12", "0", "0.12")
            .Turn(s_rear);

    [Fact]
    public void A_rail_that_steps_is_not_resealed_away() =>
        Stands(Rear().TakeAll("parts").TakeAll("rail", "0.32", "0.30"), "rail", Chosen("job", "reseal"));

    /// <summary>The housing hears the float; its own job is no way round it.</summary>
    [Fact]
    public void A_float_that_is_not_set_is_not_resealed_away()
    {
        var bench = new Workbench(s_v6, new("crank-float", "rear-seal")).Begin().TakeAll("dial");
        bench.TakeAll("float", "0", "0.62", "0", "0.62", "0", "0.62").Turn(s_rear);
        Stands(bench, "float-first", Chosen("job", "reseal"));
    }

    [Fact]
    public void A_housing_off_centre_is_not_resealed_away()
    {
        var bench = Rear().Choose("school", "dial").TakeAll("parts").TakeAll("rail", "0.02", "0.01").TakeAll("hang", "0.02", "held");
        Stands(bench.TakeAll("loose", "on", "0.4").Sweep("sweep", 0.3, 225, 0.02), "sweep", Chosen("job", "reseal"));
    }

    [Fact]
    public void A_lip_pressed_to_one_side_is_not_crossed_out()
    {
        var bench = Rear().Choose("lip", "rubber").Choose("school", "turn").Choose("joint", "gasket").Choose("wrench", "clicks-pass");
        bench.TakeAll("parts").TakeAll("rail", "0.02", "0.01").TakeAll("bench").TakeAll("sealant").Pick("loose", "rods", "on");
        bench.Take("loose", "turned");
        foreach (var slot in bench.Step("torque").Rounds[^1].Slots.Select(s => s.Slot).ToList())
        {
            bench.Take("torque", slot.Key, slot.Kind == SlotKind.Pick ? "clicked" : $"{slot.Expected:0.0}");
        }

        Stands(bench.Pick("reach", "lip", "side"), "reach", Instead("reach", "lip"));
    }

    [Theory]
    [InlineData("balancer")]
    [InlineData("feeler")]
    public void A_cover_whose_holes_allow_less_is_not_centred_by_another_school(string school) =>
        Stands(CoverAndSealTests.Dry().Sweep("sweep", 0.5, 225, 0.02), "sweep", Chosen("school", school));

    [Fact]
    public void A_depth_that_touches_what_is_behind_is_not_left_to_the_tools_own_stop()
    {
        var bench = new Workbench(Workbench.Demo<EngineSheet>("sheets/straight-six-2.7.v1.json"), new("front-seal", "cover")).Begin();
        bench.TakeAll("lip", "FS-2").TakeAll("out").TakeAll("clean").TakeAll("groove", "none").Take("plan", "depth", "8.5");
        Stands(bench, "plan", Chosen("home", "stops"));
    }

    [Fact]
    public void A_sleeve_that_leans_is_not_told_to_be_coming_off()
    {
        var bench = new Workbench(Workbench.Demo<EngineSheet>("sheets/four-1.8.v2.json"), new("rear-sleeve", "rear-seal")).Begin();
        bench.Choose("way", "on").TakeAll("parts", "SL-84", "dry", "chamfer").TakeAll("size", "84.00", "83.80", "84.20").TakeAll("plate");
        bench.TakeAll("drawn", [.. Enumerable.Repeat("even", 8)]).TakeAll("gap", "3.40", "3.00", "2.60", "3.00");
        Stands(bench, "gap", Chosen("way", "off"));
    }

    [Fact]
    public void A_bush_that_lacks_its_hole_is_not_crossed_out()
    {
        var four = Completion.Of(Workbench.Demo<EngineSheet>("sheets/four-1.8.v2.json"), [], new Wants("auxiliary")).Sheet;
        var bench = new Workbench(four, new("auxiliary-bushes", "auxiliary")).Begin().Choose("which", "aux-2");
        bench.Item = "aux-2";
        bench.TakeAll("out").TakeAll("wash").Pick("set", "holes", "missing");
        Stands(bench, "set", Instead("set", "holes"));
        Stands(bench, "set", Chosen("which", "aux-1"));
    }

    /// <summary>Two that stand side by side: the worse counts until one of them is crossed out, and the balancer hears it.</summary>
    [Fact]
    public void A_second_look_that_is_kinder_is_no_more_than_that()
    {
        var bench = new Workbench(task: new("balancer-inspect", "balancer")).Begin().TakeAll("rubber", "deep", "sound", "firm");
        var rubber = bench.Step("rubber").Rounds[0].Slots[0].Slot.Key;
        Assert.Equal(Verdict.Stop, bench.Step("rubber").Verdict);
        bench.Take("rubber", rubber, "sound", by: Workbench.Tomas);
        Assert.Equal((Verdict.Stop, false), (bench.Step("rubber").Verdict, bench.Step("rubber").Passed));
        bench.Turn(Workbench.BalancerOn).Choose("which", "same");
        Assert.False(bench.Step("others").Passed);
        // Nor where the reading that this task hears is crossed out in the other.
        var worse = bench.State.Tasks[0].Steps.First(s => s.Ref.Step == "rubber").Rounds[0].Slots[0].Readings[0].Id;
        bench.Wait(4).Do((id, at) => new Strike(id, at, worse, StrikeReason.Slip), Workbench.Tomas);
        Assert.False(bench.Step("others").Passed);
    }

    /// <summary>Oil that came too soon came too soon, however late its tick is made anew: the joint is looked at, or spread anew.</summary>
    [Fact]
    public void Oil_in_too_soon_is_looked_at_and_then_decided_on()
    {
        var bench = CoverAndSealTests.Snug().Take("sealant", "shop", "20").Take("sealant", "spread").Take("close", "closed");
        bench.Sweep("confirm", 0.01, 80, 0.02);
        bench.TakeAll("torque", [.. bench.Step("torque").Rounds[^1].Slots.Select(s => s.Slot.Key.StartsWith('1') ? "5" : "10")]);
        bench.Sweep("final", 0.015, 80, 0.02).Take("cure", "oil");
        Stands(bench, "cure", b => Instead("cure", "oil", "done")(b.Wait(60 * 36)));
        bench.Again("cure").Take("cure", "oil");
        Assert.False(bench.Step("cure").Passed);
        Assert.Equal(Verdict.Stop, bench.Pick("cure", "looked", "hurt").Step("cure").Verdict);
        // Begun anew twice it is still asked for.
        bench.Again("cure").Again("cure").Pick("cure", "looked", "whole").Take("cure", "oil");
        Assert.Equal((Verdict.Decide, false), (bench.Step("cure").Verdict, bench.Step("cure").Passed));
        bench.Do((id, at) => new Decide(id, at, bench.Step("cure").Ref, "dry all along"), Workbench.Tomas);
        Assert.Equal(Standing.Done, bench.Task.Standing);
    }

    [Fact]
    public void A_joint_that_is_spread_anew_is_asked_nothing_of_the_one_before()
    {
        var bench = CoverAndSealTests.Snug().Take("sealant", "shop", "20").Take("sealant", "spread").Take("close", "closed");
        bench.Sweep("confirm", 0.01, 80, 0.02);
        var pulls = bench.Step("torque").Rounds[^1].Slots.Select(s => s.Slot.Key.StartsWith('1') ? "5" : "10").ToArray();
        bench.TakeAll("torque", pulls).Sweep("final", 0.015, 80, 0.02).Take("cure", "oil");
        bench.Again("sealant").Take("sealant", "shop", "20").Take("sealant", "spread").Take("close", "closed");
        bench.Sweep("confirm", 0.01, 80, 0.02).TakeAll("torque", pulls).Sweep("final", 0.015, 80, 0.02);
        bench.Wait(60 * 36).Take("cure", "oil");
        Assert.Equal((Verdict.Go, true), (bench.Step("cure").Verdict, bench.Step("cure").Passed));
    }

    /// <summary>A dry lip on a crank that was turned at once.</summary>
    [Fact]
    public void A_lip_turned_too_soon_is_looked_at_and_then_decided_on()
    {
        var bench = new Workbench(Workbench.Demo<EngineSheet>("sheets/straight-six-2.7.v1.json"), new("front-seal", "cover")).Begin();
        bench.Choose("lip", "ptfe").TakeAll("lip", "FS-2").TakeAll("out").TakeAll("clean").TakeAll("groove", "none");
        bench.TakeAll("plan", "5.0").TakeAll("dress").TakeAll("press", "5.00", "5.00", "5.00", "5.00");
        bench.Take("rest", "turned");
        Stands(bench, "rest", b => Instead("rest", "turned", "done")(b.Wait(60 * 36)));
        bench.Again("rest").Pick("rest", "looked", "whole").Take("rest", "turned");
        Assert.Equal((Verdict.Decide, false), (bench.Step("rest").Verdict, bench.Step("rest").Passed));
    }

    /// <summary>By a gauge that can't tell, and again.</summary>
    [Fact]
    public void A_coarse_gauge_settles_nothing_in_two_rounds()
    {
        var demo = Workbench.Demo<Shop>("shop.json");
        var coarse = demo.Instruments.First(i => i.Kind == "micrometer") with { Id = "coarse", Uncertainty = 0.5, Low = null, High = null };
        var four = Workbench.Demo<EngineSheet>("sheets/four-1.8.v1.json");
        var bench = new Workbench(four, new("spigot-bearing", "rear-seal"), demo with { Instruments = [.. demo.Instruments, coarse] })
            .Begin()
            .TakeAll("out");
        foreach (var round in new[] { 1, 2, 3 })
        {
            bench.Pick("bore", "rollers", "none").Pick("bore", "marks", "none").Pick("bore", "tried", "held");
            var (outer, place) = (four.Spigot!.OuterMm, new SlotRef(bench.Step("bore").Ref, round, "bearing"));
            bench.Take("bore", "bore", $"{outer - 0.02:0.000}");
            bench.Do(
                (id, at) =>
                    new TakeReading(
                        id,
                        at,
                        place,
                        $"{outer - (round == 1 ? 0.04 : 0.02):0.000}",
                        Instrument: round == 1 ? "sim-mic" : "coarse"
                    )
            );
            Assert.Equal((round == 1 ? Verdict.Stop : Verdict.LookAgain, false), (bench.Step("bore").Verdict, bench.Step("bore").Passed));
            bench.Again("bore");
        }
    }
}
