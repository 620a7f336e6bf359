using System.Collections.Concurrent;
using System.Text.Json;
using Dapper;
using NeatBore.Core;
using NeatBore.Core.Bench;
using NeatBore.Core.Engines;
using NeatBore.Core.RunSheets;
using Npgsql;

namespace NeatBore.Store;

/// <summary>A version of a sheet.</summary>
/// <param name="Version">Its number.</param>
/// <param name="By">Who made it, by name; empty where nobody said.</param>
/// <param name="Because">Why; empty where nobody said.</param>
/// <param name="At">When it came in.</param>
public sealed record SheetVersion(int Version, string By, string Because, DateTimeOffset At);

/// <summary>Engine sheets in all their versions. A version is never changed once it is in.</summary>
public sealed class SheetShelf(Database database)
{
    // A version never changes, so what was read once is read for good.
    private readonly ConcurrentDictionary<SheetRef, EngineSheet?> _read = new();
    private Known _known = new(-1, new Dictionary<SheetRef, EngineSheet>());

    private sealed record Known(long Revision, IReadOnlyDictionary<SheetRef, EngineSheet> Sheets);

    /// <summary>Every version of every sheet that this version of Neat Bore can read; the same map as before while none has come.</summary>
    public async Task<IReadOnlyDictionary<SheetRef, EngineSheet>> AllAsync(CancellationToken cancel = default)
    {
        var revision = await database.RevisionAsync(cancel);
        if (_known is var known && known.Revision == revision)
        {
            return known.Sheets;
        }

        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        var refs = (
            await connection.QueryAsync<SheetRef>(
                new CommandDefinition("select id, version from sheet_version order by id, version", cancellationToken: cancel)
            )
        ).ToList();
        if (refs.Exists(r => !_read.ContainsKey(r)))
        {
            var rows = await connection.QueryAsync<(string Id, int Version, string Body)>(
                new CommandDefinition("select id, version, body::text from sheet_version", cancellationToken: cancel)
            );
            foreach (var (id, version, body) in rows)
            {
                _read.TryAdd(new SheetRef(id, version), Read(body));
            }
        }

        var all = known.Sheets;
        var readable = refs.Where(r => _read.GetValueOrDefault(r) is not null).ToList();
        all = readable.Count == all.Count && readable.TrueForAll(all.ContainsKey) ? all : readable.ToDictionary(r => r, r => _read[r]!);
        _known = new Known(revision, all);
        return all;
    }

    /// <summary>Every version that this version of Neat Bore can't read, or can't draw: damaged, or of another one.</summary>
    public async Task<IReadOnlyList<SheetRef>> DamagedAsync(CancellationToken cancel = default)
    {
        await AllAsync(cancel);
        return [.. _read.Where(r => r.Value is null).Select(r => r.Key).OrderBy(r => r.Id, StringComparer.Ordinal).ThenBy(r => r.Version)];
    }

    /// <summary>Sheet versions as they stand, for what can't be read.</summary>
    public async Task<IReadOnlyList<string>> ReadRawAsync(IReadOnlyCollection<SheetRef> sheets, CancellationToken cancel = default)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        return
        [
            .. await connection.QueryAsync<string>(
                new CommandDefinition(
                    "select body::text from sheet_version where (id, version) in (select * from unnest(@ids, @versions)) order "
                        + "by id, version",
                    new { ids = sheets.Select(s => s.Id).ToArray(), versions = sheets.Select(s => s.Version).ToArray() },
                    cancellationToken: cancel
                )
            ),
        ];
    }

    /// <summary>Puts a version in; one that is there already is left as it is.</summary>
    public Task AddAsync(EngineSheet sheet, CancellationToken cancel = default) => AddAsync(sheet, "", "", cancel);

    /// <summary>The same, with who made it and why.</summary>
    /// <returns>False where this version is there already.</returns>
    public async Task<bool> AddAsync(EngineSheet sheet, string by, string because, CancellationToken cancel = default)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        return await AddAsync(connection, null, sheet, by, because, cancel);
    }

    internal static async Task<bool> AddAsync(
        NpgsqlConnection connection,
        NpgsqlTransaction? transaction,
        EngineSheet sheet,
        string by,
        string because,
        CancellationToken cancel
    ) =>
        // What can be begun on an engine follows its newest version: its lines of Today are old then.
        await connection.ExecuteScalarAsync<int>(
            new CommandDefinition(
                """
                with fresh as (
                    insert into sheet_version (id, version, body, by_name, because)
                    values (@Id, @Version, @body::jsonb, @by, @because)
                    on conflict do nothing
                    returning id
                ),
                old as (update line set made_by = '' where engine in (select id from fresh))
                select count(*) from fresh
                """,
                new
                {
                    sheet.Id,
                    sheet.Version,
                    by,
                    because,
                    body = JsonSerializer.Serialize(sheet, CoreJson.Default.EngineSheet),
                },
                transaction,
                cancellationToken: cancel
            )
        ) > 0;

    /// <summary>The versions of a sheet, newest first.</summary>
    public async Task<IReadOnlyList<SheetVersion>> VersionsAsync(string id, CancellationToken cancel = default)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        return
        [
            .. (
                await connection.QueryAsync<(int Version, string By, string Because, DateTime At)>(
                    new CommandDefinition(
                        "select version, by_name, because, at from sheet_version where id = @id order by version desc",
                        new { id },
                        cancellationToken: cancel
                    )
                )
            ).Select(v => new SheetVersion(v.Version, v.By, v.Because, v.At)),
        ];
    }

    private static EngineSheet? Read(string body)
    {
        try
        {
            var sheet = JsonSerializer.Deserialize(body, CoreJson.Default.EngineSheet);
            // One that can't be drawn can't be worked with.
            return sheet is { Name: not null, Summary: not null } && EngineStrip.Of(sheet, ProcedureBook.Default) is not null
                ? sheet
                : null;
        }
        catch (Exception e) when (e is not OutOfMemoryException)
        {
            // The builds that name it say so; the rest of the shop goes on.
            return null;
        }
    }
}
