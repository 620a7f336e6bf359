using System.Text.Json.Nodes;
using Ical.Net;
using Xunit;

namespace NeatBore.Server.Tests;

/// <summary>In a shop of their own: a zone moves the hours of all that is agreed.</summary>
public sealed class PlanCalendarTests(Site site) : IClassFixture<Site>
{
    [Theory]
    [InlineData("Europe/Berlin")]
    [InlineData("America/St_Johns")]
    public async Task The_calendar_of_a_person_is_read_back_as_it_was_planned_in_the_shops_own_zone(string zone)
    {
        Assert.Equal(200, (await site.PostAsync("/api/plan/settings", $$"""{"by":"ines","zone":"{{zone}}"}""")).Status);
        // What was agreed may not fit the hours of another zone; the calendar shows what is planned all the same.
        var plan = await site.GetAsync("/api/plan");
        for (var n = 0; n < 300 && (plan["plan"] is null || (bool)plan["searching"]!); n++)
        {
            await Task.Delay(200, TestContext.Current.CancellationToken);
            plan = await site.GetAsync("/api/plan");
        }

        var response = await site.Client.GetAsync(
            new Uri("/api/plan.ics?person=tomas", UriKind.Relative),
            TestContext.Current.CancellationToken
        );
        Assert.Equal("text/calendar", response.Content.Headers.ContentType!.MediaType);
        var calendar = Calendar.Load(await response.Content.ReadAsStringAsync(TestContext.Current.CancellationToken))!;
        Assert.Contains(calendar.TimeZones, z => z.TzId == zone);
        var wanted = PlanTests
            .Blocks(plan)
            .Where(b => b["people"]!.AsArray().Any(p => (string)p! == "tomas"))
            .SelectMany(b =>
                b["parts"]!.AsArray().Select(p => (PlanTests.Time(p!["from"]).UtcDateTime, PlanTests.Time(p["to"]).UtcDateTime))
            )
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
