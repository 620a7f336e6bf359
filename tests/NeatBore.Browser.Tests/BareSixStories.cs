using System.Globalization;
using OpenQA.Selenium;
using Xunit;

namespace NeatBore.Browser.Tests;

/// <summary>From a bare arrangement to what is seen down three oil passages of a bearing.</summary>
public sealed class BareSixStories(App app) : IClassFixture<App>
{
    private static readonly string[] s_passages = ["feed", "feed-2", "feed-3"];

    [Fact]
    public async Task Three_bearings_with_three_passages_each_are_typed_on_the_drawing_and_the_first_is_driven_to_its_call()
    {
        await app.PostAsync(
            "/api/engines",
            $$"""{"id":"{{Guid.NewGuid()}}","name":"Six 2.0","arrangement":{"banks":"straight","cylinders":6,"camBearings":3} }"""
        );
        var engine = (string)(await app.GetAsync("/api/sheets")).AsArray().Single(s => (string)s!["name"]! == "Six 2.0")!["id"]!;
        using var builder = new Builder();
        builder.Open($"{app.Address}/engines/{engine}?part=cam");
        builder.See("Bearing 1 from the front");
        Next(builder, "54", "22", "", "1.8", "50.33", "", "", "", "180", "6", "", "90", "5", "8", "300", "4", "12");
        for (var n = 2; n <= 3; n++)
        {
            builder.Click($"//button[@aria-label='Bearing {n}']");
            builder.Click("//label[starts-with(., 'Oil hole at')]/preceding::input[1]");
            Next(builder, $"{178 + (2 * n)}", "", "", "90", "5", "8", "300", "4", "12");
        }

        // Every key of a dimension is drawn at once.
        builder.Click("//button[@aria-label='Bearing 3']");
        builder.Click("//label[starts-with(., 'Oil hole at')]/preceding::input[1]");
        Assert.True(Redrawn(builder) is var ms && ms < 150, $"{ms} ms from key to drawing");
        builder.TypeAt("//label[span[.='Why, if it needs saying']]//input", "off the block");
        builder.Click("//button[.='Keep as version 2']");
        builder.See("off the block");

        const string build = "01a218c9-bce0-75a0-8292-55ba9b9e0801";
        await app.PostAsync(
            "/api/builds",
            $$"""{"build":"{{build}}","id":"{{Guid.CreateVersion7()}}","doneAt":"2026-06-01T08:00:00Z","by":"ines","number":"801","name":"T","sheet":"{{engine}}"}"""
        );
        builder.Open($"{app.Address}/builds/{build}/cam-bearings/cam");
        builder.GoOn("Begin: Cam bearings");
        for (var n = 1; n <= 3; n++)
        {
            builder.See($"Bearing {n}: out");
            if (n == 1)
            {
                builder.Js("document.querySelector('[data-slot=depth]').focus()");
                builder.Read("depth", "1.2");
            }

            builder.Tick("noted");
        }

        Steps.Ticks(builder, "rodded", "plugs", "edges", "dry");
        for (var n = 1; n <= 3; n++)
        {
            CamStories.Set(builder, 54);
            builder.GoOn(n < 3 ? $"Bearing {n + 1}: shell" : "The order and the tool");
        }

        builder.FromCrib("Expanding bearing driver");
        builder.See("Bearing 3 first, from the front.");
        builder.GoOn("Bearing 3: before the first blow");
        Steps.Ticks(builder, "mark", "lined");
        CamStories.Bite(builder, 2);
        CamStories.Look(builder, s_passages, 4, -7);
        builder.Pick("turns", "it turns");
        builder.See("anticlockwise seen from the front while it still turns");
        builder.Click("//footer//button[.='Again']");
        builder.TypeAt("//textarea", "Turned back" + Keys.Enter);
        CamStories.Look(builder, s_passages, 0, -7);
        builder.Pick("turns", "it turns");
        builder.GoOn("Bearing 3: at depth");
        CamStories.Look(builder, s_passages, 0, 0);
        builder.See("Open: feed ");

        // What was measured on the build is taken into the sheet with one tap.
        builder.Open($"{app.Address}/engines/{engine}?part=cam");
        builder.Click("//label[.='Shell’s edge below the face']/preceding::input[1]");
        builder.Click("//button[contains(., 'Take 1.200 mm, measured on build 801')]");
        builder.Click("//button[.='Keep as version 3']");
        builder.See("Bearing 1: shell’s edge below the face: not known → 1.200 mm");
        builder.See("measured here, Ines");
        builder.HasNoErrors();
    }

    /// <summary>How long a key takes until what it types is drawn, ms: the middle of nine.</summary>
    private static double Redrawn(Builder builder)
    {
        builder.Js(
            """
            window.took = [];
            const drawing = document.querySelector('[role=slider]').ownerDocument.querySelector('main');
            let at = 0;
            addEventListener('input', () => (at = performance.now()), true);
            new MutationObserver(() => {
              if (at > 0) requestAnimationFrame(() => { if (at > 0) { took.push(performance.now() - at); at = 0; } });
            }).observe(drawing, { subtree: true, attributes: true, attributeFilter: ['aria-valuenow'] });
            """
        );
        for (var n = 0; n < 9; n++)
        {
            builder.Press(Keys.Control + "a", $"{140 + n}");
            builder.Wait($"return document.querySelector('[role=slider]')?.getAttribute('aria-valuenow') === '{140 + n}'");
        }

        builder.Press(Keys.Control + "a", "180", Keys.Enter);
        return Convert.ToDouble(builder.Js("return took.sort((a, b) => a - b)[Math.floor(took.length / 2)]"), CultureInfo.InvariantCulture);
    }

    private static void Next(Builder builder, params string[] values)
    {
        foreach (var value in values)
        {
            builder.Press(value, Keys.Enter);
        }
    }
}
