using System.Globalization;
using NeatBore.Core.Bench;
using NeatBore.Core.Calculators.CamBearings;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;
using NeatBore.Core.RunSheets.CamBearingSet;
using Xunit;

namespace NeatBore.Core.Tests;

public class CamRunSheetTests
{
    private static readonly EngineSheet s_six = Workbench.Demo<EngineSheet>("sheets/straight-six-2.7.v1.json");

    private static Workbench LaidOut(string school = "far-end-first", Shop? shop = null)
    {
        var bench = new Workbench(s_six, new("cam-bearings", "cam"), shop).Begin().Choose("school", school);
        foreach (var bearing in s_six.Cam!.Bearings)
        {
            bench.Item = bearing.Id;
            bench.Take("out", "noted");
        }

        bench.TakeAll("wash");
        foreach (var bearing in s_six.Cam.Bearings)
        {
            bench.Item = bearing.Id;
            bench.TakeEvery("set", Sizes(bearing));
        }

        bench.Item = "";
        return bench.Take("order", "tool", "cb-1");
    }

    /// <summary>Drives the bearing in hand all the way, as it should go.</summary>
    private static void Home(Workbench bench)
    {
        bench.TakeAll("start").TakeAll("bite", "in-line", "yes");
        foreach (var step in (string[])["look", "seat"])
        {
            foreach (var passage in s_six.Cam!.Bearings.Single(b => b.Id == bench.Item).Passages)
            {
                bench.See(step, passage.Id, 0, step == "look" ? -1.4 : 0);
            }

            bench.TakeAll(step, step == "look" ? "yes" : "1.0", "1.0", "1.0", "1.0");
        }
    }

    [Fact]
    public void A_shell_behind_a_thrust_plate_may_stand_too_deep_as_well_as_too_high()
    {
        // The plate's bearing is the one whose edge is read all round.
        Judgement At(string depth)
        {
            var bench = LaidOut();
            foreach (var before in s_six.Cam!.Bearings.Skip(1).Reverse())
            {
                bench.Item = before.Id;
                Home(bench);
            }

            bench.Item = s_six.Cam.ThrustPlate!;
            bench.TakeAll("start").TakeAll("bite", "in-line", "yes");
            foreach (var step in (string[])["look", "seat"])
            {
                foreach (var passage in s_six.Cam.Bearings[0].Passages)
                {
                    bench.See(step, passage.Id, 0, step == "look" ? -1.4 : 0);
                }

                bench.TakeAll(step, step == "look" ? ["yes"] : [depth, depth, depth, depth]);
            }

            return bench.Step("seat").Now;
        }

        Assert.Equal(Verdict.Go, At("1.0").Call!.Verdict);
        var deep = At("1.6").Call!.Checks.First(k => k.Verdict == Verdict.Stop);
        Assert.Equal((Side.Upper, 1.4), (deep.Side, deep.Limit));
        var high = At("0.4").Call!.Checks.First(k => k.Verdict == Verdict.Stop);
        Assert.Equal((Side.Lower, 0.6), (high.Side, high.Limit));
        // Never a touch more on what is too deep already.
        Assert.StartsWith("Too deep", Wording.Write(At("1.6").Do), StringComparison.Ordinal);
        Assert.StartsWith("Drive it in a touch", Wording.Write(At("0.4").Do), StringComparison.Ordinal);
    }

    [Fact]
    public void A_bearing_seen_from_the_rear_is_its_mirror_image_counted_from_the_other_face()
    {
        var bearing = s_six.Cam!.Bearings[1] with { JointDeg = null };
        var (front, rear) = (Facing.Of(bearing, DriveOrder.DriveEnd.Front), Facing.Of(bearing, DriveOrder.DriveEnd.Rear));
        Assert.Equal((View.Front, 1), (front.View, front.Sign));
        Assert.Equal((View.Rear, -1), (rear.View, rear.Sign));
        Assert.Equal(360 - bearing.Passages[0].AngleDeg, rear.Passages[0].AngleDeg, 9);
        Assert.Equal(bearing.WidthMm - bearing.Passages[0].FromFaceMm, rear.Passages[0].FromFaceMm, 9);
        Assert.Equal(bearing.ShellWidthMm - bearing.Holes[0].FromEdgeMm, rear.Holes[0].FromEdgeMm, 9);
        // Shell, and what stands free at either end, are the bore.
        Assert.Equal(bearing.WidthMm, front.FinalMm + bearing.ShellWidthMm + rear.FinalMm, 9);
    }

