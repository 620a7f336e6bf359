using NeatBore.Core.Bench;
using NeatBore.Core.Calculators.Centring;
using NeatBore.Core.Calculators.Crank;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;
using Xunit;

namespace NeatBore.Core.Tests;

public class CoverAndSealTests
{
    private static readonly TaskRef s_cover = new("timing-cover", "cover");
    private static readonly TaskRef s_float = new("crank-float", "rear-seal");
    private static readonly TaskRef s_rear = new("rear-seal", "rear-seal");

    private static Workbench Cover() => new Workbench(Workbench.Demo<EngineSheet>("sheets/straight-six-2.7.v1.json"), s_cover).Begin();

    internal static Workbench Dry() =>
        Cover()
            .TakeAll("school", "TC-7")
            .Take("hang", "droop", "0.02")
            .Take("hang", "held", "held")
            .Take("dry", "on")
            .Take("dry", "free", "0.4");

    internal static Workbench Snug() =>
        Dry().Sweep("sweep", 0.01, 80, 0.02).Sweep("snug", 0.012, 80, 0.02).TakeAll("rail", "0.03", "-0.02").TakeAll("witness");

    [Fact]
    public void A_cover_that_sits_off_is_moved_and_its_rounds_are_kept()
    {
        var bench = Dry().Sweep("sweep", 0.14, 225, 0.02);
        Assert.Equal(Verdict.Stop, bench.Step("sweep").Now.Call!.Verdict);
        Assert.Equal(
            "The cover sits 0.14 mm off towards 7:30. Tap it towards 1:30, bolt 3, inlet side, until the dial meets the mark.",
            bench.Says("sweep")
        );
        Assert.Equal(StepStatus.Blocked, bench.Step("snug").Status);
        bench.Again("sweep").Sweep("sweep", 0.012, 200, 0.02);
        Assert.Equal(Verdict.Go, bench.Step("sweep").Now.Call!.Verdict);
        Assert.Equal(
            [0.14, 0.012],
            bench.Step("sweep").Calls.Select(c => Math.Round(c.Judgement.Answer!.Value.GetProperty("offsetMm").GetDouble(), 3))
        );
    }

