using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Ical.Net;
using Xunit;

namespace NeatBore.Server.Tests;

/// <summary>The plan of the demo's shop, kept in the background and asked for from outside.</summary>
public sealed class PlanTests(Site site) : IClassFixture<Site>
{
    private Task<JsonNode> PlanAsync() => PlanAsync(site.GetAsync);

    private static async Task<JsonNode> PlanAsync(Func<string, Task<JsonNode>> get)
    {
        for (var n = 0; ; n++)
        {
            var plan = await get("/api/plan");
            if (plan["plan"] is not null && !(bool)plan["searching"]!)
            {
                Assert.Empty(plan["plan"]!["impossible"]!.AsArray());
                Assert.Equal("", (string)plan["fault"]!);
                return plan;
            }

            Assert.True(n < 300, "There was no plan within a minute.");
            await Task.Delay(200, TestContext.Current.CancellationToken);
        }
    }

    private Task<(int Status, JsonNode Body)> SetAsync(string what, string by = "ines") =>
        site.PostAsync("/api/plan/settings", $$"""{"by":"{{by}}",{{what}}}""");

    private static IEnumerable<JsonNode> Blocks(JsonNode plan) => plan["plan"]!["blocks"]!.AsArray().Select(b => b!);

    private static DateTimeOffset Time(JsonNode? at) => DateTimeOffset.Parse((string)at!, null);

    [Fact]
    public async Task The_demos_weekend_is_planned_agreed_and_nobody_is_at_two_things()
    {
        Assert.NotNull((await PlanAsync())["agreedAt"]);
        JsonNode plan;
        var agreed = 0;
        // While it is looked through, its first job's time may go by; then it is agreed again, as a shop would.
        do
        {
            await site.PostAsync("/api/plan", """{"by":"ines","agree":true,"stop":false}""");
            plan = await PlanAsync();
        } while (!(bool)plan["kept"]! && ++agreed < 3);
        Assert.True((bool)plan["kept"]!, $"As agreed it can’t be kept: {plan["broken"]}, at {plan["now"]}");
        var planned = plan["plan"]!["builds"]!.AsArray().Select(b => (string)b!["number"]!).ToList();
        Assert.All((string[])["014", "016", "018"], number => Assert.Contains(number, planned));
        Assert.Equal(["015", "017"], plan["unlisted"]!.AsArray().Select(b => (string)b!["number"]!).Order());
        foreach (var person in (string[])["ines", "tomas"])
        {
            var parts = Blocks(plan)
                .Where(b => b["people"]!.AsArray().Any(p => (string)p! == person))
                .SelectMany(b => b["parts"]!.AsArray())
                .Select(p => (From: Time(p!["from"]), To: Time(p["to"])))
                .OrderBy(p => p.From)
                .ToList();
            Assert.NotEmpty(parts);
            Assert.All(parts.Zip(parts.Skip(1)), p => Assert.True(p.First.To <= p.Second.From, $"{person} at {p.Second.From}"));
        }

        // One press: two are never on it at once.
        var press = Blocks(plan)
            .Where(b => b["things"]!.AsArray().Any(t => (string)t! == "press"))
            .OrderBy(b => Time(b["startAt"]))
            .ToList();
        Assert.True(press.Count > 2);
        Assert.All(press.Zip(press.Skip(1)), p => Assert.True(Time(p.First["endAt"]) <= Time(p.Second["startAt"])));
    }

    [Fact]
    public async Task A_pin_moves_the_plan_and_agreeing_keeps_it()
    {
        var before = await PlanAsync();
        var job = Blocks(before).Last(b => !(bool)b["underWay"]!);
        var at = Time(Blocks(before).Max(b => (string)b["startAt"]!)).AddDays(1);
        var (status, _) = await site.PostAsync(
            "/api/plan",
            $$"""{"by":"tomas","agree":false,"stop":false,"pin":{"job":"{{job["id"]}}","person":null,"at":"{{at:O}}"} }"""
        );
        Assert.Equal(200, status);
        var after = await PlanAsync();
        var moved = Blocks(after).Single(b => (string)b["id"]! == (string)job["id"]!);
        Assert.Equal(at, Time(moved["startAt"]));
        Assert.False((bool)after["kept"]!);
        Assert.Contains("pinned elsewhere by hand", (string)after["broken"]!, StringComparison.Ordinal);
        Assert.NotEmpty(after["moved"]!.AsArray());
        Assert.Equal(200, (await site.PostAsync("/api/plan", """{"by":"ines","agree":true,"stop":false}""")).Status);
        var agreed = await PlanAsync();
        Assert.Equal(("", "Ines"), ((string)agreed["broken"]!, (string)agreed["agreedBy"]!));
        await site.PostAsync(
            "/api/plan",
            $$"""{"by":"tomas","agree":false,"stop":false,"pin":{"job":"{{job["id"]}}","person":null,"at":null} }"""
        );
        Assert.All(Blocks(await PlanAsync()), b => Assert.Null(b["pinnedAt"]));
    }