    private static string[] Sizes(CamBearingSheet b)
    {
        string N(double mm) => mm.ToString("0.000", CultureInfo.InvariantCulture);
        return
        [
            b.Mark,
            "right",
            N(b.ShellOuterMm),
            N(b.WallMm),
            N(b.JournalMm),
            N(b.DiameterMm),
            N(b.DiameterMm + 0.001),
            N(b.DiameterMm),
            N(b.DiameterMm + 0.001),
        ];
    }

    [Fact]
    public void A_driver_that_does_not_reach_is_a_stop_that_names_the_bearing_and_why()
    {
        var shop = Workbench.Demo<Shop>("shop.json");
        var brief = shop with { Crib = [.. shop.Crib.Select(t => t.Id == "cb-1" ? t with { ReachMm = 90 } : t)] };
        var order = LaidOut(shop: brief).Step("order");
        var never = Assert.IsType<DriveOrder.Answer>(order.Now.Answer).Impossible;
        Assert.NotEmpty(never);
        Assert.Equal((Verdict.Stop, false), (order.Now.Call!.Verdict, order.Passed));
        var first = $"Bearing {never[0].Id[4..]}";
        Assert.Equal($"{first}: {never[0].Because}.", order.Now.Call.Because);
        Assert.Equal($"{first} can’t be driven with this. Pick a longer driver, or drive from the other end.", Wording.Write(order.Now.Do));
    }

    [Fact]
    public void A_tool_that_drives_no_shells_is_a_stop_and_the_order_stands()
    {
        var bench = LaidOut();
        foreach (var tool in Workbench.Demo<Shop>("shop.json").Crib.DistinctBy(t => t.Kind))
        {
            bench
                .Do((id, at) => new Strike(id, at, bench.Step("order").Rounds[^1].Slots[0].Live!.Id, StrikeReason.Slip))
                .Take("order", "tool", tool.Id);
            Assert.Equal(
                tool.Kind != "bearing-driver",
                bench.Says("order") == "Not this one. Cross it out and pick a driver for cam bearings."
            );
            Assert.NotNull(bench.Step("order").Now.Answer);
        }
    }

    [Fact]
    public void Bearings_are_driven_one_by_one_in_their_order_and_a_gate_holds_the_next()
    {
        var bench = LaidOut();
        Assert.Equal(
            ["cam-7", "cam-7", "cam-7", "cam-7", "cam-6"],
            bench.Task.Steps.Where(s => s.Ref.Step is "start" or "bite" or "look" or "seat").Take(5).Select(s => s.Ref.Item)
        );
        bench.Item = "cam-6";
        Assert.Equal("Gate: Bearing 7: at depth", bench.Step("start").BlockedBy);
        Assert.Equal(Standing.UnderWay, bench.State.Places.Single(p => p.Id == "cam-7").Standing);
    }

    [Theory]
    [InlineData("SC3", "right", "Not this shell: put it where it belongs.")]
    [InlineData("SC1", "missing", "Another shell: this one lacks a hole.")]
    [InlineData("SC1", "turned", "Turn it end for end before it goes in.")]
    public void A_wrong_shell_is_caught_before_the_hammer(string mark, string holes, string says)
    {
        var bench = new Workbench(s_six, new("cam-bearings", "cam")).Begin();
        foreach (var bearing in s_six.Cam!.Bearings)
        {
            bench.Item = bearing.Id;
            bench.Take("out", "noted");
        }

        bench.TakeAll("wash").Item = "cam-1";
        var sizes = Sizes(s_six.Cam.Bearings[0]);
        bench.TakeEvery("set", [mark, holes, .. sizes[2..]]);
        Assert.Equal((Verdict.Stop, says), (bench.Step("set").Now.Call!.Verdict, bench.Says("set")));
    }

    [Theory]
    [InlineData(0, 0, "fully open")]
    [InlineData(0.004, -1.4, "1.40 mm forwards")]
    [InlineData(-0.3, 0.5, "0.30 mm anticlockwise, 0.50 mm rearwards")]
    public void What_is_seen_is_told_in_words(double around, double along, string words)
    {
        var bench = LaidOut();
        bench.Item = "cam-7";
        bench.TakeAll("start").TakeAll("bite", "in-line", "yes").See("look", "feed", around, along);
        Assert.Equal(words, bench.Step("look").Rounds[^1].Slots[0].Live!.Typed);
    }