    [Fact]
    public void What_the_holes_cannot_reach_has_a_way_out()
    {
        Assert.EndsWith(
            "Open the holes a little, or another cover.",
            Dry().Sweep("sweep", 0.3, 225, 0.02).Says("sweep"),
            StringComparison.Ordinal
        );
        var pinned = Cover()
            .Choose("dowels", "two")
            .TakeAll("school", "TC-7")
            .TakeAll("hang", "0.00", "held")
            .TakeAll("dry")
            .Sweep("sweep", 0.14, 225);
        Assert.EndsWith("two dowels hold it. Offset dowels, or another cover.", pinned.Says("sweep"), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("upright", 0)]
    [InlineData("upside-down", 180)]
    [InlineData("three-up", 90)]
    public void However_it_hangs_the_droop_comes_off(string hang, double up)
    {
        var bench = Cover()
            .Choose("hang", hang)
            .TakeAll("school", "TC-7")
            .Take("hang", "droop", "0.06")
            .Take("hang", "held", "held")
            .TakeAll("dry");
        bench.Sweep("sweep", 0.02, 300, 0.06, up);
        var found = Assert.IsType<BoreCentring.Answer>(bench.Step("sweep").Now.Answer);
        Assert.Equal(0.02, found.OffsetMm, 1e-3);
        Assert.Equal(300, found.OffsetDeg!.Value, 3.0);
        Assert.Equal(up, bench.Task.UpDeg);
    }

    [Fact]
    public void A_droop_larger_than_all_that_was_read_is_doubted() =>
        Assert.Equal(
            "Check the dial’s droop on a true ring: its sign, its size. Then sweep again.",
            Cover()
                .TakeAll("school", "TC-7")
                .Take("hang", "droop", "-0.06")
                .Take("hang", "held", "held")
                .TakeAll("dry")
                .Sweep("sweep", 0.028, 0, -0.06)
                .Says("sweep")
        );

    [Theory]
    [InlineData(2, Verdict.Go)]
    [InlineData(40, Verdict.Stop)]
    public void A_joint_closed_too_late_is_a_stop(int minutes, Verdict verdict)
    {
        var bench = Snug().Take("sealant", "shop", "15").Take("sealant", "spread");
        Assert.Single(bench.State.Waits, w => w.IsDeadline && w.Task == s_cover && w.At > Workbench.Start);
        bench.Wait(minutes).Take("close", "closed");
        var call = bench.Step("close").Now.Call!;
        Assert.Equal((verdict, verdict, "time open"), (call.Verdict, Assert.Single(call.Checks).Verdict, call.Checks[0].Name));
        Assert.DoesNotContain(bench.State.Waits, w => w.IsDeadline && verdict == Verdict.Go);
    }

    [Fact]
    public void A_quick_sealant_for_a_slow_hand_is_warned_of_before_it_is_opened()
    {
        var bench = Snug().Choose("sealant", "quick").Take("sealant", "shop", "30");
        Assert.Equal(Verdict.Decide, bench.Step("sealant").Now.Call!.Verdict);
        Assert.StartsWith("Your dry run says", bench.Says("sealant"), StringComparison.Ordinal);
    }

    /// <summary>Of a bead that two say to have begun nobody knows how long it lay open.</summary>
    [Fact]
    public void A_bead_that_was_begun_twice_tells_no_time()
    {
        var bench = Snug().Take("sealant", "shop", "20").Take("sealant", "spread").Take("close", "closed");
        bench.Take("sealant", "spread", by: Workbench.Tomas);
        Assert.StartsWith("Tick when the bead was begun", bench.Says("close"), StringComparison.Ordinal);
        Assert.False(bench.Step("close").Passed);
    }

    [Fact]
    public void A_clock_that_jumps_back_is_said()
    {
        var bench = Snug().Take("sealant", "shop", "20").Take("sealant", "spread").Wait(-30).Take("close", "closed");
        Assert.Equal(Verdict.LookAgain, bench.Step("close").Now.Call!.Verdict);
        Assert.Contains("check the clock", bench.Step("close").Now.Call!.Because, StringComparison.Ordinal);
    }

    [Fact]
    public void Bolts_are_pulled_in_order_and_one_passed_over_is_seen()
    {
        var bench = Snug().Take("sealant", "shop", "20").Take("sealant", "spread").Take("close", "closed").Sweep("confirm", 0.01, 80, 0.02);
        var order = bench.Step("torque").Rounds[^1].Slots.Select(s => s.Slot.Key).ToList();
        Assert.Equal(30, order.Count);
        Assert.Equal($"Bolt {order[0][2..]}, 5.0 N·m: pass 1 of 3.", bench.Says("torque"));
        bench
            .Take("torque", order[1], "5")
            .TakeAll("torque", [.. order.Where((_, i) => i != 1).Select(k => k.StartsWith('1') ? "5" : "10")]);
        Assert.Equal(Verdict.Decide, bench.Step("torque").Now.Call!.Verdict);
        Assert.Contains("passed over", bench.Step("torque").Now.Call!.Because, StringComparison.Ordinal);
    }

    [Fact]
    public void The_whole_cover_ends_in_its_oil()
    {
        var bench = Snug().Take("sealant", "shop", "20").Take("sealant", "spread").Take("close", "closed").Sweep("confirm", 0.01, 80, 0.02);
        bench.TakeAll("torque", [.. bench.Step("torque").Rounds[^1].Slots.Select(s => s.Slot.Key.StartsWith('1') ? "5" : "10")]);
        bench.Sweep("final", 0.015, 80, 0.02);
        Assert.EndsWith("off, tight. Let it cure.", bench.Says("final"), StringComparison.Ordinal);
        Assert.Single(bench.State.Waits, w => !w.IsDeadline);
        bench.Wait(60).Take("cure", "oil");
        Assert.Equal((Verdict.Stop, Verdict.Stop), Cured(bench));
        bench
            .Do((id, at) => new Strike(id, at, bench.Step("cure").Rounds[0].Slots[0].Live!.Id, StrikeReason.RubbedOut))
            .Wait(60 * 36)
            .Take("cure", "oil");
        Assert.Equal((Verdict.Go, Verdict.Go), Cured(bench));
        Assert.Equal(Standing.Done, bench.Task.Standing);
        Assert.Empty(bench.State.Waits);
    }

    /// <summary>A tick that is crossed out later, and ticked anew, makes no time kinder: neither a wait that was too short, nor one that was
    /// too long.</summary>
    [Theory]
    [InlineData("cure", "oil", 60, 60 * 36)]
    [InlineData("sealant", "spread", 0, 30)]
    public void What_was_done_too_soon_or_too_late_was_done_so(string step, string tick, int before, int after)
    {
        var bench = Snug().Take("sealant", "shop", "20").Take("sealant", "spread");
        if (step == "cure")
        {
            bench.Take("close", "closed").Sweep("confirm", 0.01, 80, 0.02);
            bench.TakeAll("torque", [.. bench.Step("torque").Rounds[^1].Slots.Select(s => s.Slot.Key.StartsWith('1') ? "5" : "10")]);
            bench.Sweep("final", 0.015, 80, 0.02).Wait(before).Take(step, tick);
        }

        var taken = bench.Step(step).Rounds[0].Slots.First(s => s.Slot.Key == tick).Live!.Id;
        bench.Wait(after).Do((id, at) => new Strike(id, at, taken, StrikeReason.Slip)).Take(step, tick);
        var judged = step == "cure" ? step : "close";
        Assert.Equal(Verdict.Stop, (step == "cure" ? bench : bench.Take("close", "closed")).Step(judged).Now.Call!.Verdict);
    }

    [Fact]
    public void A_cover_on_a_gasket_is_done_when_it_is_tight_and_central()
    {
        var bench = Snug().Choose("sealant", "gasket");
        foreach (var step in bench.Task.Steps.Select(s => s.Ref.Step).SkipWhile(s => s != "witness").TakeWhile(s => s != "confirm"))
        {
            bench.TakeAll(step);
        }

        bench.Sweep("confirm", 0.01, 80, 0.02);
        bench.TakeAll("torque", [.. bench.Step("torque").Rounds[^1].Slots.Select(s => s.Slot.Key.StartsWith('1') ? "5" : "10")]);
        bench.Sweep("final", 0.015, 80, 0.02);
        Assert.EndsWith("off, tight. The cover is done.", bench.Says("final"), StringComparison.Ordinal);
        Assert.Equal(Standing.Done, bench.Task.Standing);
    }

    [Fact]
    public void An_engine_turned_over_on_its_stand_leaves_what_was_swept_before_as_it_was()
    {
        var bench = Dry().Sweep("sweep", 0.012, 300, 0.02);
        var before = Assert.IsType<BoreCentring.Answer>(bench.Step("sweep").Now.Answer);
        bench.Choose("hang", "upside-down");
        var (swept, snug) = (bench.Step("sweep").Now.Answer, bench.Sweep("snug", 0.012, 300, 0.02, 180).Step("snug").Now.Answer);
        Assert.Equal((before.OffsetMm, before.OffsetDeg), Offset(swept));
        Assert.Equal(0.012, Offset(snug).Mm, 1e-3);
        Assert.Equal(300, Offset(snug).Deg!.Value, 3.0);
    }

    private static (double Mm, double? Deg) Offset(CalcAnswer? answer) =>
        Assert.IsType<BoreCentring.Answer>(answer) is var found ? (found.OffsetMm, found.OffsetDeg) : default;

    private static (Verdict Call, Verdict Check) Cured(Workbench bench) =>
        bench.Step("cure").Now.Call is var call ? (call!.Verdict, Assert.Single(call.Checks).Verdict) : default;

    [Fact]
    public void Shims_are_found_in_the_crib_and_the_rear_seal_waits_for_the_float()
    {
        var bench = new Workbench(Workbench.Demo<EngineSheet>("sheets/four-1.8.v1.json"), s_rear).Begin();
        Assert.Equal(Verdict.Stop, bench.Step("float-first").Now.Call!.Verdict);
        bench.Turn(s_float).TakeAll("dial").TakeAll("float", "0.00", "0.66", "0.01", "0.67", "0.00", "0.66").Take("pick", "stock");
        var picks = Assert.IsType<ShimChoice.Answer>(bench.Step("pick").Now.Answer);
        Assert.Equal(0.1, picks.Picks[0].EndPlayMm, 0.005);
        Assert.StartsWith("Fit ", bench.Says("pick"), StringComparison.Ordinal);
        // What is not in the stock, and no list at all, is a stop that says so.
        bench.Pick("trial", "stack", "others").Take("trial", "fitted", "0.31 + 0.20 + 0.10");
        Assert.Equal(
            (Verdict.Stop, true),
            (
                bench.Step("trial").Now.Call!.Verdict,
                bench.Step("trial").Now.Call!.Because.Contains("0.310 mm left in the stock", StringComparison.Ordinal)
            )
        );
        bench.Again("trial").Pick("trial", "stack", "others").Take("trial", "fitted", "three of them");
        Assert.Contains("is no list of shims", bench.Step("trial").Now.Call!.Because, StringComparison.Ordinal);
        // Counted in inches, told so or not: 0.26, 0.20 and 0.10.
        foreach (var inches in (string[])["0.0102 in + 0.0079in + 3.9 thou", "0.0102 + 0.0079 + 0.0039"])
        {
            bench.Again("trial").Pick("trial", "stack", "others").Take("trial", "fitted", inches).Take("trial", "torqued");
            Assert.Equal(Verdict.Go, bench.Step("trial").Now.Call!.Verdict);
        }

        bench.Again("trial").Pick("trial", "stack", bench.Step("trial").Rounds[^1].Slots[0].Slot.Options![0].Id).Take("trial", "torqued");
        Assert.Equal(Verdict.Go, bench.Step("trial").Now.Call!.Verdict);
        // Half a millimetre more than the stack can leave: another pick, for what the crank floats without shims.
        bench.TakeAll("again", "0.00", "0.40", "0.00", "0.40", "0.00", "0.40");
        Assert.Equal(Verdict.Stop, bench.Step("again").Now.Call!.Verdict);
        Assert.Contains("Flywheel off, fit ", bench.Says("again"), StringComparison.Ordinal);
        bench.Again("again");
        Assert.Equal(2, bench.Step("again").Round);
        bench
            .Pick("trial", "stack", bench.Step("trial").Rounds[^1].Slots[0].Slot.Options![0].Id)
            .Take("trial", "torqued")
            .TakeAll("again", "0.00", "0.10", "0.00", "0.10", "0.00", "0.10");
        Assert.Equal(Standing.Done, bench.Task.Standing);
        Assert.Equal(StepStatus.LeftOut, bench.State.Tasks.Single(t => t.Ref == s_rear).Steps[0].Status);
    }

    [Fact]
    public void Floats_that_do_not_agree_are_measured_again() =>
        Assert.Equal(
            Verdict.LookAgain,
            new Workbench(Workbench.Demo<EngineSheet>("sheets/straight-six-2.7.v1.json"), s_float)
                .Begin()
                .TakeAll("dial")
                .TakeAll("float", "0.00", "0.10", "0.00", "0.16", "0.00", "0.11")
                .Step("float")
                .Now.Call!.Verdict
        );

    [Fact]
    public void A_dry_lip_centres_no_housing_and_rests_before_it_turns()
    {
        var sheet = Workbench.Demo<EngineSheet>("sheets/v6-3.0.v1.json");
        var bench = new Workbench(sheet, s_float)
            .Begin()
            .TakeAll("dial")
            .TakeAll("float", "0", "0.12", "0", "0.12", "0", "0.12")
            .Turn(s_rear);
        bench.Choose("lip", "ptfe").Choose("school", "turn").Choose("joint", "gasket").TakeAll("parts").TakeAll("rail", "0.01", "0.02");
        Assert.Equal(Verdict.Stop, bench.Step("bench").Now.Call!.Verdict);
        bench
            .Choose("school", "dial")
            .Take("hang", "droop", "0")
            .Take("hang", "held", "held")
            .TakeAll("sealant")
            .Take("loose", "on")
            .Sweep("sweep", 0.02, 100);
        bench
            .TakeAll("torque", [.. bench.Step("torque").Rounds[^1].Slots.Select(s => s.Slot.Key.StartsWith('1') ? "4.5" : "9")])
            .Sweep("final", 0.02, 100)
            .TakeAll("dress");
        bench.TakeAll("press", "0.50", "0.52", "0.50", "0.48").Pick("spring", "looks", "whole").Wait(60).Take("rest", "turned");
        Assert.Equal(Verdict.Stop, bench.Step("rest").Now.Call!.Verdict);
    }

    [Fact]
    public void Words_and_labels_at_the_rear_are_seen_from_the_rear()
    {
        var sheet = Workbench.Demo<EngineSheet>("sheets/v6-3.0.v1.json");
        var bench = new Workbench(sheet, s_float)
            .Begin()
            .TakeAll("dial")
            .TakeAll("float", "0", "0.12", "0", "0.12", "0", "0.12")
            .Turn(s_rear);
        bench.Choose("joint", "gasket").TakeAll("parts").TakeAll("rail", "0.01", "0.02").Take("hang", "droop", "0");
        bench.Take("hang", "held", "held").TakeAll("sealant").Take("loose", "on").Sweep("sweep", 0.2, 90);
        var sweep = bench.Step("sweep");
        foreach (var slot in sweep.Rounds[0].Slots.Where(s => s.Slot.AngleDeg is not null))
        {
            var seen = Clock.Text(Clock.Seen(slot.Slot.AngleDeg!.Value, View.Rear)).Replace(":00", "", StringComparison.Ordinal);
            Assert.StartsWith(seen, slot.Slot.Label, StringComparison.Ordinal);
        }

        Assert.Equal(View.Rear, bench.Task.View);
        Assert.Contains("off towards 9:00", Wording.Write(sweep.Now.Do, view: View.Rear), StringComparison.Ordinal);
        Assert.Contains("off towards 3:00", Wording.Write(sweep.Now.Do), StringComparison.Ordinal);
    }

    [Fact]
    public void A_seal_planned_where_its_spring_bottoms_is_a_stop()
    {
        var bench = new Workbench(Workbench.Demo<EngineSheet>("sheets/straight-six-2.7.v1.json"), new("front-seal", "cover")).Begin();
        bench.TakeAll("lip", "FS-2").TakeAll("out").TakeAll("clean").TakeAll("groove", "none").Take("plan", "depth", "8.5");
        Assert.Equal(
            (Verdict.Stop, "At 8.50 mm its spring bottoms. Plan less than 8.00 mm."),
            (bench.Step("plan").Now.Call!.Verdict, bench.Says("plan"))
        );
        bench.Again("plan").Take("plan", "depth", "5.0").TakeAll("dress").TakeAll("press", "5.00", "5.25", "5.5", "5.25");
        Assert.StartsWith("It sits crooked by 0.5", bench.Says("press"), StringComparison.Ordinal);
        Assert.Contains("at 12:00 only", bench.Says("press"), StringComparison.Ordinal);
    }

    [Fact]
    public void A_sleeve_is_evened_up_by_its_own_screw()
    {
        var bench = new Workbench(Workbench.Demo<EngineSheet>("sheets/four-1.8.v1.json"), new("rear-sleeve", "rear-seal")).Begin();
        bench.TakeAll("parts", "RSL-84", "film", "chamfer").TakeAll("size", "84.00", "83.90", "84.10").TakeAll("plate");
        bench.TakeAll("drawn", [.. Enumerable.Repeat("even", 9)]).TakeAll("gap", "4.0", "4.3", "4.6", "4.3");
        Assert.Equal(Verdict.Stop, bench.Step("gap").Now.Call!.Verdict);
        Assert.StartsWith("Even it up: screw ", bench.Says("gap"), StringComparison.Ordinal);
        bench.Again("gap").TakeAll("gap", "3.0", "3.0", "3.0", "3.0").Take("gap", "reach", "2");
        Assert.Equal("Swap the screws for shorter ones now, before they bottom.", bench.Says("gap"));
        bench.Again("gap").TakeAll("gap", "0.04", "0.05", "0.05", "0.04");
        Assert.Equal(Verdict.Go, bench.Step("gap").Now.Call!.Verdict);
    }

    [Theory]
    [InlineData("83.80", "", Verdict.Stop, "It would turn on this shaft: another sleeve, one that fits 83.80 mm.")]
    [InlineData("84.20", "", Verdict.Stop, "It would split on this shaft: another sleeve, one that fits 84.20 mm.")]
    [InlineData("84.00", "0.25", Verdict.Go, "It fits. Plate on the flange’s own circle.")]
    [InlineData("84.00", "0.40", Verdict.Decide, "Take a seal made for a sleeved shaft, or say why this one will do.")]
    public void A_sleeve_that_does_not_fit_its_shaft_is_not_drawn_on(string shaft, string wall, Verdict verdict, string says)
    {
        var bench = new Workbench(Workbench.Demo<EngineSheet>("sheets/four-1.8.v1.json"), new("rear-sleeve", "rear-seal")).Begin();
        bench.TakeAll("parts", "RSL-84", "dry", "lip-side").TakeAll("size", shaft, "83.90", "84.10");
        bench = wall.Length == 0 ? bench : bench.Take("size", "wall", wall);
        Assert.Equal((verdict, says), (bench.Step("size").Now.Call!.Verdict, bench.Says("size")));
        Assert.Equal(verdict == Verdict.Go, bench.Step("plate").BlockedBy is null);
    }

    [Fact]
    public void A_range_that_ends_before_it_begins_is_read_again()
    {
        var bench = new Workbench(Workbench.Demo<EngineSheet>("sheets/four-1.8.v1.json"), new("rear-sleeve", "rear-seal")).Begin();
        bench.TakeAll("parts", "RSL-84", "dry", "lip-side").TakeAll("size", "84.00", "84.10", "83.90");
        Assert.Equal(
            (Verdict.LookAgain, "Read its packet again: from the smaller to the larger."),
            (bench.Step("size").Now.Call!.Verdict, bench.Says("size"))
        );
    }

    [Fact]
    public void A_sleeve_that_will_not_come_even_is_drawn_off_again()
    {
        var bench = new Workbench(Workbench.Demo<EngineSheet>("sheets/four-1.8.v1.json"), new("rear-sleeve", "rear-seal")).Begin();
        bench.TakeAll("parts", "RSL-84", "film", "chamfer").TakeAll("size", "84.00", "83.90", "84.10").TakeAll("plate");
        Assert.Equal("3 times round, 0.75 of a turn on each screw. Then look at the gap all round.", bench.Says("drawn"));
        bench.Pick("drawn", "look-1", "even").Pick("drawn", "look-2", "leans");
        Assert.Equal((Verdict.Stop, true), (bench.Step("drawn").Now.Call!.Verdict, bench.Step("gap").BlockedBy is not null));
    }

    [Theory]
    [InlineData("smooth", Verdict.Go, true)]
    [InlineData("groove", Verdict.Decide, false)]
    [InlineData("scored", Verdict.Stop, false)]
    public void Where_the_seal_runs_on_the_crank_itself_its_own_track_is_judged(string found, Verdict verdict, bool passed)
    {
        var six = Workbench.Demo<EngineSheet>("sheets/straight-six-2.7.v1.json");
        var bare = six with { Balancer = six.Balancer! with { SealTrack = null } };
        var bench = new Workbench(bare, new("front-seal", "cover")).Begin().TakeAll("lip").TakeAll("out").TakeAll("clean");
        Assert.Equal(StepStatus.LeftOut, bench.Step("groove").Status);
        bench.Pick("track", "found", found);
        Assert.Equal((verdict, passed), (bench.Step("track").Now.Call!.Verdict, bench.Step("track").Passed));
        Assert.Equal(StepStatus.LeftOut, new Workbench(six, new("front-seal", "cover")).Begin().Step("track").Status);
    }
}
