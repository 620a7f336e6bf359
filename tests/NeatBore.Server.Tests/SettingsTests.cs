using System.Text.Json.Nodes;
using Xunit;

namespace NeatBore.Server.Tests;

/// <summary>What a shop goes by: a lead changes it, nothing that was said before changes with it.</summary>
public sealed class SettingsTests(Site site) : IClassFixture<Site>
{
    private Task<(int Status, JsonNode Body)> ChangeAsync(string what, string json, string by = "ines", bool off = false) =>
        site.PostAsync("/api/settings", $$"""{"by":"{{by}}","off":{{(off ? "true" : "false")}},"{{what}}":{{json}} }""");

    private async Task<string> RefusedAsync(string what, string json, string by = "ines")
    {
        var (status, problem) = await ChangeAsync(what, json, by);
        Assert.Equal(422, status);
        var (field, words) = problem["errors"]!.AsObject().First();
        return $"{field}: {words![0]}";
    }

    [Fact]
    public async Task Only_a_lead_changes_them_and_the_last_lead_stays_one()
    {
        const string eve = """{"id":"eve","name":"Eve","role":"builder"}""";
        Assert.Equal("by: only a lead changes the shop’s settings; Tomas is not one", await RefusedAsync("person", eve, by: "tomas"));
        Assert.Equal("by: “nobody” is nobody in this shop", await RefusedAsync("person", eve, by: "nobody"));
        Assert.Equal(200, (await ChangeAsync("person", eve)).Status);
        var people = (await site.GetAsync("/api/shop"))["people"]!.AsArray();
        Assert.Contains(people, p => (string)p!["name"]! == "Eve");
        foreach (var lead in people.Where(p => (string)p!["role"]! == "lead" && (string)p["id"]! != "ines"))
        {
            await ChangeAsync("person", $$"""{"id":"{{lead!["id"]}}","name":"{{lead["name"]}}","role":"viewer"}""");
        }

        Assert.Equal(
            "role: Ines is the last lead: make another one lead first",
            await RefusedAsync("person", """{"id":"ines","name":"Ines","role":"builder"}""")
        );
        var changed = (await site.GetAsync("/api/settings"))["changes"]![0]!;
        Assert.Equal(("person", "Ines"), ((string)changed["kind"]!, (string)changed["by"]!));
        Assert.Equal(
            "shop: must say what to change: shop, person, instrument, sealant, lubricant or rule",
            await RefusedAsync("shop", "null")
        );
    }

    [Fact]
    public async Task A_house_rule_is_what_the_next_task_goes_by_and_no_record_that_was()
    {
        var (before, after) = (await site.BeginAsync(), await site.BeginAsync());
        string Card(Guid build) => $"/api/builds/{build}/card?kind=crank-float&place=rear-seal";
        await site.WorkAsync(before, """{"do":"start-task","task":{"kind":"crank-float","place":"rear-seal"}}""");
        var record = (await site.GetAsync($"/api/builds/{before}/record"))["state"]!.ToJsonString();

        Assert.StartsWith("high: must be from", await RefusedAsync("rule", """{"id":"yoke-tilt","low":null,"high":9,"by":""}"""));
        Assert.Equal(200, (await ChangeAsync("rule", """{"id":"yoke-tilt","low":null,"high":0.3,"by":""}""")).Status);
        var house = (await site.GetAsync("/api/settings"))["house"]![0]!;
        Assert.Equal(("yoke-tilt", 0.3, "Ines"), ((string)house["id"]!, (double)house["high"]!, (string)house["by"]!));

        await site.WorkAsync(before, """{"do":"start-task","task":{"kind":"balancer-off","place":"balancer"}}""");
        string Rule(JsonNode file, string kind) =>
            file["log"]!
                .AsArray()
                .Select(e => e!["event"]!)
                .Where(e => (string?)e["kind"] == "task-started" && (string)e["task"]!["kind"]! == kind)
                .Select(e => e["on"]?["house"]?.ToJsonString() ?? "none")
                .Single();
        var file = await site.GetAsync($"/api/builds/{before}/file");
        Assert.Equal("none", Rule(file, "crank-float"));
        Assert.Contains("yoke-tilt", Rule(file, "balancer-off"));

        // The default is back for what begins after that; what was begun on the rule stays on it.
        Assert.Equal(200, (await ChangeAsync("rule", """{"id":"yoke-tilt","low":null,"high":null,"by":""}""")).Status);
        await site.WorkAsync(after, """{"do":"start-task","task":{"kind":"balancer-off","place":"balancer"}}""");
        Assert.Equal("none", Rule(await site.GetAsync($"/api/builds/{after}/file"), "balancer-off"));
        Assert.Contains("yoke-tilt", Rule(await site.GetAsync($"/api/builds/{before}/file"), "balancer-off"));
        Assert.Equal(
            JsonNode.Parse(record)!["tasks"]!.AsArray().Single(t => (string)t!["ref"]!["kind"]! == "crank-float")!.ToJsonString(),
            (await site.GetAsync($"/api/builds/{before}/record"))["state"]!["tasks"]!
                .AsArray()
                .Single(t => (string)t!["ref"]!["kind"]! == "crank-float")!
                .ToJsonString()
        );
        Assert.NotNull(await site.GetAsync(Card(after)));
    }