    [Fact]
    public void What_is_seen_becomes_advice_and_the_third_drive_is_a_stop()
    {
        var bench = LaidOut();
        bench.Item = "cam-7";
        bench
            .TakeAll("start")
            .TakeAll("bite", "in-line", "yes")
            .See("look", "feed", 1.0, -1.4)
            .See("look", "plug", 1.0, -1.4)
            .Take("look", "turns", "yes");
        Assert.Equal("1.00 mm clockwise, 1.40 mm forwards", bench.Step("look").Rounds[^1].Slots[0].Live!.Typed);
        Assert.StartsWith(
            "Turn it 2.3° anticlockwise seen from the front while it still turns",
            bench.Says("look"),
            StringComparison.Ordinal
        );
        bench.Again("look").See("look", "feed", 2.6, -1.4).See("look", "plug", 2.6, -1.4).Take("look", "turns", "no");
        Assert.Equal("Out with it and again: that is drive 2, and costs crush.", bench.Says("look"));
        bench.Again("start").TakeAll("start", "49.03");
        Assert.Equal((Verdict.Stop, "Its crush is spent: a new shell."), (bench.Step("start").Now.Call!.Verdict, bench.Says("start")));
        bench.Again("start");
        Assert.Equal("Driven 3 times: a new shell. Its crush is spent.", bench.Says("start"));
    }

    [Fact]
    public void Two_millimetres_in_it_is_turned_back_while_it_turns()
    {
        var bench = LaidOut();
        bench.Item = "cam-7";
        bench.TakeAll("start").TakeAll("bite", "clockwise", "yes");
        Assert.Equal(
            (Verdict.LookAgain, "Turn it anticlockwise now, while it still turns, until the mark stands at the passage."),
            (bench.Step("bite").Now.Call!.Verdict, bench.Says("bite"))
        );
        bench.Again("bite").TakeAll("bite", "clockwise", "no");
        Assert.Equal(Verdict.Decide, bench.Step("bite").Now.Call!.Verdict);
        bench.Again("bite").TakeAll("bite", "in-line", "yes");
        Assert.Equal("Drive it on, light blows, until the holes begin to show: 1.3 mm to go.", bench.Says("bite"));
    }

    [Fact]
    public void Looks_that_contradict_one_another_and_a_shut_one_that_should_be_open_are_named()
    {
        var bench = LaidOut();
        foreach (var id in (string[])["cam-7", "cam-6"])
        {
            bench.Item = id;
            Home(bench);
        }

        bench.Item = "cam-5";
        bench
            .TakeAll("start")
            .TakeAll("bite", "in-line", "yes")
            .See("look", "feed", 0, -1)
            .See("look", "left rockers", 0.1, -1)
            .See("look", "right rockers", 2.4, -1)
            .Take("look", "turns", "yes");
        Assert.Equal("Look down right rockers again: it contradicts the others.", bench.Says("look"));
        bench
            .Again("look")
            .See("look", "feed", 0, 0)
            .See("look", "left rockers", 0, 0)
            .See("look", "right rockers", 0, 0, SightKind.Shut)
            .Take("look", "turns", "yes");
        Assert.Equal("Look down the shut one again: by the others it would be open.", bench.Says("look"));
    }

    [Fact]
    public void A_shell_driven_from_the_rear_is_seen_from_the_rear()
    {
        var bearing = s_six.Cam!.Bearings[4];
        var (front, rear) = (Facing.Of(bearing, DriveOrder.DriveEnd.Front), Facing.Of(bearing, DriveOrder.DriveEnd.Rear));
        OilHoleWindow.Answer At(Facing f, double turn, double depth) =>
            OilHoleWindow.Solve(new(f.BoreMm, f.Passages, f.Holes, new(turn, depth), new([turn, turn], [depth, depth]), f.View));
        // The same shell in the same place: 1.5° clockwise from the front, 0.4 mm short of its depth from the front.
        var a = At(front, 1.5, bearing.DepthMm - 0.4);
        var b = At(rear, -1.5, bearing.WidthMm - bearing.ShellWidthMm - bearing.DepthMm + 0.4);
        Assert.Equal(a.Passages.Select(p => Math.Round(p.OpenShare, 9)), b.Passages.Select(p => Math.Round(p.OpenShare, 9)));
        Assert.Equal(a.Passages.Select(p => Math.Round(p.OffAlongMm, 9)), b.Passages.Select(p => Math.Round(-p.OffAlongMm, 9)));
    }

