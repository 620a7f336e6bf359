using OpenQA.Selenium;
using Xunit;

namespace NeatBore.Browser.Tests;

/// <summary>What was typed, when the bench is left, the line is gone, or the server breaks on it.</summary>
[Collection(Alone.Name)]
public sealed class LineStories(App app) : IClassFixture<App>
{
    /// <summary>Whether the browser's own database holds a word under a name: it is written a moment after it is typed or
    /// fetched.</summary>
    private static string Kept(string name, string word) =>
        $$"""
            return new Promise((done) => {
              const open = indexedDB.open('neat-bore-' + JSON.parse(localStorage.shop).id);
              open.onsuccess = () => {
                const asked = open.result.transaction('kept').objectStore('kept').get('{{name}}');
                asked.onsuccess = () => { open.result.close(); done(String(asked.result).includes('{{word}}')); };
              };
            })
            """;

    private async Task<(string Build, string Address)> BegunAsync(string number)
    {
        var build = await app.BuildAsync(number);
        await app.WorkAsync(build, [App.Begun("balancer-on", "balancer")]);
        return (build, $"{app.Address}/builds/{build}/balancer-on/balancer");
    }

    private static void Parts(Builder builder)
    {
        foreach (var (place, value) in (IEnumerable<(string, string)>)[("balancer", "HB-21"), ("bolt", "B-7, new")])
        {
            builder.More(place, value);
        }

        Steps.Ticks(builder, "clean");
    }

    [Fact]
    public async Task When_the_record_stops_the_screen_says_so_keeps_what_is_typed_and_goes_on()
    {
        var (build, address) = await BegunAsync("022");
        using var builder = new Builder();
        builder.Open(address);
        Parts(builder);
        builder.Read("s1-0", "34.021");
        builder.See("1 of 7 taken");

        App.Cluster("stop", "immediate");
        try
        {
            builder.Read("s1-90", "34.022");
            builder.Read("s3-0", "34.020");
            builder.See("No line to the record.");
            builder.See("2 waiting, not judged.");

            // Even a reload loses nothing: what waits is in the browser's own store.
            builder.Open(address);
            builder.See("No line to the record");
        }
        finally
        {
            App.Cluster("start");
        }

        builder.See("3 of 7 taken");
        builder.SeeNot("waiting");
        builder.Read("s3-90", "34.021");
        builder.See("4 of 7 taken");
        var slots = (await app.StateAsync(build))["tasks"]![0]!["steps"]!.AsArray().Single(s => (string)s!["ref"]!["step"]! == "nose")![
            "rounds"
        ]![0]!["slots"]!.AsArray();
        Assert.Equal([1, 1, 0, 0, 1, 1, 0], slots.Select(s => s!["readings"]!.AsArray().Count));
    }

    [Fact]
    public async Task What_was_typed_odd_or_half_way_is_there_when_the_bench_is_come_back_to()
    {
        var (build, address) = await BegunAsync("030");
        using var builder = new Builder();
        builder.Open(address);
        Parts(builder);
        builder.Read("s1-0", "34 in");
        // Left before the question is looked at, the way the app's own links go.
        builder.Click("//a[contains(., 'Today')]");
        builder.See("Build 030");
        builder.Click($"//a[contains(@href, '{build}/balancer-on')]");
        builder.See("863.600 mm was understood");
        builder.WaitForPlace("s1-0");
        builder.Press(Keys.Enter);
        builder.WaitForPlace("s1-90");

        builder.Press("34.0");
        builder.Wait(Kept("typed", "34.0"));
        builder.Open(address);
        builder.WaitForPlace("s1-90");
        builder.Press("22", Keys.Enter);
        builder.See("34.022 mm was understood");
        builder.Press(Keys.Enter);
        builder.See("2 of 7 taken");
        var slots = (await app.StateAsync(build))["tasks"]![0]!["steps"]!.AsArray().Single(s => (string)s!["ref"]!["step"]! == "nose")![
            "rounds"
        ]![0]!["slots"]!.AsArray();
        Assert.Equal(["34 in", "34.022"], slots.Take(2).Select(s => (string)s!["readings"]![0]!["typed"]!));
        Assert.True((bool)slots[0]!["readings"]![0]!["oddConfirmed"]!);
    }

    [Fact]
    public async Task What_the_server_breaks_on_stands_on_its_step_and_the_rest_goes_on()
    {
        var (build, address) = await BegunAsync("031");
        using var builder = new Builder();
        builder.Open(address);
        builder.WaitForPlace("clean");
        // The server itself is made to break on this one word.
        builder.Js(
            """
            const real = window.fetch;
            window.breaks = true;
            window.fetch = (path, init) => window.breaks && String(init?.body).includes('HB-666')
              ? Promise.resolve(new Response('{"title":"Something in Neat Bore broke."}', { status: 500 }))
              : real(path, init);
            """
        );
        builder.More("balancer", "HB-666");
        builder.More("bolt", "B-7, new");
        builder.See("Balancer, “HB-666”: not in the record. The server broke on it twice.");
        builder.IsAccessible();
        Assert.Equal(2, (long)(await app.StateAsync(build))["upToSeq"]!);

        builder.Js("window.breaks = false");
        builder.Click("//button[starts-with(., 'Send again')]");
        builder.SeeNot("not in the record");
        builder.See("2 of 3 taken");
        builder.SeeNot("waiting");
        var slots = (await app.StateAsync(build))["tasks"]![0]!["steps"]![1]!["rounds"]![0]!["slots"]!.AsArray();
        Assert.Equal(["HB-666", "B-7, new"], slots.Take(2).Select(s => (string)s!["readings"]![0]!["typed"]!));
    }

