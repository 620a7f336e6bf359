using System.Text.Json.Nodes;
using Xunit;

namespace NeatBore.Browser.Tests;

/// <summary>Every task of the demo's engines on a phone, step by step.</summary>
public sealed class PhoneStories(App app) : IClassFixture<App>
{
    // The steps of one rocker are those of the other eleven.
    private const int MostSteps = 16;

    /// <summary>What lies over something else, sticks out sideways or is cut off, of all that is tapped and typed at.</summary>
    private const string Wrong = """
        const shown = [...document.querySelectorAll(`:is(${arguments[0]}) :is(button, input, textarea, select, [data-slot])`)]
          .filter((e) => e.checkVisibility() && !e.closest('.sr-only'));
        const box = (e) => e.getBoundingClientRect();
        const name = (e) => (e.getAttribute('aria-label') || e.innerText || e.tagName).slice(0, 30).replace(/\s+/g, ' ');
        const over = (a, b) => a.left < b.right - 1 && b.left < a.right - 1 && a.top < b.bottom - 1 && b.top < a.bottom - 1;
        const rows = (e) => e.closest('.overflow-x-auto');
        const wrong = shown.flatMap((a, i) => shown.slice(i + 1)
          .filter((b) => !a.contains(b) && !b.contains(a) && rows(a) === rows(b) && over(box(a), box(b)))
          .map((b) => name(a) + ' over ' + name(b)));
        const wide = shown.filter((e) => !rows(e) && (box(e).right > innerWidth + 1 || box(e).left < -1)).map((e) => name(e) + ' sticks out');
        const root = document.documentElement;
        if (root.scrollWidth > root.clientWidth) wide.push('the page is wider than its screen');
        const cut = shown.filter((e) => e.tagName === 'BUTTON' && e.scrollWidth > e.clientWidth + 1).map((e) => name(e) + ' is cut off');
        return [...wrong, ...wide, ...cut].join('; ');
        """;

    [Fact]
    public async Task Every_task_of_the_demos_engines_has_room_on_a_phone_at_each_step()
    {
        using var builder = new Builder(390, 844);
        var (steps, wrong, seen) = (0, new List<string>(), new HashSet<string>());
        foreach (var line in (await app.GetAsync("/api/builds"))["lines"]!.AsArray())
        {
            var build = (string)line!["id"]!;
            var state = await app.StateAsync(build);
            var offered = state["places"]!
                .AsArray()
                .SelectMany(p => p!["tasks"]!.AsArray())
                .Select(t => (Kind: (string)t!["ref"]!["kind"]!, Place: (string)t["ref"]!["place"]!))
                // What differs from engine to engine on a phone is the balancer; of the rest one engine stands for all.
                .Where(t => seen.Add(t.Kind.StartsWith("balancer", StringComparison.Ordinal) ? $"{t.Kind} {line["engine"]}" : t.Kind))
                .ToList();
            var begun = state["tasks"]!.AsArray().Select(t => ((string)t!["ref"]!["kind"]!, (string)t["ref"]!["place"]!));
            foreach (var (kind, place) in offered.Except(begun))
            {
                await app.WorkAsync(build, [App.Begun(kind, place)]);
            }

            foreach (var task in offered)
            {
                var address = $"/builds/{build}/{task.Kind}/{task.Place}";
                builder.Open(app.Address + address);
                builder.Find("//nav[@aria-label='Steps']");
                var walked = JsonNode.Parse((string)builder.WalkSteps(Wrong, MostSteps))!.AsArray();
                steps += walked.Count;
                wrong.AddRange(walked.Where(w => (string)w!["wrong"]! != "").Select(w => $"{address}, {w!["at"]}: {w["wrong"]}"));
                // The phone is carried to the next engine: it is not asked here each time.
                builder.Js("sessionStorage.clear()");
            }
        }

        Assert.True(steps > 100, $"{steps} steps were looked at");
        Assert.True(wrong.Count == 0, string.Join('\n', wrong));
        builder.HasNoErrors();
    }

    [Fact]
    public async Task Every_other_screen_has_room_on_a_phone()
    {
        var line = (await app.GetAsync("/api/builds"))["lines"]!.AsArray().First(l => (string)l!["number"]! == "018")!;
        var (build, sheet) = ((string)line["id"]!, "/engines/straight-six-2.7");
        using var builder = new Builder(390, 844);
        foreach (
            var path in (string[])
                ["", "/engines", "/engines/new", sheet, "/crib", "/settings", "/plan", .. s_ofBuild.Select(p => $"/builds/{build}/{p}")]
        )
        {
            builder.Open(app.Address + path);
            builder.Find("//main//*[self::h1 or self::h2 or self::h3 or self::a or self::button or self::input]");
            builder.Wait("return !/on (its|the) way/.test(document.body.innerText)");
            builder.Fits();
            Assert.Equal(path, $"{path}{builder.Js(Wrong, "main, header, footer")}");
        }

        builder.HasNoErrors();
    }

    private static readonly string[] s_ofBuild = ["record", "fasteners", "found", "parts", "tag"];
}