    [Fact]
    public async Task What_can_not_be_pinned_is_named_and_the_plan_stays()
    {
        var plan = await PlanAsync();
        var job = (string)Blocks(plan).First(b => !(bool)b["underWay"]!)["id"]!;
        foreach (
            var (by, pin, field) in ((string, string, string)[])
                [
                    ("ines", """{"job":"nothing","person":null,"at":null}""", "pin.job"),
                    ("ines", $$"""{"job":"{{job}}","person":"wren","at":null}""", "pin.person"),
                    ("ines", $$"""{"job":"{{job}}","person":null,"at":"2020-01-01T08:00:00+00:00"}""", "pin.at"),
                    ("wren", $$"""{"job":"{{job}}","person":null,"at":null}""", "by"),
                ]
        )
        {
            var (status, problem) = await site.PostAsync("/api/plan", $$"""{"by":"{{by}}","agree":false,"stop":false,"pin":{{pin}} }""");
            Assert.Equal(422, status);
            Assert.Equal([field], problem["errors"]!.AsObject().Select(e => e.Key));
        }

        Assert.Equal(422, (await site.PostAsync("/api/plan", """{"by":"ines","agree":false,"stop":false}""")).Status);
        Assert.Equal(Blocks(plan).Count(), Blocks(await PlanAsync()).Count());
    }

    [Fact]
    public async Task A_pin_that_can_not_be_kept_is_said_and_the_last_plan_stays_so_that_it_can_be_freed()
    {
        var before = await PlanAsync();
        var job = Blocks(before).First(b => !(bool)b["underWay"]!);
        var night = Time(job["startAt"])
            .Date.AddDays(2)
            .AddHours(2)
            .ToString("yyyy-MM-ddTHH:mm:ss", System.Globalization.CultureInfo.InvariantCulture);
        string Pin(string at) => $$"""{"by":"tomas","agree":false,"stop":false,"pin":{"job":"{{job["id"]}}","person":null,"at":{{at}}} }""";
        await site.PostAsync("/api/plan", Pin($"\"{night}+00:00\""));
        JsonNode clash = null!;
        for (var n = 0; n < 150 && (clash is null || (bool)clash["searching"]!); n++)
        {
            await Task.Delay(200, TestContext.Current.CancellationToken);
            clash = await site.GetAsync("/api/plan");
        }

        var words = (string)Assert.Single(clash["plan"]!["impossible"]!.AsArray())!;
        Assert.Contains("hours", words, StringComparison.Ordinal);
        Assert.Equal(Blocks(before).Count(), Blocks(clash).Count());
        Assert.NotNull(Blocks(clash).Single(b => (string)b["id"]! == (string)job["id"]!)["pinnedAt"]);
        await site.PostAsync("/api/plan", Pin("null"));
        Assert.Equal(Blocks(before).Count(), Blocks(await PlanAsync()).Count());
    }

    [Fact]
    public async Task A_search_that_is_stopped_says_so_and_leaves_the_plan()
    {
        var before = await PlanAsync();
        // Nothing is looked for now, so nothing is said.
        var (_, idle) = await site.PostAsync("/api/plan", """{"by":"ines","stop":true}""");
        Assert.Equal("", (string)idle["fault"]!);
        Assert.Equal(200, (await SetAsync(""" "thing":{"id":"freezer","name":"Freezer","count":2} """)).Status);
        var (status, stopped) = await site.PostAsync("/api/plan", """{"by":"ines","stop":true}""");
        for (var n = 0; n < 100 && (bool)stopped["searching"]!; n++)
        {
            await Task.Delay(100, TestContext.Current.CancellationToken);
            stopped = await site.GetAsync("/api/plan");
        }

        Assert.Equal((200, "The search was stopped. The last plan stays."), (status, (string)stopped["fault"]!));
        Assert.Equal(Blocks(before).Select(b => (string)b["id"]!), Blocks(stopped).Select(b => (string)b["id"]!));
        // The next thing that is changed is planned for again.
        Assert.Equal(200, (await SetAsync(""" "thing":{"id":"freezer","name":"Freezer","count":1} """)).Status);
        Assert.Equal("", (string)(await PlanAsync())["fault"]!);
    }

