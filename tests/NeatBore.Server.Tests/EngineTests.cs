using System.Text.Json.Nodes;
using Xunit;

namespace NeatBore.Server.Tests;

/// <summary>Engines that nobody described: added by their arrangement, told on a build, taken into a sheet; builds that are found
/// again.</summary>
public sealed class EngineTests(Site site) : IClassFixture<Site>
{
    private const string BalancerOn = "kind=balancer-on&place=balancer";

    private static string Engine(Guid id, string name, string arrangement = """{"banks":"straight","cylinders":4,"camBearings":3}""") =>
        $$"""{"id":"{{id}}","name":"{{name}}","arrangement":{{arrangement}}}""";

    private async Task<(Guid Build, string Sheet)> OnTheBenchAsync(string name)
    {
        var (status, sheet) = await site.PostAsync("/api/engines", Engine(Guid.NewGuid(), name));
        Assert.Equal(200, status);
        var build = Guid.CreateVersion7();
        var (opened, _) = await site.PostAsync(
            "/api/builds",
            $$"""{"build":"{{build}}","id":"{{Guid.CreateVersion7()}}","doneAt":"{{DateTimeOffset.UtcNow:O}}","by":"ines","number":"701","name":"{{name}}","sheet":"{{sheet["id"]}}"}"""
        );
        Assert.Equal(200, opened);
        return (build, (string)sheet["id"]!);
    }

    private Task<JsonNode> TellAsync(Guid build, string path, string typed, string by = "ines") =>
        site.WorkAsync(build, $$"""{"do":"tell-value","path":"{{path}}","typed":"{{typed}}","source":"manual"}""", by: by);

    [Theory]
    [InlineData("""{"banks":"straight","cylinders":0}""", "cylinders", "must be a whole number from 1 to 16")]
    [InlineData("""{"banks":"straight","cylinders":17}""", "cylinders", "must be a whole number from 1 to 16")]
    [InlineData("""{"banks":"v","cylinders":5}""", "cylinders", "must be even: a V or a flat engine has as many on either side")]
    [InlineData("""{"banks":"straight","cylinders":4,"boreMm":5}""", "boreMm", "must be from 20 to 300 mm")]
    public async Task An_arrangement_that_can_not_be_is_refused_by_its_field_whether_drawn_or_kept(
        string arrangement,
        string field,
        string why
    )
    {
        foreach (var path in (string[])["/api/engines/strip", "/api/engines"])
        {
            var (status, problem) = await site.PostAsync(path, Engine(Guid.NewGuid(), "Odd", arrangement));
            Assert.Equal(422, status);
            Assert.Equal(why, (string)problem["errors"]![field]![0]!);
        }
    }

    [Fact]
    public async Task Half_a_cylinder_and_a_name_that_is_taken_are_refused_and_the_same_engine_sent_again_is_the_same()
    {
        Assert.Equal(
            400,
            (await site.PostAsync("/api/engines", Engine(Guid.NewGuid(), "Half", """{"banks":"v","cylinders":2.5}"""))).Status
        );
        Assert.Equal(422, (await site.PostAsync("/api/engines", Engine(Guid.NewGuid(), " "))).Status);
        var id = Guid.NewGuid();
        var first = await site.PostAsync("/api/engines", Engine(id, "Twin Four"));
        var again = await site.PostAsync("/api/engines", Engine(id, "Twin Four"));
        Assert.Equal((200, (string)first.Body["id"]!), (again.Status, (string)again.Body["id"]!));
        var (status, problem) = await site.PostAsync("/api/engines", Engine(Guid.NewGuid(), "twin four"));
        Assert.Equal(422, status);
        Assert.StartsWith("is taken: there is a Twin Four already.", (string)problem["errors"]!["name"]![0]!, StringComparison.Ordinal);
        var (_, strip) = await site.PostAsync("/api/engines/strip", Engine(id, "Drawn"));
        Assert.Equal(
            ["balancer", "cover", "cam-1", "cam-2", "cam-3", "rear-seal"],
            strip["places"]!.AsArray().Select(p => (string)p!["id"]!)
        );
    }

