using System.Net;
using System.Net.Sockets;
using System.Text;
using System.Text.Json.Nodes;
using Xunit;

namespace NeatBore.Server.Tests;

/// <summary>A gauge on a real socket that sends what a test tells it to.</summary>
public sealed class TestGauge : IDisposable
{
    private readonly TcpListener _listener = new(IPAddress.Loopback, 0);
    private NetworkStream? _stream;
    private int _sequence;

    public TestGauge() => _listener.Start();

    public string Address => $"127.0.0.1:{((IPEndPoint)_listener.LocalEndpoint).Port}";

    /// <summary>Sends force against travel, N and mm, for each of so many tenths of a millimetre.</summary>
    public async Task PressAsync(int fromTenths, int toTenths)
    {
        _stream ??= (await _listener.AcceptTcpClientAsync()).GetStream();
        var lines = new StringBuilder();
        for (var i = fromTenths; i < toTenths; i++)
        {
            lines.Append(FormattableString.Invariant($"sim-press travel {i / 10.0} mm {++_sequence}\n"));
            lines.Append(FormattableString.Invariant($"sim-press force {1200 + (30 * i)} N {++_sequence}\n"));
        }

        await _stream.WriteAsync(Encoding.ASCII.GetBytes(lines.ToString()));
    }

    /// <summary>The line that somebody listens on.</summary>
    public async Task<NetworkStream> AcceptAsync() => _stream ??= (await _listener.AcceptTcpClientAsync()).GetStream();

    public void Dispose()
    {
        _stream?.Dispose();
        _listener.Dispose();
    }
}

/// <summary>Traces are recorded on the server, whoever looks on.</summary>
public sealed class RecordingTests : IAsyncLifetime
{
    private readonly TestGauge _gauge = new();
    private readonly Site _site = new();
    private Guid _build;
    private JsonObject _slot = null!;

    public async ValueTask InitializeAsync()
    {
        _site.Gauges = _gauge.Address;
        await _site.InitializeAsync();
        (_build, _slot) = await PlaceAsync();
        await _gauge.PressAsync(0, 1);
        await UntilAsync(async () =>
            (await _site.GetAsync("/api/gauges")).AsArray().Any(g => (string)g!["gauge"]! == "sim-press" && (bool)g["up"]!)
        );
    }

    public async ValueTask DisposeAsync()
    {
        await _site.DisposeAsync();
        _gauge.Dispose();
    }

    [Fact]
    public async Task Begun_again_after_its_end_it_is_as_it_was()
    {
        var id = Guid.CreateVersion7();
        Task<(int Status, JsonNode Body)> BeginAsync() =>
            _site.PostAsync(
                $"/api/builds/{_build}/recordings",
                new JsonObject
                {
                    ["id"] = id,
                    ["slot"] = _slot.DeepClone(),
                    ["gauge"] = "sim-press",
                }.ToJsonString()
            );
        Assert.Equal(200, (await BeginAsync()).Status);
        await _gauge.PressAsync(1, 40);
        async Task<int> PointsAsync() => (await _site.GetAsync($"/api/builds/{_build}/recordings/{id}"))["points"]!["x"]!.AsArray().Count;
        await UntilAsync(async () => await PointsAsync() >= 38);
        Assert.Equal(200, (await _site.PostAsync($"/api/builds/{_build}/recordings/{id}/end", """{"drop":false}""")).Status);
        var whole = await PointsAsync();
        await UntilAsync(async () => (string)(await BeginAsync()).Body["stands"]! == "stopped");
        await _gauge.PressAsync(40, 80);
        Assert.Equal((200, "stopped"), ((await BeginAsync()).Status, (string)(await BeginAsync()).Body["stands"]!));
        Assert.Equal(whole, await PointsAsync());
    }

    [Fact]
    public async Task A_gauge_that_is_taken_off_the_wall_is_listened_to_no_more()
    {
        using var other = new TestGauge();
        async Task PutAsync(string line, bool off) =>
            Assert.Equal(
                200,
                (
                    await _site.PostAsync(
                        "/api/settings",
                        $$"""{"by":"ines","instrument":{"id":"wall","kind":"depth-gauge","name":"On the wall","uncertainty":0.02,"uncertaintyShare":0,"line":"{{line}}"},"off":{{(off ? "true" : "false")}}}"""
                    )
                ).Status
            );
        Task<bool> StandsAsync(bool there, bool up) =>
            UpAsync().ContinueWith(u => (u.Result is not null, u.Result == true) == (there, up), TaskScheduler.Default);
        async Task<bool?> UpAsync() =>
            (await _site.GetAsync("/api/gauges")).AsArray().FirstOrDefault(g => (string)g!["gauge"]! == "wall") is { } line
                ? (bool)line["up"]!
                : null;
        _site.Clock.Pace = 20;
        await PutAsync(other.Address, off: false);
        await UntilAsync(() => StandsAsync(true, true));
        var heard = await other.AcceptAsync();
        await PutAsync(other.Address, off: true);
        await UntilAsync(() => StandsAsync(false, false));
        // What listened has hung up: nothing more can be sent to it.
        Assert.Equal(0, await heard.ReadAsync(new byte[1], TestContext.Current.CancellationToken));
    }

