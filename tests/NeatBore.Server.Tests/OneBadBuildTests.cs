using System.Text.Json.Nodes;
using CsCheck;
using NeatBore.Core.Log;
using Xunit;

namespace NeatBore.Server.Tests;

/// <summary>What one build's log holds keeps no other from being worked on.</summary>
public sealed class OneBadBuildTests(Site site) : IClassFixture<Site>
{
    private Task AppendAsync(Guid build, string body, string at = "now()") =>
        site.SqlAsync(
            $$"""
            insert into log (build, seq, id, stored_at, kind, signer, body, raw)
            select '{{build}}', max(seq) + 1, (b.body ->> 'id')::uuid, {{at}}, b.body ->> 'kind', '{"id":"ines","name":"Ines","role":"lead"}', b.body, b.body::text
            from log, (select '{{body.Replace(
                "ID",
                Guid.CreateVersion7().ToString(),
                StringComparison.Ordinal
            )}}'::jsonb as body) b where build = '{{build}}' group by b.body
            """
        );

    private async Task<JsonNode> LineAsync(Guid build) =>
        (await site.GetAsync("/api/builds"))["lines"]!.AsArray().Single(b => (string)b!["id"]! == build.ToString())!;

    private async Task<(int Status, JsonNode Body)> OpenAsync(Guid build)
    {
        using var response = await site.Client.GetAsync(
            new Uri($"/api/builds/{build}", UriKind.Relative),
            TestContext.Current.CancellationToken
        );
        return ((int)response.StatusCode, JsonNode.Parse(await response.Content.ReadAsStringAsync(TestContext.Current.CancellationToken))!);
    }

    [Theory]
    [InlineData("an event", """{"kind":"flown","id":"ID","doneAt":"2026-06-01T08:00:00Z"}""", "Entry 3 can’t be read")]
    [InlineData(
        "a value",
        """{"kind":"reading-taken","id":"ID","doneAt":"2026-06-01T08:00:00Z","slot":{"step":{"task":{"kind":"balancer-on","place":"balancer"},"step":"nose","item":""},"round":1,"slot":"s1-0"},"typed":"34","value":"1e400","oddConfirmed":false}""",
        "Entry 3 can’t be read"
    )]
    [InlineData(
        "a task",
        """{"kind":"task-started","id":"ID","doneAt":"2026-06-01T08:00:00Z","task":{"kind":"levitate","place":"balancer"},"procedure":1,"sheet":{"id":"straight-six-2.7","version":1}}""",
        "version 1 of “levitate”"
    )]
    [InlineData(
        "a sheet",
        """{"kind":"task-started","id":"ID","doneAt":"2026-06-01T08:00:00Z","task":{"kind":"cam-bearings","place":"camshaft"},"procedure":1,"sheet":{"id":"flat-nine","version":4}}""",
        "version 4 of the engine sheet “flat-nine”"
    )]
    public async Task It_alone_says_so_and_its_file_can_be_taken_out(string what, string entry, string says)
    {
        var (sound, bad) = (await site.BeginAsync(), await site.BeginAsync());
        await AppendAsync(bad, entry);

        var (status, problem) = await OpenAsync(bad);
        Assert.Equal(409, status);
        Assert.Contains(says, (string)problem["title"]!, StringComparison.Ordinal);

        // What is appended past the app is found out when it is opened; after an upgrade, for all builds at the start.
        var line = await LineAsync(bad);
        Assert.Contains(says, (string)line["fault"]!, StringComparison.Ordinal);
        Assert.Equal(("020", "Trial"), ((string)line["number"]!, (string)line["name"]!));
        Assert.Null((await LineAsync(sound))["fault"]);

        var note =
            $$"""{"by":"ines","commands":[{"do":"note","id":"{{Guid.CreateVersion7()}}","doneAt":"2026-06-01T08:00:00Z","step":{"task":{"kind":"balancer-on","place":"balancer"},"step":"nose"},"text":"x"}]}""";
        Assert.Equal((what, 409), (what, (await site.PostAsync($"/api/builds/{bad}/work", note)).Status));
        Assert.Equal(200, (await site.PostAsync($"/api/builds/{sound}/work", note)).Status);

        var file = await site.GetAsync($"/api/builds/{bad}/file");
        Assert.Equal((BuildFile.FormatName, 3), ((string)file["format"]!, file["log"]!.AsArray().Count));
        Assert.True(JsonNode.DeepEquals(JsonNode.Parse(entry)!["task"], file["log"]![2]!["event"]!["task"]));
        Assert.Equal("straight-six-2.7", (string)file["sheets"]![0]!["id"]!);
    }

