using System.Text.Json.Nodes;
using Xunit;

namespace NeatBore.Browser.Tests;

/// <summary>Every task of every engine that the demo knows, opened once: those too of which only single values are known.</summary>
public sealed class EveryEngineStories(App app)
{
    // A box is what can be typed in, ticked or picked, with its label: none lies over another.
    private const string Overlaps = """
        const parts = (e) => [...e.querySelectorAll('input,button,label,p,span')]
          .filter((x) => !x.classList.contains('sr-only'))
          .map((x) => x.getBoundingClientRect())
          .filter((r) => r.width > 2 && r.height > 2);
        const boxes = [...document.querySelectorAll('section.on-field .group.absolute')].map((e) => [e.innerText.slice(0, 40), parts(e)]);
        const over = ([, a], [, b]) =>
          a.some((p) => b.some((q) => Math.min(p.right, q.right) - Math.max(p.left, q.left) > 3
            && Math.min(p.bottom, q.bottom) - Math.max(p.top, q.top) > 8));
        return boxes.flatMap((a, i) => boxes.slice(i + 1).filter((b) => over(a, b)).map((b) => `${a[0]} over ${b[0]}`)).join('; ');
        """;

    [Fact]
    public async Task No_screen_breaks_on_what_is_not_known()
    {
        using var builder = new Builder();
        builder.Open(app.Address);
        builder.See("on the bench");
        var (opened, wrong) = (0, new List<string>());
        foreach (var sheet in (await app.GetAsync("/api/sheets")).AsArray().Select(s => (string)s!["id"]!))
        {
            var build = await app.BuildAsync($"09{opened % 10}", sheet);
            var tasks = (await app.StateAsync(build))["places"]!
                .AsArray()
                .SelectMany(p => p!["tasks"]!.AsArray())
                .Select(t => (Kind: (string)t!["ref"]!["kind"]!, Place: (string)t["ref"]!["place"]!))
                .DistinctBy(t => t.Kind);
            foreach (var (kind, place) in tasks)
            {
                var card = await app.GetAsync($"/api/builds/{build}/card?kind={kind}&place={place}");
                if ((bool)card["ready"]!)
                {
                    await app.WorkAsync(build, [App.Begun(kind, place)]);
                }

                builder.Js(
                    "sessionStorage.clear(); history.pushState({}, '', arguments[0]); dispatchEvent(new PopStateEvent('popstate'))",
                    $"/builds/{build}/{kind}/{place}"
                );
                builder.Wait($"return document.querySelector('main, section.on-field') && location.pathname.endsWith('/{place}')");
                builder.Wait("return !document.body.innerText.includes('Fetching the build') || null");
                opened++;
                var said = builder.Text;
                if (
                    said.Contains("This screen broke", StringComparison.Ordinal)
                    || said.Contains("can’t be drawn", StringComparison.Ordinal)
                )
                {
                    wrong.Add($"{sheet}, {kind}: {said}");
                }

                if (builder.Js(Overlaps) is string { Length: > 0 } over)
                {
                    wrong.Add($"{sheet}, {kind}: {over}");
                }
            }
        }

        Assert.Empty(wrong);
        Assert.True(opened > 60, $"{opened} tasks were opened");
    }
}
