using System.Net;
using System.Text;
using System.Text.Json.Nodes;
using Xunit;

namespace NeatBore.Server.Tests;

/// <summary>Whatever is sent to a route that writes: a clear 4xx or a plain answer, never a 500, never a half-written build.</summary>
public sealed class HostileTests(Site site) : IClassFixture<Site>
{
    private static readonly string[] s_spoils =
    [
        "null",
        "\"\"",
        "\"x\"",
        "\"\\u0000\"",
        "\"\\ud83d\\udd27\"",
        "-1",
        "0",
        "1e308",
        "99999999999999999999",
        "[]",
        "[[]]",
        "{}",
        "true",
        "\"00000000-0000-0000-0000-000000000000\"",
        "\"9999-12-31T23:59:59+14:00\"",
        "\"0001-01-01T00:00:00-14:00\"",
        $"\"{new string('9', 4000)}\"",
        "\"'; drop table log; --\"",
    ];

    private static string Note(string? id = null) =>
        $$"""
            {"do":"note","id":"{{id
                ?? Guid.CreateVersion7().ToString()}}","doneAt":"2026-06-01T08:00:00Z","step":{"task":{"kind":"balancer-on","place":"balancer"},"step":"nose","item":""},"text":"x"}
            """;

    private static readonly Func<string>[] s_commands =
    [
        () => Note(),
        () => With(Site.Reading("nose", "s1-0", "34.021")),
        () => With("""{"do":"strike","reading":"0190a1b2-0014-7c00-8000-00000000aaaa","because":"slip"}"""),
        () => With("""{"do":"begin-round","step":{"task":{"kind":"balancer-on","place":"balancer"},"step":"nose"},"because":"moved"}"""),
        () => With("""{"do":"choose","task":{"kind":"balancer-on","place":"balancer"},"choice":"lubricant","option":"oil"}"""),
        () =>
            With(
                """{"do":"attach","step":{"task":{"kind":"balancer-on","place":"balancer"},"step":"nose"},"photo":{"sha256":"00","type":"image/png","widthPx":1,"heightPx":1},"caption":"x"}"""
            ),
        () =>
            With(
                """{"do":"take-reading","slot":{"step":{"task":{"kind":"balancer-on","place":"balancer"},"step":"draw"},"round":1,"slot":"trace"},"typed":"trace","trace":{"x":[0,1,2],"y":[0,1,2]}}"""
            ),
        () => With("""{"do":"decide","step":{"task":{"kind":"balancer-on","place":"balancer"},"step":"fit"},"because":"x"}"""),
    ];

    private static string With(string command)
    {
        var whole = JsonNode.Parse(command)!;
        whole["id"] = Guid.CreateVersion7().ToString();
        whole["doneAt"] = "2026-06-01T08:00:00Z";
        return whole.ToJsonString();
    }

    [Fact]
    public async Task A_spoilt_command_is_refused_or_taken_and_the_build_stays_whole()
    {
        var build = await site.BeginAsync();
        foreach (var command in s_commands)
        {
            foreach (var path in Paths(JsonNode.Parse(command())!).ToList())
            {
                foreach (var spoil in s_spoils)
                {
                    var spoilt = JsonNode.Parse(command())!;
                    Spoil(spoilt, path, spoil);
                    var (status, answer) = await site.PostAsync(
                        $"/api/builds/{build}/work",
                        $$"""{"by":"ines","commands":[{{spoilt.ToJsonString()}}]}"""
                    );
                    Assert.True(status is 200 or 400 or 409 or 422, $"{string.Join('.', path)} = {spoil}: {status} {answer}");
                }
            }
        }

        var state = (await site.GetAsync($"/api/builds/{build}/record"))["state"]!;
        var file = await site.GetAsync($"/api/builds/{build}/file");
        Assert.Equal((int)state["upToSeq"]!, file["log"]!.AsArray().Count);
    }

