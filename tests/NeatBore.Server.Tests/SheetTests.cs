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

    [Fact]
    public async Task An_engine_is_said_to_have_a_part_more_and_what_it_can_t_have_is_refused()
    {
        Task<(int Status, JsonNode Body)> SayAsync(string engine, int version, string part) =>
            site.PostAsync(
                $"/api/sheets/{engine}/versions",
                $$"""{"by":"ines","version":{{version}},"because":"","values":[],"parts":["{{part}}"]}"""
            );
        var (status, refused) = await SayAsync("four-1.8", 2, "pressed-pin");
        Assert.Equal(422, status);
        Assert.StartsWith("“pressed-pin” can’t be added to this engine; it may be one of", (string)refused["errors"]!["parts"]![0]!);
        (status, var now) = await SayAsync("four-1.8", 2, "pressed-gear");
        Assert.Equal((200, 3), (status, (int)now["version"]!));
        Assert.Contains("pressed-gear", now["view"]!["parts"]!.AsArray().Select(p => (string)p!["part"]!));
        Assert.DoesNotContain("pressed-gear", now["lacked"]!.AsArray().Select(p => (string)p!["id"]!));
        Assert.Equal(422, (await SayAsync("four-1.8", 3, "pressed-gear")).Status);
    }

    [Fact]
    public async Task What_a_build_measured_of_its_engine_and_what_it_wants_of_parts_is_told()
    {
        var build = await site.BeginAsync();
        await site.WorkAsync(build, Site.Reading("nose", "s1-0", "34.021"));
        await site.WorkAsync(build, Site.Reading("nose", "s1-90", "34.023"));

        var measured = (await site.GetAsync("/api/sheets/straight-six-2.7/measured"))
            .AsArray()
            .Single(m => (string)m!["path"]! == "balancer/nose/diameterMm" && (int)m["readings"]! == 2)!;
        Assert.Equal(34.022, (double)measured["number"]!, 6);
        var parts = await site.GetAsync($"/api/builds/{build}/parts");
        Assert.Null(parts["lacking"]);
        Assert.Contains(
            "Front seal 56 × 72 × 9",
            parts["tasks"]!.AsArray().SelectMany(t => t!["supplies"]!.AsArray()).Select(x => (string)x!["label"]!)
        );
    }

    [Fact]
    public async Task A_page_of_an_engine_with_a_dot_in_its_name_is_opened_and_a_file_that_is_not_there_is_not()
    {
        async Task<string?> TypeAsync(string path) =>
            (await site.Client.GetAsync(new Uri(path, UriKind.Relative), TestContext.Current.CancellationToken))
                .Content
                .Headers
                .ContentType
                ?.MediaType;
        Assert.Equal("text/html", await TypeAsync("/engines/straight-six-2.7"));
        Assert.Equal("application/problem+json", await TypeAsync("/nothing.png"));
        Assert.Equal("application/problem+json", await TypeAsync("/assets/nothing.js"));
    }
}
