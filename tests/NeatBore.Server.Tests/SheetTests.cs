using System.Text.Json.Nodes;
using Xunit;

namespace NeatBore.Server.Tests;

/// <summary>Engine sheets over HTTP: tried, kept as versions, copied, out as a file and in again.</summary>
public sealed class SheetTests(Site site) : IClassFixture<Site>
{
    private async Task<string> EngineAsync(string name)
    {
        var (status, sheet) = await site.PostAsync(
            "/api/engines",
            $$"""{"id":"{{Guid.NewGuid()}}","name":"{{name}}","arrangement":{"banks":"straight","cylinders":4,"camBearings":3} }"""
        );
        Assert.Equal(200, status);
        return (string)sheet["id"]!;
    }

    private static string Value(string path, string typed, string unit = "") =>
        $$"""{"path":"{{path}}","typed":"{{typed}}","unit":"{{unit}}","decimalMark":".","source":"manual"}""";

    private Task<(int Status, JsonNode Body)> KeepAsync(string engine, int version, string by, params string[] values) =>
        site.PostAsync(
            $"/api/sheets/{engine}/versions",
            $$"""{"by":"{{by}}","version":{{version}},"because":"read in the manual","values":[{{string.Join(',', values)}}]}"""
        );

    private static JsonNode At(JsonNode sheet, string path) =>
        sheet["view"]!["parts"]!.AsArray().SelectMany(p => p!["values"]!.AsArray()).Single(v => (string)v!["path"]! == path)!;

    [Fact]
    public async Task What_is_typed_is_tried_kept_by_a_lead_and_each_version_says_what_it_changed()
    {
        var engine = await EngineAsync("Sheet Four");
        var (status, tried) = await site.PostAsync(
            $"/api/sheets/{engine}/try",
            $$"""{"values":[{{Value("balancer/nose/diameterMm", "1.5", "in")}},{{Value("balancer/hub/lengthMm", "long")}}]}"""
        );
        Assert.Equal(200, status);
        Assert.Equal(38.1, (double)At(tried, "balancer/nose/diameterMm")["number"]!, 6);
        Assert.StartsWith("“long” is not a number", (string)tried["wrong"]!["balancer/hub/lengthMm"]!);
        Assert.Null(At(await site.GetAsync($"/api/sheets/{engine}"), "balancer/nose/diameterMm")["number"]);

        var nose = Value("balancer/nose/diameterMm", "36");
        Assert.Equal(
            "only a lead changes a sheet; Tomas is not one",
            (string)(await KeepAsync(engine, 1, "tomas", nose)).Body["errors"]!["by"]![0]!
        );
        var wrong = await KeepAsync(engine, 1, "ines", nose, Value("balancer/hub/outerDiameterMm", "30"));
        Assert.Equal(422, wrong.Status);
        Assert.Equal(
            ["balancer/hub/outerDiameterMm", "balancer/nose/diameterMm"],
            wrong.Body["errors"]!.AsObject().Select(e => e.Key).Order()
        );
        var (kept, now) = await KeepAsync(engine, 1, "ines", nose, Value("crankBolt/torqueNm", "140"));
        Assert.Equal((200, 2), (kept, (int)now["version"]!));
        var newest = now["versions"]![0]!;
        Assert.Equal(("Ines", "read in the manual"), ((string)newest["by"]!, (string)newest["because"]!));
        Assert.Equal(["Nose, across", "Crank bolt, torque"], newest["changes"]!.AsArray().Select(c => (string)c!["label"]!));

        // Somebody who typed on the version before is told, and nothing of either is lost.
        var late = await KeepAsync(engine, 1, "ines", Value("balancer/hub/lengthMm", "44"));
        Assert.Equal((409, "Somebody else has changed this sheet meanwhile."), (late.Status, (string)late.Body["title"]!));
        Assert.Equal(200, (await KeepAsync(engine, 2, "ines", Value("balancer/hub/lengthMm", "44"))).Status);
        // Half a second oil passage is none.
        var half = await KeepAsync(engine, 3, "ines", Value("cam/bearings/0/oil2/angleDeg", "90"));
        Assert.Equal(422, half.Status);
        Assert.Equal(
            "Bearing 1: second oil hole, across: belongs to the others, and is still to be typed",
            (string)half.Body["errors"]!["cam/bearings/0/oil2/diameterMm"]![0]!
        );
    }

    [Fact]
    public async Task A_sheet_goes_out_as_a_file_comes_in_as_the_next_version_and_is_copied_without_its_torques()
    {
        var engine = await EngineAsync("File Four");
        await KeepAsync(engine, 1, "ines", Value("balancer/nose/diameterMm", "36"), Value("crankBolt/torqueNm", "140"));
        var file = await site.GetAsync($"/api/sheets/{engine}/file");
        Assert.Equal((engine, 2), ((string)file["id"]!, (int)file["version"]!));
        file["version"] = 3;
        Assert.Equal(200, (await site.PostAsync("/api/sheets", file.ToJsonString())).Status);
        Assert.Equal(3, (int)(await site.GetAsync($"/api/sheets/{engine}"))["version"]!);

        string Copy(string name, Guid id) => $$"""{"by":"ines","id":"{{id}}","name":"{{name}}"}""";
        Assert.Equal(422, (await site.PostAsync($"/api/sheets/{engine}/copy", Copy("file four", Guid.NewGuid()))).Status);
        var id = Guid.NewGuid();
        var (status, copy) = await site.PostAsync($"/api/sheets/{engine}/copy", Copy("File Five", id));
        Assert.Equal(
            (200, (string)copy["id"]!),
            (status, (string)(await site.PostAsync($"/api/sheets/{engine}/copy", Copy("File Five", id))).Body["id"]!)
        );
        var five = await site.GetAsync($"/api/sheets/{copy["id"]}");
        Assert.Equal(36, (double)At(five, "balancer/nose/diameterMm")["number"]!);
        Assert.True((bool)At(five, "crankBolt/torqueNm")["missing"]!);
        Assert.Equal(
            404,
            (int)
                (
                    await site.Client.GetAsync(new Uri("/api/sheets/nobody", UriKind.Relative), TestContext.Current.CancellationToken)
                ).StatusCode
        );
    }
}
