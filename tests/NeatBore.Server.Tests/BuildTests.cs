using System.Text.Json;
using System.Text.Json.Nodes;
using NeatBore.Core;
using NeatBore.Core.Bench;
using NeatBore.Store;
using NeatBore.Tests;
using Xunit;

namespace NeatBore.Server.Tests;

public sealed class BuildTests(Site site) : IClassFixture<Site>
{
    [Fact]
    public async Task The_demo_is_on_the_bench_and_health_says_ready()
    {
        Assert.True((bool)(await site.GetAsync("/api/health"))["ready"]!);
        Assert.Contains((await site.GetAsync("/api/builds"))["lines"]!.AsArray(), b => (string)b!["number"]! == "014");
    }

    [Fact]
    public async Task The_same_reading_sent_twice_is_taken_once()
    {
        var build = await site.BeginAsync();
        var id = Guid.CreateVersion7();
        var first = await site.WorkAsync(build, Site.Reading("nose", "s1-0", "34.021"), id);
        var again = await site.WorkAsync(build, Site.Reading("nose", "s1-0", "34.021"), id);
        Assert.True((bool)again["results"]![0]!["taken"]!);
        Assert.Equal((long)first["head"]!["upToSeq"]!, (long)again["head"]!["upToSeq"]!);
    }

