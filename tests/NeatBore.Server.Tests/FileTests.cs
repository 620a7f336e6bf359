using System.Text.Json;
using System.Text.Json.Nodes;
using NeatBore.Core;
using NeatBore.Tests;
using Xunit;

namespace NeatBore.Server.Tests;

/// <summary>Open files brought into a shop of one's own: all of one or nothing of it.</summary>
public sealed class FileTests : IAsyncLifetime
{
    private readonly Site _site = new() { Shop = "mill-lane" };

    public ValueTask InitializeAsync() => _site.InitializeAsync();

    public ValueTask DisposeAsync() => _site.DisposeAsync();

    private static JsonNode File(params string[] path) => JsonNode.Parse(System.IO.File.ReadAllText(Repository.At(path)))!;

    [Theory]
    [InlineData("018-v6.json")]
    [InlineData("014-straight-six.json")]
    public async Task A_build_comes_in_as_it_went_out_and_once(string name)
    {
        var file = File("demo", "builds", name);
        var (status, taken) = await _site.PostAsync("/api/builds/file", file.ToJsonString());
        Assert.True(status == 200, $"{status} {taken}");
        var id = (string)file["id"]!;
        Assert.Equal(id, (string)taken["build"]!);
        var back = await _site.GetAsync($"/api/builds/{id}/file");
        Assert.Equal(file["log"]!.AsArray().Count, back["log"]!.AsArray().Count);
        // Nulls that an older version left out are there now, and the order of fields is the database's; what they say is the same.
        static JsonNode Read(JsonNode file) =>
            JsonSerializer.SerializeToNode(file.Deserialize(CoreJson.Default.BuildFile), CoreJson.Default.BuildFile)!;
        Assert.True(JsonNode.DeepEquals(Read(file), Read(back)));
        Assert.Equal(id, (string)(await _site.GetAsync("/api/builds"))["lines"]!.AsArray().Single()!["id"]!);
        var (again, why) = await _site.PostAsync("/api/builds/file", file.ToJsonString());
        Assert.Equal((409, "This build is in this shop already."), (again, (string)why["title"]!));
    }

    [Fact]
    public async Task Every_demo_sheet_and_every_golden_build_comes_in()
    {
        foreach (var sheet in Directory.GetFiles(Repository.At("demo", "sheets")))
        {
            var (status, said) = await _site.PostAsync("/api/sheets", System.IO.File.ReadAllText(sheet));
            Assert.True(status == 200, $"{sheet}: {said}");
        }

        foreach (var build in Directory.GetFiles(Repository.At("tests", "golden"), "build.json", SearchOption.AllDirectories))
        {
            var (status, said) = await _site.PostAsync("/api/builds/file", System.IO.File.ReadAllText(build));
            Assert.True(status == 200, $"{build}: {said}");
        }
    }

    public static TheoryData<string, string, string> Spoilt =>
        new()
        {
            { "newer", "format", "A newer one may read it" },
            { "before", "format", "made before 1.0" },
            { "short", "log", "entries are missing, or it was cut short" },
            { "unknown", "zap", "is not known here; the fields are format, id" },
            { "designless", "sheets[0].balancer.design", "must be one of solid, screwed-body, spoked, flange" },
            { "sheetless", "log", "can’t be worked out" },
            { "unworkable", "log", "can’t be worked out" },
            { "to come", "log[3].storedAt", "must be a day from 2000 to 2100" },
            { "done later", "log[3].event.doneAt", "to when it was stored" },
            { "out of order", "log[4].storedAt", "must not be before" },
            { "long done", "log[3].event.doneAt", "must be from 2000-01-01 to when it was stored" },
            { "too many", "sheets[0].layout.camBearings", "must have at most 17 entries; it has 500" },
        };

    [Theory]
    [MemberData(nameof(Spoilt))]
    public async Task A_file_that_can_t_be_used_says_why_by_its_field_and_leaves_nothing(string how, string field, string words)
    {
        var file = File("demo", "builds", "018-v6.json");
        switch (how)
        {
            case "newer":
                file["format"] = "neat-bore.build/7";
                break;
            case "before":
                file["format"] = "neat-bore.build/1";
                break;
            case "short":
                file["log"]!.AsArray().RemoveAt(5);
                break;
            case "unknown":
                file["zap"] = 1;
                break;
            case "designless":
                file["sheets"]![0]!["balancer"]!.AsObject().Remove("design");
                break;
            case "unworkable":
                // Its sheets are sound, and what is done on them is not.
                file["log"]![1]!["event"]!["procedure"] = 77;
                break;
            case "to come":
                file["log"]![3]!["storedAt"] = "9999-12-31T00:00:00+00:00";
                break;
            case "done later":
                file["log"]![3]!["event"]!["doneAt"] = "2099-12-31T00:00:00+00:00";
                break;
            case "out of order":
                file["log"]![4]!["storedAt"] = "2001-01-01T00:00:00+00:00";
                break;
            case "long done":
                file["log"]![3]!["event"]!["doneAt"] = "0206-01-01T00:00:00+00:00";
                break;
            case "too many":
                var bearings = file["sheets"]![0]!["layout"]!["camBearings"]!.AsArray();
                while (bearings.Count < 500)
                {
                    bearings.Add(bearings[0]!.DeepClone());
                }

                break;
            default:
                file["sheets"] = new JsonArray();
                break;
        }

        var (status, said) = await _site.PostAsync("/api/builds/file", file.ToJsonString());
        Assert.True(status is 400 or 422, $"{status}");
        Assert.Contains(words, (string)said["errors"]![field]![0]!, StringComparison.Ordinal);
        Assert.Empty((await _site.GetAsync("/api/builds"))["lines"]!.AsArray());
        Assert.Empty((await _site.GetAsync("/api/sheets")).AsArray());
    }

    [Fact]
    public async Task Of_ever_so_many_faults_a_hundred_are_said()
    {
        var nonsense = string.Join(',', Enumerable.Range(0, 60_000).Select(i => $"\"nobody knows {i}\":{i}"));
        var (status, said) = await _site.PostAsync("/api/builds/file", $"{{{nonsense}}}");
        Assert.Equal(400, status);
        var errors = said["errors"]!.AsObject();
        Assert.Equal(101, errors.Count);
        Assert.Equal("has more faults than the 100 that are listed", (string)errors[""]![0]!);
        Assert.InRange(said.ToJsonString().Length, 1_000, 100_000);
    }

    [Fact]
    public async Task A_sheet_that_says_otherwise_under_the_same_number_is_not_taken()
    {
        var sheet = File("demo", "sheets", "four-1.8.v1.json");
        Assert.Equal(200, (await _site.PostAsync("/api/sheets", sheet.ToJsonString())).Status);
        Assert.Equal(200, (await _site.PostAsync("/api/sheets", sheet.ToJsonString())).Status);
        sheet["crankBolt"]!["torqueNm"] = 999;
        var (status, said) = await _site.PostAsync("/api/sheets", sheet.ToJsonString());
        Assert.Equal(422, status);
        Assert.Contains("give the changed one the next number", (string)said["errors"]!["version"]![0]!, StringComparison.Ordinal);
        sheet["version"] = 2;
        Assert.Equal(200, (await _site.PostAsync("/api/sheets", sheet.ToJsonString())).Status);
    }
}
