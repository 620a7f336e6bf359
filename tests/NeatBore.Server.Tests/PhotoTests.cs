using System.Buffers.Binary;
using System.Security.Cryptography;
using Xunit;

namespace NeatBore.Server.Tests;

public sealed class PhotoTests(Site site) : IClassFixture<Site>
{
    // The smallest whole PNG there is: one pixel.
    private static readonly byte[] s_png = Convert.FromBase64String(
        "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg=="
    );

    // One pixel each, whole: a baseline JPEG and a lossless WebP.
    private static readonly byte[] s_jpeg = Convert.FromBase64String(
        "/9j/4AAQSkZJRgABAQEASABIAAD/2wBDAP//////////////////////////////////////////////////////////////////////////////////////wgALCAABAAEBAREA/8QAFBABAAAAAAAAAAAAAAAAAAAAAP/aAAgBAQABPxA//9k="
    );

    private static readonly byte[] s_webp = Convert.FromBase64String("UklGRhoAAABXRUJQVlA4TA0AAAAvAAAAEAcQERGIiP4HAA==");

    [Fact]
    public async Task What_a_photo_is_is_what_was_stored_of_it_and_it_goes_with_the_builds_file()
    {
        var sha256 = (string)(await site.PostAsync("/api/photos", s_png, "image/jpeg")).Body["sha256"]!;
        var build = await site.BeginAsync();
        await site.WorkAsync(
            build,
            $$$"""{"do":"attach","step":{"task":{"kind":"balancer-on","place":"balancer"},"step":"nose"},"caption":"x","photo":{"sha256":"{{{sha256}}}","type":"text/html","widthPx":9999,"heightPx":-1}}"""
        );
        var file = await site.GetAsync($"/api/builds/{build}/file");
        Assert.Equal(
            ("image/png", 1, 1),
            file["log"]![2]!["event"]!["photo"] is var p ? ((string)p!["type"]!, (int)p["widthPx"]!, (int)p["heightPx"]!) : default
        );
        var photo = Assert.Single(file["photos"]!.AsArray())!;
        Assert.Equal((sha256, Convert.ToBase64String(s_png)), ((string)photo["sha256"]!, (string)photo["bytes"]!));

        // Into another shop, with its picture.
        var folder = Directory.CreateTempSubdirectory("neat-bore-demo-").FullName;
        Directory.CreateDirectory(Path.Combine(folder, "builds"));
        await File.WriteAllTextAsync(
            Path.Combine(folder, "builds", "one.json"),
            file.ToJsonString(),
            TestContext.Current.CancellationToken
        );
        photo["bytes"] = Convert.ToBase64String(s_jpeg);
        file["id"] = Guid.CreateVersion7().ToString();
        await File.WriteAllTextAsync(
            Path.Combine(folder, "builds", "two.json"),
            file.ToJsonString(),
            TestContext.Current.CancellationToken
        );
        var other = new Site { Demo = folder };
        await other.InitializeAsync();
        await using (other)
        {
            Assert.Equal(
                s_png,
                await other.Client.GetByteArrayAsync(
                    new Uri($"/api/photos/{sha256}", UriKind.Relative),
                    TestContext.Current.CancellationToken
                )
            );
            Assert.Single((await other.GetAsync("/api/builds"))["lines"]!.AsArray());
        }

        Directory.Delete(folder, recursive: true);
    }

    [Fact]
    public async Task A_photo_is_kept_once_put_to_a_step_and_served_as_a_download_that_runs_nothing()
    {
        var (status, photo) = await site.PostAsync("/api/photos", s_png, "image/png");
        Assert.Equal((200, 1, 1), (status, (int)photo["widthPx"]!, (int)photo["heightPx"]!));
        var sha256 = (string)photo["sha256"]!;
        Assert.Equal(Convert.ToHexStringLower(SHA256.HashData(s_png)), sha256);
        Assert.Equal(sha256, (string)(await site.PostAsync("/api/photos", s_png, "image/png")).Body["sha256"]!);

        var build = await site.BeginAsync();
        var attach =
            """{"do":"attach","step":{"task":{"kind":"balancer-on","place":"balancer"},"step":"nose"},"caption":"Keyway","photo":"""
            + photo.ToJsonString()
            + "}";
        Assert.True((bool)(await site.WorkAsync(build, attach))["results"]![0]!["taken"]!);
        var step = (await site.GetAsync($"/api/builds/{build}/record"))["state"]!["tasks"]![0]!["steps"]!
            .AsArray()
            .Single(s => (string)s!["ref"]!["step"]! == "nose")!;
        Assert.Equal(("Keyway", sha256), ((string)step["photos"]![0]!["caption"]!, (string)step["photos"]![0]!["photo"]!["sha256"]!));

        using var shown = await site.Client.GetAsync(
            new Uri($"/api/photos/{sha256}", UriKind.Relative),
            TestContext.Current.CancellationToken
        );
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

        foreach (
            byte[] cut in (byte[][])
                [
                    [],
                    [0xFF],
                    [0xFF, 0xD8, 0xFF, 0xE0],
                    s_png[..20],
                    s_png[..33],
                    s_png[..^12],
                    s_jpeg[..^2],
                    s_jpeg[..40],
                    [.. "RIFF0000WEBPVP8X"u8],
                    [.. "RIFF\x16\0\0\0WEBPVP8X\x0A\0\0\0\0\0\0\0\x0F\0\0\x0F\0\0"u8],
                ]
        )
        {
            Assert.Equal(422, (await site.PostAsync("/api/photos", cut, "image/jpeg")).Status);
        }

        Assert.Equal(
            (200, 1),
            (await site.PostAsync("/api/photos", s_jpeg, "image/jpeg") is var (kept, jpeg) ? kept : 0, (int)jpeg["widthPx"]!)
        );
        Assert.Equal(
            (200, 1),
            (await site.PostAsync("/api/photos", s_webp, "image/webp") is var (also, webp) ? also : 0, (int)webp["widthPx"]!)
        );

        var unknown =
            $$$"""{"do":"attach","step":{"task":{"kind":"balancer-on","place":"balancer"},"step":"nose"},"photo":{"sha256":"{{{new string('a', 64)}}}","type":"image/png","widthPx":1,"heightPx":1}}""";
        var build = await site.BeginAsync();
        var (refused, why) = await site.PostAsync(
            $"/api/builds/{build}/work",
            $$"""{"by":"ines","commands":[{{unknown.Insert(1, $"\"id\":\"{Guid.CreateVersion7()}\",\"doneAt\":\"2026-06-01T08:05:00+00:00\",")}}]}"""
        );
        Assert.Equal(422, refused);
        Assert.Contains("no such picture", (string)why["errors"]!["commands[0].photo.sha256"]![0]!, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_picture_of_80_MB_is_too_large()
    {
        using var content = new ByteArrayContent(new byte[80 << 20]);
        content.Headers.ContentType = new("image/jpeg");
        using var response = await site.Client.PostAsync(
            new Uri("/api/photos", UriKind.Relative),
            content,
            TestContext.Current.CancellationToken
        );
        Assert.Equal(413, (int)response.StatusCode);
    }
}
