using Xunit;

namespace NeatBore.Browser.Tests;

/// <summary>A shop with many engines on the bench, and a tablet that has no line for a while.</summary>
public sealed class TodayStories(App app) : IClassFixture<App>
{
    private const string Rockers = "/builds/0190a1b2-0018-7c00-8000-000000000018/rocker-trunnions/rockers";

    [Fact]
    public async Task Fifty_engines_are_there_at_once_the_rest_as_they_are_scrolled_to_and_what_others_do_without_asking()
    {
        var builds = new List<string>();
        for (var i = 0; i < 60; i++)
        {
            builds.Add(await app.BuildAsync($"{100 + i}"));
        }

        using var builder = new Builder();
        // A page asks again by itself only where the live line is down.
        builder.BeforeEachPage("const timed = setInterval; window.setInterval = (f, ms, ...a) => timed(f, ms >= 5000 ? 1e9 : ms, ...a);");
        builder.Open(app.Address);
        builder.See("67 engines on the bench");
        builder.Wait("return document.querySelectorAll('article').length === 50");
        builder.See("17 more");
        builder.Js("window.scrollTo(0, document.body.scrollHeight)");
        builder.Wait("return document.querySelectorAll('article').length === 67");
        builder.SeeNot("more");
        Assert.Equal(67, builder.Texts("article h2 + p").Distinct().Count());

        // Another tablet begins on the last of them: it goes up to those that are under way, and says what is next.
        await app.WorkAsync(
            builds[^1],
            [App.Begun("balancer-on", "balancer"), App.Taken("balancer-on", "balancer", "parts", "", 1, "balancer", "HB-21")]
        );
        builder.See("Balancer on: parts and cleaning");
        builder.IsAccessible();
        builder.HasNoErrors();
    }

    [Fact]
    public void A_rocker_that_was_never_opened_can_be_read_on_without_a_line()
    {
        using var builder = new Builder();
        builder.Open(app.Address + Rockers);
        builder.See("Rocker 8");
        // At leisure, all of the other steps come too.
        builder.Wait(
            "return performance.getEntriesByType('resource').filter((e) => e.name.includes('/steps?') && e.responseEnd > 0).length >= 3"
        );
        builder.Line(up: false);
        builder.Click("//nav//button[contains(., 'Rocker 9')]");
        builder.See("How it came out");
        builder.See("Rocker 9");
        builder.Line(up: true);
    }
}
