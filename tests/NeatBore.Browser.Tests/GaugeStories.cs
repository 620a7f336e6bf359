using OpenQA.Selenium;
using Xunit;

namespace NeatBore.Browser.Tests;

/// <summary>The balancer off, inspected and on, with the simulated gauges in hand.</summary>
public sealed class GaugeStories(GaugedApp app) : IClassFixture<GaugedApp>
{
    private static readonly string[] s_clocks = ["12:00", "1:30", "3:00", "4:30", "6:00", "7:30", "9:00", "10:30"];

    [Fact]
    public async Task Off_inspected_and_on_again_with_the_gauges()
    {
        var build = await app.BuildAsync("041");
        using var builder = new Builder();
        builder.Open($"{app.Address}/builds/{build}/balancer-off/balancer");
        builder.GoOn("Begin: Balancer off");
        Off(builder, builder.Gauge);
        builder.GoOn("Inspection");
        builder.GoOn("Begin: Inspection");
        builder.Tick("clean");
        builder.IsAccessible();
        builder.Pick("front", "fine cracks");
        builder.Pick("back", "sound");
        builder.Pick("ring", "where it was");
        builder.See("Fine cracks only skin deep");
        builder.GoOn("Say why, go on");
        builder.TypeAt("//textarea", "Skin only, pressed with a thumb" + Keys.Enter);
        builder.GoOn("Run-out, radial");
        builder.Arm("Simulated dial");
        Sweep(builder);
        builder.See("It runs true enough.");
        builder.IsAccessible();
        builder.GoOn("Run-out, face");
        Sweep(builder);
        builder.GoOn("Hub, keyway and nose");
        builder.Pick("bore", "sound");
        builder.Pick("keyway", "burred");
        builder.Pick("nose", "light scores");
        builder.GoOn("Is the mark true?");
        builder.Tick("stop");
        builder.Read("before", "24");
        builder.Read("after", "20");
        builder.See("The mark lies by 2.0°.");
        builder.IsAccessible();
        builder.GoOn("Say why, go on");
        builder.TypeAt("//textarea", "To be re-marked" + Keys.Enter);
        builder.GoOn("Where the seal ran");
        builder.Pick("groove", "a fingernail catches");
        builder.Read("centre", "34.5");
        builder.Read("width", "1.2");
        builder.Read("depth", "0.06");
        builder.See("Press the next seal to 6.3 mm, deeper");
        builder.IsAccessible();
        builder.GoOn("What now");
        builder.See("Cut a new mark at true centre");
        builder.IsAccessible();
        builder.Picture("bench-tree");
        builder.GoOn("Say why, go on");
        builder.TypeAt("//textarea", "New mark cut, old one defaced" + Keys.Enter);
        builder.BigSays("Next");
        builder.Open($"{app.Address}/builds/{build}/record");
        builder.See("Skin only, pressed with a thumb");

        // A second screen follows by itself.
        using var second = new Builder();
        builder.Open($"{app.Address}/builds/{build}/balancer-on/balancer");
        builder.GoOn("Begin: Balancer on");
        second.Open($"{app.Address}/builds/{build}/balancer-on/balancer");
        builder.More("balancer", "HB-21");
        second.See("HB-21");
        builder.More("bolt", "B-7, new");
        Steps.Ticks(builder, "clean");
        builder.WaitForPlace("s1-0");
        builder.Arm("Simulated micrometer");
        Sizes(builder, warmth: true);
        builder.WaitForPlace("s1-0");
        builder.Arm("Simulated bore gauge");
        Sizes(builder);
        builder.See("Fit it. Expect ");
        second.See("Fit it. Expect ");
        builder.GoOn("How it goes on");
        builder.Tick("ready");
        builder.GoOn("Key, oil, sealant");
        Steps.Ticks(builder, "oil", "adapter");
        builder.WaitForPlace("start");
        builder.Arm("Simulated depth gauge");
        builder.Gauge("start");
        builder.PressBig("Draw it on");
        builder.See("It goes on as it should");
        builder.PressBig("Keep the trace");
        builder.See("Clean. Tick that it is home");
        builder.Tick("home");
        builder.See("Clean, and home.");
        builder.IsAccessible();
        builder.GoOn("Seated depth");
        foreach (var place in (string[])["0", "120", "240"])
        {
            builder.Gauge(place);
        }

        builder.See("Seated and square.");
        builder.GoOn("Crank bolt");
        builder.PressBig("Pull");
        // Held up on its way for longer than a wrench is held still, the pull is not taken for done.
        builder.Wait("return /^([5-9]|[1-9][0-9]) points/.test(document.querySelector('[data-trace]')?.innerText ?? '')");
        app.HoldUpGauges(true);
        builder.Wait("window.from ??= performance.now(); return performance.now() - window.from > 1200");
        app.HoldUpGauges(false);
        builder.PressBig("Keep the trace");
        builder.See("Tight, in one smooth pull.");
        builder.IsAccessible();
        builder.GoOn("Crank turns");
        Steps.Ticks(builder, "two-turns");
        builder.Read("error", "0.4");
        builder.See("The balancer is on.");
        builder.TypeAt("//header//a[.='Record']", Keys.Enter);
        foreach (var words in (string[])["Simulated micrometer", "Simulated press", "points, peak", "Clean, and seated at"])
        {
            builder.See(words);
        }

        builder.IsAccessible();
        builder.HasNoErrors();
        second.HasNoErrors();
        Assert.Equal("done", (string)(await app.StateAsync(build))["standing"]!);
    }

