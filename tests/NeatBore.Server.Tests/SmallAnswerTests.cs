using System.Net.Http.Headers;
using System.Text.Json.Nodes;
using NeatBore.Core.RunSheets;
using Xunit;

namespace NeatBore.Server.Tests;

/// <summary>What goes over the wire is what the bench draws now; the whole stays where it is until it is asked for.</summary>
public sealed class SmallAnswerTests(Site site) : IClassFixture<Site>
{
    private async Task<byte[]> BytesAsync(string path) =>
        await site.Client.GetByteArrayAsync(new Uri(path, UriKind.Relative), TestContext.Current.CancellationToken);

    private async Task<string> TwelveRockersAsync() =>
        (string)(await site.GetAsync("/api/builds"))["lines"]!.AsArray().Single(b => (string)b!["number"]! == "018")!["id"]!;

    [Fact]
    public async Task The_twelve_rockers_open_in_150_kB_and_an_enter_is_answered_in_60()
    {
        var build = await TwelveRockersAsync();
        var whole = (await BytesAsync($"/api/builds/{build}/record")).Length;
        var opened = await BytesAsync($"/api/builds/{build}?kind=rocker-trunnions&place=rockers");
        Assert.InRange(opened.Length, 20_000, 150_000);
        var next = JsonNode.Parse(opened)!["tasks"]![0]!["next"]!;
        var open = JsonNode.Parse(opened)!["steps"]!
            .AsArray()
            .Single(s => (string)s!["ref"]!["step"]! == (string)next["step"]! && (string)s["ref"]!["item"]! == (string)next["item"]!)!;
        var slot = open["rounds"]!.AsArray()[^1]!["slots"]!
            .AsArray()
            .First(s => (string)s!["slot"]!["kind"]! == "number" && s["live"] is null)!["slot"]!;
        var answer = await site.WorkAsync(
            Guid.Parse(build),
            $$"""
            {"do":"take-reading","slot":{"step":{{next.ToJsonString()}},"round":1,"slot":"{{slot["key"]}}"},"typed":"{{slot["expected"]
                ?? slot["plausible"]!["low"]}}","oddConfirmed":true}
            """
        );
        Assert.True((bool)answer["results"]![0]!["taken"]!, answer["results"]!.ToJsonString());
        Assert.InRange(answer.ToJsonString().Length, 5_000, 60_000);
        Assert.True(whole > 4 * opened.Length, $"{whole}");
        // The open step is in it, with what was just read.
        Assert.Contains(
            answer["steps"]!.AsArray(),
            s =>
                (string)s!["ref"]!["item"]! == (string)next["item"]!
                && s["rounds"]!.ToJsonString().Contains((string)slot["key"]!, StringComparison.Ordinal)
        );
        Assert.Equal((long)JsonNode.Parse(opened)!["head"]!["upToSeq"]!, (long)answer["since"]!);
    }

    [Fact]
    public async Task Answers_are_packed_for_a_browser()
    {
        foreach (var coding in (string[])["br", "gzip"])
        {
            using var request = new HttpRequestMessage(
                HttpMethod.Get,
                new Uri($"/api/builds/{await TwelveRockersAsync()}", UriKind.Relative)
            );
            request.Headers.AcceptEncoding.Add(new StringWithQualityHeaderValue(coding));
            using var response = await site.Client.SendAsync(request, TestContext.Current.CancellationToken);
            Assert.Equal([coding], response.Content.Headers.ContentEncoding);
            Assert.InRange((await response.Content.ReadAsByteArrayAsync(TestContext.Current.CancellationToken)).Length, 1_000, 50_000);
        }
    }

    /// <summary>Line, whole step and record are the same build: whatever is fetched apart says what the whole says.</summary>
    [Fact]
    public async Task What_is_fetched_apart_is_what_the_whole_says()
    {
        var build = await TwelveRockersAsync();
        var record = (await site.GetAsync($"/api/builds/{build}/record"))["state"]!;
        var view = await site.GetAsync($"/api/builds/{build}");
        foreach (var (name, value) in view["head"]!.AsObject())
        {
            Assert.True(JsonNode.DeepEquals(record[name], value), name);
        }

        var steps = record["tasks"]![0]!["steps"]!.AsArray();
        var lines = view["tasks"]![0]!["steps"]!.AsArray();
        Assert.Equal(steps.Count, lines.Count);
        foreach (var (step, line) in steps.Zip(lines))
        {
            Assert.Equal(((string)step!["ref"]!["step"]!, (string)step["ref"]!["item"]!), ((string)line!["step"]!, (string)line["item"]!));
            Assert.All(
                line.AsObject().Where(f => f.Key is not ("step" or "item")),
                f => Assert.True(JsonNode.DeepEquals(step[f.Key], f.Value), f.Key)
            );
        }

        var wanted = lines.Where((_, i) => i % 7 == 0).Select(l => $"{l!["step"]}@{l["item"]}").ToList();
        var apart = (
            await site.GetAsync(
                $"/api/builds/{build}/steps?kind=rocker-trunnions&place=rockers&{string.Join('&', wanted.Select(w => $"at={w}"))}"
            )
        ).AsArray();
        Assert.Equal(wanted, apart.Select(s => $"{s!["ref"]!["step"]}@{s["ref"]!["item"]}"));
        foreach (var step in apart)
        {
            var same = steps.Single(s => JsonNode.DeepEquals(s!["ref"], step!["ref"]))!.DeepClone();
            // What was answered before is the record's alone.
            foreach (var call in same["calls"]!.AsArray())
            {
                call!["judgement"]!["answer"] = null;
            }

            Assert.True(JsonNode.DeepEquals(same, step), $"{step!["ref"]}");
        }

        foreach (
            var (query, field) in ((string, string)[])
                [("kind=rocker-trunnions&place=rockers", "at"), ("kind=fly&place=rockers&at=a@", "kind")]
        )
        {
            using var refused = await site.Client.GetAsync(
                new Uri($"/api/builds/{build}/steps?{query}", UriKind.Relative),
                TestContext.Current.CancellationToken
            );
            Assert.Equal(422, (int)refused.StatusCode);
            Assert.NotNull(
                JsonNode.Parse(await refused.Content.ReadAsStringAsync(TestContext.Current.CancellationToken))!["errors"]![field]
            );
        }
    }

