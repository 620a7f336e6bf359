using System.Net.Http.Json;
using System.Text.Json;
using System.Text.Json.Nodes;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.Extensions.DependencyInjection;
using NeatBore.Core.Calculators;
using NeatBore.Tests;
using Npgsql;
using Xunit;

namespace NeatBore.Server.Tests;

/// <summary>The clock of the server's machine, which may be wrong.</summary>
public sealed class ShopClock : TimeProvider
{
    public TimeSpan Off { get; set; }

    /// <summary>How many times quicker than the clock on the wall what is waited for comes.</summary>
    public double Pace { get; set; } = 1;

    public override long TimestampFrequency => (long)(TimeProvider.System.TimestampFrequency / Pace);

    public override ITimer CreateTimer(TimerCallback callback, object? state, TimeSpan dueTime, TimeSpan period) =>
        base.CreateTimer(callback, state, dueTime > TimeSpan.Zero ? dueTime / Pace : dueTime, period);

    public override DateTimeOffset GetUtcNow() => base.GetUtcNow() + Off;
}

/// <summary>The whole server on a real PostgreSQL, with the demo shop.</summary>
public sealed class Site : IAsyncLifetime
{
    private TestDatabase _test = null!;
    private WebApplicationFactory<Program> _app = null!;

    /// <summary>Where the simulated gauges would be; nothing listens there unless a test does.</summary>
    public string Gauges { get; set; } = "127.0.0.1:9";

    /// <summary>The folder that it starts with.</summary>
    public string Demo { get; set; } = Repository.At("demo");

    /// <summary>The shop of its own that it is started for; empty for the demo.</summary>
    public string Shop { get; set; } = "";

    public ShopClock Clock { get; } = new();

    /// <summary>The calculators that it knows in place of those that ship; null for those.</summary>
    public CalculatorBook? Others { get; set; }

    /// <summary>The calculators that it knows.</summary>
    public CalculatorBook Book => _app.Services.GetRequiredService<CalculatorBook>();

    /// <summary>The database past the app: as the owner of its tables.</summary>
    public async Task SqlAsync(string sql)
    {
        await using var connection = new NpgsqlConnection(_test.OwnerString);
        await connection.OpenAsync();
        await using var command = new NpgsqlCommand(sql, connection);
        await command.ExecuteNonQueryAsync();
    }

    public HttpClient Client { get; private set; } = null!;

    public async ValueTask InitializeAsync()
    {
        (_test, var database) = await TestDatabase.OpenAsync();
        await database.DisposeAsync();
        _app = new WebApplicationFactory<Program>().WithWebHostBuilder(host =>
            host.UseSetting("NEATBORE_DB", _test.ConnectionString)
                .UseSetting("NEATBORE_OWNER_DB", _test.OwnerString)
                .UseSetting("gauges", Gauges)
                .UseSetting("demo", Shop.Length > 0 ? "" : Demo)
                .UseSetting("shop", Shop)
                .ConfigureServices(services =>
                {
                    services.AddSingleton<TimeProvider>(Clock);
                    if (Others is { } book)
                    {
                        services.AddSingleton(book);
                    }
                })
        );
        Client = _app.CreateClient();
    }

    public async ValueTask DisposeAsync()
    {
        Client.Dispose();
        await _app.DisposeAsync();
        await _test.DisposeAsync();
    }

    public async Task<(int Status, JsonNode Body)> PostAsync(string path, string json)
    {
        using var content = new StringContent(json, System.Text.Encoding.UTF8, "application/json");
        using var response = await Client.PostAsync(new Uri(path, UriKind.Relative), content);
        return ((int)response.StatusCode, JsonNode.Parse(await response.Content.ReadAsStringAsync())!);
    }

    public async Task<(int Status, JsonNode Body)> PostAsync(string path, byte[] bytes, string type)
    {
        using var content = new ByteArrayContent(bytes);
        content.Headers.ContentType = new System.Net.Http.Headers.MediaTypeHeaderValue(type);
        using var response = await Client.PostAsync(new Uri(path, UriKind.Relative), content);
        return ((int)response.StatusCode, JsonNode.Parse(await response.Content.ReadAsStringAsync())!);
    }

    /// <summary>Another instance of the app on the same database.</summary>
    public WebApplicationFactory<Program> Beside() => _app.WithWebHostBuilder(_ => { });

    /// <summary>Makes the lines of Today that are old.</summary>
    public Task MakeLinesAsync() => _app.Services.GetRequiredService<Builds.LineKeeper>().MakeAsync(int.MaxValue, CancellationToken.None);

    /// <summary>Looks through the builds on the bench.</summary>
    public Task LookThroughAsync() => _app.Services.GetRequiredService<Builds.LineKeeper>().LookThroughAsync(CancellationToken.None);

    public async Task<JsonNode> GetAsync(string path) => (await Client.GetFromJsonAsync<JsonNode>(new Uri(path, UriKind.Relative)))!;

    /// <summary>Puts an engine on the bench and begins its balancer.</summary>
    public async Task<Guid> BeginAsync()
    {
        var build = Guid.CreateVersion7();
        var (status, _) = await PostAsync(
            "/api/builds",
            $$"""
            {"build":"{{build}}","id":"{{Guid.CreateVersion7()}}","doneAt":"2026-06-01T08:00:00+00:00","by":"ines","number":"020","name":"Trial","sheet":"straight-six-2.7"}
            """
        );
        Assert.Equal(200, status);
        await WorkAsync(build, """{"do":"start-task","task":{"kind":"balancer-on","place":"balancer"}}""");
        return build;
    }

    public async Task<JsonNode> WorkAsync(Guid build, string command, Guid? id = null, string by = "ines")
    {
        var whole = JsonNode.Parse(command)!.AsObject();
        whole["id"] = (id ?? Guid.CreateVersion7()).ToString();
        whole["doneAt"] ??= "2026-06-01T08:05:00+00:00";
        var (status, body) = await PostAsync($"/api/builds/{build}/work", $$"""{"by":"{{by}}","commands":[{{whole.ToJsonString()}}]}""");
        Assert.Equal(200, status);
        return body;
    }

    public static string Reading(string step, string slot, string typed) =>
        $$"""
            {"do":"take-reading","slot":{"step":{"task":{"kind":"balancer-on","place":"balancer"},"step":"{{step}}"},"round":1,"slot":"{{slot}}"},"typed":{{JsonSerializer.Serialize(
                typed
            )}},"unit":"mm"}
            """;
}