    [Fact]
    public async Task What_is_asked_for_while_a_plan_is_looked_for_is_planned_too_and_what_holds_a_late_build_has_its_advice()
    {
        await PlanAsync();
        Assert.Equal(200, (await SetAsync(""" "thing":{"id":"freezer","name":"Freezer","count":3} """)).Status);
        var build = await site.BeginAsync();
        await site.WorkAsync(build, """{"do":"ask-work","tasks":[{"kind":"crank-float","place":"rear-seal"}]}""");
        JsonNode plan = null!;
        for (var n = 0; n < 600 && (plan is null || !Has(plan) || Late(plan).Count != plan["advice"]!.AsArray().Count); n++)
        {
            await Task.Delay(200, TestContext.Current.CancellationToken);
            plan = await site.GetAsync("/api/plan");
        }

        Assert.True(Has(plan));
        Assert.Equal(Late(plan), plan["advice"]!.AsArray().Select(a => ((string)a!)[..3]));
        bool Has(JsonNode p) =>
            p["plan"] is not null && Blocks(p).Any(b => (string)b["build"]! == $"{build}" && ((string)b["id"]!).Contains("crank-float"));
        // The latest two are spoken of.
        static List<string> Late(JsonNode p) =>
            [.. p["plan"]!["builds"]!.AsArray().Where(b => (double)b!["lateHours"]! > 0).Take(2).Select(b => (string)b!["number"]!)];
    }

    [Fact]
    public async Task Another_instance_on_the_same_database_shows_what_was_settled_at_this_one()
    {
        var before = await PlanAsync();
        using var other = site.Beside();
        using var client = other.CreateClient();
        async Task<JsonNode> There() =>
            await PlanAsync(async path => (await client.GetFromJsonAsync<JsonNode>(new Uri(path, UriKind.Relative)))!);
        var job = Blocks(before).Last(b => !(bool)b["underWay"]! && b["pinnedAt"] is null);
        JsonNode Of(JsonNode plan) => Blocks(plan).Single(b => (string)b["id"]! == (string)job["id"]!);
        Assert.Null(Of(await There())["typedMinutes"]);
        string Pin(string minutes) => $$"""{"by":"tomas","pin":{"job":"{{job["id"]}}","minutes":{{minutes}}} }""";
        Assert.Equal(200, (await site.PostAsync("/api/plan", Pin("25"))).Status);
        var there = await There();
        for (var n = 0; n < 60 && (int?)Of(there)["typedMinutes"] != 25; n++)
        {
            there = await There();
        }

        Assert.Equal((25, "typed by Tomas"), ((int)Of(there)["typedMinutes"]!, (string)Of(there)["minutes"]!));
        Assert.Equal(422, (await site.PostAsync("/api/plan", Pin("0"))).Status);
        Assert.Equal(422, (await site.PostAsync("/api/plan", Pin("1441"))).Status);
        Assert.Equal(200, (await site.PostAsync("/api/plan", Pin("null"))).Status);
        Assert.Null(Of(await PlanAsync())["typedMinutes"]);
    }

    [Fact]
    public async Task A_long_gap_of_today_is_asked_about_until_it_is_answered()
    {
        var build = await site.BeginAsync();
        var now = DateTimeOffset.UtcNow;
        string At(double minutes) => now.AddMinutes(minutes).ToString("O");
        const string task = """{"kind":"crank-float","place":"rear-seal"}""";
        await site.WorkAsync(build, $$"""{"do":"start-task","doneAt":"{{At(-90)}}","task":{{task}} }""");
        await site.WorkAsync(
            build,
            $$"""{"do":"take-reading","doneAt":"{{At(-30)}}","slot":{"step":{"task":{{task}},"step":"dial"},"round":1,"slot":"stand"},"typed":"done"}"""
        );
        var gaps = (await site.GetAsync($"/api/builds/{build}/gaps")).AsArray();
        Assert.Equal(60, (Time(Assert.Single(gaps)!["until"]) - Time(gaps[0]!["from"])).TotalMinutes, 0.1);
        await site.WorkAsync(build, $$"""{"do":"tell-gap","task":{{task}},"until":"{{(string)gaps[0]!["until"]!}}","worked":true}""");
        Assert.Empty((await site.GetAsync($"/api/builds/{build}/gaps")).AsArray());
    }