    private static Workbench Driven(string line = "cam", string shells = "sized")
    {
        var bench = LaidOut().Choose("line", line).Choose("shells", shells);
        foreach (var bearing in s_six.Cam!.Bearings.Reverse())
        {
            bench.Item = bearing.Id;
            Home(bench);
        }

        bench.Item = "";
        return bench;
    }

    [Fact]
    public void A_redrive_empties_the_looks_before_it_and_a_new_shell_begins_at_its_first_drive()
    {
        var bench = LaidOut();
        bench.Item = "cam-7";
        Home(bench);
        Assert.True(bench.Step("seat").Passed);
        bench.Again("start");
        Assert.All((string[])["bite", "look", "seat"], step => Assert.All(bench.Step(step).Rounds[^1].Slots, s => Assert.Null(s.Live)));
        Assert.Contains(bench.Step("start").Rounds[^1].Slots, s => s.Slot.Key == "again");
        bench.TakeAll("start", "49.09").Again("start");
        Assert.StartsWith("Driven 3 times", bench.Says("start"), StringComparison.Ordinal);
        // Another shell, with its own crush.
        bench.Again("set").TakeEvery("set", Sizes(s_six.Cam!.Bearings[6]));
        Assert.DoesNotContain(bench.Step("start").Rounds[^1].Slots, s => s.Slot.Key == "again");
        Home(bench);
        Assert.True(bench.Step("seat").Passed);
        bench.Again("start");
        Assert.Contains(bench.Step("start").Rounds[^1].Slots, s => s.Slot.Key == "again");
    }

    [Fact]
    public void A_bearing_asks_for_three_and_nine_and_a_look_for_each_passage_beyond_the_first()
    {
        var bench = LaidOut();
        foreach (var bearing in s_six.Cam!.Bearings)
        {
            int Asked(params string[] steps) =>
                bench
                    .Task.Steps.Where(s => s.Ref.Item == bearing.Id && steps.Contains(s.Ref.Step))
                    .SelectMany(s => s.Rounds[^1].Slots)
                    .Count(s => s.Slot.Required);
            Assert.Equal(3, Asked("set"));
            var thrust = bearing.Id == s_six.Cam.ThrustPlate ? 3 : 0;
            Assert.InRange(Asked("out", "start", "bite", "look", "seat"), 1, 9 + (2 * (bearing.Passages.Count - 1)) + thrust);
        }
    }

    [Fact]
    public void Three_that_are_enough_show_a_shell_that_is_too_loose_or_too_tight()
    {
        var own = s_six.Cam!.Bearings[0];
        Judgement Of(double outer)
        {
            var bench = LaidOut();
            bench.Item = "cam-1";
            return bench
                .Again("set")
                .TakeAll(
                    "set",
                    "right",
                    outer.ToString("0.000", CultureInfo.InvariantCulture),
                    own.DiameterMm.ToString("0.000", CultureInfo.InvariantCulture)
                )
                .Step("set")
                .Now;
        }

        Assert.Equal(Verdict.Go, Of(own.ShellOuterMm).Call!.Verdict);
        Assert.Contains("not measured", Wording.Write(Of(own.ShellOuterMm).Do), StringComparison.Ordinal);
        Assert.Equal(Verdict.Stop, Of(own.DiameterMm + 0.02).Call!.Verdict);
        Assert.Equal(Verdict.Stop, Of(own.DiameterMm + 0.2).Call!.Verdict);
    }

    [Fact]
    public void A_mark_that_the_sheet_does_not_know_is_asked_about()
    {
        var bench = LaidOut();
        bench.Item = "cam-1";
        bench.Again("set").TakeEvery("set", ["XX9", .. Sizes(s_six.Cam!.Bearings[0])[1..]]);
        Assert.Equal(Verdict.Decide, bench.Step("set").Now.Call!.Verdict);
        Assert.Equal("The sheet knows no shell marked XX9.", Wording.Write(bench.Step("set").Now.Call!.Why));

        // Where nobody has said how they are marked, there is nothing to know it by.
        var cam = s_six.Cam!;
        var plain = s_six with { Cam = cam with { Bearings = [.. cam.Bearings.Select((b, i) => b with { Mark = $"{i + 1}" })] } };
        var other = new Workbench(plain, new("cam-bearings", "cam")).Begin();
        foreach (var bearing in cam.Bearings)
        {
            other.Item = bearing.Id;
            other.Take("out", "noted");
        }

        other.TakeAll("wash").Item = "cam-1";
        Assert.Equal(Verdict.Go, other.TakeEvery("set", ["XX9", .. Sizes(cam.Bearings[0])[1..]]).Step("set").Now.Call!.Verdict);
    }

