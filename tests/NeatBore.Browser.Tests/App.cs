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

// A story waits more than it works: half as many again at once as there are processors (./test). Those that work on builds of their own
// share one app; a class that changes the shop, or looks at all of it, has its own.
[assembly: CollectionBehavior(CollectionBehavior.CollectionPerClass)]
[assembly: AssemblyFixture(typeof(NeatBore.Browser.Tests.App))]

namespace NeatBore.Browser.Tests;

/// <summary>Stories that stop the database which all share, or race a hand that goes at its own pace.</summary>
[CollectionDefinition(Name, DisableParallelization = true)]
public sealed class Alone
{
    public const string Name = "alone";
}

/// <summary>The app as it ships, in a process of its own on a database of its own, with the demo shop.</summary>
public class App : IAsyncLifetime
{
    private readonly HttpClient _http = new();
    private TestDatabase _test = null!;
    private TestDatabase? _other;
    private Process _server = null!;

    public string Address { get; private set; } = "";

    public async ValueTask InitializeAsync()
    {
        _test = Of is ["--demo", ..] ? await (await s_demo.Value).CopyAsync() : await EmptyAsync();
        Address = $"http://127.0.0.1:{FreePort()}";
        StartGauges();
        await StartServerAsync();
    }

    // The demo is loaded once, and copied for each.
    private static readonly Lazy<Task<TestDatabase>> s_demo = new(async () =>
    {
        var app = new App { _test = await EmptyAsync(), Address = $"http://127.0.0.1:{FreePort()}" };
        await app.StartServerAsync();
        await app.CrashAsync();
        return app._test;
    });

    private static async Task<TestDatabase> EmptyAsync()
    {
        var (test, database) = await TestDatabase.OpenAsync();
        await database.DisposeAsync();
        return test;
    }