    [Fact]
    public async Task Five_hundred_queued_commands_go_through_at_once_and_only_what_stands_at_the_end_is_said()
    {
        var build = await site.BeginAsync();
        var commands = new JsonArray();
        Guid? before = null;
        for (var i = 0; i < 250; i++)
        {
            var id = Guid.CreateVersion7();
            if (before is { } struck)
            {
                commands.Add(
                    JsonNode.Parse(
                        $$"""{"do":"strike","id":"{{Guid.CreateVersion7()}}","doneAt":"2026-06-01T08:05:00Z","reading":"{{struck}}","because":"slip"}"""
                    )
                );
            }

            var reading = JsonNode.Parse(Site.Reading("nose", "s1-0", $"34.0{i % 90 + 10}"))!;
            (reading["id"], reading["doneAt"], before) = (id.ToString(), "2026-06-01T08:05:00Z", id);
            commands.Add(reading);
        }

        commands.Add(
            JsonNode.Parse(
                $$"""{"do":"note","id":"{{Guid.CreateVersion7()}}","doneAt":"2026-06-01T08:05:00Z","step":{"task":{"kind":"balancer-on","place":"balancer"},"step":"nose"},"text":"all"}"""
            )
        );
        var (status, answer) = await site.PostAsync(
            $"/api/builds/{build}/work",
            new JsonObject { ["by"] = "ines", ["commands"] = commands }.ToJsonString()
        );
        Assert.Equal(200, status);
        Assert.Equal(500, answer["results"]!.AsArray().Count(r => (bool)r!["taken"]!));
        Assert.Equal(502, (long)answer["head"]!["upToSeq"]!);
    }

    [Fact]
    public async Task Today_follows_each_append_and_can_be_made_anew_from_the_logs()
    {
        var build = await site.BeginAsync();
        async Task<JsonNode> Line() =>
            (await site.GetAsync("/api/builds"))["lines"]!.AsArray().Single(l => (string)l!["id"]! == build.ToString())!;
        var begun = await Line();
        Assert.Equal("Balancer on: parts and cleaning", (string)begun["atStep"]!);
        await site.WorkAsync(build, Site.Reading("parts", "balancer", "HB-21"));
        await site.WorkAsync(build, Site.Reading("parts", "clean", "done"));
        var kept = await Line();
        Assert.NotEqual(begun["do"]!.ToJsonString(), kept["do"]!.ToJsonString());

        // The same is said by the record, and by a line that is made anew.
        var record = (await site.GetAsync($"/api/builds/{build}/record"))["state"]!;
        Assert.True(JsonNode.DeepEquals(record["do"], kept["do"]));
        await site.SqlAsync($"update line set made_by = '', body = '{{}}' where build = '{build}'");
        await site.MakeLinesAsync();
        Assert.True(JsonNode.DeepEquals(kept, await Line()));
    }

    [Fact]
    public async Task Today_says_where_its_page_ends_and_refuses_an_end_that_it_never_gave()
    {
        var page = await site.GetAsync("/api/builds");
        Assert.Equal(
            page["lines"]!.AsArray().Select(l => (string?)l!["engine"]).OfType<string>().Distinct().Order(),
            page["strips"]!.AsArray().Select(s => (string)s!["engine"]!).Order()
        );
        Assert.True((int)page["total"]! >= page["lines"]!.AsArray().Count);
        foreach (var after in (string[])["x", "9,0190a1b2-0014-7c00-8000-000000000014,1", "1,x,1"])
        {
            using var refused = await site.Client.GetAsync(
                new Uri($"/api/builds?after={after}", UriKind.Relative),
                TestContext.Current.CancellationToken
            );
            Assert.Equal(422, (int)refused.StatusCode);
        }

        var last = page["lines"]!.AsArray()[^1]!;
        var standing = Enum.GetValues<Standing>()
            .Single(s => System.Text.Json.JsonSerializer.Serialize(s) == last["standing"]!.ToJsonString());
        Assert.Empty((await site.GetAsync($"/api/builds?after={(int)standing},{last["id"]},{last["number"]}"))["lines"]!.AsArray());
    }
}