    [Theory]
    [InlineData("1.2", null, Verdict.Go)]
    [InlineData("0.4", null, Verdict.Decide)]
    [InlineData("1.7", null, Verdict.Decide)]
    [InlineData("1.0", 0.07, Verdict.Go)]
    [InlineData("1.0", 0.005, Verdict.Stop)]
    [InlineData("1.0", 0.2, Verdict.Stop)]
    public void An_edge_is_held_against_its_own_depth_and_an_inside_against_its_journal(string edge, double? clear, Verdict verdict)
    {
        // Bearing 7 stands 1.0 below its face.
        var bench = LaidOut();
        var own = s_six.Cam!.Bearings[6];
        bench.Item = own.Id;
        Home(bench);
        bench.Again("seat");
        foreach (var passage in own.Passages)
        {
            bench.See("seat", passage.Id, 0, 0);
        }

        bench.Take("seat", "recess-0", edge);
        bench = clear is { } mm
            ? bench.Take("seat", "inside", (own.JournalMm + mm).ToString("0.000", CultureInfo.InvariantCulture))
            : bench;
        Assert.Equal(verdict, bench.Step("seat").Now.Call!.Verdict);
    }

    [Theory]
    [InlineData("two-fingers", "0", Verdict.Go)]
    [InlineData("two-fingers", "1", Verdict.Decide)]
    [InlineData("hand", "0", Verdict.Decide)]
    [InlineData("stuck", "2", Verdict.Stop)]
    public void The_line_is_told_by_the_cam_itself(string turns, string tightened, Verdict verdict)
    {
        var bench = Driven().TakeAll("line", turns, tightened);
        Assert.Equal(verdict, bench.Step("line").Now.Call!.Verdict);
    }

    [Fact]
    public void A_hand_tells_that_it_turns_until_a_torque_is_read_and_one_tight_place_is_never_a_go()
    {
        var bench = Driven("turn");
        Assert.Equal(StepStatus.LeftOut, bench.Step("line").Status);
        bench.TakeAll("trial").Pick("turn", "feel", "free");
        Assert.Equal(Verdict.Go, bench.Step("turn").Now.Call!.Verdict);
        foreach (var i in Enumerable.Range(0, 8))
        {
            bench.Take("turn", $"{i * 45}", i == 3 ? "2.4" : "1.2");
        }

        Assert.Equal(Verdict.Stop, bench.Step("turn").Now.Call!.Verdict);
        Assert.Equal(Verdict.Stop, Driven("turn").TakeAll("trial").Pick("turn", "feel", "tight").Step("turn").Now.Call!.Verdict);
        var hitches = Driven("turn").TakeAll("trial").Pick("turn", "feel", "hitch");
        Assert.Equal(Verdict.Decide, hitches.Step("turn").Now.Call!.Verdict);
        Assert.StartsWith("Look there for dirt", hitches.Says("turn"), StringComparison.Ordinal);
        Assert.StartsWith("Look at 3:00 for dirt", hitches.Take("turn", "where", "90").Says("turn"), StringComparison.Ordinal);
    }

    [Fact]
    public void Undersize_shells_are_reamed_before_the_line_and_reach_their_end_without_a_lead()
    {
        var bench = Driven("bar", "undersize");
        Assert.Equal("ream", bench.Task.Next!.Step);
        bench.TakeAll("ream", [.. s_six.Cam!.Bearings.Select(b => (b.JournalMm + 0.07).ToString("0.000", CultureInfo.InvariantCulture))]);
        Assert.Equal(Verdict.Go, bench.Step("ream").Now.Call!.Verdict);
        bench.TakeAll("line", [.. Enumerable.Repeat("0.002", 14)]);
        Assert.Equal(Verdict.Go, bench.Step("line").Now.Call!.Verdict);
        bench.TakeAll("trial").Pick("turn", "feel", "free").TakeAll("plug", "5.0");
        Assert.DoesNotContain(bench.Log, e => e.Event is GateOpened or Decided);
        Assert.True(bench.Task.Steps.Where(s => s.Ref.Step is not "plug").All(s => s.Passed));
    }
}