    [Fact]
    public async Task A_sheet_that_can_t_be_read_takes_down_only_what_names_it()
    {
        var (sound, bad) = (await site.BeginAsync(), await site.BeginAsync());
        await site.SqlAsync(
            """insert into sheet_version (id, version, body) values ('odd-one', 1, '{"id":"odd-one","version":1,"crank":"none"}')"""
        );
        await AppendAsync(
            bad,
            """{"kind":"task-started","id":"ID","doneAt":"2026-06-01T08:00:00Z","task":{"kind":"cam-bearings","place":"camshaft"},"procedure":1,"sheet":{"id":"odd-one","version":1}}"""
        );
        Assert.Equal(409, (await OpenAsync(bad)).Status);
        Assert.Contains("“odd-one”", (string)(await LineAsync(bad))["fault"]!, StringComparison.Ordinal);
        Assert.Null((await LineAsync(sound))["fault"]);
        Assert.DoesNotContain((await site.GetAsync("/api/sheets")).AsArray(), s => (string)s!["id"]! == "odd-one");
        Assert.Equal(
            ["odd-one", "straight-six-2.7"],
            (await site.GetAsync($"/api/builds/{bad}/file"))["sheets"]!.AsArray().Select(s => (string)s!["id"]!).Order()
        );
    }

    [Fact]
    public async Task What_is_damaged_in_the_record_is_said_before_anybody_opens_it_and_keeps_nothing_from_opening()
    {
        var (sound, bad, twice) = (await site.BeginAsync(), await site.BeginAsync(), await site.BeginAsync());
        await AppendAsync(bad, """{"kind":"flown","id":"ID","doneAt":"2026-06-01T08:00:00Z"}""");
        // A sheet in which one bolt stands twice, and one without a layout, put past the app under builds that are there.
        await site.SqlAsync(
            """
            insert into sheet_version (id, version, body)
            select 'twice', 1, jsonb_set(jsonb_set(body, '{id}', '"twice"'), '{cover,bolts,1,id}', body #> '{cover,bolts,0,id}')
            from sheet_version where id = 'straight-six-2.7' and version = 1;
            insert into sheet_version (id, version, body) values ('no-layout', 3, '{"id":"no-layout","version":3,"name":"x","summary":"y"}');
            """
        );
        await AppendAsync(
            twice,
            """{"kind":"task-started","id":"ID","doneAt":"2026-06-01T08:00:00Z","task":{"kind":"timing-cover","place":"cover"},"procedure":2,"sheet":{"id":"twice","version":1}}"""
        );
        await site.SqlAsync("update line set made_by = ''");
        await site.MakeLinesAsync();
        await site.LookThroughAsync();
        Assert.NotNull((await LineAsync(bad))["fault"]);
        Assert.Null((await LineAsync(sound))["fault"]);
        Assert.Equal(200, (await OpenAsync(sound)).Status);
        // An answer of its own for each, whatever is wrong with it.
        Assert.InRange((await OpenAsync(twice)).Status, 200, 409);
        Assert.Contains(
            (await site.GetAsync("/api/damaged-sheets")).AsArray(),
            s => (string)s!["id"]! == "no-layout" && (int)s["version"]! == 3
        );
        Assert.DoesNotContain((await site.GetAsync("/api/sheets")).AsArray(), s => (string)s!["id"]! == "no-layout");
        // Damaged after the lines were made: a look through them finds it.
        await AppendAsync(sound, """{"kind":"flown","id":"ID","doneAt":"2026-06-01T08:00:00Z"}""");
        Assert.Null((await LineAsync(sound))["fault"]);
        await site.LookThroughAsync();
        Assert.NotNull((await LineAsync(sound))["fault"]);
        // Another instance opens over all of it, and its plan names them.
        await using var beside = site.Beside();
        using var client = beside.CreateClient();
        using var health = await client.GetAsync(new Uri("/api/health", UriKind.Relative), TestContext.Current.CancellationToken);
        Assert.Equal(200, (int)health.StatusCode);
    }