    [Fact]
    public async Task A_card_is_filled_begins_and_a_lead_takes_it_into_the_sheet_for_the_next_build()
    {
        var (build, sheet) = await OnTheBenchAsync("Card Four");
        var card = await site.GetAsync($"/api/builds/{build}/card?{BalancerOn}");
        Assert.False((bool)card["ready"]!);
        var missing = card["values"]!.AsArray().Where(v => (bool)v!["missing"]!).Select(v => (string)v!["path"]!).ToList();
        Assert.Equal(8, missing.Count);
        var refused = await site.WorkAsync(build, """{"do":"start-task","task":{"kind":"balancer-on","place":"balancer"}}""");
        Assert.Equal(missing.Order(), refused["results"]![0]!["errors"]!.AsObject().Select(e => e.Key).Order());

        string[] typed = ["solid", "30", "48", "40", "4", "12", "1.25", "95"];
        foreach (var (path, value) in missing.Zip(typed))
        {
            Assert.True((bool)(await TellAsync(build, path, value, "tomas"))["results"]![0]!["taken"]!);
        }

        card = await site.GetAsync($"/api/builds/{build}/card?{BalancerOn}");
        Assert.Equal((true, false, 8), ((bool)card["ready"]!, (bool)card["begun"]!, (int)card["notOnSheet"]!));
        Assert.Equal("Tomas", (string)card["values"]!.AsArray().Single(v => (string)v!["path"]! == "crankBolt/torqueNm")!["by"]!);
        Assert.True(
            (bool)
                (await site.WorkAsync(build, """{"do":"start-task","task":{"kind":"balancer-on","place":"balancer"}}"""))["results"]![0]![
                    "taken"
                ]!
        );
        // What the task works with comes with the build, and goes out and in with its file.
        var view = await site.GetAsync($"/api/builds/{build}");
        Assert.Contains(view["sheets"]!.AsArray(), s => s!["balancer"]?["nose"]!["diameterMm"]!.GetValue<double>() == 30);
        var told = (await site.GetAsync($"/api/builds/{build}/record"))["told"]!.AsArray();
        Assert.Contains(told, t => (string)t!["label"]! == "Nose, across" && (double)t["is"]!["value"]! == 30);
        var (inAgain, said) = await site.PostAsync("/api/builds/file", (await site.GetAsync($"/api/builds/{build}/file")).ToJsonString());
        Assert.True(inAgain == 409, said.ToJsonString());

        Assert.Equal(422, (await site.PostAsync($"/api/builds/{build}/sheet", """{"by":"tomas"}""")).Status);
        var (status, grown) = await site.PostAsync($"/api/builds/{build}/sheet", """{"by":"ines"}""");
        Assert.Equal((200, 2), (status, (int)grown["version"]!));
        Assert.Equal(2, (int)(await site.PostAsync($"/api/builds/{build}/sheet", """{"by":"ines"}""")).Body["version"]!);
        var next = Guid.CreateVersion7();
        await site.PostAsync(
            "/api/builds",
            $$"""{"build":"{{next}}","id":"{{Guid.CreateVersion7()}}","doneAt":"{{DateTimeOffset.UtcNow:O}}","by":"ines","number":"702","name":"Next","sheet":"{{sheet}}"}"""
        );
        Assert.True((bool)(await site.GetAsync($"/api/builds/{next}/card?{BalancerOn}"))["ready"]!);
        using var nothing = await site.Client.GetAsync(
            new Uri($"/api/builds/{build}/card?kind=levitate&place=balancer", UriKind.Relative),
            TestContext.Current.CancellationToken
        );
        Assert.Equal(404, (int)nothing.StatusCode);
    }

