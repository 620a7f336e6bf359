using Xunit;

namespace NeatBore.Browser.Tests;

/// <summary>What somebody meets who was not in the demo: a new build, a phone, a screen of another size.</summary>
public sealed class FirstScreenStories(App app) : IClassFixture<App>
{
    private const string Overlaps = """
        const box = (e) => e.getBoundingClientRect();
        const over = (a, b) => a.left < b.right - 1 && b.left < a.right - 1 && a.top < b.bottom - 1 && b.top < a.bottom - 1;
        const all = [...document.querySelectorAll(arguments[0])], others = arguments[1] ? [...document.querySelectorAll(arguments[1])] : all;
        return all.flatMap((a, i) => others.filter((b, j) => (arguments[1] || j > i) && a !== b && !a.contains(b) && !b.contains(a) && over(box(a), box(b)))
          .map((b) => a.innerText + ' over ' + b.innerText)).join('; ');
        """;

    [Fact]
    public async Task A_new_build_offers_each_task_once_and_each_place_its_own()
    {
        var build = await app.BuildAsync("040");
        using var builder = new Builder();
        builder.Open($"{app.Address}/builds/{build}");
        builder.See("Cam bearings");
        var offered = builder.Texts("main button");
        Assert.Equal(offered.Distinct(), offered);
        Assert.Contains("Rear seal", offered);
        builder.Click("//button[.='Crank float']/preceding::button[starts-with(@class,'absolute') and contains(., 'Cover')]");
        builder.See("Timing cover: all is known that it wants. Begin.");
        Assert.Equal(["Begin: Timing cover", "Print", "Front seal"], builder.Texts("footer button"));
        builder.HasNoErrors();
    }

    [Fact]
    public async Task From_the_job_card_the_first_reading_is_one_enter_away_and_parts_that_are_not_here_are_said()
    {
        var build = await app.BuildAsync("044");
        using var builder = new Builder();
        builder.Open($"{app.Address}/builds/{build}/front-seal/cover");
        builder.See("all is known that it wants. Begin.");
        var seal = builder.Find("//label[starts-with(., 'Front seal ')]").Text;
        builder.Click($"//label[.='{seal}']/following::select[1]/option[.='ordered']");
        builder.See($"Not here: {seal} (ordered).");
        builder.IsAccessible();
        builder.TypeAt("//button[.='Begin: Front seal']", OpenQA.Selenium.Keys.Enter);
        builder.Tick("size");
        builder.See("This can’t be undone.");
        var taken = (await app.StateAsync(build))["tasks"]![0]!["steps"]![0]!["rounds"]![0]!["slots"]![1]!["readings"]![0]!;
        Assert.Equal("done", (string)taken["typed"]!);
        builder.HasNoErrors();
    }

    [Fact]
    public async Task A_build_under_way_opens_at_its_open_step()
    {
        var build = await app.BuildAsync("041");
        await app.WorkAsync(build, [App.Begun("balancer-on", "balancer")]);
        using var builder = new Builder();
        builder.Open($"{app.Address}/builds/{build}");
        builder.WaitForPlace("clean");
        Assert.EndsWith("/balancer-on/balancer", builder.Address, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("timing-cover", "cover", "straight-six-2.7")]
    [InlineData("crank-float", "rear-seal", "four-1.8")]
    public async Task Right_after_begin_no_choice_lies_over_what_is_ticked_at_any_size(string kind, string place, string sheet)
    {
        using var builder = new Builder();
        foreach (var (width, height) in ((int, int)[])[(1280, 800), (1280, 720), (1366, 768), (1920, 1080), (1100, 800)])
        {
            var build = await app.BuildAsync("042", sheet);
            builder.Size(width, height);
            builder.Open($"{app.Address}/builds/{build}/{kind}/{place}");
            builder.GoOn("Begin");
            builder.Find("//nav[contains(@aria-label, 'run sheet')]");
            builder.Find("//main//*[@data-slot]");
            Assert.Equal(
                "",
                builder.Js(
                    Overlaps,
                    "main section button[data-state]:not([role=checkbox])",
                    "main [role=checkbox], main [data-slot], main label"
                )
            );
        }
    }

    [Fact]
    public async Task On_a_phone_the_labels_of_today_lie_beside_one_another()
    {
        await app.BuildAsync("043");
        using var builder = new Builder(390, 844);
        builder.Open(app.Address);
        builder.See("Build 043");
        Assert.Equal("", builder.Js(Overlaps, "article span.whitespace-nowrap", null));
        builder.Fits();
        builder.IsAccessible();
    }
}