    [Fact]
    public async Task On_a_phone_with_its_own_keypad_the_whole_way()
    {
        var build = await app.BuildAsync("043");
        using var builder = new Builder(390, 844);
        // From the first screen on, as somebody does who has only the phone.
        builder.Open(app.Address);
        builder.Click("//a[contains(., 'Build 043')]");
        builder.See("Tap a part on the drawing");
        builder.Fits();
        builder.IsAccessible();
        builder.Click("//*[@aria-label='The engine']//button[contains(., 'Balancer off')]");
        builder.GoOn("Begin: Balancer off");
        builder.Fits();
        Off(
            builder,
            (place, _) =>
                builder.Tap(
                    place,
                    place == "engaged" ? "18"
                        : place == "peak" ? "90"
                        : "41.2"
                )
        );
        builder.Fits();
        builder.Open($"{app.Address}/builds/{build}/balancer-inspect/balancer");
        builder.GoOn("Begin: Inspection");
        builder.Tick("clean");
        foreach (var (place, word) in (IEnumerable<(string, string)>)[("front", "sound"), ("back", "sound"), ("ring", "where it was")])
        {
            builder.Pick(place, word);
        }

        builder.Fits();
        builder.GoOn("Run-out, radial");
        builder.WaitForPlace("0");
        builder.IsAccessible();
        var dial = string.Join(' ', Enumerable.Range(0, 8).Select(i => $"{i * 45}=0.05"));
        await app.FillAsync(build, "balancer-inspect", "balancer", $"radial: {dial}", $"face: {dial}");
        builder.Open($"{app.Address}/builds/{build}/balancer-inspect/balancer");
        foreach (var place in (string[])["bore", "keyway", "nose"])
        {
            builder.Pick(place, "sound");
        }

        builder.GoOn("Is the mark true?");
        builder.Tick("stop");
        builder.Tap("before", "24");
        builder.Tap("after", "23.6");
        builder.GoOn("Where the seal ran");
        builder.Pick("groove", "none to feel");
        builder.GoOn("What now");
        builder.See("Use it again.");
        builder.Fits();

        builder.Open($"{app.Address}/builds/{build}/balancer-on/balancer");
        builder.GoOn("Begin: Balancer on");
        builder.Click("//button[.='More: Balancer']");
        builder.Read("balancer", "HB-21");
        Steps.Ticks(builder, "clean");
        foreach (var (place, value) in Steps.Stations.Zip((string[])["34.021", "34.022", "34.019", "34.020"]))
        {
            builder.Tap(place, value);
        }

        builder.Picture("phone-keypad");
        builder.Tap("temperature", "16");
        builder.WaitForPlace("s1-0");
        builder.Arm("Simulated bore gauge");
        Sizes(builder);
        builder.See("Fit it. Expect ");
        builder.Fits();
        builder.IsAccessible();
        builder.GoOn("How it goes on");
        builder.Tick("ready");
        builder.GoOn("Key, oil, sealant");
        Steps.Ticks(builder, "oil", "adapter");
        builder.Tap("start", "40");
        builder.PressBig("Draw it on");
        builder.PressBig("Keep the trace");
        builder.Tick("home");
        builder.GoOn("Seated depth");
        foreach (var (place, value) in ((string[])["0", "120", "240"]).Zip((string[])["6.01", "6.02", "6.00"]))
        {
            builder.Tap(place, value);
        }

        builder.GoOn("Crank bolt");
        builder.PressBig("Pull");
        builder.PressBig("Keep the trace");
        builder.GoOn("Crank turns");
        Steps.Ticks(builder, "two-turns");
        builder.Tap("error", "0.4");
        builder.See("The balancer is on.");
        builder.Fits();
        builder.HasNoErrors();
        Assert.Equal("done", (string)(await app.StateAsync(build))["standing"]!);
    }

