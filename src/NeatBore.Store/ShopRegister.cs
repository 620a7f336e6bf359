using System.Text.Json;
using Dapper;
using NeatBore.Core;
using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using Npgsql;

namespace NeatBore.Store;

/// <summary>A shop as it stands.</summary>
/// <param name="Id">Its own from its first start on.</param>
/// <param name="Units">What it works in.</param>
/// <param name="Shop">Its name, people, instruments and crib; its name empty until it is set up.</param>
public sealed record KeptShop(Guid Id, UnitSystem Units, Shop Shop);

/// <summary>The shop's name, people, instruments and crib.</summary>
public sealed class ShopRegister(Database database)
{
    private Known? _known;
    private Guid? _id;

    private sealed record Known(long Revision, KeptShop Kept);

    /// <summary>The shop as it is now.</summary>
    public async Task<Shop> ReadAsync(CancellationToken cancel = default) => (await KeptAsync(cancel)).Shop;

    /// <summary>Its id: a database is one shop’s for good.</summary>
    public async Task<Guid> IdAsync(CancellationToken cancel = default) => _id ??= (await KeptAsync(cancel)).Id;

    /// <summary>The shop as it is now, with its id and its units.</summary>
    public async Task<KeptShop> KeptAsync(CancellationToken cancel = default)
    {
        var revision = await database.RevisionAsync(cancel);
        if (_known is { } known && known.Revision == revision)
        {
            return known.Kept;
        }

        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        var kept = await ReadAsync(connection, cancel);
        _known = new Known(revision, kept);
        return kept;
    }

    private static async Task<KeptShop> ReadAsync(NpgsqlConnection connection, CancellationToken cancel)
    {
        await using var all = await connection.QueryMultipleAsync(
            new CommandDefinition(
                """
                select id from shop_id;
                select name, units from shop;
                select id, name, role from person order by name, id;
                select body::text from tool where not off order by rank, id;
                select body::text from crib_tool order by rank, id;
                select id, low, high, by_name as "by" from house_rule where low is not null or high is not null order by id;
                select body::text from sealant where not off order by rank, id;
                select body::text from lubricant where not off order by rank, id;
                """,
                cancellationToken: cancel
            )
        );
        var id = await all.ReadFirstAsync<Guid>();
        var (name, units) = await all.ReadFirstOrDefaultAsync<(string? Name, string? Units)>();
        var people = (await all.ReadAsync<(string Id, string Name, string Role)>()).ToList();
        var tools = (await all.ReadAsync<string>()).ToList();
        var crib = (await all.ReadAsync<string>()).ToList();
        var house = (await all.ReadAsync<HouseRule>()).ToList();
        var sealants = (await all.ReadAsync<string>()).ToList();
        var lubricants = (await all.ReadAsync<string>()).ToList();
        var shop = new Shop(
            name ?? "",
            [.. people.Select(p => new Signer(p.Id, p.Name, Enum.Parse<Role>(p.Role, ignoreCase: true)))],
            [.. tools.Select(t => JsonSerializer.Deserialize(t, CoreJson.Default.Instrument)!)],
            [.. crib.Select(t => JsonSerializer.Deserialize(t, CoreJson.Default.CribTool)!)],
            house,
            [.. sealants.Select(t => JsonSerializer.Deserialize(t, CoreJson.Default.SealantSheet)!)],
            [.. lubricants.Select(t => JsonSerializer.Deserialize(t, CoreJson.Default.Lubricant)!)]
        );
        return new KeptShop(id, units == "inch" ? UnitSystem.Inch : UnitSystem.Metric, shop);
    }

    /// <summary>Sets up a shop that nobody has set up yet: its name, its units, its lead and what hangs on its wall.</summary>
    /// <returns>False where it is set up already; then nothing is changed.</returns>
    public async Task<bool> SetUpAsync(
        string name,
        UnitSystem units,
        Signer lead,
        IReadOnlyList<Instrument> instruments,
        CancellationToken cancel = default
    )
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        await using var transaction = await connection.BeginTransactionAsync(cancel);
        var first = await connection.ExecuteAsync(
            new CommandDefinition(
                "insert into shop (name, units) values (@name, @units) on conflict do nothing",
                new { name, units = units.ToString().ToLowerInvariant() },
                transaction,
                cancellationToken: cancel
            )
        );
        if (first == 0)
        {
            return false;
        }