    /// <summary>Starts the server, and waits until it is ready.</summary>
    public async Task StartServerAsync()
    {
        var server = Repository.At("src", "NeatBore.Server");
        var start = new ProcessStartInfo("dotnet")
        {
            WorkingDirectory = server,
            ArgumentList =
            {
                Path.Combine(AppContext.BaseDirectory, "NeatBore.Server.dll"),
                "--contentRoot",
                server,
                "--port",
                new Uri(Address).Port.ToString(CultureInfo.InvariantCulture),
                "--gauges",
                $"127.0.0.1:{GaugePort}",
            },
            Environment =
            {
                ["NEATBORE_DB"] = _test.ConnectionString,
                ["NEATBORE_OWNER_DB"] = _test.OwnerString,
                ["ASPNETCORE_ENVIRONMENT"] = "Production",
            },
        };
        foreach (var word in Of)
        {
            start.ArgumentList.Add(word);
        }

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

    /// <summary>Which shop it opens.</summary>
    protected virtual IReadOnlyList<string> Of => ["--demo", Repository.At("demo")];

    /// <summary>Where the gauges would be; nothing listens there, so that everything is typed by hand.</summary>
    protected virtual string GaugePort => "9";

    /// <summary>Ends the server in the middle of what it does.</summary>
    public async Task CrashAsync()
    {
        _server.Kill();
        await _server.WaitForExitAsync();
        _server.Dispose();
    }

    /// <summary>Serves another, empty shop at the same address from now on; again, and the first one is back.</summary>
    public async Task ChangeShopAsync()
    {
        if (_other is null)
        {
            _other = await EmptyAsync();
        }

        await CrashAsync();
        (_test, _other) = (_other, _test);
        await StartServerAsync();
    }

    /// <summary>Starts the gauges, where there are any.</summary>
    public virtual void StartGauges() { }

    public static string FreePort()
    {
        using var free = new TcpListener(IPAddress.Loopback, 0);
        free.Start();
        return ((IPEndPoint)free.LocalEndpoint).Port.ToString(CultureInfo.InvariantCulture);
    }

    public virtual async ValueTask DisposeAsync()
    {
        GC.SuppressFinalize(this);
        await CrashAsync();
        _http.Dispose();
        await _test.DisposeAsync();
        if (_other is not null)
        {
            await _other.DisposeAsync();
        }
    }

    /// <summary>Puts a blank build on the bench.</summary>
    public async Task<string> BuildAsync(string number, string sheet = "straight-six-2.7")
    {
        var build = Guid.CreateVersion7();
        await PostAsync(
            "/api/builds",
            $$"""
            {"build":"{{build}}","id":"{{Guid.CreateVersion7()}}","doneAt":"2026-06-01T08:00:00Z","by":"ines","number":"{{number}}","name":"Trial","sheet":"{{sheet}}"}
            """
        );
        return build.ToString();
    }

    /// <summary>Sends work as another tablet would.</summary>
    public Task WorkAsync(string build, IEnumerable<JsonObject> commands, string by = "tomas") =>
        PostAsync($"/api/builds/{build}/work", new JsonObject { ["by"] = by, ["commands"] = new JsonArray([.. commands]) }.ToJsonString());

    /// <summary>A task that is begun, as it is sent.</summary>
    public static JsonObject Begun(string kind, string place) =>
        new()
        {
            ["do"] = "start-task",
            ["id"] = Guid.CreateVersion7().ToString(),
            ["doneAt"] = DateTimeOffset.UtcNow,
            ["task"] = new JsonObject { ["kind"] = kind, ["place"] = place },
        };

    /// <summary>A reading as it is sent.</summary>
    public static JsonObject Taken(string kind, string place, string step, string item, int round, string slot, string typed) =>
        new()
        {
            ["do"] = "take-reading",
            ["id"] = Guid.CreateVersion7().ToString(),
            ["doneAt"] = DateTimeOffset.UtcNow,
            ["slot"] = new JsonObject
            {
                ["step"] = new JsonObject
                {
                    ["task"] = new JsonObject { ["kind"] = kind, ["place"] = place },
                    ["step"] = step,
                    ["item"] = item,
                },
                ["round"] = round,
                ["slot"] = slot,
            },
            ["typed"] = typed,
            // Metal that is seen as it should lie, or so far along.
            ["sight"] = typed.StartsWith("seen", StringComparison.Ordinal)
                ? new JsonObject
                {
                    ["kind"] = "seen",
                    ["aroundMm"] = 0,
                    ["alongMm"] = typed == "seen" ? 0 : double.Parse(typed[5..], CultureInfo.InvariantCulture),
                }
                : null,
            ["oddConfirmed"] = true,
        };

    /// <summary>Readings of the first round that another tablet takes, a step and its item a line: "body rocker-3: bore-0=22.001
    /// bush-0=22.026".</summary>
    public Task FillAsync(string build, string kind, string place, params IEnumerable<string> lines) =>
        WorkAsync(
            build,
            lines.SelectMany(line =>
            {
                var at = line.Split(": ")[0].Split(' ');
                return line.Split(": ")[1]
                    .Split(' ')
                    .Select(r => r.Split('='))
                    .Select(r => Taken(kind, place, at[0], at.ElementAtOrDefault(1) ?? "", 1, r[0].Replace('_', ' '), r[1]));
            })
        );

    /// <summary>What the record holds, past the screen.</summary>
    public async Task<JsonNode> StateAsync(string build) => (await GetAsync($"/api/builds/{build}/record"))["state"]!;

    /// <summary>What the server answers, past the screen.</summary>
    public async Task<JsonNode> GetAsync(string path) => JsonNode.Parse(await _http.GetStringAsync(new Uri(Address + path)))!;

    /// <summary>How the recording at a place of the balancer's first round stands, past the screen; null where there is none.</summary>
    public async Task<string?> RecordingAsync(string build, string step, string slot) =>
        (string?)
            JsonNode
                .Parse(
                    await _http.GetStringAsync(
                        new Uri($"{Address}/api/builds/{build}/recordings?kind=balancer-on&place=balancer&step={step}&round=1&slot={slot}")
                    )
                )!
                .AsArray()
                .FirstOrDefault()
                ?["stands"];

    /// <summary>Starts or stops the cluster that the tests run on.</summary>
    public static void Cluster(string verb, params string[] more)
    {
        var cluster =
            Environment.GetEnvironmentVariable("NEATBORE_TEST_CLUSTER")
            ?? throw new InvalidOperationException("NEATBORE_TEST_CLUSTER names the folder of the cluster that ./test started.");
        var port = Environment
            .GetEnvironmentVariable("NEATBORE_TEST_DB")!
            .Split(';')
            .Single(p => p.StartsWith("Port=", StringComparison.Ordinal))[5..];
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

    public async Task PostAsync(string path, string json)
    {
        using var content = new StringContent(json, Encoding.UTF8, "application/json");
        using var response = await _http.PostAsync(new Uri(Address + path), content);
        Assert.True(response.IsSuccessStatusCode, await response.Content.ReadAsStringAsync());
    }
}

/// <summary>The app with the simulated gauges that ship with it, six times as quick as a hand.</summary>
public class GaugedApp : App
{
    protected virtual string Speed => "6";

    private Process? _gauges;

    protected override string GaugePort { get; } = FreePort();

    public override void StartGauges() =>
        _gauges = Process.Start(
            new ProcessStartInfo("dotnet")
            {
                ArgumentList =
                {
                    Path.Combine(AppContext.BaseDirectory, "NeatBore.Gauges.Simulated.dll"),
                    "--port",
                    GaugePort,
                    "--speed",
                    Speed,
                },
            }
        );

    /// <summary>Takes all of them off their line at once.</summary>
    public void StopGauges()
    {
        _gauges!.Kill();
        _gauges.WaitForExit();
        _gauges.Dispose();
    }

    /// <summary>Holds all of them up in mid-word, or lets them go on.</summary>
    public void HoldUpGauges(bool held)
    {
        using var signal = Process.Start("kill", [held ? "-STOP" : "-CONT", $"{_gauges!.Id}"]);
        signal.WaitForExit();
    }

    public override async ValueTask DisposeAsync()
    {
        GC.SuppressFinalize(this);
        StopGauges();
        await base.DisposeAsync();
    }
}

/// <summary>The same at a hand's own pace, for what has to be stopped in time.</summary>
public sealed class HandPacedApp : GaugedApp
{
    protected override string Speed => "1";
}

/// <summary>A builder at a tablet: a real browser, looked at and typed into.</summary>
public sealed class Builder : IDisposable
{
    /// <summary>The longest that a look at the page may take, of which it waits two seconds.</summary>
    private static readonly TimeSpan s_look = TimeSpan.FromSeconds(6);

    private static readonly string s_axe = File.ReadAllText(Repository.At("web", "node_modules", "axe-core", "axe.min.js"));
    private readonly Browser _browser = Browser.Take();
    private readonly ChromeDriver _driver;

    public Builder(int width = 1280, int height = 800)
    {
        _driver = _browser.Driver;
        _driver.Manage().Timeouts().AsynchronousJavaScript = s_look;
        Size(width, height);
    }

    /// <summary>Opens one more window beside those that are open; all of them stay in sight.</summary>
    public void OpenWindow(string address)
    {
        _browser.OpenWindow();
        Open(address);
    }

    /// <summary>Goes on in one of the windows, in the order in which they were opened.</summary>
    public void TurnTo(int window) => _driver.SwitchTo().Window(_browser.Windows[window]);

    /// <summary>Another screen, px.</summary>
    public void Size(int width, int height) =>
        _driver.ExecuteCdpCommand(
            "Emulation.setDeviceMetricsOverride",
            new Dictionary<string, object?>
            {
                ["width"] = width,
                ["height"] = height,
                ["deviceScaleFactor"] = 1,
                ["mobile"] = false,
            }
        );

    /// <summary>Runs a script in the page.</summary>
    public object? Js(string script, params object?[] arguments) => _driver.ExecuteScript(script, arguments);

    /// <summary>Goes from step to step by a tap, so many at most, and looks at each by a script: what each is called and what was found,
    /// as JSON. The page walks by itself: a hand that is told each tap takes five times as long.</summary>
    public string WalkSteps(string look, int most)
    {
        _driver.Manage().Timeouts().AsynchronousJavaScript = TimeSpan.FromMinutes(1);
        var walked = (string)
            _driver.ExecuteAsyncScript(
                $$"""
                const done = arguments[arguments.length - 1];
                const at = () => document.querySelector('nav[aria-label=Steps] p')?.innerText.replace(/\s+/g, ' ') ?? '';
                const until = async (holds, most = 20000) => {
                  for (const end = performance.now() + most; performance.now() < end; await new Promise((go) => setTimeout(go, 15))) {
                    if (holds()) return;
                  }
                };
                const frame = () => new Promise((go) => setTimeout(go, 30));
                const look = function () { {{look}} };
                (async () => {
                  const walked = [];
                  for (let n = 0, last = ''; n < arguments[0]; n++) {
                    await until(() => at() !== '' && !document.body.innerText.includes('This step is on its way'));
                    await frame();
                    if (at() === last) break;
                    last = at();
                    walked.push({ at: last, wrong: look('main') ?? '' });
                    document.querySelector("button[aria-label='Next step']").click();
                    await until(() => at() !== last, 400);
                  }
                  done(JSON.stringify(walked));
                })();
                """,
                most
            )!;
        _driver.Manage().Timeouts().AsynchronousJavaScript = s_look;
        return walked;
    }

    /// <summary>Runs a script in each page before its own.</summary>
    public void BeforeEachPage(string script) =>
        _driver.ExecuteCdpCommand("Page.addScriptToEvaluateOnNewDocument", new Dictionary<string, object?> { ["source"] = script });

    /// <summary>Cuts the tablet off, or lets it on again.</summary>
    public void Line(bool up)
    {
        _driver.ExecuteCdpCommand("Network.enable", []);
        _driver.ExecuteCdpCommand(
            "Network.emulateNetworkConditions",
            new Dictionary<string, object?>
            {
                ["offline"] = !up,
                ["latency"] = 0,
                ["downloadThroughput"] = -1,
                ["uploadThroughput"] = -1,
            }
        );
    }

    /// <summary>Waits until a script in the page answers true.</summary>
    public void Wait(string script) => Await(script, script);

    /// <summary>What stands in each of some elements.</summary>
    public IReadOnlyList<string> Texts(string css) => [.. _driver.FindElements(By.CssSelector(css)).Select(e => e.Text)];

    public void Open(string address) => _driver.Navigate().GoToUrl(address);

    public string Address => _driver.Url;

    /// <summary>Types at whatever has the keyboard.</summary>
    public void Type(string keys) => With(() => _driver.SwitchTo().ActiveElement(), at => at.SendKeys(keys));

    /// <summary>Types at what an XPath names.</summary>
    public void TypeAt(string xpath, string keys) => With(() => Find(xpath), found => found.SendKeys(keys));

    public void Press(params string[] keys)
    {
        foreach (var key in keys)
        {
            Type(key);
        }
    }

    public void Alt(char letter) =>
        new OpenQA.Selenium.Interactions.Actions(_driver).KeyDown(Keys.Alt).SendKeys(letter.ToString()).KeyUp(Keys.Alt).Perform();

    /// <summary>Types a reading once its place has the keyboard, and takes it.</summary>
    public void Read(string place, string value)
    {
        WaitForPlace(place);
        Type(value + Keys.Enter);
    }

    /// <summary>Types at a place that nothing waits for.</summary>
    public void More(string place, string value)
    {
        Click($"//*[@data-slot='{place}']");
        Read(place, value);
    }

    /// <summary>Ticks a place once it has the keyboard.</summary>
    public void Tick(string place)
    {
        WaitForPlace(place);
        Press(Keys.Enter);
    }

    /// <summary>Takes an instrument in hand at the open place.</summary>
    public void Arm(string instrument)
    {
        Until(
            () => _driver.FindElements(By.CssSelector("select[aria-label='Instrument in hand'] option")).Any(o => o.Text == instrument),
            $"{instrument} on its line"
        );
        var option = _driver.FindElement(By.XPath($"//select[@aria-label='Instrument in hand']/option[.='{instrument}']"));
        if (!option.Selected)
        {
            option.Click();
        }
    }

    /// <summary>Takes what the gauge in hand shows at a place, once the one big button says so; pressed again where nothing came of
    /// it.</summary>
    public void Gauge(string place, string says = "Take ")
    {
        WaitForPlace(place);
        const string gone = $"if ({Place} !== arguments[0]) return 'gone';";
        do
        {
            var found = Await(
                $"{gone} return {Big}.startsWith(arguments[1]) && {Big}.endsWith('Space') && 'ready'",
                $"the gauge at {place}",
                place,
                says
            );
            if (found is "gone")
            {
                return;
            }

            Press(" ");
        } while (Looked(gone, TimeSpan.FromSeconds(2), place) is null);
    }

    /// <summary>Turns the crank to a place and takes what the dial shows there.</summary>
    public void Dial(string place, string clock)
    {
        WaitForPlace(place);
        var verb = Await(
            $"return {Big}.endsWith('Space') && ['Turn to', 'Take'].find((verb) => {Big}.startsWith(verb + ' ' + arguments[0]))",
            $"the dial at {clock}",
            clock
        );
        if (verb is "Turn to")
        {
            Press(" ");
        }

        Gauge(place, $"Take {clock}");
    }

    /// <summary>Says what was moved, and begins the next round.</summary>
    public void Again(string because)
    {
        PressBig("Measure again");
        TypeAt("//textarea", because + Keys.Enter);
    }

    /// <summary>Turns the dial to where it is parked while the part is tapped.</summary>
    public void Park()
    {
        Find("//button[starts-with(., 'Dial to ') or starts-with(., 'Tap it towards ')]");
        foreach (var turn in _driver.FindElements(By.XPath("//button[starts-with(., 'Dial to ')]")))
        {
            turn.Click();
        }

        Find("//button[starts-with(., 'Tap it towards ')]");
    }

    /// <summary>Pulls the open bolt with the wrench in hand; the pull is taken by itself.</summary>
    public void PullBolt()
    {
        BigSays("Pull bolt ");
        var said = Js($"return {Big}");
        Press(" ");
        Await(
            $"return {Big} !== arguments[0] && !['Stop', 'Setting up', 'Keep'].some((under) => {Big}.startsWith(under))",
            $"a pull after “{said}”",
            said
        );
    }

    /// <summary>Presses the one big button once it says so.</summary>
    public void PressBig(string says)
    {
        BigSays(says);
        TypeAt($"//footer//button[starts-with(normalize-space(.), '{says}')]", " ");
    }

    public void BigSays(string says) => Await($"return {Big}.startsWith(arguments[0])", $"the big button on “{says}”", says);

    /// <summary>What the one big button says, in the page’s own words.</summary>
    private const string Big = "(document.querySelector('footer kbd')?.parentElement?.innerText ?? '').trim()";

    /// <summary>The place that has the keyboard; empty for none.</summary>
    private const string Place = "(document.activeElement?.getAttribute('data-slot') ?? '')";

    /// <summary>All that stands on the screen.</summary>
    private const string Words = "document.body.innerText.replaceAll('\\u00a0', ' ')";

    /// <summary>Picks what was found at a place.</summary>
    public void Pick(string place, string word)
    {
        WaitForPlace(place);
        Click($"//button[@data-slot='{place}']/parent::*/button[.='{word}']");
    }

    /// <summary>Taps a number on the big view's own keypad, and takes it.</summary>
    public void Tap(string place, string number)
    {
        WaitForPlace(place);
        foreach (var key in number)
        {
            Click($"//div[@aria-label='Keypad']//button[.='{(key == '-' ? '−' : key)}']");
        }

        PressBig("Take");
    }

    /// <summary>Goes on by the big button, once it has the keyboard and says so.</summary>
    public void GoOn(string words)
    {
        // The whole page has the words too, while the keyboard is nowhere yet.
        Await(
            """
            const at = document.activeElement;
            return at?.tagName === 'BUTTON' && at.innerText.replaceAll('\u00a0', ' ').includes(arguments[0]);
            """,
            $"the keyboard on “{words}”",
            words
        );
        Assert.True(
            Js("const e = document.activeElement; return e.scrollHeight <= e.clientHeight + 1 && e.scrollWidth <= e.clientWidth + 1")
                is true,
            $"“{words}” is cut off"
        );
        Press(Keys.Enter);
    }

    public void WaitForPlace(string place) => Await($"return {Place} === arguments[0]", $"the keyboard at {place}", place);

    public void See(string words) => Await($"return {Words}.includes(arguments[0])", $"“{words}”", words);

    public void SeeNot(string words) => Await($"return !{Words}.includes(arguments[0])", $"no “{words}”", words);

    // The browser's own answer costs the page a tenth of the driver's, which walks all of it by script.
    public string Text => (string)Js($"return {Words}")!;

    public void Click(string xpath) => With(() => Find(xpath), found => found.Click());

    /// <summary>Does something with what is found; found again where the screen was redrawn between the two.</summary>
    private static void With(Func<IWebElement> find, Action<IWebElement> does)
    {
        for (var tries = 0; ; tries++)
        {
            try
            {
                does(find());
                return;
            }
            catch (StaleElementReferenceException) when (tries < 10)
            {
                // Nothing was done to what is no longer there.
            }
        }
    }

    /// <summary>Takes something with the mouse and lets it go so many pixels away.</summary>
    public void Drag(IWebElement what, int right, int down) =>
        new OpenQA.Selenium.Interactions.Actions(_driver)
            .ClickAndHold(what)
            .MoveByOffset(right / 2, down / 2)
            .MoveByOffset(right - (right / 2), down - (down / 2))
            .Release()
            .Perform();

    /// <summary>Picks a tool of the crib at the open place, whose list the key that led there may have opened already.</summary>
    public void FromCrib(string tool)
    {
        var there = By.XPath($"//button[contains(., '{tool}')]");
        Until(
            () =>
            {
                if (_driver.FindElements(there).Count > 0)
                {
                    return true;
                }

                _driver.FindElements(By.CssSelector("button[data-slot='tool']")).FirstOrDefault()?.Click();
                Thread.Sleep(400);
                return false;
            },
            $"{tool} in the crib’s list"
        );
        Click($"//button[contains(., '{tool}')]");
    }

    /// <summary>Gives a file to an input that takes one.</summary>
    public void Upload(string css, string file)
    {
        Await("return document.querySelector(arguments[0])", css, css);
        _driver.FindElement(By.CssSelector(css)).SendKeys(file);
    }

    /// <summary>Chooses from a labelled list.</summary>
    public void Choose(string label, string option)
    {
        var select = $"//label[contains(., '{label}')]/select";
        Click($"{select}/option[.='{option}']");
    }

    public IWebElement Find(string xpath) => (IWebElement)Await(Shown, xpath, xpath);

    /// <summary>The first that an XPath names which is to be seen.</summary>
    private const string Shown = """
        const all = document.evaluate(arguments[0], document, null, XPathResult.ORDERED_NODE_SNAPSHOT_TYPE, null);
        for (let i = 0; i < all.snapshotLength; i++) {
          const it = all.snapshotItem(i);
          const box = it.tagName === 'OPTION' ? it.closest('select') : it;
          const { width, height } = box.getBoundingClientRect();
          if (width > 0 && height > 0 && box.checkVisibility({ opacityProperty: true, visibilityProperty: true })) return it;
        }
        return null;
        """;

    // Of each kind of element, where it stands and how, so many were looked through already; what a screen has anew is looked through.
    private static readonly HashSet<string> s_lookedThrough = [];

    /// <summary>Whether anything on the screen is of a kind, in a surrounding or a state, that no story has had looked through.</summary>
    private bool HasAnythingNew()
    {
        var kinds =
            (IReadOnlyCollection<object>)
                Js(
                    """
                    const own = (e) => `${e.tagName}.${e.getAttribute('class') ?? ''}`;
                    const states = (e) => e.getAttributeNames().filter((n) => n !== 'aria-label' && /^(aria-|role|type|disabled|tabindex)/.test(n));
                    const kind = (e) => [own(e), ...states(e).map((n) => n + '=' + e.getAttribute(n)), e.parentElement && own(e.parentElement)];
                    return [...new Set([...document.querySelectorAll('body *')].map((e) => kind(e).join(' ').replace(/\d+/g, '0')))];
                    """
                )!;
        lock (s_lookedThrough)
        {
            return kinds.Cast<string>().Count(s_lookedThrough.Add) > 0;
        }
    }

    /// <summary>No serious finding of axe-core on the screen as it stands; a screen of nothing new was looked through already.</summary>
    public void IsAccessible()
    {
        if (!HasAnythingNew())
        {
            return;
        }

        _driver.ExecuteScript(s_axe);
        // A long screen takes a busy machine more than a look does.
        _driver.Manage().Timeouts().AsynchronousJavaScript = TimeSpan.FromMinutes(1);
        var findings = (string)
            _driver.ExecuteAsyncScript(
                """
                const done = arguments[arguments.length - 1];
                axe.run(document, { resultTypes: ['violations'] }).then((r) => done(r.violations
                  .filter((v) => v.impact === 'serious' || v.impact === 'critical')
                  .map((v) => v.id + ': ' + v.nodes.map((n) => n.target.join(' ') + ' ' + n.failureSummary).slice(0, 3).join(' | ')).join('\n')));
                """
            )!;
        _driver.Manage().Timeouts().AsynchronousJavaScript = s_look;
        Assert.Equal("", findings);
    }

    /// <summary>Nothing sticks out of the screen sideways.</summary>
    public void Fits() =>
        Assert.True((bool)_driver.ExecuteScript("return document.documentElement.scrollWidth <= document.documentElement.clientWidth")!);

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

    public void Dispose() => _browser.Leave();

    /// <summary>Waits until a script in the page answers with something, and tells what.</summary>
    private object Await(string script, string what, params object?[] arguments)
    {
        object? found = null;
        Until(() => (found = Looked(script, TimeSpan.FromSeconds(2), arguments)) is not null, what);
        return found!;
    }

    /// <summary>What a script in the page answers with in so long a time, looked at as the page changes; null where it is nothing. The
    /// page looks by itself: asked thirty times a second from outside, it and its driver do little else.</summary>
    private object? Looked(string script, TimeSpan most, params object?[] arguments)
    {
        try
        {
            return _driver.ExecuteAsyncScript(
                $$"""
                const done = arguments[arguments.length - 1];
                const asked = [...arguments].slice(0, -1);
                const look = async () => {
                  try { return await (function () { {{script}} }).apply(null, asked); } catch { return null; }
                };
                let next = 0;
                let over = false;
                const looked = async () => { next = 0; const found = await look(); if (found) end(found); };
                const soon = () => { next ||= setTimeout(looked, 20); };
                const change = new MutationObserver(soon);
                const beat = setInterval(looked, 200);
                const late = setTimeout(() => end(null), {{most.TotalMilliseconds}});
                const end = (found) => {
                  if (over) return;
                  over = true;
                  change.disconnect();
                  document.removeEventListener('focusin', soon, true);
                  clearInterval(beat);
                  clearTimeout(late);
                  clearTimeout(next);
                  done(found);
                };
                change.observe(document, { subtree: true, childList: true, attributes: true, characterData: true });
                document.addEventListener('focusin', soon, true);
                looked();
                """,
                arguments
            );
        }
        catch (WebDriverTimeoutException)
        {
            // A page that was left in the middle of a look never answers.
            return null;
        }
    }

    private void Until(Func<bool> holds, string what)
    {
        var clock = Stopwatch.StartNew();
        WebDriverException? last = null;
        while (true)
        {
            try
            {
                if (holds())
                {
                    return;
                }
            }
            catch (WebDriverException e)
                when (e is StaleElementReferenceException or NoSuchElementException or UnknownErrorException or JavaScriptException)
            {
                // The screen was redrawn, or the page left, while it was being looked at.
                last = e;
            }

            if (clock.Elapsed > TimeSpan.FromSeconds(20))
            {
                var active = _driver.SwitchTo().ActiveElement();
                throw new Xunit.Sdk.XunitException(
                    $"Waited for {what}. The keyboard is at {active.TagName} {active.GetAttribute("data-slot")} “{active.Text}”, "
                        + $"the big button says “{Js($"return {Big}")}”. On screen:\n{Text}",
                    last
                );
            }

            // Asked again soon, and the browser left some of the machine meanwhile.
            Thread.Sleep(30);
        }
    }
}
