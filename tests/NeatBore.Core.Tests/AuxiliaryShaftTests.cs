using NeatBore.Core.Bench;
using NeatBore.Core.Calculators.CamBearings;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;
using Xunit;

namespace NeatBore.Core.Tests;

/// <summary>The bushes of an auxiliary shaft, and a bearing that is changed by itself.</summary>
public class AuxiliaryShaftTests
{
    private static readonly EngineSheet s_four = Completion
        .Of(Workbench.Demo<EngineSheet>("sheets/four-1.8.v2.json"), [], new Wants("auxiliary"))
        .Sheet;
    private static readonly EngineSheet s_six = Workbench.Demo<EngineSheet>("sheets/straight-six-2.7.v1.json");
    private static readonly TaskRef s_bushes = new("auxiliary-bushes", "auxiliary");

    [Fact]
    public void One_bush_alone_is_drawn_in_by_the_rod_with_the_others_in()
    {
        var shop = Workbench.Demo<Shop>("shop.json");
        var rod = shop.Crib.First(t => t is { Kind: "bearing-driver", Screw: not null });
        var bench = new Workbench(s_four, s_bushes).Begin().Choose("which", "aux-2").Choose("line", "turn");
        bench.Item = "aux-2";
        Assert.DoesNotContain(bench.Task.Steps, s => s.Ref.Item is "aux-1" or "aux-3");
        Assert.Equal("Bush 2", bench.Step("set").ItemName);
        bench.TakeAll("out").TakeAll("wash").TakeAll("set", "right", "51.59", "51.5").Pick("order", "tool", rod.Id);
        Assert.Equal((Verdict.Go, "Bush 2, from the front."), (bench.Step("order").Now.Call!.Verdict, bench.Says("order")));
        Assert.Contains(
            bench.Step("start").Rounds[0].Slots,
            s => s.Slot.Label.Contains("relieved at the radius", StringComparison.Ordinal)
        );
        bench.TakeAll("start").TakeAll("bite", "in-line", "no");
        var feed = Assert.Single(s_four.Auxiliary!.Bearings[1].Passages).Id;
        bench.See("look", feed, 0, -1).Pick("look", "turns", "no").See("seat", feed, 0, 0);
        bench.TakeAll("trial").Pick("turn", "feel", "free");
        Assert.Equal(Standing.Done, bench.Task.Standing);
        Assert.DoesNotContain(bench.Task.Steps.Select(s => s.Title), t => t.Contains("Cam", StringComparison.Ordinal));
    }

    [Fact]
    public void Both_tunnels_of_an_engine_are_tasks_of_their_own()
    {
        var both = s_six with { Auxiliary = s_four.Auxiliary };
        var bench = new Workbench(both, s_bushes).Begin();
        Assert.Equal(3, bench.Task.Steps.Count(s => s.Ref.Step == "seat"));
        bench.Turn(new("cam-bearings", "cam"));
        Assert.Equal(7, bench.Task.Steps.Count(s => s.Ref.Step == "seat"));
        bench.Item = "cam-1";
        Assert.Equal("Bearing 1", bench.Step("set").ItemName);
    }

    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(5)]
    public void As_many_bushes_as_are_told_are_asked_for_and_go_in(int count)
    {
        KnownValue Is(string path, double number) => new($"auxiliary/{path}", number, null, LimitSource.Manual);
        List<KnownValue> told = [Is("count", count), Is("bearings/0/oil/diameterMm", 5)];
        for (var i = 0; i < count; i++)
        {
            told.AddRange([
                Is($"bearings/{i}/diameterMm", 44),
                Is($"bearings/{i}/widthMm", 20),
                Is($"bearings/{i}/zMm", 20 + (95 * i)),
                Is($"bearings/{i}/wallMm", 1.5),
                Is($"bearings/{i}/journalMm", 40.94),
                Is($"bearings/{i}/oil/angleDeg", 135),
            ]);
        }

        var plain = s_six with { Undescribed = ["auxiliary"] };
        var whole = Completion.Of(plain, told, new Wants("auxiliary"));
        Assert.Empty(whole.Missing.Select(v => v.Path));
        Assert.Equal(count, whole.Sheet.Auxiliary!.Bearings.Count);
        Assert.Equal(TunnelShaft.Auxiliary, whole.Sheet.Auxiliary.Shaft);
        var fewer = Completion.Of(whole.Sheet, [Is("count", 1)], new Wants("auxiliary"));
        Assert.Single(fewer.Sheet.Auxiliary!.Bearings);
        // Where each stands is never made up.
        var less = Completion.Of(plain, told.Where(k => !k.Path.EndsWith("0/zMm", StringComparison.Ordinal)), new Wants("auxiliary"));
        Assert.Equal(["auxiliary/bearings/0/zMm"], less.Missing.Select(v => v.Path));
    }

    private static DriveOrder.Answer Order(double gapMm, double colletMm, params string[] fitted) =>
        DriveOrder.Solve(
            new DriveOrder.Request(
                [.. Enumerable.Range(0, 3).Select(i => new DriveOrder.Bore($"b{i}", i * (20 + gapMm), 20, 44, 44.1, 41, 18))],
                new DriveOrder.OpenEnds(true, true),
                new DriveOrder.Driver(DriveOrder.DriverKind.Rod, 1000, 30, 60, 20, colletMm),
                DriveOrder.DriveSchool.FarEndFirst,
                fitted
            )
        );

    [Fact]
    public void A_shell_between_two_that_stay_goes_in_where_the_gap_beside_it_takes_it()
    {
        Assert.Equal(["b1"], Order(60, 35, "b0", "b2").Order.Select(o => o.Id));
        var never = Assert.Single(Order(40, 35, "b0", "b2").Impossible);
        Assert.Equal("b1", never.Id);
        Assert.Contains("too short for shell and collet", never.Because, StringComparison.Ordinal);
        Assert.Throws<UnusableInputException>(() => Order(60, 35, "b0", "b1", "b2"));
        Assert.Throws<UnusableInputException>(() => Order(60, 35, "b7"));
    }
}
