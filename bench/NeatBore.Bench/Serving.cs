using System.Diagnostics;
using System.Globalization;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using NeatBore.Tests;
using Npgsql;

namespace NeatBore.Bench;

/// <summary>The released server, as a process of its own on a database of its own, with the demo.</summary>
internal sealed class Serving : IAsyncDisposable
{
    private readonly TestDatabase _test;
    private readonly Process _process;

    private Serving(TestDatabase test, Process process, int port)
    {
        (_test, _process) = (test, process);
        Address = $"http://127.0.0.1:{port}";
        Client = new HttpClient { BaseAddress = new Uri(Address) };
    }

    public string Address { get; }

    public HttpClient Client { get; }

    /// <summary>The owner of its tables.</summary>
    public string OwnerString => _test.OwnerString;

    /// <summary>What it holds in memory, MB.</summary>
    public double ResidentMb =>
        double.Parse(
            File.ReadLines($"/proc/{_process.Id}/status")
                .First(l => l.StartsWith("VmRSS", StringComparison.Ordinal))
                .Split(' ', StringSplitOptions.RemoveEmptyEntries)[1],
            CultureInfo.InvariantCulture
        ) / 1024;

    /// <summary>Starts it, after a look at its database; without gauges where nothing is said of them.</summary>
    public static async Task<Serving> StartAsync(int port, Func<NpgsqlConnection, Task>? before = null, string gauges = "127.0.0.1:9")
    {
        var (test, database) = await TestDatabase.OpenAsync();
        await database.DisposeAsync();
        if (before is not null)
        {
            await using var connection = new NpgsqlConnection(test.OwnerString);
            await connection.OpenAsync();
            await before(connection);
        }

        var app =
            Environment.GetEnvironmentVariable("NEATBORE_BENCH_APP")
            ?? throw new InvalidOperationException("Run scripts/measure: it builds the server that is measured.");
        var start = new ProcessStartInfo("dotnet")
        {
            ArgumentList =
            {
                app,
                "--contentRoot",
                Path.GetDirectoryName(app)!,
                "--port",
                $"{port}",
                "--demo",
                Repository.At("demo"),
                "--gauges",
                gauges,
            },
            // The rest as scripts/serve sets them.
            Environment =
            {
                ["NEATBORE_DB"] = test.ConnectionString,
                ["NEATBORE_OWNER_DB"] = test.OwnerString,
                ["DOTNET_GCgen0size"] = "400000",
                ["MALLOC_ARENA_MAX"] = "1",
                ["MALLOC_TRIM_THRESHOLD_"] = "65536",
                ["MALLOC_TOP_PAD_"] = "65536",
                ["DOTNET_TC_CallCountThreshold"] = "400",
            },
            RedirectStandardOutput = true,
        };
        var serving = new Serving(test, Process.Start(start)!, port);
        for (var tries = 0; ; tries++)
        {
            try
            {
                await serving.Client.GetStringAsync(new Uri("/api/health", UriKind.Relative));
                // As the app's own pages say it.
                serving.Client.DefaultRequestHeaders.Add("Neat-Bore-Shop", (string)(await serving.GetAsync("/api/shop"))["id"]!);
                return serving;
            }
            catch (HttpRequestException) when (tries < 300)
            {
                await Task.Delay(100);
            }
        }
    }

    public async Task<JsonNode> GetAsync(string path) => (await Client.GetFromJsonAsync<JsonNode>(new Uri(path, UriKind.Relative)))!;

    public async Task<(HttpResponseMessage Response, JsonNode Body)> PostAsync(string path, JsonNode body)
    {
        var response = await Client.PostAsJsonAsync(new Uri(path, UriKind.Relative), body);
        return (
            (int)response.StatusCode == 200 ? response : throw new InvalidOperationException(await response.Content.ReadAsStringAsync()),
            (await response.Content.ReadFromJsonAsync<JsonNode>())!
        );
    }

    /// <summary>A build with its balancer begun.</summary>
    public async Task<string> BeginAsync(int number)
    {
        var build = $"{Guid.CreateVersion7()}";
        await PostAsync(
            "/api/builds",
            new JsonObject
            {
                ["build"] = build,
                ["id"] = $"{Guid.CreateVersion7()}",
                ["doneAt"] = DateTimeOffset.UtcNow,
                ["by"] = "ines",
                ["number"] = $"{number}",
                ["name"] = "Measured",
                ["sheet"] = "straight-six-2.7",
            }
        );
        await WorkAsync(build, JsonNode.Parse("""{"do":"start-task","task":{"kind":"balancer-on","place":"balancer"}}""")!.AsObject());
        return build;
    }

    public Task<(HttpResponseMessage Response, JsonNode Body)> WorkAsync(string build, params JsonObject[] commands)
    {
        foreach (var command in commands)
        {
            command["id"] ??= $"{Guid.CreateVersion7()}";
            command["doneAt"] = DateTimeOffset.UtcNow;
        }

        return PostAsync($"/api/builds/{build}/work", new JsonObject { ["by"] = "ines", ["commands"] = new JsonArray([.. commands]) });
    }

    public async ValueTask DisposeAsync()
    {
        Client.Dispose();
        _process.Kill();
        await _process.WaitForExitAsync();
        _process.Dispose();
        await _test.DisposeAsync();
    }
}