    [Fact]
    public async Task An_oven_out_of_use_holds_what_needs_it_until_it_is_back()
    {
        var oven = Blocks(await PlanAsync()).Count(b => b["waitThings"]!.AsArray().Any(t => (string)t! == "oven"));
        Assert.True(oven > 0);
        Assert.Equal(200, (await SetAsync(""" "thing":{"id":"oven","name":"Oven","count":0} """)).Status);
        var without = await PlanAsync();
        Assert.Contains(
            without["plan"]!["held"]!.AsArray(),
            h => ((string)h!).Contains("needs the oven, which is out of use", StringComparison.Ordinal)
        );
        Assert.DoesNotContain(Blocks(without), b => b["waitThings"]!.AsArray().Any(t => (string)t! == "oven"));
        Assert.Equal(200, (await SetAsync(""" "thing":{"id":"oven","name":"Oven","count":1} """)).Status);
        Assert.Equal(oven, Blocks(await PlanAsync()).Count(b => b["waitThings"]!.AsArray().Any(t => (string)t! == "oven")));
    }

    [Theory]
    [InlineData(
        """ "person":"ines","week":{"days":[{"day":"Monday","spans":[{"from":"12:00:00","to":"08:00:00"}]}],"off":[]} """,
        "week.days[0].spans[0]"
    )]
    [InlineData(""" "person":"wren","week":{"days":[],"off":[]} """, "person")]
    [InlineData(""" "thing":{"id":"lathe","name":"Lathe","count":1} """, "thing.id")]
    [InlineData(""" "thing":{"id":"oven","name":"Oven","count":-1} """, "thing.count")]
    [InlineData(""" "zone":"Moon/Sea" """, "zone")]
    [InlineData(""" "zone":null """, "week")]
    public async Task Hours_and_things_that_can_not_be_are_named(string what, string field)
    {
        var (status, problem) = await SetAsync(what);
        Assert.Equal(422, status);
        Assert.Equal([field], problem["errors"]!.AsObject().Select(e => e.Key));
        Assert.Equal(422, (await SetAsync(what, by: "tomas")).Status);
    }

    [Theory]
    [InlineData("Europe/Berlin")]
    [InlineData("America/St_Johns")]
    public async Task The_calendar_of_a_person_is_read_back_as_it_was_planned_in_the_shops_own_zone(string zone)
    {
        Assert.Equal(200, (await SetAsync($" \"zone\":\"{zone}\" ")).Status);
        var plan = await PlanAsync();
        var response = await site.Client.GetAsync(
            new Uri("/api/plan.ics?person=tomas", UriKind.Relative),
            TestContext.Current.CancellationToken
        );
        Assert.Equal("text/calendar", response.Content.Headers.ContentType!.MediaType);
        var calendar = Calendar.Load(await response.Content.ReadAsStringAsync(TestContext.Current.CancellationToken))!;
        Assert.Contains(calendar.TimeZones, z => z.TzId == zone);
        var wanted = Blocks(plan)
            .Where(b => b["people"]!.AsArray().Any(p => (string)p! == "tomas"))
            .SelectMany(b => b["parts"]!.AsArray().Select(p => (Time(p!["from"]).UtcDateTime, Time(p["to"]).UtcDateTime)))
            .Order();
        Assert.Equal(wanted, calendar.Events.Select(e => (e.Start!.AsUtc, e.End!.AsUtc)).Order());
        Assert.All(calendar.Events, e => Assert.Equal(zone, e.Start!.TzId));
        Assert.Contains(calendar.Events, e => e.Summary!.StartsWith("01", StringComparison.Ordinal));
        var nobody = await site.Client.GetAsync(
            new Uri("/api/plan.ics?person=nobody", UriKind.Relative),
            TestContext.Current.CancellationToken
        );
        Assert.Equal(422, (int)nobody.StatusCode);
    }
}