    private static async Task UntilAsync(Func<Task<bool>> holds)
    {
        var until = DateTimeOffset.UtcNow.AddSeconds(60);
        while (!await holds())
        {
            Assert.True(DateTimeOffset.UtcNow < until, "It did not come to it within a minute.");
            await Task.Delay(50);
        }
    }

    /// <summary>A balancer that is started on its nose, and waits for its press.</summary>
    private async Task<(Guid Build, JsonObject Slot)> PlaceAsync()
    {
        var build = await _site.BeginAsync();
        await FillAsync(build, "parts", "HB-21", "B-7, new");
        await FillAsync(build, "nose", "34.021", "34.022", "34.020", "34.021", "34.019", "34.020", "16 °C");
        await FillAsync(build, "bore", "33.996", "33.998", "33.997", "33.996", "33.995", "33.997", "24 °C");
        await FillAsync(build, "method");
        await FillAsync(build, "dress");
        await FillAsync(build, "tool");
        await _site.WorkAsync(build, Site.Reading("draw", "start", "40"));
        var slot = JsonNode.Parse(Site.Reading("draw", "trace", "trace"))!["slot"]!.DeepClone().AsObject();
        slot["step"]!["item"] = "";
        return (build, slot);
    }

    private async Task FillAsync(Guid build, string step, params string[] typed)
    {
        var left = new Queue<string>(typed);
        while (true)
        {
            var tasks = (await _site.GetAsync($"/api/builds/{build}/record"))["state"]!["tasks"]!;
            var slots = tasks[0]!["steps"]!.AsArray().Single(s => (string)s!["ref"]!["step"]! == step)!["rounds"]![0]!["slots"]!;
            if (slots.AsArray().FirstOrDefault(s => s!["live"] is null && (bool)s["slot"]!["required"]!) is not { } next)
            {
                return;
            }

            var key = (string)next["slot"]!["key"]!;
            await _site.WorkAsync(build, Site.Reading(step, key, (string)next["slot"]!["kind"]! == "tick" ? "done" : left.Dequeue()));
        }
    }

    private async Task<(int Status, JsonNode Body)> BeginAsync(Guid id, JsonObject? slot = null) =>
        await _site.PostAsync(
            $"/api/builds/{_build}/recordings",
            new JsonObject
            {
                ["id"] = id,
                ["slot"] = (slot ?? _slot).DeepClone(),
                ["gauge"] = "sim-press",
            }.ToJsonString()
        );

    private Task<JsonNode> ReadAsync(Guid id, int after = 0) => _site.GetAsync($"/api/builds/{_build}/recordings/{id}?after={after}");

    private async Task<JsonNode> KeepAsync(Guid recording, Guid? id = null)
    {
        var take = new JsonObject
        {
            ["do"] = "take-reading",
            ["slot"] = _slot.DeepClone(),
            ["typed"] = "trace",
            ["recording"] = recording,
        };
        return (await _site.WorkAsync(_build, take.ToJsonString(), id))["results"]![0]!;
    }

    [Fact]
    public async Task It_goes_on_with_nobody_there_and_is_kept_as_the_server_has_it()
    {
        var (id, taking) = (Guid.CreateVersion7(), Guid.CreateVersion7());
        Assert.Equal(200, (await BeginAsync(id)).Status);
        await _gauge.PressAsync(0, 60);
        await UntilAsync(async () => (int)(await ReadAsync(id, after: 59))["from"]! == 59);

        // Somebody else finds it by its place, and sees the rest only.
        Assert.Equal((id, 60), (await _site.GetAsync(At())).AsArray()[0] is { } open ? ((Guid)open["id"]!, Count(open)) : default);
        Assert.Equal(10, Count(await ReadAsync(id, after: 50)));
        Assert.Equal(200, (await BeginAsync(Guid.CreateVersion7())).Status);
        Assert.Equal(id, (Guid)(await _site.GetAsync(At())).AsArray()[0]!["id"]!);

        Assert.Equal(
            "stopped",
            (string)(await _site.PostAsync($"/api/builds/{_build}/recordings/{id}/end", """{"drop":false}""")).Body["stands"]!
        );
        await _gauge.PressAsync(60, 70);
        Assert.True((bool)(await KeepAsync(id, taking))["taken"]!);
        Assert.True((bool)(await KeepAsync(id, taking))["taken"]!);
        Assert.Empty((await _site.GetAsync(At())).AsArray());
        var kept = (await _site.GetAsync($"/api/builds/{_build}/file"))["log"]!
            .AsArray()
            .Single(e => (string)e!["event"]!["id"]! == $"{taking}")!;
        Assert.Equal(60, (int)kept["event"]!["trace"]!["count"]!);
    }