        await connection.ExecuteAsync(
            new CommandDefinition(
                "insert into person (id, name, role) values (@Id, @Name, 'lead')",
                new { lead.Id, lead.Name },
                transaction,
                cancellationToken: cancel
            )
        );
        // Where nobody has led yet, nobody has put in an instrument of theirs: the set goes by these units now.
        await connection.ExecuteAsync(
            new CommandDefinition(
                "update tool set body = t.body::jsonb from unnest(@ids, @bodies) as t (id, body) where tool.id = t.id",
                Bodies(instruments),
                transaction,
                cancellationToken: cancel
            )
        );
        await transaction.CommitAsync(cancel);
        return true;
    }

    /// <summary>Puts instruments in where there are none yet.</summary>
    public async Task AddInstrumentsAsync(IReadOnlyList<Instrument> instruments, CancellationToken cancel = default)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync(
            new CommandDefinition(
                """
                insert into tool (id, rank, body)
                select t.id, t.n, t.body::jsonb from unnest(@ids, @bodies) with ordinality as t (id, body, n)
                where not exists (select from tool)
                """,
                Bodies(instruments),
                cancellationToken: cancel
            )
        );
    }

    private static object Bodies(IReadOnlyList<Instrument> instruments) =>
        new
        {
            ids = instruments.Select(i => i.Id).ToArray(),
            bodies = instruments.Select(i => JsonSerializer.Serialize(i, CoreJson.Default.Instrument)).ToArray(),
        };

    /// <summary>Puts in whoever and whatever is not there yet; nothing that is there is changed.</summary>
    public async Task AddAsync(Shop shop, CancellationToken cancel = default)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        await using var transaction = await connection.BeginTransactionAsync(cancel);
        await connection.ExecuteAsync("insert into shop (name) values (@Name) on conflict do nothing", new { shop.Name }, transaction);
        await connection.ExecuteAsync(
            "insert into person (id, name, role) values (@Id, @Name, @role) on conflict do nothing",
            shop.People.Select(p => new
            {
                p.Id,
                p.Name,
                role = p.Role.ToString().ToLowerInvariant(),
            }),
            transaction
        );
        await connection.ExecuteAsync(
            "insert into tool (id, rank, body) values (@Id, @rank, @body::jsonb) on conflict do nothing",
            shop.Instruments.Select(
                (i, rank) =>
                    new
                    {
                        i.Id,
                        rank,
                        body = JsonSerializer.Serialize(i, CoreJson.Default.Instrument),
                    }
            ),
            transaction
        );
        await connection.ExecuteAsync(
            "insert into crib_tool (id, rank, body) values (@Id, @rank, @body::jsonb) on conflict do nothing",
            shop.Crib.Select(
                (t, rank) =>
                    new
                    {
                        t.Id,
                        rank,
                        body = JsonSerializer.Serialize(t, CoreJson.Default.CribTool),
                    }
            ),
            transaction
        );
        await transaction.CommitAsync(cancel);
    }

    /// <summary>Puts tools into the crib; one whose id is there already takes the new one's place.</summary>
    public async Task PutToolsAsync(IReadOnlyList<ToolMatch.CribTool> tools, CancellationToken cancel = default)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        await using var transaction = await connection.BeginTransactionAsync(cancel);
        var last = await connection.ExecuteScalarAsync<int>(
            new CommandDefinition("select coalesce(max(rank), 0) from crib_tool", transaction: transaction, cancellationToken: cancel)
        );
        await connection.ExecuteAsync(
            new CommandDefinition(
                """
                insert into crib_tool (id, rank, body)
                select t.id, @last + t.n, t.body::jsonb from unnest(@ids, @bodies) with ordinality as t (id, body, n)
                on conflict (id) do update set body = excluded.body
                """,
                new
                {
                    last,
                    ids = tools.Select(t => t.Id).ToArray(),
                    bodies = tools.Select(t => JsonSerializer.Serialize(t, CoreJson.Default.CribTool)).ToArray(),
                },
                transaction,
                cancellationToken: cancel
            )
        );
        await transaction.CommitAsync(cancel);
    }
}
