using NeatBore.Core.Calculators.Seals;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;
using Xunit;

namespace NeatBore.Core.Tests;

/// <summary>Gears, sprockets and races off their shafts, bushes and pins out of their eyes.</summary>
public class PressedOffTests
{
    private static Workbench Gear(string gap = "6", string? neighbour = null)
    {
        var bench = new Workbench(task: new("gear-off", "pressed"))
            .Begin()
            .Take("stands", "depth", "41.5")
            .Pick("stands", "facing", "mark-front");
        bench.Take("puller", "gap", gap).Pick("puller", "next", neighbour is null ? "free" : "next");
        return neighbour is null ? bench : bench.Take("puller", "neighbour", neighbour);
    }

    private static Verdict? Called(Workbench bench, string step) => bench.Step(step).Now.Call?.Verdict;

    [Fact]
    public void A_gear_comes_off_past_a_second_one_with_a_puller_whose_arms_clear_it()
    {
        var bench = Gear("6", "15").Take("puller", "tool", "jp-7");
        Assert.Equal(Verdict.Stop, Called(bench, "puller"));
        Assert.Contains("arm", Wording.Write(bench.Step("puller").Now.Call!.Why), StringComparison.Ordinal);

        bench = Gear("6", "15").Take("puller", "tool", "jp-8").TakeAll("puller");
        Assert.True(Called(bench, "puller") == Verdict.Go, Wording.Write(bench.Step("puller").Now.Call!.Why));
        Assert.Contains("stop at ", bench.Says("puller"), StringComparison.Ordinal);
        bench.TakeAll("pull").Pick("found", "shaft", "sound").Pick("found", "part", "good");
        Assert.Equal(Standing.Done, bench.Task.Standing);
        Assert.Equal("jp-8", Assert.Single(bench.State.Tools).Tool);
    }

    [Fact]
    public void A_puller_thicker_than_the_gap_is_a_stop_and_one_that_nobody_has_measured_is_tried_first()
    {
        Assert.Equal(Verdict.Stop, Called(Gear("2.5").Take("puller", "tool", "jp-8").TakeAll("puller"), "puller"));
        var bench = Gear().Take("puller", "tool", "jp-1");
        if (Called(bench, "puller") is Verdict.Decide)
        {
            Assert.Contains("Try its edge in the gap", bench.Says("puller"), StringComparison.Ordinal);
        }
        else
        {
            Assert.Equal(Verdict.Stop, Called(bench, "puller"));
        }
    }

    [Fact]
    public void The_pull_stops_at_what_the_puller_is_rated_for()
    {
        var bench = Gear().Take("puller", "tool", "jp-8").TakeAll("puller");
        // Greased M20×1.5 at 60 kN: lead 60·1.5/2π = 14.3 N·m, thread and collar some four times that.
        var stop = bench.Step("puller").Now.Do.Args["torque"].Value;
        Assert.InRange(stop, 60, 220);
        bench.Take("pull", "rest").Take("pull", "seated").Take("pull", "peak", $"{stop - 1:0}");
        Assert.NotEqual(Verdict.Stop, Called(bench, "pull"));
        bench.Again("pull").Take("pull", "rest").Take("pull", "seated").Take("pull", "peak", $"{stop + 2:0}");
        Assert.Equal((Verdict.Stop, false), (Called(bench, "pull"), bench.Step("pull").Passed));
    }

    [Fact]
    public void A_puller_whose_screw_nobody_has_measured_is_never_told_to_stop_at_nothing()
    {
        var shop = Workbench.Demo<Shop>("shop.json");
        var bare = shop with { Crib = [.. shop.Crib.Select(t => t.Id == "jp-8" ? t with { Screw = null } : t)] };
        var bench = new Workbench(task: new("gear-off", "pressed"), shop: bare).Begin().Take("stands", "depth", "41.5");
        bench.Pick("stands", "facing", "alike").Take("puller", "gap", "6").Pick("puller", "next", "free").Take("puller", "tool", "jp-8");
        Assert.Equal(Verdict.Go, Called(bench, "puller"));
        Assert.DoesNotContain("N·m", bench.Says("puller"), StringComparison.Ordinal);
        Assert.NotEqual(Verdict.Stop, Called(bench.Take("pull", "peak", "60"), "pull"));
    }

    [Fact]
    public void How_it_stood_and_which_way_round_is_kept_before_it_moves()
    {
        var bench = new Workbench(task: new("race-off", "pressed")).Begin();
        Assert.False(bench.Take("stands", "depth", "12").Step("stands").Passed);
        Assert.True(bench.Pick("stands", "facing", "mark-back").Step("stands").Passed);
    }

