using System.Diagnostics;
using System.Globalization;
using System.Text.Json.Nodes;
using OpenQA.Selenium;
using Xunit;
using Calendar = Ical.Net.Calendar;

namespace NeatBore.Browser.Tests;

/// <summary>The day's plan: what is late, what is pinned, what is out of use, and what a calendar reads of it.</summary>
public sealed class PlanStories(App app) : IClassFixture<App>
{
    private async Task<JsonNode> PlanAsync()
    {
        JsonNode plan = null!;
        await App.Until(async () =>
        {
            plan = await app.GetAsync("/api/plan");
            return plan["plan"] is not null && !(bool)plan["searching"]!;
        });
        return plan;
    }

    private static JsonNode Block(JsonNode plan, string number, string title) =>
        plan["plan"]!["blocks"]!
            .AsArray()
            .First(b => (string)b!["number"]! == number && ((string)b["title"]!).Contains(title, StringComparison.Ordinal))!;

    private static void Pinned(Builder builder, string label, string day, string time)
    {
        builder.Click(label);
        builder.Js(
            """
            for (const [type, value] of [['date', arguments[0]], ['time', arguments[1]]]) {
              const box = document.querySelector(`[role=dialog] input[type=${type}]`);
              Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(box, value);
              box.dispatchEvent(new Event('input', { bubbles: true }));
            }
            """,
            day,
            time
        );
        builder.Click("//button[.='Pin it there']");
    }

