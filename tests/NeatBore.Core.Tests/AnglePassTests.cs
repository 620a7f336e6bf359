using NeatBore.Core.Bench;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;
using Xunit;

namespace NeatBore.Core.Tests;

/// <summary>Bolts that are turned on by an angle after their torque, from the sheet to the bolt.</summary>
public class AnglePassTests
{
    private const double Full = 10;

    /// <summary>The six's cover with bolts that go 60° on, closed and ready to be tightened.</summary>
    private static Workbench Ready(string wrench)
    {
        var six = Workbench.Demo<EngineSheet>("sheets/straight-six-2.7.v1.json");
        var cover = six.Cover!;
        var sheet = six with { Cover = cover with { Groups = [cover.Groups[0] with { AngleDeg = 60, Stages = [1] }] } };
        var bench = new Workbench(sheet, new("timing-cover", "cover")).Begin().Choose("school", "ring").Choose("wrench", wrench);
        bench.Choose("sealant", "gasket").TakeAll("school").TakeAll("hang", "40.00", "39.99", "52.00", "52.02").TakeAll("dry");
        return bench.TakeAll("rail", "0.02", "0.01").TakeAll("sealant").TakeAll("close");
    }

    private static List<Slot> Turns(Workbench bench) =>
        [.. bench.Step("torque").Rounds[^1].Slots.Select(s => s.Slot).Where(s => s.Bolt is { Deg: not null })];

    private static Verdict? Called(Workbench bench) => bench.Step("torque").Now.Call?.Verdict;

    private static Workbench Clicked(Workbench bench)
    {
        bench.Take("torque", "set-1", "10");
        foreach (var slot in bench.Step("torque").Rounds[^1].Slots.Where(s => s.Slot.Bolt is { Deg: null }).ToList())
        {
            bench.Pick("torque", slot.Slot.Key, "clicked");
        }

        return bench;
    }

    [Fact]
    public void Each_bolt_is_turned_on_once_all_have_their_torque_and_no_final_check_pulls_them_again()
    {
        var bench = Clicked(Ready("clicks"));
        var turns = Turns(bench);
        Assert.Equal((10, 60.0), (turns.Count, turns[0].Bolt!.Deg!.Value));
        Assert.Null(Called(bench));
        Assert.Equal(
            $"Bolt {turns[0].Bolt!.Id}: a line on head and seat, then 60.0° on in one go, by dial or by its line.",
            bench.Says("torque")
        );
        foreach (var turn in turns)
        {
            bench.Pick("torque", turn.Key, "turned");
        }

        Assert.Equal((Verdict.Go, true), (Called(bench)!.Value, bench.Step("torque").Passed));
    }

    [Fact]
    public void A_pass_that_is_tapped_at_once_is_turned_on_at_once()
    {
        var bench = Ready("clicks-pass").Take("torque", "set-1", "10");
        foreach (var pass in bench.Step("torque").Rounds[^1].Slots.Where(s => s.Slot.Bolt is { Deg: null }).ToList())
        {
            bench.Pick("torque", pass.Slot.Key, "clicked");
        }

        var turn = Assert.Single(Turns(bench));
        Assert.Equal(("all", 10), (turn.Bolt!.Id, turn.Bolt.All!.Count));
        Assert.Null(Called(bench));
        bench.Pick("torque", turn.Key, "turned");
        Assert.Equal((Verdict.Go, true), (Called(bench)!.Value, bench.Step("torque").Passed));
    }

    [Theory]
    [InlineData("short", "would not turn")]
    [InlineData("over", "was turned past")]
    public void One_that_would_not_go_or_went_past_is_a_stop(string found, string says)
    {
        var bench = Clicked(Ready("clicks"));
        bench.Pick("torque", Turns(bench)[0].Key, found);
        Assert.Equal((Verdict.Stop, false), (Called(bench)!.Value, bench.Step("torque").Passed));
        Assert.Contains(says, bench.Step("torque").Now.Call!.Because, StringComparison.Ordinal);
    }