    [Fact]
    public async Task A_command_that_can_t_be_is_refused_alone_and_the_others_with_it_are_taken()
    {
        var build = await site.BeginAsync();
        string Sent(string command) => $$"""{"by":"ines","commands":[{{command}}]}""";
        const string step = """{"task":{"kind":"balancer-on","place":"balancer"},"step":"nose"}""";
        string Note() => $$"""{"do":"note","id":"{{Guid.CreateVersion7()}}","doneAt":"2026-06-01T08:05:00Z","step":{{step}},"text":"x"}""";
        var poison =
            $$"""{"do":"ask-owner","id":"{{Guid.CreateVersion7()}}","doneAt":"2026-06-01T08:05:00Z","step":{{step}},"finding":"x","choices":[null]}""";
        var all = await Task.WhenAll(
            Enumerable.Range(0, 12).Select(i => site.PostAsync($"/api/builds/{build}/work", Sent(i % 3 == 0 ? poison : Note())))
        );
        Assert.Equal(Enumerable.Range(0, 12).Select(i => i % 3 == 0 ? 400 : 200), all.Select(a => a.Status));
        Assert.Equal("must not be null", (string)all[0].Body["errors"]!["commands[0].choices[0]"]![0]!);
    }

    [Fact]
    public async Task An_entry_from_the_future_hides_nothing_and_is_not_gone_behind()
    {
        var build = await site.BeginAsync();
        await AppendAsync(
            build,
            """{"kind":"noted","id":"ID","doneAt":"2026-06-01T08:00:00Z","step":{"task":{"kind":"balancer-on","place":"balancer"},"step":"nose","item":""},"text":"from the future"}""",
            "now() + interval '10 days'"
        );
        Assert.Null((await LineAsync(build))["fault"]);
        await site.WorkAsync(build, Site.Reading("nose", "s1-0", "34.021"));
        var log = (await site.GetAsync($"/api/builds/{build}/file"))["log"]!.AsArray();
        Assert.Equal((DateTimeOffset)log[2]!["storedAt"]!, (DateTimeOffset)log[3]!["storedAt"]!);
        Assert.Equal(4, (long)(await OpenAsync(build)).Body["head"]!["upToSeq"]!);
    }

    [Fact]
    public async Task A_clock_that_is_set_back_or_on_hides_no_entry_and_stores_none_before_the_last()
    {
        var cancel = TestContext.Current.CancellationToken;
        await Gen.OneOfConst(0, -60, -60 * 24 * 10, 60, 60 * 24 * 40, -1)
            .Array[1, 8]
            .SampleAsync(
                async jumps =>
                {
                    site.Clock.Off = TimeSpan.Zero;
                    var build = await site.BeginAsync();
                    foreach (var (minutes, i) in jumps.Select((j, i) => (j, i)))
                    {
                        site.Clock.Off += TimeSpan.FromMinutes(minutes);
                        var state = (
                            await site.WorkAsync(
                                build,
                                """{"do":"note","step":{"task":{"kind":"balancer-on","place":"balancer"},"step":"nose"},"text":"x"}"""
                            )
                        )["head"]!;
                        Assert.Equal(i + 3, (long)state["upToSeq"]!);
                        foreach (
                            var asOf in (string[])["", $"?asOf={Uri.EscapeDataString(site.Clock.GetUtcNow().AddMinutes(1).ToString("O"))}"]
                        )
                        {
                            Assert.Equal(i + 3, (long)(await site.GetAsync($"/api/builds/{build}/record{asOf}"))["state"]!["upToSeq"]!);
                        }

                        Assert.NotNull(await LineAsync(build));
                    }

                    var times = (await site.GetAsync($"/api/builds/{build}/file"))["log"]!
                        .AsArray()
                        .Select(e => (DateTimeOffset)e!["storedAt"]!)
                        .ToList();
                    Assert.Equal(times.Order(), times);
                },
                iter: 12,
                threads: 1
            );
        site.Clock.Off = TimeSpan.Zero;
    }