    [Fact]
    public async Task A_spoilt_build_is_never_half_written()
    {
        foreach (var field in (string[])["build", "id", "doneAt", "by", "number", "name", "sheet"])
        {
            foreach (var spoil in s_spoils)
            {
                var body = JsonNode.Parse(
                    $$"""
                    {"build":"{{Guid.CreateVersion7()}}","id":"{{Guid.CreateVersion7()}}","doneAt":"2026-06-01T08:00:00Z","by":"ines","number":"1","name":"x","sheet":"straight-six-2.7"}
                    """
                )!;
                var build = (string)body["build"]!;
                Spoil(body, [field], spoil);
                var (status, answer) = await site.PostAsync("/api/builds", body.ToJsonString());
                Assert.True(status is 200 or 400 or 409 or 422, $"{field} = {spoil}: {status} {answer}");
                using var there = await site.Client.GetAsync(
                    new Uri($"/api/builds/{build}", UriKind.Relative),
                    TestContext.Current.CancellationToken
                );
                Assert.Equal(status == 200 && field != "build" ? HttpStatusCode.OK : HttpStatusCode.NotFound, there.StatusCode);
            }
        }
    }

    [Theory]
    [InlineData("/api/builds/not-a-uuid")]
    [InlineData("/api/builds/0190a1b2-0014-7c00-8000-000000000014?asOf=then")]
    [InlineData("/api/builds/..%2f..%2fetc")]
    public async Task An_address_that_makes_no_sense_is_a_4xx(string path)
    {
        using var response = await site.Client.GetAsync(new Uri(path, UriKind.Relative), TestContext.Current.CancellationToken);
        Assert.InRange((int)response.StatusCode, 400, 499);
    }

    [Theory]
    [InlineData("""{"by":"ines","commands":[{"do":"note","text":"\ud83d"}]}""")]
    [InlineData("""{"\ud83d":1}""")]
    public async Task Half_a_character_is_refused_plainly(string body)
    {
        var build = await site.BeginAsync();
        Assert.Equal(400, (await site.PostAsync($"/api/builds/{build}/work", body)).Status);
    }

    [Theory]
    [InlineData("-1")]
    [InlineData("1")]
    [InlineData("\"furlongs\"")]
    public async Task A_word_out_of_few_is_one_of_them_and_no_number(string units)
    {
        var (status, problem) = await site.PostAsync("/api/shop", $$"""{"name":"x","units":{{units}},"lead":"y"}""");
        Assert.Equal((400, "must be one of metric, inch"), (status, (string)problem["errors"]!["units"]![0]!));
    }

    [Fact]
    public async Task Half_a_character_in_a_material_is_refused_plainly()
    {
        var (status, problem) = await site.PostAsync("/api/calc/thermal-fit", """{"hub":{"material":"\ud83d"}}""");
        Assert.Equal(400, status);
        Assert.Contains("valid Unicode", problem.ToJsonString(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_list_far_too_long_is_said_to_be_and_not_looked_through()
    {
        var offsets = string.Join(',', Enumerable.Range(0, 16_000).Select(i => $$"""{"hole":{{i}},"deg":1,"radialMm":0}"""));
        var (status, problem) = await site.PostAsync(
            "/api/calc/bolt-circle",
            $$"""{"holes":8,"diameterMm":80,"holeDiameterMm":9,"startDeg":0,"centreHoleMm":0,"outerMm":100,"offsets":[{{offsets}}]}"""
        );
        Assert.Equal((422, "offsets"), (status, string.Join(' ', problem["errors"]!.AsObject().Select(e => e.Key))));
    }

    [Fact]
    public async Task A_list_of_commands_too_long_is_refused_whole()
    {
        var build = await site.BeginAsync();
        var many = string.Join(',', Enumerable.Range(0, 501).Select(_ => Note()));
        Assert.Equal(422, (await site.PostAsync($"/api/builds/{build}/work", $$"""{"by":"ines","commands":[{{many}}]}""")).Status);
        var half = new StringContent("""{"by":"ines","commands":[""", Encoding.UTF8, "application/json");
        using var cut = await site.Client.PostAsync(
            new Uri($"/api/builds/{build}/work", UriKind.Relative),
            half,
            TestContext.Current.CancellationToken
        );
        Assert.Equal(HttpStatusCode.BadRequest, cut.StatusCode);
        half.Dispose();
    }

    private static IEnumerable<string[]> Paths(JsonNode node) =>
        node is JsonObject o ? o.SelectMany(p => Paths(p.Value!).Append([]).Select(rest => (string[])[p.Key, .. rest])) : [];

    private static void Spoil(JsonNode node, string[] path, string spoil)
    {
        foreach (var step in path[..^1])
        {
            node = node[step]!;
        }

        node[path[^1]] = JsonNode.Parse(spoil);
    }
}
