using NeatBore.Core.Bench;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;
using Xunit;

namespace NeatBore.Core.Tests;

/// <summary>Put down half done and picked up by another hand: what is loose is said, and a torque pass is pulled by one hand from its
/// first bolt.</summary>
public class HandOverTests
{
    private static readonly TaskRef s_off = new("balancer-off", "balancer");
    private static readonly TaskRef s_flange = new("crank-float", "crank");

    private static Workbench Locked() => new Workbench(task: s_off).Begin().TakeAll("before").TakeAll("bolt");

    /// <summary>A cover with its torque step open, tightened with a wrench that clicks.</summary>
    private static Workbench Covered()
    {
        var bench = new Workbench(task: new("timing-cover", "cover")).Begin().Choose("school", "ring").Choose("wrench", "clicks");
        bench.Choose("sealant", "gasket").TakeAll("school").TakeAll("hang", "40.00", "39.99", "52.00", "52.02").TakeAll("dry");
        return bench.TakeAll("rail", "0.02", "0.01").TakeAll("sealant").TakeAll("close");
    }

    private static List<SlotState> Pulls(Workbench bench, int pass) =>
        [.. bench.Step("torque").Rounds[^1].Slots.Where(s => s.Slot.Bolt is { } bolt && bolt.Pass == pass)];

    private static void Pull(Workbench bench, int pass, int bolts, Signer? by = null)
    {
        foreach (var slot in Pulls(bench, pass).Where(s => s.Live is null).Take(bolts).ToList())
        {
            bench.Take("torque", slot.Slot.Key, "clicked", by: by);
        }
    }

    private static Workbench SetTo(Workbench bench, int pass) =>
        bench.Take(
            "torque",
            $"set-{pass}",
            Wording
                .Write(
                    new Quantity(
                        bench.Step("torque").Rounds[^1].Slots.Single(s => s.Slot.Key == $"set-{pass}").Slot.Expected!.Value,
                        Dimension.Torque,
                        0.1
                    )
                )
                .Split(' ')[0]
        );

    [Fact]
    public void What_is_loose_is_said_in_words_as_it_comes_and_goes()
    {
        var bench = new Workbench(task: s_off).Begin();
        Assert.Empty(bench.State.Loose);
        Assert.Equal(["crank locked"], bench.TakeAll("before").State.Loose);
        Assert.Equal(["crank bolt out", "crank locked"], bench.TakeAll("bolt").State.Loose);
        Assert.Equal(["puller on the hub", "crank bolt out", "crank locked"], Pulled(bench).State.Loose);
    }

    private static Workbench Pulled(Workbench bench)
    {
        var slots = bench.Step("puller").Rounds[^1].Slots;
        bench.Take("puller", slots.Single(s => s.Slot.Kind == SlotKind.Tool).Slot.Key, "hp-1");
        bench.TakeAll("puller", "20", "20", "20");
        return bench;
    }

    [Fact]
    public void A_build_that_is_put_down_keeps_who_and_what_was_loose_until_it_is_picked_up()
    {
        var bench = Locked().Do((id, at) => new PutDown(id, at), Workbench.Tomas);
        Assert.Equal((Workbench.Tomas, "crank bolt out, crank locked"), (bench.State.Down!.By, string.Join(", ", bench.State.Down.Loose)));
        Assert.Contains("Tomas put it down", bench.Refused((id, at) => new PutDown(id, at))["do"][0], StringComparison.Ordinal);
        Assert.Null(bench.Do((id, at) => new PickUp(id, at)).State.Down);
        Assert.Contains("nobody has put it down", bench.Refused((id, at) => new PickUp(id, at))["do"][0], StringComparison.Ordinal);
    }

    [Fact]
    public void Whoever_reads_something_has_picked_it_up_but_not_a_reading_that_was_late_on_its_way()
    {
        var bench = Locked();
        var (early, step) = (Workbench.Start.AddMinutes(bench.Minutes), bench.Step("puller"));
        bench.Do((id, at) => new PutDown(id, at));
        var place = new SlotRef(step.Ref, step.Round, step.Rounds[^1].Slots.First(s => s.Slot.Kind == SlotKind.Tool).Slot.Key);
        bench.Do((id, _) => new TakeReading(id, early, place, "hp-1"));
        Assert.NotNull(bench.State.Down);
        bench.Do((id, at) => new JudgeByHand(id, at, bench.Step("puller").Ref, "by-eye", HandFound.Good));
        Assert.Null(bench.State.Down);
    }

