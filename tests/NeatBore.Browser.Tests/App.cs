using System.Diagnostics;
using System.Globalization;
using System.Net;
using System.Net.Sockets;
using System.Text;
using System.Text.Json.Nodes;
using NeatBore.Tests;
using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;
using Xunit;

[assembly: CollectionBehavior(DisableTestParallelization = true)]

namespace NeatBore.Browser.Tests;

/// <summary>The app as it ships, in a process of its own on a database of its own, with the demo shop.</summary>
public sealed class App : IAsyncLifetime
{
    private readonly HttpClient _http = new();
    private TestDatabase _test = null!;
    private Process _server = null!;

    public string Address { get; private set; } = "";

    public async ValueTask InitializeAsync()
    {
        (_test, var database) = await TestDatabase.OpenAsync();
        await database.DisposeAsync();
        using (var free = new TcpListener(IPAddress.Loopback, 0))
        {
            free.Start();
            Address = $"http://127.0.0.1:{((IPEndPoint)free.LocalEndpoint).Port.ToString(CultureInfo.InvariantCulture)}";
        }

        var server = Repository.At("src", "NeatBore.Server");
        var start = new ProcessStartInfo("dotnet")
        {
            WorkingDirectory = server,
            ArgumentList = { Path.Combine(AppContext.BaseDirectory, "NeatBore.Server.dll"), "--contentRoot", server, "--port", new Uri(Address).Port.ToString(CultureInfo.InvariantCulture), "--demo", Repository.At("demo") },
            Environment = { ["NEATBORE_DB"] = _test.ConnectionString, ["ASPNETCORE_ENVIRONMENT"] = "Production" },
        };
        _server = Process.Start(start)!;
        await Until(async () =>
        {
            try
            {
                return (await _http.GetAsync(new Uri($"{Address}/api/health"))).IsSuccessStatusCode;
            }
            catch (HttpRequestException)
            {
                return false;
            }
        });
    }

    public async ValueTask DisposeAsync()
    {
        _server.Kill();
        await _server.WaitForExitAsync();
        _server.Dispose();
        _http.Dispose();
        await _test.DisposeAsync();
    }

    /// <summary>Puts a blank build on the bench.</summary>
    public async Task<string> BuildAsync(string number)
    {
        var build = Guid.CreateVersion7();
        await PostAsync("/api/builds", $$"""
            {"build":"{{build}}","id":"{{Guid.CreateVersion7()}}","doneAt":"2026-06-01T08:00:00Z","by":"ines","number":"{{number}}","name":"Trial","sheet":"straight-six-2.7"}
            """);
        return build.ToString();
    }

    /// <summary>What the record holds, past the screen.</summary>
    public async Task<JsonNode> StateAsync(string build) =>
        JsonNode.Parse(await _http.GetStringAsync(new Uri($"{Address}/api/builds/{build}")))!["state"]!;

    /// <summary>Starts or stops the cluster that the tests run on.</summary>
    public static void Cluster(string verb, params string[] more)
    {
        var cluster = Environment.GetEnvironmentVariable("NEATBORE_TEST_CLUSTER")
            ?? throw new InvalidOperationException("NEATBORE_TEST_CLUSTER names the folder of the cluster that ./test started.");
        var port = Environment.GetEnvironmentVariable("NEATBORE_TEST_DB")!.Split(';').Single(p => p.StartsWith("Port=", StringComparison.Ordinal))[5..];
        string[] rest = verb == "start" ? [port] : more;
        using var run = Process.Start("bash", [Repository.At("scripts", "postgres"), verb, cluster, .. rest]);
        run.WaitForExit();
        Assert.Equal(0, run.ExitCode);
    }

    public static async Task Until(Func<Task<bool>> holds)
    {
        var clock = Stopwatch.StartNew();
        while (!await holds())
        {
            Assert.True(clock.Elapsed < TimeSpan.FromSeconds(60), "waited a minute for the app");
            await Task.Delay(100);
        }
    }

    private async Task PostAsync(string path, string json)
    {
        using var content = new StringContent(json, Encoding.UTF8, "application/json");
        using var response = await _http.PostAsync(new Uri(Address + path), content);
        Assert.True(response.IsSuccessStatusCode, await response.Content.ReadAsStringAsync());
    }
}

/// <summary>A builder at a tablet: a real browser, looked at and typed into.</summary>
public sealed class Builder : IDisposable
{
    private static readonly string s_axe = File.ReadAllText(Repository.At("web", "node_modules", "axe-core", "axe.min.js"));
    private readonly ChromeDriver _driver;
    private readonly string _profile = Directory.CreateTempSubdirectory("neat-bore-browser-").FullName;