    [Fact]
    public void A_turn_that_is_broken_off_goes_on_where_its_marks_are()
    {
        var bench = Clicked(Ready("clicks"));
        foreach (var turn in Turns(bench).Take(3))
        {
            bench.Pick("torque", turn.Key, "turned");
        }

        bench.Do((id, at) => new PutDown(id, at)).Do((id, at) => new PickUp(id, at), Workbench.Tomas);
        Assert.Contains("3 of 10 timing cover bolts turned on by 60°: their marks say which", bench.State.Loose);
        Assert.Equal(3, bench.Step("torque").Rounds[^1].Slots.Count(s => s.Slot.Bolt is { Deg: not null } && s.Live is not null));
        Assert.StartsWith($"Bolt {Turns(bench)[3].Bolt!.Id}: a line", bench.Says("torque"), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData(60, Verdict.Go)]
    [InlineData(48, Verdict.LookAgain)]
    [InlineData(72, Verdict.Stop)]
    public void A_recorded_pull_is_judged_by_its_degrees_and_needs_no_mark(double deg, Verdict verdict)
    {
        var bench = Ready("sends");
        // A bolt that takes 0.1 N·m a degree up to ten, and on from there.
        var ends = (Full / 0.1) + deg;
        foreach (var slot in bench.Step("torque").Rounds[^1].Slots.Where(s => s.Slot.Bolt is { Deg: null }).ToList())
        {
            var at = bench.Step("torque");
            double[] turned = [.. Enumerable.Range(0, (int)(ends * 2) + 1).Select(i => i / 2.0)];
            bench.Do(
                (id, now) =>
                    new TakeReading(
                        id,
                        now,
                        new SlotRef(at.Ref, at.Round, slot.Slot.Key),
                        (ends * 0.1).ToString("0.0", System.Globalization.CultureInfo.InvariantCulture),
                        Instrument: "sim-wrench",
                        Trace: new TraceColumns(turned, [.. turned.Select(t => t * 0.1)])
                    )
            );
            if (verdict == Verdict.Stop)
            {
                break;
            }
        }

        Assert.Equal(verdict, Called(bench));
        Assert.True(verdict == Verdict.Stop || Turns(bench).TrueForAll(t => !t.Required));
    }

    [Theory]
    [InlineData("turned", Verdict.Go)]
    [InlineData("over", Verdict.Stop)]
    public void The_crank_bolt_is_turned_on_after_its_click(string found, Verdict verdict)
    {
        var six = Workbench.Demo<EngineSheet>("sheets/straight-six-2.7.v1.json");
        var bench = new Workbench(six with { CrankBolt = six.CrankBolt! with { AngleDeg = 90 } }, Workbench.BalancerOn).Begin();
        bench.Choose("which", "same").TakeAll("parts").Pick("look", "found", "clean").Pick("look", "came", "hard").TakeAll("method");
        bench.TakeAll("dress").TakeAll("tool").Take("draw", "home").TakeAll("seat", "6.01", "6.02", "6.00");
        bench.Take("bolt", "set", "140").Take("bolt", "click");
        Assert.Null(bench.Step("bolt").Now.Call);
        Assert.Equal("A line on head and hub, then 90.0° on in one go, by dial or by its line.", bench.Says("bolt"));
        Assert.Equal(verdict, bench.Pick("bolt", "turned", found).Step("bolt").Now.Call!.Verdict);
        Assert.Equal(verdict == Verdict.Go, bench.Step("bolt").Passed);
    }

    [Fact]
    public void An_angle_is_typed_on_the_sheet_and_a_copy_has_it_confirmed()
    {
        var six = Workbench.Demo<EngineSheet>("sheets/straight-six-2.7.v1.json");
        var typed = SheetView.Of(
            six,
            [
                new("rear/flange/angleDeg", 90, null, LimitSource.Manual, "90"),
                new("cover/groups/0/angleDeg", 60, null, LimitSource.Manual, "60"),
            ]
        );
        Assert.Equal((90.0, 60.0), (typed.Sheet.Rear!.Flange.AngleDeg, typed.Sheet.Cover!.Groups[0].AngleDeg));
        var copy = SheetCopy.Of(typed.Sheet, "copy", "Copy");
        Assert.DoesNotContain(
            SheetView.Of(copy, []).Parts.SelectMany(p => p.Values),
            v =>
                v is { Known: true }
                && v.Path.EndsWith("/angleDeg", StringComparison.Ordinal)
                && !v.Path.StartsWith("cam/", StringComparison.Ordinal)
        );
    }
}
