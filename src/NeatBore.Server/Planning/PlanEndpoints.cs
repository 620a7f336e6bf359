using Microsoft.AspNetCore.Http.HttpResults;
using NeatBore.Core.Day;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Plan;
using NeatBore.Plan.Shop;
using NeatBore.Server.Builds;
using NeatBore.Server.Errors;
using NeatBore.Server.Shops;
using NeatBore.Store;

namespace NeatBore.Server.Planning;

internal static class PlanEndpoints
{
    private const int MostThings = 50;
    private const int MostMinutes = 24 * 60;

    // A first plan is there within a second, as a rule; a change is shown with what follows from it.
    private static readonly TimeSpan s_first = TimeSpan.FromSeconds(1);

    // Who comes back is asked about the gap then; what was never answered is not learned from.
    private static readonly TimeSpan s_asked = TimeSpan.FromHours(12);
    private static readonly TimeSpan s_changed = TimeSpan.FromSeconds(4);

    public static void MapPlan(this IEndpointRouteBuilder app)
    {
        app.MapGet(
                "/api/plan",
                async (PlanKeeper plan, CancellationToken cancel, bool kept = false) =>
                    TypedResults.Ok(kept ? await plan.KeptAsync(cancel) : await plan.NowAsync(s_first, cancel))
            )
            .WithTags("Plan")
            .WithSummary(
                "Who does what when, as agreed; and what is late, what moved, what is better. With kept, only where a plan was agreed"
            );
        app.MapPost("/api/plan", ChangeAsync)
            .Accepts<ChangePlan>("application/json")
            .Produces<PlanNow>()
            .ProducesValidationProblem()
            .ProducesValidationProblem(422)
            .WithTags("Plan")
            .WithSummary("Settles a job, agrees the plan, or ends the search");
        app.MapGet("/api/plan/settings", SettingsAsync)
            .WithTags("Plan")
            .WithSummary("When people work, and what the shop has one or a few of");
        app.MapPost("/api/plan/settings", ChangeSettingsAsync)
            .Accepts<ChangePlanSettings>("application/json")
            .Produces<PlanSettings>()
            .ProducesValidationProblem()
            .ProducesValidationProblem(422)
            .WithTags("Plan")
            .WithSummary("Changes one of them; a lead's");
        app.MapGet("/api/builds/{id:guid}/gaps", GapsAsync)
            .Produces<IReadOnlyList<TaskWork.Gap>>()
            .ProducesProblem(404)
            .WithTags("Plan")
            .WithSummary("Long gaps between entries of today's work, of which nobody has said yet whether it was worked on");
        app.MapGet("/api/plan.ics", CalendarAsync)
            .Produces(200, contentType: "text/calendar")
            .ProducesValidationProblem(422)
            .WithTags("Plan")
            .WithSummary(
                "Somebody's part of the plan as an iCalendar file, also to be followed as a feed; everybody's where nobody is named"
            );
    }

    private static async Task<Ok<PlanNow>> ChangeAsync(
        HttpRequest http,
        PlanKeeper plan,
        PlanShelf shelf,
        ShopRegister register,
        CancellationToken cancel
    )
    {
        var change = await RequestReader.ReadAsync(http, Json.Of<ChangePlan>(), cancel);
        var shop = await register.ReadAsync(cancel);
        var by =
            shop.People.FirstOrDefault(p => p.Id == change.By && p.Role != Role.Viewer)
            ?? throw new UnusableInputException("by", $"must be somebody who works here; “{change.By}” does not");
        if (change.Stop)
        {
            await plan.StopSearchAsync(cancel);
            return TypedResults.Ok(await plan.NowAsync(TimeSpan.Zero, cancel));
        }

        if (change.Agree)
        {
            await plan.AgreeAsync(change.Seen, by.Name, cancel);
        }
        else if (change.Pin is { } pin)
        {
            await shelf.PutPinAsync(Checked(pin, by.Name, plan, shop), cancel);
            plan.Anew();
        }
        else
        {
            throw new UnusableInputException("pin", "must be given, or agree, or stop");
        }

        return TypedResults.Ok(await plan.NowAsync(s_changed, cancel));
    }

