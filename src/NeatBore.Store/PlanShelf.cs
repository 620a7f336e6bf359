using System.Text.Json;
using Dapper;

namespace NeatBore.Store;

/// <summary>When somebody works, as it is written.</summary>
public sealed record KeptHours(string Person, string Body);

/// <summary>What a shop has one or a few of, and how many; 0 while it is out of use.</summary>
public sealed record KeptThing(string Id, string Name, int Count);

/// <summary>What is settled of a job by hand.</summary>
public sealed record KeptPin(string Job, string? Person, DateTimeOffset? At, DateTimeOffset? NotBefore, int? Minutes, string By);

/// <summary>A plan as it was agreed, as it is written.</summary>
public sealed record KeptPlan(DateTimeOffset At, string By, string Body);

/// <summary>How long a task of a build took.</summary>
public sealed record KeptTook(Guid Build, string Kind, string Place, int Count, double Minutes);

/// <summary>What a shop's plan goes by, but for the builds themselves.</summary>
public sealed class PlanShelf(Database database)
{
    /// <summary>All of it.</summary>
    /// <param name="Zone">The zone of the shop's clock; null for that of this machine.</param>
    /// <param name="Hours">Of those for whom hours were typed.</param>
    /// <param name="Things">Those that were typed, in their order.</param>
    /// <param name="Pins">Those that stand.</param>
    /// <param name="Agreed">The plan as it was agreed; null for none yet.</param>
    /// <param name="Took">What tasks took here.</param>
    public sealed record Kept(
        string? Zone,
        IReadOnlyList<KeptHours> Hours,
        IReadOnlyList<KeptThing> Things,
        IReadOnlyList<KeptPin> Pins,
        KeptPlan? Agreed,
        IReadOnlyList<KeptTook> Took
    );

    /// <summary>All that a plan goes by.</summary>
    public async Task<Kept> ReadAsync(CancellationToken cancel = default)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        await using var all = await connection.QueryMultipleAsync(
            new CommandDefinition(
                """
                select zone from shop;
                select person, body::text as body from hours order by person;
                select id, name, count from thing order by rank, id;
                select job, person, at, not_before, minutes, by_name from plan_pin
                where person is not null or at is not null or not_before is not null or minutes is not null order by job;
                select at, by_name as by, body::text as body from plan_agreed;
                select build, kind, place, count, minutes from took;
                """,
                cancellationToken: cancel
            )
        );
        var zone = await all.ReadFirstOrDefaultAsync<string?>();
        var hours = await all.ReadAsync<(string Person, string Body)>();
        var things = await all.ReadAsync<(string Id, string Name, int Count)>();
        var pins = await all.ReadAsync<(string Job, string? Person, DateTime? At, DateTime? NotBefore, int? Minutes, string By)>();
        var agreed = (await all.ReadAsync<(DateTime At, string By, string Body)>()).ToList();
        var took = await all.ReadAsync<(Guid Build, string Kind, string Place, int Count, double Minutes)>();
        return new Kept(
            zone,
            [.. hours.Select(h => new KeptHours(h.Person, h.Body))],
            [.. things.Select(t => new KeptThing(t.Id, t.Name, t.Count))],
            [.. pins.Select(p => new KeptPin(p.Job, p.Person, p.At, p.NotBefore, p.Minutes, p.By))],
            agreed is [var plan] ? new KeptPlan(plan.At, plan.By, plan.Body) : null,
            [.. took.Select(t => new KeptTook(t.Build, t.Kind, t.Place, t.Count, t.Minutes))]
        );
    }

    /// <summary>When somebody works from now on.</summary>
    public Task PutHoursAsync(KeptHours hours, string by, CancellationToken cancel = default) =>
        SettingAsync(
            ("hours", hours.Person, hours.Body, by),
            "insert into hours (person, body) values (@Person, @Body::jsonb) on conflict (person) do update set body = excluded.body",
            hours,
            cancel
        );

    /// <summary>What the shop has of a thing from now on.</summary>
    public Task PutThingAsync(KeptThing thing, string by, CancellationToken cancel = default) =>
        SettingAsync(
            ("thing", thing.Id, JsonSerializer.Serialize(thing), by),
            """
            insert into thing (id, rank, name, count) values (@Id, (select coalesce(max(rank), 0) + 1 from thing), @Name, @Count)
            on conflict (id) do update set name = excluded.name, count = excluded.count
            """,
            thing,
            cancel
        );

    /// <summary>The zone of the shop's clock.</summary>
    public Task PutZoneAsync(string zone, string by, CancellationToken cancel = default) =>
        SettingAsync(("zone", "zone", JsonSerializer.Serialize(zone), by), "update shop set zone = @zone", new { zone }, cancel);

    /// <summary>Settles something of a job, or nothing any more.</summary>
    public Task PutPinAsync(KeptPin pin, CancellationToken cancel = default) =>
        RunAsync(
            """
            insert into plan_pin (job, person, at, not_before, minutes, by_name)
            values (@Job, @Person, @At, @NotBefore, @Minutes, @By)
            on conflict (job) do update set person = excluded.person, at = excluded.at, not_before = excluded.not_before,
                minutes = excluded.minutes, by_name = excluded.by_name
            """,
            new
            {
                pin.Job,
                pin.Person,
                At = pin.At?.UtcDateTime,
                NotBefore = pin.NotBefore?.UtcDateTime,
                pin.Minutes,
                pin.By,
            },
            cancel
        );

    /// <summary>Agrees a plan.</summary>
    public Task AgreeAsync(KeptPlan plan, CancellationToken cancel = default) =>
        RunAsync(
            """
            insert into plan_agreed (at, by_name, body) values (@At, @By, @Body::jsonb)
            on conflict (only_one) do update set at = excluded.at, by_name = excluded.by_name, body = excluded.body
            """,
            new
            {
                At = plan.At.UtcDateTime,
                plan.By,
                plan.Body,
            },
            cancel
        );

    /// <summary>How long tasks took.</summary>
    public Task PutTookAsync(IReadOnlyList<KeptTook> took, CancellationToken cancel = default) =>
        RunAsync(
            """
            insert into took (build, kind, place, count, minutes) values (@Build, @Kind, @Place, @Count, @Minutes)
            on conflict (build, kind, place) do update set count = excluded.count, minutes = excluded.minutes
            """,
            took,
            cancel
        );

    private async Task RunAsync(string sql, object rows, CancellationToken cancel)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync(new CommandDefinition(sql, rows, cancellationToken: cancel));
    }

    private Task SettingAsync((string, string, string, string) change, string sql, object row, CancellationToken cancel) =>
        ShopSettings.ChangeAsync(database, change, sql, row, cancel);
}