    public Builder(int width = 1280, int height = 800)
    {
        var service = ChromeDriverService.CreateDefaultService("/usr/bin", "chromedriver");
        service.SuppressInitialDiagnosticInformation = true;
        var options = new ChromeOptions { BinaryLocation = "/usr/bin/chromium" };
        options.AddArguments(
            "--headless=new", "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking",
            "--disable-component-update", "--disable-sync", "--disable-dev-shm-usage", "--hide-scrollbars", "--lang=en-GB", $"--user-data-dir={_profile}");
        options.SetLoggingPreference(LogType.Browser, LogLevel.Severe);
        _driver = new ChromeDriver(service, options);
        _driver.ExecuteCdpCommand("Emulation.setDeviceMetricsOverride", new Dictionary<string, object?>
        {
            ["width"] = width,
            ["height"] = height,
            ["deviceScaleFactor"] = 1,
            ["mobile"] = false,
        });
    }

    public void Open(string address) => _driver.Navigate().GoToUrl(address);

    public string Address => _driver.Url;

    /// <summary>Types at whatever has the keyboard.</summary>
    public void Type(string keys) => _driver.SwitchTo().ActiveElement().SendKeys(keys);

    public void Press(params string[] keys)
    {
        foreach (var key in keys)
        {
            Type(key);
        }
    }

    public void Alt(char letter) => new OpenQA.Selenium.Interactions.Actions(_driver).KeyDown(Keys.Alt).SendKeys(letter.ToString()).KeyUp(Keys.Alt).Perform();

    /// <summary>Types a reading once its place has the keyboard, and takes it.</summary>
    public void Read(string place, string value)
    {
        WaitForPlace(place);
        Press(value, Keys.Enter);
    }

    /// <summary>Ticks a place once it has the keyboard.</summary>
    public void Tick(string place)
    {
        WaitForPlace(place);
        Press(Keys.Enter);
    }

    /// <summary>Goes on by the big button, once it has the keyboard and says so.</summary>
    public void GoOn(string words)
    {
        Until(() => _driver.SwitchTo().ActiveElement().Text.Contains(words, StringComparison.Ordinal), $"the keyboard on “{words}”");
        Press(Keys.Enter);
    }

    public void WaitForPlace(string place) =>
        Until(() => _driver.SwitchTo().ActiveElement().GetAttribute("data-slot") == place, $"the keyboard at {place}");

    public void See(string words) => Until(() => Text.Contains(words, StringComparison.Ordinal), $"“{words}”");

    public void SeeNot(string words) => Until(() => !Text.Contains(words, StringComparison.Ordinal), $"no “{words}”");

    public string Text => _driver.FindElement(By.TagName("body")).Text;

    public void Click(string xpath) => Find(xpath).Click();

    public IWebElement Find(string xpath)
    {
        IWebElement? found = null;
        Until(() => (found = _driver.FindElements(By.XPath(xpath)).FirstOrDefault(e => e.Displayed)) is not null, xpath);
        return found!;
    }

    /// <summary>No serious finding of axe-core on the screen as it stands.</summary>
    public void IsAccessible()
    {
        _driver.ExecuteScript(s_axe);
        var findings = (string)_driver.ExecuteAsyncScript("""
            const done = arguments[arguments.length - 1];
            axe.run(document, { resultTypes: ['violations'] }).then((r) => done(r.violations
              .filter((v) => v.impact === 'serious' || v.impact === 'critical')
              .map((v) => v.id + ': ' + v.nodes.map((n) => n.target.join(' ') + ' ' + n.failureSummary).slice(0, 3).join(' | ')).join('\n')));
            """)!;
        Assert.Equal("", findings);
    }

    /// <summary>Nothing sticks out of the screen sideways.</summary>
    public void Fits() => Assert.True((bool)_driver.ExecuteScript("return document.documentElement.scrollWidth <= document.documentElement.clientWidth")!);

    public void HasNoErrors() => Assert.Equal("", string.Join('\n', _driver.Manage().Logs.GetLog(LogType.Browser).Select(l => l.Message)));

    /// <summary>Keeps a picture for the README where NEATBORE_PICTURES names a folder.</summary>
    public void Picture(string name)
    {
        if (Environment.GetEnvironmentVariable("NEATBORE_PICTURES") is { Length: > 0 } folder)
        {
            _driver.ExecuteAsyncScript("document.fonts.ready.then(() => requestAnimationFrame(() => setTimeout(arguments[0], 50)))");
            _driver.GetScreenshot().SaveAsFile(Path.Combine(folder, $"{name}.png"));
        }
    }

    public void Dispose()
    {
        _driver.Dispose();
        Directory.Delete(_profile, recursive: true);
    }

    private void Until(Func<bool> holds, string what)
    {
        var clock = Stopwatch.StartNew();
        while (true)
        {
            try
            {
                if (holds())
                {
                    return;
                }
            }
            catch (WebDriverException e) when (e is StaleElementReferenceException or NoSuchElementException)
            {
                // The screen was redrawn while it was being looked at.
            }

            if (clock.Elapsed > TimeSpan.FromSeconds(20))
            {
                var active = _driver.SwitchTo().ActiveElement();
                throw new Xunit.Sdk.XunitException($"Waited for {what}. The keyboard is at {active.TagName} {active.GetAttribute("data-slot")} “{active.Text}”. On screen:\n{Text}");
            }

            Thread.Yield();
        }
    }
}