    [Fact]
    public void A_pass_that_was_broken_off_begins_again_at_its_first_bolt_and_a_whole_one_stays()
    {
        var bench = SetTo(Covered(), 1);
        Pull(bench, 1, 99);
        Assert.DoesNotContain(Pulls(bench, 1), p => p.Live is null);
        SetTo(bench, 2);
        Pull(bench, 2, 3);
        var all = Pulls(bench, 2).Count;
        Assert.StartsWith($"3 of {all} ", bench.State.Loose[0], StringComparison.Ordinal);
        Assert.EndsWith("timing cover bolts done in pass 2 of 3", bench.State.Loose[0], StringComparison.Ordinal);

        bench.Do((id, at) => new PutDown(id, at)).Do((id, at) => new PickUp(id, at));
        Assert.All(Pulls(bench, 2), p => Assert.Null(p.Live));
        Assert.Equal(3, Pulls(bench, 2).Count(p => p.Readings.Any(r => r.Struck == StrikeReason.BegunAgain)));
        Assert.DoesNotContain(Pulls(bench, 1), p => p.Live is null);
        Assert.Equal(
            $"Pass 2 was broken off: it begins again at its first bolt, {Pulls(bench, 2)[0].Slot.Bolt!.Id}.",
            bench.Says("torque")
        );
        Pull(bench, 2, 99);
        Assert.DoesNotContain(Pulls(bench, 2), p => p.Live is null);
        Assert.DoesNotContain("broken off", bench.Says("torque"), StringComparison.Ordinal);
    }

    [Fact]
    public void Whoever_goes_on_in_the_middle_of_a_pass_without_picking_it_up_begins_it_again_too()
    {
        var bench = SetTo(Covered(), 1);
        Pull(bench, 1, 3);
        bench.Do((id, at) => new PutDown(id, at));
        Pull(bench, 1, 1);
        Assert.Null(bench.State.Down);
        Assert.All(Pulls(bench, 1), p => Assert.Null(p.Live));
    }

    [Fact]
    public void A_pass_that_changes_hands_begins_again_at_its_first_bolt()
    {
        var bench = SetTo(Covered(), 1);
        Pull(bench, 1, 3);
        // In the middle of it the other hand's own pull does not count either; at its first bolt it does.
        Pull(bench, 1, 1, Workbench.Tomas);
        Assert.All(Pulls(bench, 1), p => Assert.Null(p.Live));
        Pull(bench, 1, 2);
        bench.Take("torque", Pulls(bench, 1)[0].Slot.Key, "clicked", by: Workbench.Tomas);
        Assert.Equal([Pulls(bench, 1)[0].Slot.Key], Pulls(bench, 1).Where(p => p.Live is not null).Select(p => p.Slot.Key));
        Assert.Equal(Workbench.Tomas, Pulls(bench, 1)[0].Live!.By);
    }

    [Fact]
    public void A_whole_pass_of_one_hand_and_the_next_of_another_both_stand()
    {
        var bench = SetTo(Covered(), 1);
        Pull(bench, 1, 99);
        SetTo(bench, 2);
        Pull(bench, 2, 99, Workbench.Tomas);
        SetTo(bench, 3);
        Pull(bench, 3, 99);
        Assert.True(bench.Step("torque").Passed);
    }

    [Fact]
    public void A_tool_is_out_from_when_it_is_picked_until_it_is_put_back()
    {
        var bench = Pulled(Locked());
        var tool = Assert.Single(bench.State.Tools);
        Assert.Equal(("hp-1", s_off, Workbench.Ines, null), (tool.Tool, tool.Task, tool.By, tool.BackAt));
        Assert.NotNull(BuildLine.Of(Guid.Empty, bench.State).Tools);
        Assert.Contains(
            "must be one of hp-1",
            bench.Refused((id, at) => new ReturnTool(id, at, s_off, "hp-9"))["tool"][0],
            StringComparison.Ordinal
        );
        Assert.NotNull(Assert.Single(bench.Do((id, at) => new ReturnTool(id, at, s_off, "hp-1")).State.Tools).BackAt);
        Assert.Null(BuildLine.Of(Guid.Empty, bench.State).Tools);
        Assert.Contains("already", bench.Refused((id, at) => new ReturnTool(id, at, s_off, "hp-1"))["tool"][0], StringComparison.Ordinal);
        Assert.Contains(
            "took nothing",
            bench.Refused((id, at) => new ReturnTool(id, at, s_flange, "x"))["tool"][0],
            StringComparison.Ordinal
        );
    }
}
