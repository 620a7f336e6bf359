using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;

namespace NeatBore.Bench;

/// <summary>An Enter on the build of twelve rockers, from the key to the call redrawn in Chromium.</summary>
internal static class Entering
{
    private const int Rounds = 60;

    private const string Watch = """
        performance.setResourceTimingBufferSize(20000); window.entered = null; window.drawn = null;
        addEventListener('keydown', (e) => { if (e.key === 'Enter') { window.entered = performance.now(); window.drawn = null; } }, true);
        new MutationObserver(() => {
          const band = document.querySelector('section[aria-label="The call"]').textContent;
          if (window.entered !== null && window.drawn === null && /^(Go|You decide|Look again|Stop)/.test(band))
            requestAnimationFrame(() => (window.drawn = performance.now()));
        }).observe(document.body, { subtree: true, childList: true, characterData: true });
        """;

    public static async Task RunAsync()
    {
        await using var serving = await Serving.StartAsync(5434);
        var build = (await serving.GetAsync("/api/builds"))["lines"]!.AsArray().Single(l => (string)l!["number"]! == "018")!["id"]!;
        var options = new ChromeOptions();
        options.AddArguments("--headless=new", "--no-sandbox", "--window-size=1280,800");
        using var driver = new ChromeDriver(ChromeDriverService.CreateDefaultService("/usr/bin"), options);
        await driver.Navigate().GoToUrlAsync(new Uri($"{serving.Address}/builds/{build}"));
        IWebElement Box() => Until(() => driver.SwitchTo().ActiveElement() is { TagName: "input" } box ? box : null);
        // The first of two readings; with the second comes the call, which is rubbed out again.
        Box().SendKeys("22.001" + Keys.Enter);
        driver.ExecuteScript(Watch);
        var (times, sent, drawn) = (new Times(), new Times(), new Times());
        for (var i = -10; i < Rounds; i++)
        {
            Until(() =>
                driver.ExecuteScript("return document.querySelector('section[aria-label=\"The call\"]').textContent.includes('1 of 4')")
                    is true
                    ? ""
                    : null
            );
            // As fast as nobody reads a gauge, and yet what came before is done with.
            await Task.Delay(250);
            Box().SendKeys("22.026" + Keys.Enter);
            var ms = Until(() => driver.ExecuteScript("return window.drawn === null ? null : window.drawn - window.entered"));
            (i < 0 ? new Times() : times).Add(Convert.ToDouble(ms, System.Globalization.CultureInfo.InvariantCulture));
            var way = (System.Collections.ObjectModel.ReadOnlyCollection<object>)
                driver.ExecuteScript(
                    "const e = performance.getEntriesByType('resource').filter((e) => e.name.endsWith('/work')).at(-1); return "
                        + "[e.startTime - window.entered, window.drawn - e.responseEnd]"
                )!;
            (i < 0 ? new Times() : sent).Add(Convert.ToDouble(way[0], System.Globalization.CultureInfo.InvariantCulture));
            (i < 0 ? new Times() : drawn).Add(Convert.ToDouble(way[1], System.Globalization.CultureInfo.InvariantCulture));
            new OpenQA.Selenium.Interactions.Actions(driver).KeyDown(Keys.Alt).SendKeys("r").KeyUp(Keys.Alt).Perform();
        }

        Console.WriteLine($"| … of it sent, while it is kept | {sent} | |");
        Console.WriteLine($"| … of it drawn | {drawn} | |");
        // Where it went, as the browser saw it and as the server told.
        var parts = (System.Collections.ObjectModel.ReadOnlyCollection<object>)
            driver.ExecuteScript(
                "return performance.getEntriesByType('resource').filter((e) => e.name.endsWith('/work')).flatMap((e) => "
                    + "[e.duration, e.serverTiming[0]?.duration ?? 0, e.serverTiming[1]?.duration ?? 0])"
            )!;
        foreach (var (words, at) in (ReadOnlySpan<(string, int)>)[("answered", 0), ("worked out", 1), ("stored", 2)])
        {
            var of = new Times();
            foreach (var (part, i) in parts.Select((p, i) => (p, i)).Where(p => p.i % 3 == at).Skip(20))
            {
                of.Add(Convert.ToDouble(part, System.Globalization.CultureInfo.InvariantCulture));
            }

            Console.WriteLine($"| … of it {words} | {of} | |");
        }

        Console.WriteLine($"| an Enter on twelve rockers, to the call redrawn | {times} | p95 ≤ 100 ms |");
    }

    private static T Until<T>(Func<T?> look)
        where T : class
    {
        for (var tries = 0; ; tries++)
        {
            try
            {
                if (look() is { } seen)
                {
                    return seen;
                }
            }
            catch (StaleElementReferenceException)
            {
                // Drawn anew under the look.
            }

            if (tries > 2000)
            {
                throw new TimeoutException("What was waited for did not come.");
            }

            Thread.Sleep(5);
        }
    }
}
