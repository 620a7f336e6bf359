using System.Net.Http.Headers;
using System.Text;
using System.Text.Json.Nodes;
using Xunit;

namespace NeatBore.Server.Tests;

/// <summary>Another site's page can reach this address from the browser at the bench: over every route of the description, it gets
/// nowhere.</summary>
public sealed class GuardTests(Site site) : IClassFixture<Site>
{
    private static readonly string[] s_reads = ["get", "head", "options"];

    private async Task<List<(string Path, string Method, string Type)>> WritesAsync()
    {
        var document = await site.GetAsync("/api/openapi/v1.json");
        return
        [
            .. document["paths"]!
                .AsObject()
                .SelectMany(path =>
                    path.Value!.AsObject()
                        .Where(route => !s_reads.Contains(route.Key))
                        .Select(route =>
                            (
                                path.Key.Replace("{id}", Guid.CreateVersion7().ToString(), StringComparison.Ordinal)
                                    .Replace("{build}", Guid.CreateVersion7().ToString(), StringComparison.Ordinal)
                                    .Replace("{gauge}", "sim-dial", StringComparison.Ordinal),
                                route.Key.ToUpperInvariant(),
                                route.Value!["requestBody"]!["content"]!.AsObject().First().Key
                            )
                        )
                ),
        ];
    }

    private async Task<(int Status, string Said)> SendAsync(
        string method,
        string path,
        string? type,
        params (string Name, string Value)[] headers
    )
    {
        using var request = new HttpRequestMessage(new HttpMethod(method), new Uri(path, UriKind.Relative));
        request.Content = new ByteArrayContent(Encoding.UTF8.GetBytes("{}"));
        request.Content.Headers.ContentType = type is null ? null : MediaTypeHeaderValue.Parse(type);
        foreach (var (name, value) in headers)
        {
            request.Headers.Add(name, value);
        }

        using var response = await site.Client.SendAsync(request, TestContext.Current.CancellationToken);
        Assert.Equal("nosniff", response.Headers.GetValues("X-Content-Type-Options").Single());
        Assert.Contains("default-src", response.Headers.GetValues("Content-Security-Policy").Single(), StringComparison.Ordinal);
        return ((int)response.StatusCode, await response.Content.ReadAsStringAsync(TestContext.Current.CancellationToken));
    }

    [Theory]
    [InlineData("/api/builds", "cross-site", 403)]
    [InlineData("/api/builds", "same-site", 403)]
    [InlineData("/api/builds", "same-origin", 200)]
    [InlineData("/api/builds", "none", 200)]
    // A link from elsewhere opens a page, which reads nothing by itself.
    [InlineData("/builds/0190a1b2-0014-7c00-8000-000000000014", "cross-site", 404)]
    [InlineData("/api/builds/find?words=%00", "same-origin", 400)]
    [InlineData("/api/%E0%A4%A/x", "same-origin", 404)]
    public async Task What_is_read_is_read_by_its_own_pages(string path, string site, int status)
    {
        var (answered, said) = await SendAsync("GET", path, null, ("Sec-Fetch-Site", site));
        // Without a built front end there is no page to open.
        Assert.True(status == answered || (status == 404 && answered == 200), $"{answered}, not {status}: {said}");
    }

    [Fact]
    public async Task The_description_is_made_once_whoever_asks()
    {
        var cancel = TestContext.Current.CancellationToken;
        var all = await Task.WhenAll(
            Enumerable.Range(0, 6).Select(i => site.Client.GetStringAsync(new Uri($"/api/openapi/v1.json?{i}", UriKind.Relative), cancel))
        );
        Assert.Single(all.Distinct());
        using var again = await site.Client.GetAsync(new Uri("/api/openapi/v1.json", UriKind.Relative), cancel);
        // Kept: the server says for how long it has been.
        Assert.NotNull(again.Headers.Age);
    }

    [Fact]
    public async Task Every_write_wants_its_own_type_its_own_origin_and_its_own_host()
    {
        var writes = await WritesAsync();
        Assert.True(writes.Count > 30, "the description lists the writes");
        foreach (var (path, method, type) in writes)
        {
            async Task Answers(int status, string? sent, params (string, string)[] headers)
            {
                var (answered, said) = await SendAsync(method, path, sent, headers);
                Assert.True(status == answered, $"{method} {path} as {sent} {string.Join(' ', headers)}: {answered}, not {status}: {said}");
                Assert.True(JsonNode.Parse(said)!["title"] is not null, said);
            }

            foreach (
                var wrong in (string?[])
                    [null, "text/plain", "application/x-www-form-urlencoded", "multipart/form-data; boundary=x", "application/octet-stream"]
            )
            {
                await Answers(415, wrong);
            }

            foreach (var origin in (string[])["https://elsewhere.example", "http://localhost:81", "https://localhost", "null"])
            {
                await Answers(403, type, ("Origin", origin));
            }

            await Answers(403, type, ("Sec-Fetch-Site", "cross-site"));
            await Answers(403, type, ("Sec-Fetch-Site", "same-site"));
            await Answers(403, type, ("Origin", "http://localhost"), ("Sec-Fetch-Site", "cross-site"));
            await Answers(400, type, ("Host", "elsewhere.example"));

            foreach (
                var own in ((string, string)[][])
                    [
                        [],
                        [("Origin", "http://localhost")],
                        [("Sec-Fetch-Site", "same-origin")],
                        [("Sec-Fetch-Site", "none")],
                        [("Host", "127.0.0.1:5317")],
                        [("Host", "[::1]")],
                    ]
            )
            {
                var (status, said) = await SendAsync(
                    method,
                    path,
                    type + (type.StartsWith("image/", StringComparison.Ordinal) ? "" : "; charset=utf-8"),
                    own
                );
                Assert.True(
                    status is not (403 or 415) && (status != 400 || !said.Contains("host", StringComparison.Ordinal)),
                    $"{method} {path} with {string.Join(' ', own)}: {status} {said}"
                );
            }
        }
    }

    [Fact]
    public async Task A_read_under_another_name_is_refused_too()
    {
        Assert.Equal(400, (await SendAsync("GET", "/api/shop", null, ("Host", "elsewhere.example"))).Status);
        Assert.Equal(200, (await SendAsync("GET", "/api/shop", null, ("Origin", "https://elsewhere.example"))).Status);
    }

    [Fact]
    public async Task What_is_read_by_another_method_is_a_405_and_a_file_that_is_not_there_a_404()
    {
        foreach (
            var (path, _, _) in (await WritesAsync()).Where(w =>
                !w.Path.EndsWith("/builds", StringComparison.Ordinal)
                && !w.Path.EndsWith("/recordings", StringComparison.Ordinal)
                && !w.Path.EndsWith("/plan", StringComparison.Ordinal)
                && !w.Path.EndsWith("/shop", StringComparison.Ordinal)
                && !w.Path.EndsWith("/sheets", StringComparison.Ordinal)
                && !w.Path.EndsWith("/settings", StringComparison.Ordinal)
                && !w.Path.EndsWith(".csv", StringComparison.Ordinal)
            )
        )
        {
            Assert.Equal((path, 405), (path, (await SendAsync("GET", path, null)).Status));
        }

        Assert.Equal(404, (await SendAsync("GET", "/assets/gone", null)).Status);
        Assert.Equal(404, (await SendAsync("GET", "/assets/gone.js", null)).Status);
        Assert.Equal(404, (await SendAsync("GET", "/api/nothing", null)).Status);
    }
}
