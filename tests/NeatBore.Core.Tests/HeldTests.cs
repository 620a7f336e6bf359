using NeatBore.Core.Engines;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;
using Xunit;

namespace NeatBore.Core.Tests;

/// <summary>A limit that nobody has given is no limit: nothing is checked against it, and nothing is put down to the sheet.</summary>
public class HeldTests
{
    private const string ToldOnly = "No limit known: told only.";

    private static readonly EngineSheet s_six = Workbench.Demo<EngineSheet>("sheets/straight-six-2.7.v1.json");

    private static Limit Known(double? low, double? high) => new(low, high, LimitSource.Manual);

    private static Workbench Bolted(Limit torque) =>
        new Workbench(s_six with { CrankBolt = s_six.CrankBolt! with { Torque = torque } }).Done();

    [Fact]
    public void A_crank_bolt_is_held_to_the_ends_that_are_known()
    {
        IEnumerable<(Side, double)> Held(Limit torque) =>
            Bolted(torque).Step("bolt").Now.Call?.Checks.Where(k => k.Name == "torque at the bolt").Select(k => (k.Side, k.Limit)) ?? [];
        Assert.Equal([(Side.Upper, 160), (Side.Lower, 100)], Held(Known(100, 160)).Order());
        Assert.Equal([(Side.Upper, 160)], Held(Known(null, 160)));
        Assert.Equal([(Side.Lower, 100)], Held(Known(100, null)));
        Assert.Empty(Held(Known(null, null)));
    }

    [Theory]
    [InlineData(null, null, null)]
    [InlineData(90.0, null, Verdict.Go)]
    [InlineData(null, 90.0, Verdict.Stop)]
    [InlineData(120.0, null, Verdict.Stop)]
    public void A_recorded_pull_is_short_or_over_only_where_that_end_is_known(double? low, double? high, Verdict? verdict)
    {
        var degrees = Enumerable.Range(0, 61).Select(i => (double)i).ToList();
        var trace = new TraceColumns(degrees, [.. degrees.Select(d => 5 + (d * 95 / 60))]);
        Assert.Equal(verdict, Held.Pulled(trace, 105, Known(low, high), 20).Call?.Verdict);
    }

    [Fact]
    public void A_pull_that_strips_is_a_stop_whatever_is_known_of_its_torque()
    {
        var degrees = Enumerable.Range(0, 61).Select(i => (double)i).ToList();
        var strips = new TraceColumns(degrees, [.. degrees.Select(d => d < 40 ? 5 + (d * 2) : 85 - ((d - 40) * 3))]);
        Assert.Equal(Verdict.Stop, Held.Pulled(strips, 105, Known(null, null), 20).Call?.Verdict);
    }

    [Fact]
    public void Shells_without_limits_are_told_only_and_with_half_of_one_are_held_to_that_half()
    {
        Judgement Set(Limit crush, Limit clearance)
        {
            var bench = new Workbench(
                s_six with
                {
                    Cam = s_six.Cam! with { Crush = crush, Clearance = clearance },
                },
                new("cam-bearings", "cam")
            ).Begin();
            foreach (var bearing in s_six.Cam!.Bearings)
            {
                bench.Item = bearing.Id;
                bench.Take("out", "noted");
            }

            var own = s_six.Cam.Bearings[0];
            string N(double mm) => mm.ToString("0.000", System.Globalization.CultureInfo.InvariantCulture);
            bench.TakeAll("wash");
            bench.Item = own.Id;
            return bench
                .TakeEvery(
                    "set",
                    own.Mark,
                    "right",
                    N(own.ShellOuterMm),
                    N(own.WallMm),
                    N(own.JournalMm),
                    N(own.DiameterMm),
                    N(own.DiameterMm),
                    N(own.DiameterMm),
                    N(own.DiameterMm)
                )
                .Step("set")
                .Now;
        }

        var none = Set(Known(null, null), Known(null, null));
        Assert.Equal((ToldOnly, null), (Wording.Write(none.Do), none.Call));
        Assert.NotNull(none.Answer);
        Assert.Equal(
            [("crush", Side.Lower, 0.02)],
            Set(Known(0.02, null), Known(null, null)).Call!.Checks.Select(k => (k.Name, k.Side, k.Limit))
        );
        Assert.Equal(
            [("clearance", Side.Upper, 0.2)],
            Set(Known(null, null), Known(null, 0.2)).Call!.Checks.Select(k => (k.Name, k.Side, k.Limit))
        );
    }
}