    [Fact]
    public async Task One_refused_command_does_not_hold_up_the_others()
    {
        var build = await site.BeginAsync();
        var odd = await site.WorkAsync(build, Site.Reading("nose", "s1-0", "34 in"));
        Assert.False((bool)odd["results"]![0]!["taken"]!);
        Assert.Equal(863.6, (double)odd["results"]![0]!["question"]!["args"]!["value"]!["value"]!, 1e-9);
        var bad = await site.WorkAsync(build, Site.Reading("nose", "s1-0", "34..02"));
        Assert.Contains("more than one decimal mark", (string)bad["results"]![0]!["errors"]!["typed"]![0]!, StringComparison.Ordinal);
        var viewer = await site.WorkAsync(build, Site.Reading("nose", "s1-0", "34.021"), by: "wren");
        Assert.Contains("may read", (string)viewer["results"]![0]!["errors"]!["by"]![0]!, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_build_that_is_gone_is_a_404_and_an_id_of_another_build_a_409()
    {
        var gone = $$"""{"by":"ines","commands":[{{Command(Guid.CreateVersion7())}}]}""";
        Assert.Equal(404, (await site.PostAsync($"/api/builds/{Guid.CreateVersion7()}/work", gone)).Status);
        var id = Guid.CreateVersion7();
        var (one, other) = (await site.BeginAsync(), await site.BeginAsync());
        await site.WorkAsync(one, Site.Reading("nose", "s1-0", "34.021"), id);
        Assert.Equal(409, (await site.PostAsync($"/api/builds/{other}/work", $$"""{"by":"ines","commands":[{{Command(id)}}]}""")).Status);
    }

    [Fact]
    public async Task Those_who_work_on_one_build_at_once_each_get_their_own_answer()
    {
        var (build, other, taken) = (await site.BeginAsync(), await site.BeginAsync(), Guid.CreateVersion7());
        await site.WorkAsync(other, Site.Reading("nose", "s1-0", "34.021"), taken);
        Task<(int Status, JsonNode Body)> Send(Guid id, string typed, string by = "ines") =>
            site.PostAsync($"/api/builds/{build}/work", $$"""{"by":"{{by}}","commands":[{{Command(id, typed)}}]}""");
        var ids = Enumerable.Range(0, 24).Select(_ => Guid.CreateVersion7()).ToList();
        // What is said otherwise later has to come later.
        var first = await Send(ids[0], "34.020");
        var (good, foreign, words, viewer) = (
            ids.Skip(1).Select((id, i) => Send(id, $"34.02{i % 10}")).ToList(),
            Send(taken, "34.021"),
            Send(ids[0], "34.099"),
            Send(Guid.CreateVersion7(), "34.021", "wren")
        );

        var answers = (await Task.WhenAll(good)).Append(first).ToList();
        Assert.Equal(409, (await foreign).Status);
        Assert.Equal(409, (await words).Status);
        Assert.Contains("may read", (string)(await viewer).Body["results"]![0]!["errors"]!["by"]![0]!, StringComparison.Ordinal);
        Assert.All(answers, a => Assert.True((bool)a.Body["results"]![0]!["taken"]!));
        // Those that were stored together are told the same; one that ends where the next begins, all of it is there once, without a gap.
        var told = answers
            .Select(a => (Since: (long)a.Body["since"]!, UpTo: (long)a.Body["head"]!["upToSeq"]!))
            .Distinct()
            .Order()
            .ToList();
        Assert.All(told, t => Assert.True(t.Since < t.UpTo));
        Assert.Equal(told.Skip(1).Select(t => t.Since), told.SkipLast(1).Select(t => t.UpTo));
        var log = (await site.GetAsync($"/api/builds/{build}/file"))["log"]!.AsArray();
        Assert.Equal(Enumerable.Range(1, log.Count), log.Select(e => (int)e!["seq"]!));
        Assert.Equal(
            ids.Order(),
            log.Select(e => e!["event"]!).Where(e => (string)e["kind"]! == "reading-taken").Select(e => (Guid)e["id"]!).Order()
        );
    }

    [Fact]
    public async Task What_another_instance_added_meanwhile_is_seen_before_it_is_decided()
    {
        var build = await site.BeginAsync();
        var (mine, theirs) = (Guid.CreateVersion7(), Guid.CreateVersion7());
        var known = await site.WorkAsync(build, Site.Reading("nose", "s1-0", "34.021"), mine);
        await site.SqlAsync(
            $$"""
            insert into log (build, seq, id, stored_at, kind, signer, body, raw)
            select build, seq + 1, '{{theirs}}', stored_at, kind, signer, e, e::text
            from (select *, jsonb_set(body, '{id}', '"{{theirs}}"') as e from log where id = '{{mine}}') x
            """
        );
        var rub = $$"""{"do":"strike","reading":"{{mine}}","because":"rubbed-out"}""";
        var refused = await site.WorkAsync(build, rub);
        Assert.Contains("last reading", (string)refused["results"]![0]!["errors"]!["because"]![0]!, StringComparison.Ordinal);
        await site.SqlAsync(
            $$"""
            insert into log (build, seq, id, stored_at, kind, signer, body, raw)
            select build, seq + 1, gen_random_uuid(), stored_at, 'struck', signer, e, e::text
            from (select *, jsonb_build_object('kind', 'struck', 'id', gen_random_uuid(), 'doneAt', stored_at, 'reading', id, 'slot', body->'slot', 'because', 'slip') as e from log where id = '{{theirs}}') x
            """
        );
        var next = await site.WorkAsync(build, Site.Reading("nose", "s1-90", "34.022"));
        Assert.True((bool)next["results"]![0]!["taken"]!);
        Assert.Equal((long)known["head"]!["upToSeq"]! + 3, (long)next["head"]!["upToSeq"]!);
    }

    [Fact]
    public async Task The_fasteners_of_a_build_are_told_group_by_group()
    {
        var groups = (await site.GetAsync($"/api/builds/{await site.BeginAsync()}/fasteners")).AsArray();
        Assert.Contains(
            groups,
            g => (string)g!["name"]! == "Crank bolt" && (string)g["standing"]! == "planned" && (string)g["torque"]!["source"]! == "manual"
        );
        Assert.Contains(groups, g => (string)g!["name"]! == "Flywheel" && g["bolts"]!.AsArray().Count == 8);
    }

    [Fact]
    public async Task The_demos_rockers_stand_half_way_with_the_worn_one_told()
    {
        var build = (await site.GetAsync("/api/builds"))["lines"]!.AsArray().Single(b => (string)b!["number"]! == "018")!;
        Assert.Equal("Rocker trunnions, rocker 8: body and bushes", (string)build["atStep"]!);
        var tray = (await site.GetAsync($"/api/builds/{build["id"]}/record"))["state"]!["tasks"]![0]!["steps"]!
            .AsArray()
            .Single(s => (string)s!["ref"]!["step"]! == "tray")!["now"]!["answer"]!;
        Assert.Equal(["rocker-8"], tray["halfDone"]!.AsArray().Select(h => (string)h!["item"]!));
        Assert.Equal(
            ["rocker-3"],
            tray["measures"]![0]!["values"]!.AsArray().Where(v => (string?)v!["verdict"] == "stop").Select(v => (string)v!["item"]!)
        );
    }

    [Theory]
    [InlineData("""{"by":"ines","commands":[]}""", 422, "commands")]
    [InlineData(
        """{"by":"nobody","commands":[{"do":"note","id":"0190a1b2-0014-7c00-8000-00000000aaaa","doneAt":"2026-06-01T08:00:00Z","step":{"task":{"kind":"a","place":"b"},"step":"c"},"text":"x"}]}""",
        422,
        "by"
    )]
    [InlineData("""{"by":"ines","commands":[{"do":"fly"}]}""", 400, "commands[0].do")]
    [InlineData(
        """{"by":"ines","commands":[{"do":"note","id":"x","doneAt":"then","step":{"task":{"kind":"a"},"step":"c"}}]}""",
        400,
        "commands[0].doneAt",
        "commands[0].id",
        "commands[0].step.task.place",
        "commands[0].text"
    )]
    public async Task Work_that_makes_no_sense_is_named_field_by_field(string body, int status, params string[] fields)
    {
        var build = await site.BeginAsync();
        var (answered, problem) = await site.PostAsync($"/api/builds/{build}/work", body);
        Assert.Equal((status, string.Join(' ', fields)), (answered, string.Join(' ', problem["errors"]!.AsObject().Select(e => e.Key))));
    }

    [Fact]
    public async Task An_engine_is_put_on_the_bench_with_everything_said_that_is_wrong()
    {
        var (status, problem) = await site.PostAsync(
            "/api/builds",
            $$"""
            {"build":"{{Guid.CreateVersion7()}}","id":"{{Guid.CreateVersion7()}}","doneAt":"2026-06-01T08:00:00Z","by":"wren","number":" ","name":"","sheet":"flat-nine"}
            """
        );
        Assert.Equal(422, status);
        Assert.Equal(["by", "name", "number", "sheet"], problem["errors"]!.AsObject().Select(e => e.Key));
    }

    [Fact]
    public async Task As_of_before_a_build_was_opened_is_answered_with_when_it_was()
    {
        var build = await site.BeginAsync();
        using var response = await site.Client.GetAsync(
            new Uri($"/api/builds/{build}/record?asOf=2001-01-01T00:00:00Z", UriKind.Relative),
            TestContext.Current.CancellationToken
        );
        Assert.Equal(422, (int)response.StatusCode);
        var blank = await site.GetAsync(
            $"/api/builds/{build}/record?asOf={Uri.EscapeDataString(DateTimeOffset.UtcNow.AddMinutes(1).ToString("O"))}"
        );
        Assert.Single(blank["state"]!["tasks"]!.AsArray());
    }

    [Fact]
    public async Task A_whole_build_goes_out_as_a_file_and_in_again_byte_for_byte()
    {
        var build = await site.BeginAsync();
        await site.WorkAsync(build, Site.Reading("nose", "s1-0", "1.33942 in"));
        var file = await site.Client.GetStringAsync(
            new Uri($"/api/builds/{build}/file", UriKind.Relative),
            TestContext.Current.CancellationToken
        );

        var (test, database) = await TestDatabase.OpenAsync();
        await using (test)
        await using (database)
        {
            var read = JsonSerializer.Deserialize(file, CoreJson.Default.BuildFile)!;
            var builds = new BuildLog(database);
            await builds.OpenAsync(read.Id, read.Log, null, TestContext.Current.CancellationToken);
            var again = read with { Log = (await builds.ReadAsync(read.Id, 0, TestContext.Current.CancellationToken))! };
            Assert.Equal(file, JsonSerializer.Serialize(again, CoreJson.Default.BuildFile));
        }
    }

    [Fact]
    public async Task The_front_ends_types_are_made_from_the_description_that_is_served()
    {
        var text = await site.Client.GetStringAsync(
            new Uri("/api/openapi/v1.json", UriKind.Relative),
            TestContext.Current.CancellationToken
        );
        if (Environment.GetEnvironmentVariable("NEATBORE_WRITE_FORMATS") == "1")
        {
            await File.WriteAllTextAsync(Repository.At("web", "openapi.json"), text, TestContext.Current.CancellationToken);
        }

        var served = JsonNode.Parse(text);
        var kept = JsonNode.Parse(await File.ReadAllTextAsync(Repository.At("web", "openapi.json"), TestContext.Current.CancellationToken));
        Assert.True(
            JsonNode.DeepEquals(served, kept),
            "web/openapi.json is stale: run this test with NEATBORE_WRITE_FORMATS=1, then npm run types in web/"
        );
    }

    [Fact]
    public async Task Every_answer_allows_only_the_app_itself()
    {
        using var response = await site.Client.GetAsync(new Uri("/api/shop", UriKind.Relative), TestContext.Current.CancellationToken);
        Assert.Contains("default-src 'self'", response.Headers.GetValues("Content-Security-Policy").Single(), StringComparison.Ordinal);
        Assert.Equal("nosniff", response.Headers.GetValues("X-Content-Type-Options").Single());
    }

    private static string Command(Guid id, string typed = "34.022")
    {
        var command = JsonNode.Parse(Site.Reading("nose", "s1-90", typed))!;
        command["id"] = id.ToString();
        command["doneAt"] = "2026-06-01T08:00:00Z";
        return command.ToJsonString();
    }
}
