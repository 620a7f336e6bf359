using System.Text.Json;
using Dapper;
using NeatBore.Core;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using Npgsql;

namespace NeatBore.Store;

/// <summary>An entry as it stands in the database, whatever it holds.</summary>
public sealed record RawEntry(long Seq, DateTimeOffset StoredAt, string By, string Event);

/// <summary>What is added to a build's log, with the line that Today then has; null where it stays.</summary>
public sealed record Appended(IReadOnlyList<LogEntry> Entries, MadeLine? Line);

/// <summary>The append-only logs of all builds.</summary>
public sealed class BuildLog(Database database)
{
    private const string Columns = "seq, stored_at as StoredAt, signer::text as Signer, raw as Body";

    /// <summary>A build's log in order, from after an entry that is known already; null if there is no such build.</summary>
    /// <exception cref="UnreadableLogException">An entry is of a kind, or holds a value, that this version does not know.</exception>
    public async Task<IReadOnlyList<LogEntry>?> ReadAsync(Guid build, long after = 0, CancellationToken cancel = default)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        var entries = await ReadAsync(connection, null, build, after, cancel);
        return entries.Count > 0 || after > 0 ? entries : null;
    }

    /// <summary>A build's log as it stands, for what can't be read.</summary>
    public async Task<IReadOnlyList<RawEntry>> ReadRawAsync(Guid build, CancellationToken cancel = default)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        var rows = await connection.QueryAsync<Row>(
            new CommandDefinition($"select {Columns} from log where build = @build order by seq", new { build }, cancellationToken: cancel)
        );
        return [.. rows.Select(r => new RawEntry(r.Seq, new DateTimeOffset(r.StoredAt, TimeSpan.Zero), r.Signer, r.Body))];
    }

    /// <summary>How far a build's log goes; null if there is no such build.</summary>
    public async Task<long?> UpToAsync(Guid build, CancellationToken cancel = default)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        return await connection.ExecuteScalarAsync<long?>(
            new CommandDefinition("select max(seq) from log where build = @build", new { build }, cancellationToken: cancel)
        );
    }

    /// <summary>Puts a build with its first entries in, or nothing if a build with this id is there already.</summary>
    /// <returns>Whether it was put in.</returns>
    public Task<bool> OpenAsync(Guid build, IReadOnlyList<LogEntry> entries, MadeLine? line = null, CancellationToken cancel = default) =>
        OpenAsync(build, entries, line, [], [], cancel);

    /// <summary>The same with the sheets and the pictures that it names: all of it or nothing.</summary>
    public async Task<bool> OpenAsync(
        Guid build,
        IReadOnlyList<LogEntry> entries,
        MadeLine? line,
        IReadOnlyList<EngineSheet> sheets,
        IReadOnlyList<PhotoFile> photos,
        CancellationToken cancel = default
    )
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        await using var transaction = await connection.BeginTransactionAsync(cancel);
        var fresh =
            await connection.ExecuteAsync(
                new CommandDefinition(
                    "insert into build (id, opened_at) values (@build, @at) on conflict do nothing",
                    new { build, at = entries[0].StoredAt },
                    transaction,
                    cancellationToken: cancel
                )
            ) == 1;
        if (fresh)
        {
            foreach (var sheet in sheets)
            {
                await SheetShelf.AddAsync(connection, transaction, sheet, "", "", cancel);
            }

            foreach (var photo in photos)
            {
                await BlobShelf.AddAsync(connection, transaction, photo.Sha256, photo.Type, photo.Bytes, cancel);
            }

            await InsertAsync(connection, transaction, build, entries, line, cancel);
            await transaction.CommitAsync(cancel);
            database.Ringer.Ring(build, entries[^1].Seq);
        }

        return fresh;
    }

    /// <summary>Appends what <paramref name="decide"/> makes of the log as it stands. Writers of one build wait for one another; a log
    /// never branches.</summary>
    /// <param name="build">The build.</param>
    /// <param name="after">The last entry that the caller knows; 0 for none.</param>
    /// <param name="decide">From what came after that to the entries to add, numbered on from the last, with the line that Today then
    /// has.</param>
    /// <param name="cancel">Gives up before the commit.</param>
    /// <returns>Whether there is such a build.</returns>
    /// <exception cref="PostgresException">Among others, an id that another build's log has already (23505).</exception>
    public async Task<bool> AppendAsync(
        Guid build,
        long after,
        Func<IReadOnlyList<LogEntry>, Appended> decide,
        CancellationToken cancel = default
    )
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        await using var transaction = await connection.BeginTransactionAsync(cancel);
        // One way there and back: the second looks only once the first has the row.
        await using var both = await connection.QueryMultipleAsync(
            new CommandDefinition(
                $"select id from build where id = @build for update; select {Columns} from log where build = @build and seq > "
                    + $"@after order by seq",
                new { build, after },
                transaction,
                cancellationToken: cancel
            )
        );
        if (await both.ReadFirstOrDefaultAsync<Guid?>() is null)
        {
            return false;
        }

        var (added, line) = decide([.. (await both.ReadAsync<Row>()).Select(Entry)]);
        await InsertAsync(connection, transaction, build, added, line, cancel);
        await transaction.CommitAsync(cancel);
        if (added.Count > 0)
        {
            database.Ringer.Ring(build, added[^1].Seq);
        }

        return true;
    }

    /// <summary>Appends to a log that ends where the caller knows it to end: no lock, and one way there and back.</summary>
    /// <returns>False if it has grown since, is gone, or has one of these ids: nothing was added, and <see cref="AppendAsync"/> tells
    /// which.</returns>
    public async Task<bool> TryAppendAsync(Guid build, Appended appended, CancellationToken cancel = default)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        try
        {
            await InsertAsync(connection, null, build, appended.Entries, appended.Line, cancel);
        }
        catch (PostgresException e) when (e.SqlState is PostgresErrorCodes.UniqueViolation or PostgresErrorCodes.ForeignKeyViolation)
        {
            return false;
        }

        database.Ringer.Ring(build, appended.Entries[^1].Seq);
        return true;
    }

    private static async Task<IReadOnlyList<LogEntry>> ReadAsync(
        NpgsqlConnection connection,
        NpgsqlTransaction? transaction,
        Guid build,
        long after,
        CancellationToken cancel
    )
    {
        var rows = await connection.QueryAsync<Row>(
            new CommandDefinition(
                $"select {Columns} from log where build = @build and seq > @after order by seq",
                new { build, after },
                transaction,
                cancellationToken: cancel
            )
        );
        return [.. rows.Select(Entry)];
    }

    private static LogEntry Entry(Row row)
    {
        try
        {
            return new LogEntry(
                row.Seq,
                new DateTimeOffset(row.StoredAt, TimeSpan.Zero),
                JsonSerializer.Deserialize(row.Signer, CoreJson.Default.Signer)!,
                JsonSerializer.Deserialize(row.Body, CoreJson.Default.LogEvent)!
            );
        }
        catch (Exception e) when (e is not OutOfMemoryException)
        {
            throw new UnreadableLogException($"Entry {row.Seq} can’t be read by this version: {e.Message.ReplaceLineEndings(" ")}", e);
        }
    }

    /// <summary>Entries and the line of Today that follows from them: all or nothing, also without a transaction around them.</summary>
    private static async Task InsertAsync(
        NpgsqlConnection connection,
        NpgsqlTransaction? transaction,
        Guid build,
        IReadOnlyList<LogEntry> entries,
        MadeLine? line,
        CancellationToken cancel
    )
    {
        if (entries.Count == 0)
        {
            return;
        }

        var values = new DynamicParameters(
            new
            {
                build,
                seqs = entries.Select(e => e.Seq).ToArray(),
                ids = entries.Select(e => e.Event.Id).ToArray(),
                storedAts = entries.Select(e => e.StoredAt.UtcDateTime).ToArray(),
                signers = entries.Select(e => JsonSerializer.Serialize(e.By, CoreJson.Default.Signer)).ToArray(),
                raws = entries.Select(e => JsonSerializer.Serialize(e.Event, CoreJson.Default.LogEvent)).ToArray(),
            }
        );
        if (line is not null)
        {
            values.AddDynamicParams(TodayLines.Values(line));
        }

        await connection.ExecuteAsync(
            new CommandDefinition(
                line is null ? InsertStatement : $"{InsertStatement};\n{TodayLines.PutStatement}",
                values,
                transaction,
                cancellationToken: cancel
            )
        );
    }

    private const string InsertStatement = """
        insert into log (build, seq, id, stored_at, kind, signer, body, raw)
        select @build, e.seq, e.id, e.stored_at, e.body ->> 'kind', e.signer, e.body, e.raw
        from (
            select seq, id, stored_at, signer::jsonb, raw::jsonb as body, raw
            from unnest(@seqs, @ids, @storedAts, @signers, @raws) as e (seq, id, stored_at, signer, raw)
        ) e
        """;

    private sealed record Row(long Seq, DateTime StoredAt, string Signer, string Body);
}