    [Fact]
    public async Task A_build_that_a_pin_made_late_is_put_right_by_a_pin_and_agreed()
    {
        var plan = await PlanAsync();
        // What is late has its advice, a few seconds later.
        await App.Until(async () =>
        {
            plan = await PlanAsync();
            var late = plan["plan"]!["builds"]!.AsArray().Count(b => (double)b!["lateHours"]! > 0);
            return plan["advice"]!.AsArray().Count == Math.Min(2, late);
        });
        var first = Block(plan, "018", "old ones out");
        var start = (string)first["startAt"]!;
        using var builder = new Builder();
        builder.Open(app.Address);
        builder.Click("//header//a[.='Plan']");
        builder.Open($"{app.Address}/plan?day={start[..10]}");
        var label = $"//main//button[contains(@aria-label, 'old ones out, 018')]";
        builder.Find(label);
        if (plan["advice"]!.AsArray() is [var advice, ..])
        {
            builder.See((string)advice!);
        }

        builder.IsAccessible();
        builder.Picture("plan");
        // Not before four days from now: its cover can't be cured by then.
        var later = DateOnly
            .Parse(start[..10], CultureInfo.InvariantCulture)
            .AddDays(4)
            .ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);
        Pinned(builder, label, later, "10:00");
        builder.See("018 is ");
        builder.Wait("return [...document.querySelectorAll('section p')].some(p => /^018 is .* late/.test(p.textContent))");
        builder.See("is pinned elsewhere by hand");
        builder.Click("//button[.='Agree this one']");
        builder.SeeNot("As agreed it can’t be kept");
        builder.Open($"{app.Address}/plan?day={later}");
        builder.Click(label);
        builder.IsAccessible();
        // By the keyboard alone: first of all that its person does.
        builder.TypeAt("//button[starts-with(., 'First, ')]", Keys.Enter);
        builder.Wait("return ![...document.querySelectorAll('section p')].some(p => /^018 is .* late/.test(p.textContent))");
        builder.Click("//button[.='Agree this one']");
        builder.SeeNot("As agreed it can’t be kept");
        Assert.Equal("Ines", (string)(await PlanAsync())["agreedBy"]!);
        var pinned = Block(await PlanAsync(), "018", "old ones out");
        Assert.NotNull(pinned["pinnedAt"]);
    }

    [Fact]
    public async Task A_block_is_dragged_to_another_time_given_its_minutes_and_freed_again()
    {
        var plan = await PlanAsync();
        var before = Block(plan, "014", "Gear off");
        async Task<JsonNode> Settled() => Block(await PlanAsync(), "014", "Gear off");
        using var builder = new Builder();
        builder.Open($"{app.Address}/plan?day={((string)before["startAt"]!)[..10]}");
        const string label = "//main//button[contains(@aria-label, 'gear off, 014')]";
        // From the morning of a day to come there is room to drag it to, at whatever hour this is told.
        var early = plan["people"]!.AsArray().Single(p => (string)p!["id"]! == (string)before["people"]![0]!)!["hours"]!
            .AsArray()
            .Select(h => DateTimeOffset.Parse((string)h!["from"]!, CultureInfo.InvariantCulture).AddMinutes(15))
            .First(from => from > DateTimeOffset.UtcNow && from.Hour < 12);
        Pinned(builder, label, $"{early:yyyy-MM-dd}", $"{early:HH:mm}");
        await App.Until(async () =>
            (string?)(await Settled())["pinnedAt"] is { } pin && DateTimeOffset.Parse(pin, CultureInfo.InvariantCulture) == early
        );
        before = await Settled();
        builder.Open($"{app.Address}/plan?day={early:yyyy-MM-dd}");
        var at = await DraggedAsync();
        for (var further = 0; further < 4 && (await PlanAsync())["plan"]!["impossible"]!.AsArray().Count > 0; further++)
        {
            // It ends in the break there.
            builder.Open($"{app.Address}/plan?day={at:yyyy-MM-dd}");
            at = await DraggedAsync();
        }

        async Task<DateTimeOffset> DraggedAsync()
        {
            var was = (string?)(await Settled())["pinnedAt"];
            // A plan that comes just before it is taken hold of moves it away from under the hand: taken hold of again.
            var held = Stopwatch.StartNew();
            builder.Drag(builder.Find(label), 120, 0);
            await App.Until(async () =>
            {
                if ((await Settled())["pinnedAt"] is { } now && (string)now! != was)
                {
                    return true;
                }

                if (held.Elapsed > TimeSpan.FromSeconds(15))
                {
                    held.Restart();
                    builder.Drag(builder.Find(label), 120, 0);
                }

                return false;
            });
            return DateTimeOffset.Parse((string)(await Settled())["pinnedAt"]!, CultureInfo.InvariantCulture);
        }

        var moved = at - DateTimeOffset.Parse((string)before["startAt"]!, CultureInfo.InvariantCulture);
        Assert.InRange(moved.TotalMinutes, 20, 5 * 240);
        Assert.Equal(0, at.Minute % 5);
        builder.Click(label);
        builder.TypeAt("//label[contains(., 'All of it')]//input", "10" + Keys.Enter);
        await App.Until(async () => (int?)(await Settled())["typedMinutes"] == 10);
        var typed = await Settled();
        Assert.Equal(
            ("typed by Ines", at),
            ((string)typed["minutes"]!, DateTimeOffset.Parse((string)typed["startAt"]!, CultureInfo.InvariantCulture))
        );
        Assert.Equal(at.AddMinutes(10), DateTimeOffset.Parse((string)typed["endAt"]!, CultureInfo.InvariantCulture));
        builder.Open($"{app.Address}/plan?day={((string)typed["startAt"]!)[..10]}");
        builder.Click(label);
        builder.Click("//button[.='Not before then']");
        await App.Until(async () => (await Settled())["notBefore"] is not null);
        Assert.Null((await Settled())["pinnedAt"]);
        builder.Open($"{app.Address}/plan?day={((string)typed["startAt"]!)[..10]}");
        builder.Click(label);
        builder.Click("//button[starts-with(., 'Free again')]");
        await App.Until(async () => (await Settled()) is var free && free["notBefore"] is null && free["typedMinutes"] is null);
    }

    [Fact]
    public async Task An_oven_taken_out_of_use_is_said_where_it_was_needed()
    {
        await PlanAsync();
        using var builder = new Builder();
        builder.Open($"{app.Address}/plan");
        builder.Click("//a[.='Hours']");
        builder.IsAccessible();
        builder.Click("//button[.='Oven out of use']");
        builder.Find("//button[.='Oven back in use']");
        builder.Open($"{app.Address}/plan");
        builder.See("014: Gear into the oven needs the oven, which is out of use");
        builder.Open($"{app.Address}/settings?of=hours");
        builder.Click("//button[.='Oven back in use']");
        builder.Find("//button[.='Oven out of use']");
        // However long the search takes beside everything else.
        await PlanAsync();
        builder.Open($"{app.Address}/plan");
        builder.SeeNot("which is out of use");
    }

    [Fact]
    public async Task Somebodys_day_is_a_list_on_a_phone_and_an_event_in_a_calendar()
    {
        var plan = await PlanAsync();
        var next = plan["plan"]!["next"]!.AsArray().First(n => (string)n!["person"]! == "tomas")!;
        using var builder = new Builder(390, 844);
        builder.Open($"{app.Address}/plan?day={((string)next["at"]!)[..10]}");
        builder.Click("//button[.='Tomas']");
        builder.Find("//section[starts-with(@aria-label, 'Tomas')]//li");
        builder.IsAccessible();
        using var http = new HttpClient();
        var feed = await http.GetStringAsync(new Uri($"{app.Address}/api/plan.ics?person=tomas"), TestContext.Current.CancellationToken);
        var events = Calendar.Load(feed)!.Events.Select(e => e.Start!.AsUtc).ToList();
        Assert.Contains(DateTimeOffset.Parse((string)next["at"]!, CultureInfo.InvariantCulture).UtcDateTime, events);
    }

    [Fact]
    public async Task What_is_to_be_done_on_an_engine_is_ticked_and_planned()
    {
        await PlanAsync();
        using var builder = new Builder();
        builder.Open($"{app.Address}/plan");
        builder.Click("//button[starts-with(., 'What is to be done')]");
        builder.Click("//button[starts-with(., '017')]");
        builder.Click("//label[contains(., 'Crank float')]//input");
        builder.Click("//button[.='Plan these']");
        await App.Until(async () => (await PlanAsync())["plan"]!["blocks"]!.AsArray().Any(b => (string)b!["number"]! == "017"));
        builder.Open(app.Address);
        builder.See(", next:");
    }
}