    [Fact]
    public async Task A_tablet_whose_clock_is_years_off_is_told_so_once()
    {
        var (build, address) = await BegunAsync("032");
        using var builder = new Builder();
        builder.BeforeEachPage(
            "const Real = Date; Date = class extends Real { constructor(...a) { if (a.length) super(...a); else super(Real.now() "
                + "+ 3 * 365.25 * 864e5); } };"
        );
        builder.Open(address);
        builder.More("balancer", "HB-21");
        builder.See("This tablet’s clock is 3 years ahead.");
        builder.Click("//button[.='Seen']");
        builder.SeeNot("This tablet’s clock");
        builder.More("bolt", "B-7, new");
        builder.See("2 of 3 taken");
        builder.SeeNot("This tablet’s clock");
        var done = (DateTimeOffset)
            (await app.StateAsync(build))["tasks"]![0]!["steps"]![1]!["rounds"]![0]!["slots"]![0]!["readings"]![0]!["doneAt"]!;
        Assert.True(done < DateTimeOffset.UtcNow.AddMinutes(1));
    }

    [Fact]
    public async Task Without_a_line_each_screen_says_so_and_shows_the_last_it_knew()
    {
        var build = await app.BuildAsync("033");
        using var builder = new Builder();
        builder.Open($"{app.Address}/crib");
        builder.See(" tools");
        builder.Open($"{app.Address}/builds/{build}/balancer-on/balancer");
        builder.See("Begin: Balancer on");
        builder.Open(app.Address);
        builder.See("Build 033");
        // Kept a moment after it was fetched.
        builder.Wait(Kept("known", "\"number\":\"033\""));
        App.Cluster("stop", "immediate");
        try
        {
            builder.Open(app.Address);
            builder.See("No line to the record.");
            builder.See("The bench as it was at");
            builder.See("Build 033");
            builder.Open($"{app.Address}/crib");
            builder.See("The crib as it was at");
            builder.SeeNot("0 tools");
            builder.Open($"{app.Address}/builds/{build}");
            builder.See("No line to the record");
        }
        finally
        {
            App.Cluster("start");
        }

        builder.Open(app.Address);
        builder.See("Build 033");
        builder.SeeNot("No line to the record.");
    }

    [Fact]
    public async Task A_task_begun_without_a_line_says_so_and_what_is_typed_meanwhile_goes_to_its_first_place()
    {
        var build = await app.BuildAsync("034");
        using var builder = new Builder();
        builder.Open($"{app.Address}/builds/{build}/balancer-on/balancer");
        builder.See("Begin: Balancer on");
        App.Cluster("stop", "immediate");
        try
        {
            builder.GoOn("Begin: Balancer on");
            builder.See("This task is kept on this tablet and begins when the line is back.");
            builder.Press("HB-21");
            builder.IsAccessible();
        }
        finally
        {
            App.Cluster("start");
        }

        builder.Click("//*[@data-slot='balancer']");
        builder.WaitForPlace("balancer");
        builder.Press(Keys.Enter);
        builder.See("1 of 3 taken");
        Assert.Equal(
            "HB-21",
            (string)(await app.StateAsync(build))["tasks"]![0]!["steps"]![1]!["rounds"]![0]!["slots"]![0]!["readings"]![0]!["typed"]!
        );
    }

    [Fact]
    public async Task Ten_windows_are_in_sight_with_a_gauge_in_hand_and_each_shows_what_was_read_elsewhere()
    {
        var build = await app.BuildAsync("077");
        await app.WorkAsync(build, [App.Begun("balancer-on", "balancer")]);
        using var builder = new Builder();
        builder.Open($"{app.Address}/builds/{build}/balancer-on/balancer");
        builder.WaitForPlace("clean");
        for (var window = 1; window < 10; window++)
        {
            builder.OpenWindow($"{app.Address}/builds/{build}/balancer-on/balancer");
            builder.WaitForPlace("clean");
        }

        // One more is on a build of its own: the one line carries both.
        var other = await app.BuildAsync("078");
        await app.WorkAsync(other, [App.Begun("balancer-on", "balancer")]);
        builder.OpenWindow($"{app.Address}/builds/{other}/balancer-on/balancer");
        builder.WaitForPlace("clean");

        await app.WorkAsync(build, [App.Taken("balancer-on", "balancer", "parts", "", 1, "balancer", "HB-77")]);
        await app.WorkAsync(other, [App.Taken("balancer-on", "balancer", "parts", "", 1, "balancer", "HB-78")]);
        for (var window = 0; window < 11; window++)
        {
            builder.TurnTo(window);
            Assert.Equal("visible", builder.Js("return document.visibilityState"));
            builder.See(window < 10 ? "HB-77" : "HB-78");
        }
    }
}