    [Fact]
    public async Task A_gauge_is_free_for_the_next_the_moment_that_one_has_ended()
    {
        for (var i = 0; i < 5; i++)
        {
            var id = Guid.CreateVersion7();
            Assert.Equal(id, (Guid)(await BeginAsync(id)).Body["id"]!);
            await _site.PostAsync($"/api/builds/{_build}/recordings/{id}/end", """{"drop":false}""");
        }
    }

    [Fact]
    public async Task What_the_record_has_of_one_that_died_is_kept_as_cut_off()
    {
        var (id, taking) = (Guid.CreateVersion7(), Guid.CreateVersion7());
        await _site.SqlAsync(
            $"""
            insert into recording (id, build, slot, gauge, flushed_at)
                values ('{id}', '{_build}', '{_slot.ToJsonString()}', 'sim-press', now() - interval '6 seconds');
            insert into recording_part (recording, first, x, y)
                select '{id}', 0, array_agg(i / 10.0 order by i), array_agg(1000 + i order by i) from generate_series(1, 30) i
            """
        );
        var open = (await _site.GetAsync(At())).AsArray()[0]!;
        Assert.Equal(("cut-off", 30), ((string)open["stands"]!, Count(open)));
        Assert.True((bool)(await KeepAsync(id, taking))["taken"]!);
        Assert.True((bool)(await KeepAsync(id, taking))["taken"]!);
        var kept = (await _site.GetAsync($"/api/builds/{_build}/file"))["log"]!
            .AsArray()
            .Single(e => (string)e!["event"]!["id"]! == $"{taking}")!;
        Assert.Equal(
            (true, "30 points, peak 1.0 kN, cut off at 3.0 mm"),
            ((bool)kept["event"]!["cutOff"]!, (string)kept["event"]!["typed"]!)
        );
    }

    [Fact]
    public async Task What_can_not_be_recorded_or_kept_says_why()
    {
        var id = Guid.CreateVersion7();
        async Task RefusedAsync(int status, string words, string change, JsonNode to)
        {
            var body = new JsonObject
            {
                ["id"] = Guid.CreateVersion7(),
                ["slot"] = _slot.DeepClone(),
                ["gauge"] = "sim-press",
            };
            (change is "gauge" ? body : body["slot"]!.AsObject())[change] = to;
            var (said, problem) = await _site.PostAsync($"/api/builds/{_build}/recordings", body.ToJsonString());
            Assert.Equal(status, said);
            Assert.Contains(words, System.Text.RegularExpressions.Regex.Unescape(problem.ToJsonString()), StringComparison.Ordinal);
        }

        await RefusedAsync(422, "is no gauge with a line", "gauge", "mic-9");
        await RefusedAsync(422, "must be", "round", 7);
        await RefusedAsync(422, "has no place", "slot", "nowhere");
        await RefusedAsync(
            422,
            "there is no step",
            "step",
            new JsonObject
            {
                ["task"] = new JsonObject { ["kind"] = "balancer-on", ["place"] = "moon" },
                ["step"] = "draw",
            }
        );
        Assert.Equal(200, (await BeginAsync(id)).Status);
        await _gauge.PressAsync(0, 30);
        var running = await Assert.ThrowsAnyAsync<Xunit.Sdk.XunitException>(() => KeepAsync(id));
        Assert.Contains("422", running.Message, StringComparison.Ordinal);
        await Assert.ThrowsAnyAsync<Xunit.Sdk.XunitException>(() => KeepAsync(Guid.CreateVersion7()));
        Assert.Equal(
            404,
            (await _site.PostAsync($"/api/builds/{_build}/recordings/{Guid.CreateVersion7()}/end", """{"drop":false}""")).Status
        );

        Assert.Equal(404, (await _site.PostAsync($"/api/builds/{Guid.CreateVersion7()}/recordings/{id}/end", """{"drop":true}""")).Status);
        Assert.NotEmpty((await _site.GetAsync(At())).AsArray());

        await _site.PostAsync($"/api/builds/{_build}/recordings/{id}/end", """{"drop":true}""");
        await UntilAsync(async () => (await _site.GetAsync(At())).AsArray().Count == 0);
    }

    private static int Count(JsonNode recording) => recording["points"]!["x"]!.AsArray().Count;

    private string At()
    {
        var (step, task) = (_slot["step"]!, _slot["step"]!["task"]!);
        return $"/api/builds/{_build}/recordings?kind={task["kind"]}&place={task["place"]}&step={step["step"]}&item={step["item"]}"
            + $"&round={_slot["round"]}&slot={_slot["slot"]}";
    }
}