    private static KeptPin Checked(Settled pin, string by, PlanKeeper plan, Shop shop)
    {
        var faults = new Faults();
        var job = plan.Find(pin.Job);
        faults.Require(job is not null, "pin.job", "must be a job of the plan; this one is done, or was never in it");
        faults.Require(job is not { UnderWay: true }, "pin.job", "must not be under way already");
        faults.Require(
            pin.Person is null || shop.People.Any(p => p.Id == pin.Person && p.Role != Role.Viewer),
            "pin.person",
            $"must be somebody who works here; “{pin.Person}” does not"
        );
        faults.Require(pin.At is not { } at || at > DateTimeOffset.UtcNow, "pin.at", "must be still to come");
        faults.Require(pin.NotBefore is not { } from || from > DateTimeOffset.UtcNow, "pin.notBefore", "must be still to come");
        faults.Require(
            pin.NotBefore is null || pin.NotBefore < DateTimeOffset.UtcNow.AddDays(DayPlan.MostDays),
            "pin.notBefore",
            $"must be within {DayPlan.MostDays} days: a plan goes no further"
        );
        if (pin.Minutes is { } minutes)
        {
            faults.Within(minutes, 1, MostMinutes, "pin.minutes");
        }

        faults.ThrowIfAny();
        return new KeptPin(pin.Job, pin.Person, pin.At, pin.NotBefore, pin.Minutes, by);
    }

    private static async Task<Ok<PlanSettings>> SettingsAsync(ShopDayReader reader, CancellationToken cancel)
    {
        var (_, zone, people, things) = await reader.SettingsAsync(cancel);
        return TypedResults.Ok(new PlanSettings(zone.HasIanaId ? zone.Id : "UTC", people, things));
    }

    private static async Task<Ok<PlanSettings>> ChangeSettingsAsync(
        HttpRequest http,
        PlanKeeper plan,
        PlanShelf shelf,
        ShopRegister register,
        ShopDayReader reader,
        CancellationToken cancel
    )
    {
        var change = await RequestReader.ReadAsync(http, Json.Of<ChangePlanSettings>(), cancel);
        var shop = await register.ReadAsync(cancel);
        var by = OnlyALead.Of(shop, change.By, "changes hours and what the shop has").Name;
        var faults = new Faults();
        switch (change)
        {
            case { Week: { } week }:
                faults.Require(
                    shop.People.Any(p => p.Id == change.Person && p.Role != Role.Viewer),
                    "person",
                    "must be somebody who works here"
                );
                week.Check(faults, "week");
                faults.ThrowIfAny();
                await shelf.PutHoursAsync(
                    new KeptHours(change.Person!, System.Text.Json.JsonSerializer.Serialize(week, Json.Of<WorkingWeek>())),
                    by,
                    cancel
                );
                break;
            case { Thing: { } thing }:
                var known = (await reader.SettingsAsync(cancel)).Things;
                faults.Require(
                    known.Any(t => t.Id == thing.Id),
                    "thing.id",
                    $"must be one of {string.Join(", ", known.Select(t => t.Id))}: what run sheets ask for"
                );
                faults.Require(thing.Name.Trim() is { Length: > 0 and <= 40 }, "thing.name", "must be 1 to 40 characters, as it is called");
                faults.Within(thing.Count, 0, MostThings, "thing.count");
                faults.ThrowIfAny();
                await shelf.PutThingAsync(new KeptThing(thing.Id, thing.Name.Trim(), thing.Count), by, cancel);
                break;
            case { Zone: { } zone }:
                faults.Require(
                    TimeZoneInfo.TryFindSystemTimeZoneById(zone, out var found) && found.HasIanaId,
                    "zone",
                    "must be a time zone by its name, such as Europe/London"
                );
                faults.ThrowIfAny();
                await shelf.PutZoneAsync(zone, by, cancel);
                break;
            default:
                throw new UnusableInputException("week", "must be given, or thing, or zone");
        }

        plan.Anew();
        return await SettingsAsync(reader, cancel);
    }

    private static async Task<IResult> GapsAsync(Guid id, BuildReader builds, TimeProvider clock, CancellationToken cancel)
    {
        if (await builds.ReadAsync(id, cancel) is not { } build)
        {
            return Results.NotFound();
        }

        var since = clock.GetUtcNow() - s_asked;
        return TypedResults.Ok<IReadOnlyList<TaskWork.Gap>>([
            .. build.Tasks.SelectMany(t => TaskWork.Unanswered(build, t.Ref)).Where(g => g.Until >= since),
        ]);
    }

    private static async Task<IResult> CalendarAsync(PlanKeeper plan, string? person, CancellationToken cancel)
    {
        var now = await plan.NowAsync(s_changed, cancel);
        return person is not null && now.People.All(p => p.Id != person)
            ? throw new UnusableInputException("person", $"must be one of {string.Join(", ", now.People.Select(p => p.Id))}")
            : TypedResults.Text(PlanCalendar.Of(now, person), "text/calendar", System.Text.Encoding.UTF8);
    }
}
