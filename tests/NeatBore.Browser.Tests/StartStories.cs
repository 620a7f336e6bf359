using System.Diagnostics;
using System.Globalization;
using System.Text.Json.Nodes;
using NeatBore.Tests;
using Xunit;

namespace NeatBore.Browser.Tests;

/// <summary>The app as its start command runs it, on a cluster of its own.</summary>
public sealed class StartStories : IDisposable
{
    private readonly string _data = Directory.CreateTempSubdirectory("neat-bore-start-").FullName;
    private readonly List<Served> _served = [];
    private readonly HttpClient _http = new() { Timeout = TimeSpan.FromSeconds(5) };

    /// <summary>One running start command, with what it said so far.</summary>
    private sealed class Served(Process process, int port)
    {
        public Process Process => process;

        public int Port => port;

        public Uri At(string path) => new($"http://127.0.0.1:{port}{path}");

        public List<string> Said { get; } = [];

        public string All
        {
            get
            {
                lock (Said)
                {
                    return string.Join('\n', Said);
                }
            }
        }
    }

    private Served Serve(string demo, int? at = null)
    {
        // Three ports in a row, as the command takes them.
        var port =
            at ?? Enumerable.Range(0, 100).Select(_ => int.Parse(App.FreePort(), CultureInfo.InvariantCulture)).First(p => p < 65000);
        var process = Script.Start(
            "scripts/serve",
            _data,
            Path.Combine(AppContext.BaseDirectory, "NeatBore.Server.dll"),
            Path.Combine(AppContext.BaseDirectory, "NeatBore.Gauges.Simulated.dll"),
            port.ToString(CultureInfo.InvariantCulture),
            "--demo",
            demo
        );
        var served = new Served(process, port);
        void Hear(object _, DataReceivedEventArgs e)
        {
            lock (served.Said)
            {
                served.Said.Add(e.Data ?? "");
            }
        }

        process.OutputDataReceived += Hear;
        process.ErrorDataReceived += Hear;
        process.BeginOutputReadLine();
        process.BeginErrorReadLine();
        _served.Add(served);
        return served;
    }

    private async Task ReadyAsync(Served served, int seconds = 60)
    {
        var clock = Stopwatch.StartNew();
        while (true)
        {
            try
            {
                using var health = await _http.GetAsync(served.At("/api/health"));
                if (health.IsSuccessStatusCode)
                {
                    return;
                }
            }
            catch (Exception e) when (e is HttpRequestException or TaskCanceledException)
            {
                // Not yet.
            }

            Assert.False(served.Process.HasExited, served.All);
            Assert.True(clock.Elapsed < TimeSpan.FromSeconds(seconds), $"not ready within {seconds} s: {served.All}");
            await Task.Delay(50);
        }
    }

    private static async Task KillAsync(params string[] processes)
    {
        using var kill = Process.Start("kill", ["-KILL", .. processes]);
        await kill.WaitForExitAsync(TestContext.Current.CancellationToken);
    }

    /// <summary>The process of the app, or of the gauges, as the start command keeps it.</summary>
    private string Kept(string what, Served served) => File.ReadAllText(Path.Combine(_data, $"{what}-{served.Port}.pid")).Trim();

    private static async Task<int> EndAsync(Served served)
    {
        using var end = Process.Start("kill", ["-TERM", $"{served.Process.Id}"]);
        await served.Process.WaitForExitAsync().WaitAsync(TimeSpan.FromSeconds(60));
        return served.Process.ExitCode;
    }

    private string PidFile => Path.Combine(_data, "postgres", "postmaster.pid");

    /// <summary>The database's process; empty while it is between two.</summary>
    private string Postmaster => File.Exists(PidFile) ? File.ReadAllLines(PidFile).FirstOrDefault() ?? "" : "";

    public void Dispose()
    {
        foreach (var served in _served.Where(s => !s.Process.HasExited))
        {
            EndAsync(served).GetAwaiter().GetResult();
        }

        Script.Run("scripts/postgres", "stop", Path.Combine(_data, "postgres"));
        _http.Dispose();
        Directory.Delete(_data, recursive: true);
    }

    [Fact]
    public async Task A_second_start_ends_without_the_firsts_database_and_a_killed_database_comes_back()
    {
        var first = Serve(Repository.At("demo"));
        await ReadyAsync(first);
        var second = Serve(Repository.At("demo"));
        await ReadyAsync(second);
        Assert.Equal(143, await EndAsync(second));
        await ReadyAsync(first, 1);

        var before = Postmaster;
        using (var kill = Process.Start("kill", ["-KILL", before]))
        {
            await kill.WaitForExitAsync(TestContext.Current.CancellationToken);
        }

        var clock = Stopwatch.StartNew();
        while (Postmaster is var now && (now.Length == 0 || now == before))
        {
            Assert.True(clock.Elapsed < TimeSpan.FromSeconds(10), first.All);
            await Task.Delay(50, TestContext.Current.CancellationToken);
        }

        await ReadyAsync(first, 10);
        Assert.NotEmpty(
            JsonNode.Parse(await _http.GetStringAsync(first.At("/api/builds"), TestContext.Current.CancellationToken))!["lines"]!.AsArray()
        );
        Assert.Equal(143, await EndAsync(first));
        Assert.False(File.Exists(PidFile));
    }

