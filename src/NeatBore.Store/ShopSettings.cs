using System.Text.Json;
using Dapper;
using NeatBore.Core;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using Npgsql;

namespace NeatBore.Store;

/// <summary>A change of a setting.</summary>
/// <param name="Kind">Of what: shop, person, instrument, house-rule, sealant, lubricant.</param>
/// <param name="Id">Of which.</param>
/// <param name="By">Who changed it, by name.</param>
/// <param name="At">When.</param>
public sealed record SettingChange(string Kind, string Id, string By, DateTimeOffset At);

/// <summary>Changes what a shop goes by. Each change is kept with who made it; nothing is deleted.</summary>
public sealed class ShopSettings(Database database)
{
    /// <summary>What the shop is called and works in.</summary>
    public Task PutShopAsync(string name, UnitSystem units, string by, CancellationToken cancel = default)
    {
        var row = new { name, units = units.ToString().ToLowerInvariant() };
        return ChangeAsync("shop", "shop", JsonSerializer.Serialize(row), by, "update shop set name = @name, units = @units", row, cancel);
    }

    /// <summary>A person, new or with another name or role.</summary>
    /// <returns>False where nobody would be left who leads; then nothing is changed.</returns>
    public async Task<bool> PutPersonAsync(Signer person, string by, CancellationToken cancel = default)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        await using var transaction = await connection.BeginTransactionAsync(cancel);
        var leads = await connection.QueryAsync<string>(
            new CommandDefinition("select id from person where role = 'lead' for update", null, transaction, cancellationToken: cancel)
        );
        if (person.Role != Role.Lead && leads.All(id => id == person.Id))
        {
            return false;
        }

        await PutAsync(
            connection,
            transaction,
            ("person", person.Id, JsonSerializer.Serialize(person, CoreJson.Default.Signer), by),
            """
            insert into person (id, name, role) values (@Id, @Name, @role)
            on conflict (id) do update set name = excluded.name, role = excluded.role
            """,
            new
            {
                person.Id,
                person.Name,
                role = person.Role.ToString().ToLowerInvariant(),
            },
            cancel
        );
        await transaction.CommitAsync(cancel);
        return true;
    }

    /// <summary>An instrument, new or as it is from now on; what was read with it keeps it as it was.</summary>
    public Task PutInstrumentAsync(Instrument instrument, bool off, string by, CancellationToken cancel = default) =>
        PutRankedAsync(
            "tool",
            "instrument",
            instrument.Id,
            JsonSerializer.Serialize(instrument, CoreJson.Default.Instrument),
            off,
            by,
            cancel
        );

    /// <summary>A sealant, likewise.</summary>
    public Task PutSealantAsync(SealantSheet sealant, bool off, string by, CancellationToken cancel = default) =>
        PutRankedAsync("sealant", "sealant", sealant.Id, JsonSerializer.Serialize(sealant, CoreJson.Default.SealantSheet), off, by, cancel);

    /// <summary>A lubricant, likewise.</summary>
    public Task PutLubricantAsync(Lubricant lubricant, bool off, string by, CancellationToken cancel = default) =>
        PutRankedAsync(
            "lubricant",
            "lubricant",
            lubricant.Id,
            JsonSerializer.Serialize(lubricant, CoreJson.Default.Lubricant),
            off,
            by,
            cancel
        );

    /// <summary>A rule in place of a default; with both ends null the default is back.</summary>
    public Task PutRuleAsync(HouseRule rule, CancellationToken cancel = default) =>
        ChangeAsync(
            "house-rule",
            rule.Id,
            JsonSerializer.Serialize(rule, CoreJson.Default.HouseRule),
            rule.By,
            """
            insert into house_rule (id, low, high, by_name) values (@Id, @Low, @High, @By)
            on conflict (id) do update set low = excluded.low, high = excluded.high, by_name = excluded.by_name
            """,
            rule,
            cancel
        );

    /// <summary>The newest changes, newest first.</summary>
    /// <param name="most">How many.</param>
    /// <param name="cancel">Ends it.</param>
    public async Task<IReadOnlyList<SettingChange>> ChangesAsync(int most, CancellationToken cancel = default)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        return
        [
            .. (
                await connection.QueryAsync<(string Kind, string Id, string By, DateTime At)>(
                    new CommandDefinition(
                        "select kind, id, by_name, at from setting_changed order by seq desc limit @most",
                        new { most },
                        cancellationToken: cancel
                    )
                )
            ).Select(c => new SettingChange(c.Kind, c.Id, c.By, c.At)),
        ];
    }

    private Task PutRankedAsync(string table, string kind, string id, string body, bool off, string by, CancellationToken cancel) =>
        ChangeAsync(
            kind,
            id,
            body,
            by,
            $"""
            insert into {table} (id, rank, body, off) values (@id, (select coalesce(max(rank), 0) + 1 from {table}), @body::jsonb, @off)
            on conflict (id) do update set body = excluded.body, off = excluded.off
            """,
            new
            {
                id,
                body,
                off,
            },
            cancel
        );

    private Task ChangeAsync(string kind, string id, string body, string by, string sql, object row, CancellationToken cancel) =>
        ChangeAsync(database, (kind, id, body, by), sql, row, cancel);

    /// <summary>Changes something that a shop goes by, and keeps who did.</summary>
    internal static async Task ChangeAsync(
        Database database,
        (string Kind, string Id, string Body, string By) change,
        string sql,
        object row,
        CancellationToken cancel
    )
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        await using var transaction = await connection.BeginTransactionAsync(cancel);
        await PutAsync(connection, transaction, change, sql, row, cancel);
        await transaction.CommitAsync(cancel);
    }

    private static async Task PutAsync(
        NpgsqlConnection connection,
        NpgsqlTransaction transaction,
        (string Kind, string Id, string Body, string By) change,
        string sql,
        object row,
        CancellationToken cancel
    )
    {
        await connection.ExecuteAsync(new CommandDefinition(sql, row, transaction, cancellationToken: cancel));
        await connection.ExecuteAsync(
            new CommandDefinition(
                "insert into setting_changed (kind, id, body, by_name) values (@Kind, @Id, @Body::jsonb, @By)",
                new
                {
                    change.Kind,
                    change.Id,
                    change.Body,
                    change.By,
                },
                transaction,
                cancellationToken: cancel
            )
        );
    }
}
