using System.Collections.Concurrent;
using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;
using Xunit;

[assembly: AssemblyFixture(typeof(NeatBore.Browser.Tests.Browsers))]

namespace NeatBore.Browser.Tests;

/// <summary>Ends the browsers once all has been told.</summary>
public sealed class Browsers : IDisposable
{
    public void Dispose() => Browser.EndAll();
}

/// <summary>The browser without its own windows: the same page for a tenth less work.</summary>
file sealed class HeadlessOptions : ChromeOptions
{
    public HeadlessOptions() => BrowserName = "chrome-headless-shell";
}

/// <summary>A real browser, taken by one builder after the other: each has windows of his own, and finds nothing of what those before him
/// left.</summary>
internal sealed class Browser
{
    private static readonly ConcurrentBag<Browser> s_free = [];
    private readonly string _profile = Directory.CreateTempSubdirectory("neat-bore-browser-").FullName;
    private readonly string _own;
    private readonly List<string> _windows = [];

    private Browser()
    {
        var options = new HeadlessOptions { BinaryLocation = "/usr/bin/chromium-headless-shell" };
        options.AddArguments(
            "--no-sandbox",
            "--disable-gpu",
            "--in-process-gpu",
            "--disable-extensions",
            "--disable-quic",
            "--no-first-run",
            "--disable-background-networking",
            "--disable-component-update",
            "--disable-sync",
            "--disable-dev-shm-usage",
            "--hide-scrollbars",
            "--lang=en-GB",
            $"--user-data-dir={_profile}"
        );
        options.SetLoggingPreference(LogType.Browser, LogLevel.Severe);
        Driver = Started(options);
        _own = Driver.CurrentWindowHandle;
    }

    public ChromeDriver Driver { get; }

    /// <summary>The builder's windows, in the order in which they were opened.</summary>
    public IReadOnlyList<string> Windows => _windows;

    /// <summary>One that is free, or one more.</summary>
    public static Browser Take()
    {
        var browser = s_free.TryTake(out var free) ? free : new Browser();
        browser.Begin();
        return browser;
    }

    /// <summary>Closes what the builder had open, and forgets all that he left.</summary>
    public void Leave()
    {
        try
        {
            HashSet<string> origins = [];
            foreach (var window in _windows)
            {
                Driver.SwitchTo().Window(window);
                origins.Add(new Uri(Driver.Url).GetLeftPart(UriPartial.Authority));
                Driver.Close();
            }

            Driver.SwitchTo().Window(_own);
            Driver.ExecuteCdpCommand("Network.clearBrowserCookies", []);
            foreach (var origin in origins.Where(o => o.StartsWith("http", StringComparison.Ordinal)))
            {
                Driver.ExecuteCdpCommand(
                    "Storage.clearDataForOrigin",
                    new Dictionary<string, object?> { ["origin"] = origin, ["storageTypes"] = "all" }
                );
            }

            // What was said by pages that are gone is not the next builder's.
            Driver.Manage().Logs.GetLog(LogType.Browser);
            s_free.Add(this);
        }
        catch (WebDriverException)
        {
            // One that hangs, or was ended by its story, is not taken again.
            End();
        }
    }

    public static void EndAll()
    {
        while (s_free.TryTake(out var browser))
        {
            browser.End();
        }
    }

    /// <summary>One more window of this builder's, in which he goes on.</summary>
    public void OpenWindow()
    {
        Driver.SwitchTo().NewWindow(WindowType.Window);
        _windows.Add(Driver.CurrentWindowHandle);
    }

    private void Begin()
    {
        _windows.Clear();
        OpenWindow();
    }

    private void End()
    {
        Driver.Dispose();
        Directory.Delete(_profile, recursive: true);
    }

    /// <summary>A browser that breaks while it starts, as one in some hundreds does, tells nothing of the app: another is started.</summary>
    private static ChromeDriver Started(ChromeOptions options)
    {
        for (var left = 2; ; left--)
        {
            var service = ChromeDriverService.CreateDefaultService("/usr/bin", "chromedriver");
            service.SuppressInitialDiagnosticInformation = true;
            try
            {
                return new ChromeDriver(service, options);
            }
            catch (InvalidOperationException e) when (left > 0 && e.Message.Contains("SessionNotCreated", StringComparison.Ordinal))
            {
                service.Dispose();
            }
        }
    }
}
