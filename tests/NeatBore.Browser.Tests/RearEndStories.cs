using System.Text.Json.Nodes;
using Xunit;

namespace NeatBore.Browser.Tests;

/// <summary>A rear housing that its own seal centres, a flywheel's bolts by a wrench that clicks, and one bush of an auxiliary shaft.</summary>
public sealed class RearEndStories(App app)
{
    [Fact]
    public async Task A_rear_housing_is_floated_by_turning()
    {
        var build = await app.BuildAsync("064", "v6-3.0");
        using var builder = new Builder();
        builder.Open($"{app.Address}/builds/{build}/crank-float/rear-seal");
        builder.GoOn("Begin: Crank float");
        Steps.Ticks(builder, "stand", "mark");
        builder.WaitForPlace("front-1");
        builder.Click("//footer//button[.='By hand']");
        builder.Click("//*[@role='radio'][.='by hand']");
        builder.Click("//button[.='Good']");
        builder.Open($"{app.Address}/builds/{build}/rear-seal/rear-seal");
        builder.GoOn("Begin: Rear seal");
        builder.Tick("clean");
        builder.WaitForPlace("left");
        builder.Click("//button[contains(., 'seal in, crank turned both ways')]");
        builder.Read("left", "0.02");
        builder.Read("right", "0.01");
        builder.See("The rail is flush.");
        builder.IsAccessible();
        builder.GoOn("Seal in, on the bench");
        builder.Tick("dressed");
        builder.WaitForPlace("shop");
        builder.Click("//button[contains(., 'dry gasket')]");
        builder.Tick("spread");
        builder.Pick("rods", "on it: it turns stiffly");
        builder.See("Two turns each way on a long bar");
        builder.IsAccessible();
        builder.Tick("turned");
        builder.Click("//button[contains(., 'clicks: a tap a pass')]");
        for (var pass = 1; pass <= 3; pass++)
        {
            builder.Read($"set-{pass}", pass == 1 ? "4.5" : "9");
            builder.Pick($"{pass}-all", "6 clicked, 6 marks seen");
        }

        builder.See("All tight. Look round the lip.");
        builder.GoOn("Round the lip, tight");
        builder.Pick("lip", "lies even");
        builder.See("Lip only: no gap was measured.");
        builder.More("widest", "1.03");
        builder.More("narrowest", "1.01");
        builder.See("Even all round. The rear seal is in.");
        builder.IsAccessible();
        builder.HasNoErrors();
    }

    [Fact]
    public async Task Eight_flywheel_bolts_get_two_passes_and_an_angle()
    {
        var build = await app.BuildAsync("065", "v8-4.4");
        using var builder = new Builder();
        builder.Open($"{app.Address}/builds/{build}/flywheel-on/rear-seal");
        builder.GoOn("Begin: Flywheel");
        builder.Pick("marks", "clean and flat, threads chased");
        builder.See("Up with it.");
        builder.GoOn("On, the one way");
        Steps.Ticks(builder, "on", "run", "locked");
        builder.WaitForPlace("1-1");
        builder.IsAccessible();
        builder.Click("//button[contains(., 'clicks: a tap a bolt')]");
        // The star's order is the core's; each bolt is one tap in it.
        await App.Until(async () => (await Bolts(build)).Count == 26);
        var taps = 0;
        foreach (var (place, isBolt) in await Bolts(build))
        {
            if (!isBolt)
            {
                builder.Read(place, place == "set-1" ? "24" : "60");
                continue;
            }

            if (++taps == 17)
            {
                builder.See("a line on head and seat, then 90.0° on");
                builder.IsAccessible();
            }

            builder.Pick(place, taps <= 16 ? "it clicked" : "turned, its mark stands there");
        }

        Assert.Equal(24, taps);
        builder.See("All tight. Crank lock out");
        builder.HasNoErrors();
    }

    [Fact]
    public async Task One_bush_of_an_auxiliary_shaft_is_drawn_in_with_a_relieved_backing_piece()
    {
        var build = await app.BuildAsync("066", "four-1.8");
        using var builder = new Builder();
        builder.Open($"{app.Address}/builds/{build}");
        builder.Click("//button[starts-with(normalize-space(.), 'Auxiliary shaft:')]");
        builder.GoOn("Begin: Auxiliary shaft");
        builder.WaitForPlace("noted");
        builder.Click("//*[@role='radio'][contains(., '2')]");
        builder.See("Bush 2: out");
        builder.IsAccessible();
        builder.Tick("noted");
        Steps.Ticks(builder, "rodded", "plugs", "edges", "dry");
        builder.Pick("holes", "all there, right way round");
        builder.Read("outer", "51.59");
        builder.Read("front-0", "51.5");
        // Nothing is called there: it goes on by itself.
        builder.FromCrib("Threaded rod with draw plates");
        await App.Until(async () => (string?)Step(await app.StateAsync(build), "order")["now"]!["call"]?["verdict"] == "go");
        // It is come back to where the work stands.
        builder.Open($"{app.Address}/builds/{build}/auxiliary-bushes/auxiliary");
        builder.See("relieved at the radius");
        builder.IsAccessible();
        Steps.Ticks(builder, "mark", "lined", "flat");
        builder.Pick("mark", "in line");
        builder.Pick("turns", "it is stuck");
        builder.GoOn("Bush 2: near the end");
        CamStories.Look(builder, ["feed"], 0, -1);
        builder.Pick("turns", "it is stuck");
        builder.GoOn("Bush 2: at depth");
        CamStories.Look(builder, ["feed"], 0, 0);
        builder.See("Open: feed ");
        builder.GoOn("In line");
        builder.Pick("turns", "two fingers turn it");
        builder.Read("tightened", "0");
        builder.GoOn("Shaft in, oiled");
        Steps.Ticks(builder, "washed", "oiled", "in");
        builder.Pick("feel", "free all round");
        builder.GoOn("The whole tunnel");
        builder.See("The tunnel is done. Least open: bush 2");
        builder.IsAccessible();
        builder.HasNoErrors();
    }

    private static JsonNode Step(JsonNode state, string step) =>
        state["tasks"]![0]!["steps"]!.AsArray().Single(s => (string)s!["ref"]!["step"]! == step)!;

    private async Task<List<(string Place, bool IsBolt)>> Bolts(string build) =>
        [
            .. Step(await app.StateAsync(build), "bolts")["rounds"]!.AsArray()[^1]!["slots"]!
                .AsArray()
                .Select(s => ((string)s!["slot"]!["key"]!, s["slot"]!["bolt"] is not null)),
        ];
}