    [Fact]
    public async Task What_is_killed_together_comes_back_and_what_a_killed_start_left_is_taken_over()
    {
        var first = Serve(Repository.At("demo"));
        await ReadyAsync(first);
        var (app, gauges) = (Kept("app", first), Kept("gauges", first));
        await KillAsync(app, gauges, Postmaster);
        var clock = Stopwatch.StartNew();
        while (Kept("app", first) == app || Kept("gauges", first) == gauges)
        {
            Assert.False(first.Process.HasExited, first.All);
            Assert.True(clock.Elapsed < TimeSpan.FromSeconds(60), first.All);
            await Task.Delay(50, TestContext.Current.CancellationToken);
        }

        await ReadyAsync(first);

        // While one looks after it, another at the same place says so; once that one was killed, another takes over.
        var same = Serve(Repository.At("demo"), first.Port);
        await same
            .Process.WaitForExitAsync(TestContext.Current.CancellationToken)
            .WaitAsync(TimeSpan.FromSeconds(20), TestContext.Current.CancellationToken);
        Assert.Contains("is open already at", same.All, StringComparison.Ordinal);
        await ReadyAsync(first, 1);
        (app, var database) = (Kept("app", first), Postmaster);
        await KillAsync($"{first.Process.Id}");
        var second = Serve(Repository.At("demo"), first.Port);
        clock.Restart();
        while (Kept("app", second) == app)
        {
            Assert.False(second.Process.HasExited, second.All);
            Assert.True(clock.Elapsed < TimeSpan.FromSeconds(60), second.All);
            await Task.Delay(50, TestContext.Current.CancellationToken);
        }

        await ReadyAsync(second);
        Assert.Equal(database, Postmaster);
        Assert.Equal(143, await EndAsync(second));
        Assert.False(File.Exists(PidFile), "the database that a killed start began is stopped by the one that took over");
    }

    [Fact]
    public async Task A_bad_demo_file_is_one_line_and_the_rest_of_the_shop_starts_without_it()
    {
        var demo = Path.Combine(_data, "demo");
        foreach (var file in Directory.EnumerateFiles(Repository.At("demo"), "*.json", SearchOption.AllDirectories))
        {
            var copy = Path.Combine(demo, Path.GetRelativePath(Repository.At("demo"), file));
            Directory.CreateDirectory(Path.GetDirectoryName(copy)!);
            File.Copy(file, copy);
        }

        await File.WriteAllTextAsync(Path.Combine(demo, "sheets", "a-bad.json"), "{\"id\": 5", TestContext.Current.CancellationToken);
        var other = JsonNode.Parse(
            await File.ReadAllTextAsync(Path.Combine(demo, "builds", "014-straight-six.json"), TestContext.Current.CancellationToken)
        )!;
        other["id"] = Guid.CreateVersion7().ToString();
        await File.WriteAllTextAsync(
            Path.Combine(demo, "builds", "099-twice.json"),
            other.ToJsonString(),
            TestContext.Current.CancellationToken
        );
        var cut = await File.ReadAllTextAsync(Path.Combine(demo, "builds", "015-v6.json"), TestContext.Current.CancellationToken);
        await File.WriteAllTextAsync(
            Path.Combine(demo, "builds", "015-v6.json"),
            cut[..(cut.Length / 2)],
            TestContext.Current.CancellationToken
        );

        var served = Serve(demo);
        await ReadyAsync(served);
        var builds = JsonNode.Parse(await _http.GetStringAsync(served.At("/api/builds"), TestContext.Current.CancellationToken))![
            "lines"
        ]!.AsArray();
        Assert.Equal(["014", "016", "017", "018", "019", "020"], builds.Select(b => (string)b!["number"]!).Order());
        var lines = served.All.Split('\n').Where(l => l.Contains("left out", StringComparison.Ordinal)).ToList();
        Assert.Equal(
            ["a-bad.json", "015-v6.json", "099-twice.json"],
            ((string[])["a-bad.json", "015-v6.json", "099-twice.json"]).Where(f =>
                lines.Count(l => l.Contains(f, StringComparison.Ordinal)) == 1
            )
        );
        Assert.Equal(3, lines.Count);
    }
}