    [Fact]
    public async Task A_warmed_hub_is_carried_against_a_clock_that_a_reload_does_not_stop()
    {
        var build = await app.BuildAsync("044");
        using var builder = new Builder();
        Steps.Fitted(builder, $"{app.Address}/builds/{build}/balancer-on/balancer");
        builder.Click("//button[contains(., 'driven on with a hammer')]");
        builder.See("Put the hammer away.");
        builder.IsAccessible();
        builder.Click("//button[contains(., 'hub warmed, then drawn')]");
        builder.Read("ambient", "16");
        builder.See("Oven at 100 °C.");
        builder.Tick("ready");
        builder.IsAccessible();
        builder.GoOn("Key, oil, sealant");
        Steps.Ticks(builder, "oil", "adapter");
        builder.Tick("soaked");

        // A gauge that types like a keyboard, while the keyboard is somewhere else: its number lands in the open place.
        builder.Pick("by", "a contact probe");
        builder.WaitForPlace("hub");
        builder.TypeAt("//button[.='Why']", "77" + Keys.Enter);
        builder.Tick("out");
        builder.See("Carry it.");
        builder.See("left, min:s");
        builder.Picture("bench-warm");
        builder.Open($"{app.Address}/builds/{build}/balancer-on/balancer");
        builder.See("left, min:s");
        builder.Tick("on");
        // Cooler than planned, and warm enough: no second heating.
        builder.See("Draw it home at once, without a pause. Expect ");
        Assert.Equal("77", (string)Step(await app.StateAsync(build), "warm")["rounds"]![0]!["slots"]![2]!["readings"]![0]!["typed"]!);

        // A photo from the camera, on the step.
        builder.Click("//button[.='Photo']");
        var picture = Path.Combine(Path.GetTempPath(), $"neat-bore-{build}.png");
        File.WriteAllBytes(
            picture,
            Convert.FromBase64String("iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==")
        );
        try
        {
            builder.Upload("input[type=file]", picture);
            builder.Find("//img[contains(@src, '/api/photos/')]");
        }
        finally
        {
            File.Delete(picture);
        }

        builder.IsAccessible();
        builder.HasNoErrors();
    }

    [Fact]
    public void The_crib_says_what_fits_and_takes_no_half_of_a_file()
    {
        using var builder = new Builder();
        builder.Open(app.Address);
        builder.Click("//a[.='Crib']");
        builder.See("86 tools");
        builder.IsAccessible();
        builder.Choose("What here fits this?", "Straight six 2.7: balancer off");
        builder.See("its M8×1 starts in M8×1.25 and wrecks it");
        builder.See("Fits: 3 × M8×1.25");
        builder.IsAccessible();
        builder.Picture("crib");
        var file = Path.Combine(Path.GetTempPath(), $"neat-bore-{Guid.NewGuid()}.csv");
        try
        {
            File.WriteAllText(file, "id,kind,name,ratedKn\nzz-1,hub-puller,New yoke,80\nzz-1,hub-puller,Another,eighty\n");
            builder.Upload("input[type=file]", file);
            builder.See("row 3, id: “zz-1” stands in row 2 already");
            builder.See("row 3, ratedKn");
            builder.See("86 tools");
            builder.IsAccessible();
            File.WriteAllText(file, "id,kind,name,ratedKn\nzz-1,hub-puller,New yoke,80\n");
            builder.Upload("input[type=file]", file);
            builder.See("87 tools");
        }
        finally
        {
            File.Delete(file);
        }
    }

    private static System.Text.Json.Nodes.JsonNode Step(System.Text.Json.Nodes.JsonNode state, string id) =>
        state["tasks"]![0]!["steps"]!.AsArray().Single(s => (string)s!["ref"]!["step"]! == id)!;

    private static void Off(Builder builder, Action<string, string> measure)
    {
        Steps.Ticks(builder, "locked", "bolt");
        builder.Tick("tool");
        builder.TypeAt("//button[contains(., 'Three-slot yoke, long screws')]", Keys.Enter);
        builder.See("Run the 3 screws in by fingers");
        builder.WaitForPlace("engaged");
        builder.Read("engaged", "18");
        builder.GoOn("Square the yoke");
        builder.Pick("lies", "with a gap all round");
        foreach (var (place, i) in ((string[])["0", "120", "240"]).Select((p, i) => (p, i)))
        {
            builder.WaitForPlace(place);
            if (i == 0)
            {
                builder.Arm("Simulated depth gauge");
            }

            measure(place, "Take ");
        }

        builder.See("The yoke is square.");
        builder.GoOn("Pull it");
        builder.Tick("grease");
        builder.Tick("off");
        builder.See("It is off.");
        builder.GoOn("Kept together");
        Steps.Ticks(builder, "unlocked");
        builder.BigSays("Next");
    }

    private static void Sweep(Builder builder)
    {
        for (var i = 0; i < s_clocks.Length; i++)
        {
            builder.Dial($"{i * 45}", s_clocks[i]);
        }
    }

    private static void Sizes(Builder builder, bool warmth = false)
    {
        foreach (var place in Steps.Stations)
        {
            builder.Gauge(place);
        }

        if (warmth)
        {
            builder.WaitForPlace("temperature");
            builder.Arm("Simulated thermometer");
            builder.Gauge("temperature");
        }
    }
}