    [Fact]
    public async Task A_build_is_renamed_goes_off_the_bench_and_is_found_by_any_word_of_it()
    {
        var (build, _) = await OnTheBenchAsync("Lost Four");
        async Task<List<Guid>> FoundAsync(string words) =>
            [
                .. (await site.GetAsync($"/api/builds/find?words={Uri.EscapeDataString(words)}"))["lines"]!
                    .AsArray()
                    .Select(l => (Guid)l!["id"]!),
            ];
        async Task<bool> OnTodayAsync() => (await site.GetAsync("/api/builds"))["lines"]!.AsArray().Any(l => (Guid)l!["id"]! == build);
        Assert.True(await OnTodayAsync());
        Assert.Contains(build, await FoundAsync("LOST 701"));
        Assert.DoesNotContain(build, await FoundAsync("lost 999"));

        var total = (int)(await site.GetAsync("/api/builds"))["total"]!;
        string Change(string number, bool off) =>
            $$"""{"do":"change-build","number":"{{number}}","name":"Barn find","owner":"Job 55 Marsh","due":"2027-04-30","offBench":{{(off ? "true" : "false")}}}""";
        Assert.False((bool)(await site.WorkAsync(build, Change(" ", false)))["results"]![0]!["taken"]!);
        Assert.True((bool)(await site.WorkAsync(build, Change("801", true)))["results"]![0]!["taken"]!);
        Assert.False(await OnTodayAsync());
        Assert.Equal(total - 1, (int)(await site.GetAsync("/api/builds"))["total"]!);
        Assert.Equal([build], await FoundAsync("marsh 801 ines"));
        Assert.Empty(await FoundAsync("801 lost-forever"));
        Assert.Contains(
            build,
            await FoundAsync(DateTimeOffset.UtcNow.ToString("yyyy-MM", System.Globalization.CultureInfo.InvariantCulture))
        );
        // One more than the largest, as wide as that is.
        Assert.Equal("802", (string)(await site.GetAsync("/api/builds/next"))["number"]!);
        await site.WorkAsync(build, Change("801", false));
        Assert.True(await OnTodayAsync());
        using var empty = await site.Client.GetAsync(
            new Uri("/api/builds/find?words=%20", UriKind.Relative),
            TestContext.Current.CancellationToken
        );
        Assert.Equal(422, (int)empty.StatusCode);
    }
}

/// <summary>The demo, first opened two years on.</summary>
public sealed class DemoTimesTests : IAsyncLifetime
{
    private readonly Site _site = new();

    public ValueTask InitializeAsync()
    {
        _site.Clock.Off = TimeSpan.FromDays(731);
        return _site.InitializeAsync();
    }

    public ValueTask DisposeAsync() => _site.DisposeAsync();

    [Fact]
    public async Task Its_newest_entry_is_of_that_day_and_no_calibration_has_run_out_that_had_not()
    {
        var (today, newest, oldest) = (_site.Clock.GetUtcNow(), DateTimeOffset.MinValue, DateTimeOffset.MaxValue);
        foreach (var line in (await _site.GetAsync("/api/builds"))["lines"]!.AsArray())
        {
            foreach (var entry in (await _site.GetAsync($"/api/builds/{line!["id"]}/file"))["log"]!.AsArray())
            {
                var at = (DateTimeOffset)entry!["storedAt"]!;
                (newest, oldest) = (at > newest ? at : newest, at < oldest ? at : oldest);
            }
        }

        Assert.Equal(today.UtcDateTime.Date, newest.UtcDateTime.Date);
        // All moved by the same number of days: how long the work took is as it was.
        var files = Directory
            .GetFiles(Path.Combine(_site.Demo, "builds"))
            .Select(f => JsonNode.Parse(File.ReadAllText(f))!["log"]!.AsArray());
        var stored = files.SelectMany(l => l).Select(e => (DateTimeOffset)e!["storedAt"]!).ToList();
        Assert.Equal(stored.Max() - stored.Min(), newest - oldest);
        Assert.All(
            (await _site.GetAsync("/api/shop"))["instruments"]!.AsArray().Where(i => i!["calibrationDue"] is not null),
            i =>
                Assert.True(
                    DateOnly.Parse((string)i!["calibrationDue"]!, System.Globalization.CultureInfo.InvariantCulture)
                        > DateOnly.FromDateTime(today.UtcDateTime.AddDays(-400))
                )
        );
    }
}
