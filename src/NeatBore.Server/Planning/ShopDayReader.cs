using System.Text.Json;
using NeatBore.Core.Bench;
using NeatBore.Core.Day;
using NeatBore.Core.Log;
using NeatBore.Core.RunSheets;
using NeatBore.Plan;
using NeatBore.Plan.Shop;
using NeatBore.Server.Builds;
using NeatBore.Store;

namespace NeatBore.Server.Planning;

/// <summary>Reads a shop as its plan sees it: hours, things, pins, and the jobs of every build on the bench.</summary>
internal sealed class ShopDayReader(
    PlanShelf shelf,
    ShopRegister register,
    TodayLines today,
    BuildReader builds,
    ProcedureBook book,
    TimeProvider clock
)
{
    private const int Page = 200;

    /// <summary>A shop's day, what was agreed and by whom, and builds that nobody has asked anything of.</summary>
    /// <param name="Day">The shop's day.</param>
    /// <param name="Agreed">The plan as it was agreed; null for none.</param>
    /// <param name="Unlisted">Those builds.</param>
    /// <param name="Of">What a plan of it depends on, but for how far what is under way has got: the same for the same.</param>
    /// <param name="Kept">What of it is settled by hand, agreed, or set.</param>
    public sealed record Read(ShopDay Day, KeptPlan? Agreed, IReadOnlyList<UnlistedBuild> Unlisted, string Of, string Kept);

    /// <summary>What the plan goes by, without the builds.</summary>
    public async Task<(PlanShelf.Kept Kept, TimeZoneInfo Zone, IReadOnlyList<WeekOf> People, IReadOnlyList<Thing> Things)> SettingsAsync(
        CancellationToken cancel
    )
    {
        var kept = await shelf.ReadAsync(cancel);
        var shop = await register.ReadAsync(cancel);
        var hours = kept.Hours.ToDictionary(h => h.Person, h => h.Body, StringComparer.Ordinal);
        return (
            kept,
            Zone(kept.Zone),
            [
                .. shop
                    .People.Where(p => p.Role != Role.Viewer)
                    .Select(p =>
                        hours.TryGetValue(p.Id, out var body)
                            ? new WeekOf(p.Id, p.Name, false, JsonSerializer.Deserialize(body, Json.Of<WorkingWeek>())!)
                            : new WeekOf(p.Id, p.Name, true, WorkingWeek.Usual)
                    ),
            ],
            [
                .. ShopThing.All.Select(t =>
                    kept.Things.FirstOrDefault(k => k.Id == t.Id) is { } known
                        ? new Thing(known.Id, known.Name, known.Count)
                        : new Thing(t.Id, t.Name, 1)
                ),
            ]
        );
    }

    /// <summary>All of it.</summary>
    public async Task<Read> ReadAsync(CancellationToken cancel)
    {
        var (kept, zone, people, things) = await SettingsAsync(cancel);
        var shop = await register.ReadAsync(cancel);
        var now = clock.GetUtcNow();
        var learned = new LearnedMinutes(kept.Took.Select(t => new LearnedMinutes.Took(t.Kind, t.Count, t.Minutes)));
        var typed = kept
            .Pins.Where(p => p.Minutes is not null)
            .ToDictionary(p => p.Job, p => (p.Minutes!.Value, p.By), StringComparer.Ordinal);
        (int, string)? Typed(string job) => typed.TryGetValue(job, out var minutes) ? minutes : null;
        DateTimeOffset Morning(DateOnly day) =>
            people.SelectMany(p => p.Week.Hours(day, 1, zone)).Select(h => (DateTimeOffset?)h.From).Min()
            ?? WorkingWeek.At(day, new TimeOnly(8, 0), zone);
        var planned = new List<ShopBuild>();
        var unlisted = new List<UnlistedBuild>();
        var took = new List<KeptTook>();
        foreach (var line in await today.ReadAsync(null, Page, cancel))
        {
            if (line.Fault is not null)
            {
                planned.Add(Unread(line));
                continue;
            }

            try
            {
                if (await builds.ReadAsync(line.Id, cancel) is not { } build)
                {
                    continue;
                }

                took.AddRange(
                    build
                        .Tasks.Select(t =>
                            LearnedMinutes.From(build, t) is { } x ? new KeptTook(line.Id, x.Kind, t.Ref.Place, x.Count, x.Minutes) : null
                        )
                        .OfType<KeptTook>()
                );
                var day = new BuildJobs(build, line.Id.ToString("N"), book, shop, now, learned, Typed, Morning).Jobs();
                if (day.Jobs.Count + day.Held.Count > 0)
                {
                    planned.Add(new ShopBuild(line.Id, line.Number, line.Name, line.Stand ?? "", line.Due, day));
                }
                else if (build.State.Life.Work is null && build.State.Tasks.Count == 0)
                {
                    unlisted.Add(new UnlistedBuild(line.Id, line.Number, line.Name));
                }
            }
            catch (Exception e) when (BuildReader.IsItsOwn(e))
            {
                planned.Add(Unread(line));
            }
        }

        await shelf.PutTookAsync([.. took.Where(t => !kept.Took.Contains(t))], cancel);
        return new Read(
            new ShopDay(
                now,
                zone,
                [.. people.Select(p => new Worker(p.Id, p.Name, p.Week))],
                things,
                planned,
                Settled(kept),
                kept.Agreed is { } agreed ? JsonSerializer.Deserialize(agreed.Body, Json.Of<IReadOnlyList<DayPlan.Planned>>())! : []
            ),
            kept.Agreed,
            unlisted,
            Of(kept, people, things, planned),
            Of(kept)
        );
    }

    /// <summary>A build that can't be worked out is named, and the others are planned.</summary>
    private static ShopBuild Unread(BuildLine line) =>
        new(
            line.Id,
            line.Number,
            line.Name,
            line.Stand ?? "",
            null,
            new BuildDay([], [new HeldBack(new TaskRef("", ""), "nothing is planned:", "a look, since it can’t be read; see Today")], null)
        );

    /// <summary>What is settled of jobs by hand.</summary>
    public static IReadOnlyList<Settled> Settled(PlanShelf.Kept kept) =>
        [.. kept.Pins.Select(p => new Settled(p.Job, p.Person, p.At, p.NotBefore, p.Minutes))];

    /// <summary>What is settled by hand, agreed, or set: the same for the same.</summary>
    public static string Of(PlanShelf.Kept kept) =>
        JsonSerializer.Serialize(
            new
            {
                kept.Zone,
                kept.Hours,
                kept.Things,
                kept.Pins,
                Agreed = kept.Agreed?.At,
            }
        );

    private static string Of(PlanShelf.Kept kept, IReadOnlyList<WeekOf> people, IReadOnlyList<Thing> things, List<ShopBuild> builds) =>
        JsonSerializer.Serialize(
            new
            {
                kept = Of(kept),
                people = people.Select(p => p.Id),
                things,
                builds = builds.Select(b => new
                {
                    b.Build,
                    b.Due,
                    held = b.Day.Held.Select(h => $"{h.Title} {h.Because}"),
                    b.Day.CrankUntil?.Until,
                    jobs = b.Day.Jobs.Select(j => $"{j.Id} {j.UnderWay?.Id} {j.NotBefore?.Until:O} {j.BeginBy:O} {j.Then?.Minutes}"),
                }),
            }
        );

    private static TimeZoneInfo Zone(string? id) =>
        id is not null && TimeZoneInfo.TryFindSystemTimeZoneById(id, out var zone) ? zone : TimeZoneInfo.Local;
}
