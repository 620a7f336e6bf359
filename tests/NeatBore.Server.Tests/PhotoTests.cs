using System.Buffers.Binary;
using System.Security.Cryptography;
using Xunit;

namespace NeatBore.Server.Tests;

public sealed class PhotoTests(Site site) : IClassFixture<Site>
{
    // The smallest whole PNG there is: one pixel.
    private static readonly byte[] s_png = Convert.FromBase64String("iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==");

    [Fact]
    public async Task A_photo_is_kept_once_put_to_a_step_and_served_as_a_download_that_runs_nothing()
    {
        var (status, photo) = await site.PostAsync("/api/photos", s_png, "image/png");
        Assert.Equal((200, 1, 1), (status, (int)photo["widthPx"]!, (int)photo["heightPx"]!));
        var sha256 = (string)photo["sha256"]!;
        Assert.Equal(Convert.ToHexStringLower(SHA256.HashData(s_png)), sha256);
        Assert.Equal(sha256, (string)(await site.PostAsync("/api/photos", s_png, "image/png")).Body["sha256"]!);

        var build = await site.BeginAsync();
        var attach = """{"do":"attach","step":{"task":{"kind":"balancer-on","place":"balancer"},"step":"nose"},"caption":"Keyway","photo":""" + photo.ToJsonString() + "}";
        Assert.True((bool)(await site.WorkAsync(build, attach))["results"]![0]!["taken"]!);
        var step = (await site.GetAsync($"/api/builds/{build}"))["state"]!["tasks"]![0]!["steps"]!.AsArray().Single(s => (string)s!["ref"]!["step"]! == "nose")!;
        Assert.Equal(("Keyway", sha256), ((string)step["photos"]![0]!["caption"]!, (string)step["photos"]![0]!["photo"]!["sha256"]!));

        using var shown = await site.Client.GetAsync(new Uri($"/api/photos/{sha256}", UriKind.Relative), TestContext.Current.CancellationToken);
        Assert.Equal("image/png", shown.Content.Headers.ContentType!.MediaType);
        Assert.Equal("attachment", shown.Content.Headers.ContentDisposition!.DispositionType);
        Assert.Equal("nosniff", shown.Headers.GetValues("X-Content-Type-Options").Single());
        Assert.Contains("sandbox", shown.Headers.GetValues("Content-Security-Policy").Single(), StringComparison.Ordinal);
        Assert.Equal(s_png, await shown.Content.ReadAsByteArrayAsync(TestContext.Current.CancellationToken));
    }

    [Fact]
    public async Task What_is_no_picture_or_would_take_gigabytes_to_show_is_refused_and_nothing_is_kept()
    {
        var script = "<svg xmlns='http://www.w3.org/2000/svg'><script>alert(1)</script></svg>"u8.ToArray();
        var (status, problem) = await site.PostAsync("/api/photos", script, "image/png");
        Assert.Equal(422, status);
        Assert.Contains("must be a picture", (string)problem["errors"]!["body"]![0]!, StringComparison.Ordinal);

        var bomb = s_png.ToArray();
        BinaryPrimitives.WriteInt32BigEndian(bomb.AsSpan(16), 60_000);
        BinaryPrimitives.WriteInt32BigEndian(bomb.AsSpan(20), 60_000);
        var (large, pixels) = await site.PostAsync("/api/photos", bomb, "image/png");
        Assert.Equal(422, large);
        Assert.Contains("at most 40 million pixels", (string)pixels["errors"]!["body"]![0]!, StringComparison.Ordinal);

        foreach (byte[] cut in (byte[][])[[], [0xFF], [0xFF, 0xD8, 0xFF, 0xE0], s_png[..20], [.. "RIFF0000WEBPVP8X"u8]])
        {
            Assert.Equal(422, (await site.PostAsync("/api/photos", cut, "image/jpeg")).Status);
        }

        var unknown = $$$"""{"do":"attach","step":{"task":{"kind":"balancer-on","place":"balancer"},"step":"nose"},"photo":{"sha256":"{{{new string('a', 64)}}}","type":"image/png","widthPx":1,"heightPx":1}}""";
        var build = await site.BeginAsync();
        var (refused, why) = await site.PostAsync($"/api/builds/{build}/work", $$"""{"by":"ines","commands":[{{unknown.Insert(1, $"\"id\":\"{Guid.CreateVersion7()}\",\"doneAt\":\"2026-06-01T08:05:00+00:00\",")}}]}""");
        Assert.Equal(422, refused);
        Assert.Contains("no such picture", (string)why["errors"]!["commands[0].photo.sha256"]![0]!, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_picture_of_80_MB_is_too_large()
    {
        using var content = new ByteArrayContent(new byte[80 << 20]);
        content.Headers.ContentType = new("image/jpeg");
        using var response = await site.Client.PostAsync(new Uri("/api/photos", UriKind.Relative), content, TestContext.Current.CancellationToken);
        Assert.Equal(413, (int)response.StatusCode);
    }
}
