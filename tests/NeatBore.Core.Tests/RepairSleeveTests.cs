using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using Xunit;

namespace NeatBore.Core.Tests;

/// <summary>A thin sleeve drawn on over a worn track by the flange's own screws, a gap read all round.</summary>
public class RepairSleeveTests
{
    private static Workbench Drawn(params string[] gaps)
    {
        var sheet = Workbench.Demo<EngineSheet>("sheets/four-1.8.v2.json");
        var bench = new Workbench(sheet, new TaskRef("rear-sleeve", "rear-seal")).Begin().Choose("way", "on");
        bench.TakeAll("parts", "SL-84", "dry", "chamfer").TakeAll("size", "84.00", "83.80", "84.20").TakeAll("plate");
        return bench.TakeAll("drawn", [.. Enumerable.Repeat("even", 8)]).TakeAll("gap", gaps);
    }

    [Fact]
    public void Nothing_left_all_round_is_home_and_even()
    {
        var bench = Drawn("0", "0", "0", "0");
        Assert.Equal(("Home and even. Plate off.", true), (bench.Says("gap"), bench.Step("gap").Passed));
    }

    [Fact]
    public void One_that_leans_is_evened_by_the_screw_that_has_most_to_go()
    {
        var bench = Drawn("3.40", "3.00", "2.60", "3.00");
        Assert.StartsWith("Even it up: screw ", bench.Says("gap"), StringComparison.Ordinal);
        Assert.Equal((Verdict.Stop, false), (bench.Step("gap").Now.Call!.Verdict, bench.Step("gap").Passed));
    }

    [Theory]
    [InlineData("84.00", "84.20", "Measure the shaft again, with a finer gauge.")]
    [InlineData("84.20", "83.80", "Read its packet again: from the smaller to the larger.")]
    public void A_range_that_can_not_be_told_from_the_shaft_is_read_again(string from, string to, string says)
    {
        var sheet = Workbench.Demo<EngineSheet>("sheets/four-1.8.v2.json");
        var bench = new Workbench(sheet, new TaskRef("rear-sleeve", "rear-seal")).Begin().Choose("way", "on");
        bench.TakeAll("parts", "SL-84", "dry", "chamfer").TakeAll("size", "84.00", from, to);
        Assert.Equal((says, false), (bench.Says("size"), bench.Step("size").Passed));
    }

    [Fact]
    public void An_even_gap_goes_on_by_a_quarter_of_a_turn_at_most_on_each_screw()
    {
        var bench = Drawn("5.00", "5.00", "5.00", "5.00");
        Assert.Equal("Even. 0.25 of a turn on each screw, from 1 round. Read again.", bench.Says("gap"));
        Assert.False(bench.Step("gap").Passed);
        bench.Take("gap", "reach", "4");
        Assert.Equal("Swap the screws for shorter ones now, before they bottom.", bench.Says("gap"));
        Assert.Equal(Verdict.LookAgain, bench.Step("gap").Now.Call!.Verdict);
    }
}