    [Theory]
    [InlineData("torn", "good", Verdict.Decide)]
    [InlineData("sound", "cracked", Verdict.Decide)]
    [InlineData("sound", "worn", Verdict.Decide)]
    [InlineData("light", "good", Verdict.Go)]
    public void What_was_found_is_called(string shaft, string part, Verdict verdict)
    {
        var bench = Gear().Take("puller", "tool", "jp-8").TakeAll("puller").TakeAll("pull");
        Assert.Equal(verdict, Called(bench.Pick("found", "shaft", shaft).Pick("found", "part", part), "found"));
    }

    [Fact]
    public void Bushes_come_out_over_a_support_that_is_taller_than_they_are_long()
    {
        var bench = new Workbench(task: new("bush-out", "pressed")).Begin();
        var press = bench.Step("stack").Rounds[^1].Slots.Single(s => s.Slot.Key == "press").Slot.Need!;
        var picked = Workbench.Demo<Shop>("shop.json").Crib.First(t => t.Kind == press.Kind && t.RatedForceN >= press.ForceN);
        bench.Take("stack", "press", picked.Id).TakeAll("stack");
        var answer = Assert.IsType<NeatBore.Core.Calculators.Tooling.PressSupport.Answer>(bench.Step("stack").Now.Answer);
        if (answer.Support is { } support)
        {
            var length = Workbench.Demo<Shop>("shop.json").Crib.Single(t => t.Id == support).LengthMm;
            Assert.True(length >= bench.Sheet.Pressed!.Single(p => p.Kind == PressedKind.Bush).Inner.LengthMm);
        }
        else
        {
            Assert.Equal(Verdict.Stop, Called(bench, "stack"));
            bench.Do((id, at) => new Bench.OpenGate(id, at, bench.Step("stack").Ref, "a piece was turned"));
        }

        bench.Item = "2";
        bench.Take("out", "stands").Pick("out", "came", "eased").Pick("out", "eye", "sound");
        Assert.Equal(Verdict.Decide, Called(bench, "out"));
        bench.Item = "1";
        bench.Take("out", "stands").Pick("out", "came", "hard").Pick("out", "eye", "cracked");
        Assert.Equal((Verdict.Stop, false), (Called(bench, "out"), bench.Step("out").Passed));
        bench.Item = "3";
        bench.Take("out", "stands").Pick("out", "came", "as-others").Pick("out", "eye", "sound");
        Assert.True(bench.Step("out").Passed);
    }

    [Fact]
    public void A_race_whose_groove_lies_under_the_lip_goes_back_turned()
    {
        var v6 = Workbench.Demo<EngineSheet>("sheets/v6-3.0.v1.json");
        var (seal, off, on) = (
            new TaskRef("front-seal", "cover"),
            new TaskRef("race-off", "pressed"),
            new TaskRef("pressed-race", "pressed")
        );
        var bench = new Workbench(v6, seal).Begin();
        bench.Pick("groove", "groove", "felt").TakeAll("groove", "38.5", "1.0", "0.08");
        Assert.Equal(Verdict.Decide, Called(bench, "groove"));
        Assert.StartsWith("Turn the race end for end and press the seal to 2.0 mm", bench.Says("groove"), StringComparison.Ordinal);

        bench.Turn(off).Take("stands", "depth", "34").Pick("stands", "facing", "mark-front");
        bench.Take("puller", "gap", "6").Pick("puller", "next", "free").Take("puller", "tool", "jp-8").TakeAll("puller").TakeAll("pull");
        Assert.Equal(Verdict.Decide, Called(bench.Pick("found", "shaft", "sound").Pick("found", "part", "worn"), "found"));

        bench.Turn(on).Pick("facing", "end", "as-it-was").TakeAll("facing");
        Assert.Equal((Verdict.Stop, false), (Called(bench, "facing"), bench.Step("facing").Passed));
        Assert.Equal("Turn it end for end before it goes on.", bench.Says("facing"));
        bench.Again("facing").Pick("facing", "end", "turned").TakeAll("facing");
        Assert.Equal((Verdict.Go, true), (Called(bench, "facing"), bench.Step("facing").Passed));
        Assert.Equal("Press the seal to 2.0 mm when its turn comes.", bench.Says("facing"));
        // Mirrored in its race from 34 to 48: 43.5, five from the lip, less half of both, half the float and 0.2.
        var turned = Assert.IsType<LipTrack.Answer>(bench.Step("facing").Now.Answer).Options.Single(o => o.Kind == LipTrack.Way.TurnRace);
        Assert.Equal(5 - 0.9 - 0.075 - 0.2, turned.ClearMm!.Value, 9);
    }

    [Theory]
    [InlineData("turned", Verdict.Decide)]
    [InlineData("new", Verdict.Go)]
    public void A_race_whose_track_nobody_has_looked_at_is_a_decision_and_a_new_one_is_not(string end, Verdict verdict)
    {
        var bench = new Workbench(Workbench.Demo<EngineSheet>("sheets/v6-3.0.v1.json"), new("pressed-race", "pressed")).Begin();
        Assert.Equal(verdict, Called(bench.Pick("facing", "end", end).TakeAll("facing"), "facing"));
    }
}