    [Theory]
    [InlineData("9999-12-31T23:59:59Z", true)]
    [InlineData("1999-01-01T00:00:00Z", true)]
    [InlineData(null, false)]
    public async Task A_tablets_clock_that_can_t_be_right_is_kept_and_said_but_not_believed(string? told, bool off)
    {
        var build = await site.BeginAsync();
        var said = told is null
            ? DateTimeOffset.UtcNow.AddDays(-29)
            : DateTimeOffset.Parse(told, System.Globalization.CultureInfo.InvariantCulture);
        var (status, answer) = await site.PostAsync(
            $"/api/builds/{build}/work",
            $$"""
            {"by":"ines","commands":[{"do":"note","id":"{{Guid.CreateVersion7()}}","doneAt":"{{said:O}}","step":{"task":{"kind":"balancer-on","place":"balancer"},"step":"nose"},"text":"x"}]}
            """
        );
        Assert.Equal((200, true), (status, (bool)answer["results"]![0]!["taken"]!));
        var entry = (await site.GetAsync($"/api/builds/{build}/file"))["log"]!.AsArray()[^1]!;
        Assert.Equal(off ? (DateTimeOffset)entry["storedAt"]! : said, (DateTimeOffset)entry["event"]!["doneAt"]!);
        Assert.Equal(off ? said : null, (DateTimeOffset?)entry["event"]!["saidAt"]);
        Assert.Equal(off ? (said - (DateTimeOffset)entry["storedAt"]!).TotalSeconds : null, (double?)answer["results"]![0]!["clockOffS"]);
    }

    [Fact]
    public async Task The_same_id_with_other_words_is_a_409_and_changes_nothing()
    {
        var build = await site.BeginAsync();
        var id = Guid.CreateVersion7();
        string Work(string typed, string by = "ines", string slot = "s1-0") =>
            $$"""
                {"by":"{{by}}","commands":[{{Site.Reading("nose", slot, typed).Trim()[
                    ..^1
                ]}},"id":"{{id}}","doneAt":"2026-06-01T08:05:00Z"}]}
                """;
        var path = $"/api/builds/{build}/work";
        Assert.Equal(200, (await site.PostAsync(path, Work("34.021"))).Status);
        Assert.Equal(200, (await site.PostAsync(path, Work("34.021"))).Status);
        foreach (
            var other in (string[])
                [
                    Work("34.022"),
                    Work("34.021", "tomas"),
                    Work("34.021", slot: "s1-90"),
                    Work("34.021").Replace("\"mm\"", "\"in\"", StringComparison.Ordinal),
                ]
        )
        {
            var (status, problem) = await site.PostAsync(path, other);
            Assert.Equal(409, status);
            Assert.Contains("other words", (string)problem["title"]!, StringComparison.Ordinal);
        }

        Assert.Equal(3, (await site.GetAsync($"/api/builds/{build}/file"))["log"]!.AsArray().Count);
        string Open(string number) =>
            $$"""{"build":"{{build}}","id":"{{id}}","doneAt":"2026-06-01T08:00:00Z","by":"ines","number":"{{number}}","name":"Trial","sheet":"straight-six-2.7"}""";
        Assert.Equal(409, (await site.PostAsync("/api/builds", Open("021"))).Status);
    }
}