    [Fact]
    public async Task An_instrument_is_put_right_from_now_on_and_goes_off_the_wall_without_taking_what_it_read()
    {
        var build = await site.BeginAsync();
        string Mic(string uncertainty) =>
            $$"""{"id":"mic-new","name":"Micrometer 25–50","kind":"micrometer","uncertainty":{{uncertainty}},"uncertaintyShare":0,"low":25,"high":50,"calibrationDue":null,"lengthMm":null,"simulated":false,"line":null}""";
        Assert.StartsWith("uncertainty: must be larger than 0", await RefusedAsync("instrument", Mic("0")));
        Assert.Equal(200, (await ChangeAsync("instrument", Mic("0.004"))).Status);
        await site.WorkAsync(build, Site.Reading("nose", "s1-0", "34.021").TrimEnd().TrimEnd('}') + ",\"instrument\":\"mic-new\"}");
        Assert.Equal(200, (await ChangeAsync("instrument", Mic("0.002"))).Status);
        Assert.Equal(200, (await ChangeAsync("instrument", Mic("0.002"), off: true)).Status);
        Assert.DoesNotContain((await site.GetAsync("/api/shop"))["instruments"]!.AsArray(), i => (string)i!["id"]! == "mic-new");
        var read = (await site.GetAsync($"/api/builds/{build}/file"))["log"]!
            .AsArray()
            .Select(e => e!["event"]!)
            .Last(e => (string?)e["kind"] == "reading-taken");
        Assert.Equal(("mic-new", 0.004), ((string)read["instrument"]!["id"]!, (double)read["instrument"]!["uncertainty"]!));
    }

    [Fact]
    public async Task A_shop_s_own_lubricant_is_offered_beside_those_of_the_engine()
    {
        string Wax(double low, double high) =>
            $$"""{"id":"wax","name":"Dry wax","friction":{"low":{{low}},"high":{{high}},"source":"manual"} }""";
        var begun = await site.BeginAsync();
        Assert.StartsWith("friction.low: must be from 0.02 to 0.5", await RefusedAsync("lubricant", Wax(0, 0.1)));
        Assert.Equal("friction.high: must not be below the low end", await RefusedAsync("lubricant", Wax(0.12, 0.1)));
        var (status, settings) = await ChangeAsync("lubricant", Wax(0.06, 0.09));
        Assert.Equal((200, "Dry wax"), (status, (string)settings["lubricants"]![0]!["name"]!));
        var card = await site.GetAsync($"/api/builds/{begun}/card?kind=balancer-on&place=balancer");
        var names = card["sheet"]!["balancer"]!["lubricants"]!.AsArray().Select(l => (string)l!["name"]!).ToList();
        // A task that is begun goes on with what it began with.
        Assert.DoesNotContain("Dry wax", names);
        var fresh = Guid.CreateVersion7();
        await site.PostAsync(
            "/api/builds",
            $$"""{"build":"{{fresh}}","id":"{{Guid.CreateVersion7()}}","doneAt":"2026-06-01T08:00:00Z","by":"ines","number":"771","name":"T","sheet":"straight-six-2.7"}"""
        );
        card = await site.GetAsync($"/api/builds/{fresh}/card?kind=balancer-on&place=balancer");
        names = [.. card["sheet"]!["balancer"]!["lubricants"]!.AsArray().Select(l => (string)l!["name"]!)];
        Assert.Equal("Dry wax", names[^1]);
        Assert.True(names.Count > 1);
    }

    [Fact]
    public async Task A_shop_s_own_sealant_is_offered_where_the_engine_s_sheet_names_none()
    {
        const string grey =
            """{"id":"grey","name":"Grey","source":"house","product":{"skinMinutes":10,"openMinutes":12,"handleHours":2,"cureHours":24,"perCFactor":1.03}}""";
        Assert.StartsWith(
            "product.cureHours: must be from the handling",
            await RefusedAsync("sealant", grey.Replace("24", "1", StringComparison.Ordinal))
        );
        Assert.Equal(200, (await ChangeAsync("sealant", grey)).Status);
        var (_, sheet) = await site.PostAsync(
            "/api/engines",
            $$"""{"id":"{{Guid.NewGuid()}}","name":"Sealed Four","arrangement":{"banks":"straight","cylinders":4} }"""
        );
        var build = Guid.CreateVersion7();
        await site.PostAsync(
            "/api/builds",
            $$"""{"build":"{{build}}","id":"{{Guid.CreateVersion7()}}","doneAt":"{{DateTimeOffset.UtcNow:O}}","by":"ines","number":"801","name":"S","sheet":"{{sheet["id"]}}"}"""
        );
        var card = await site.GetAsync($"/api/builds/{build}/card?kind=timing-cover&place=cover");
        Assert.Contains("Grey", card["sheet"]!["sealants"]!.ToJsonString());
    }
}
