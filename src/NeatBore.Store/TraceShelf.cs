using Dapper;
using NeatBore.Core.Measures;
using Npgsql;

namespace NeatBore.Store;

/// <summary>A recording as it is kept.</summary>
/// <param name="Id">Its own id.</param>
/// <param name="Build">The build.</param>
/// <param name="Slot">The place, as JSON.</param>
/// <param name="Gauge">What records it, by id.</param>
/// <param name="Stands">"running", "stopped" or "cut-off".</param>
/// <param name="Missed">How many lines the gauge lost on the way.</param>
public sealed record KeptRecording(Guid Id, Guid Build, string Slot, string Gauge, string Stands, int Missed);

/// <summary>Recordings as they come, so that no more is lost than what came since the last flush.</summary>
/// <remarks>One that runs and was not flushed for five seconds was cut off: what recorded it is gone.</remarks>
public sealed class TraceShelf(Database database)
{
    private const string Row = """
        select id, build, slot::text as slot, gauge,
               case when stands = 'running' and flushed_at < now() - interval '5 seconds' then 'cut-off' else stands end as stands,
               missed
        from recording
        """;

    /// <summary>Begins one, in place of what was recorded there and not kept; begun again with the same id it is as it is.</summary>
    /// <returns>Whether it is new; what was there already has run, or runs.</returns>
    /// <exception cref="PostgresException">The gauge records elsewhere (23505).</exception>
    public async Task<bool> BeginAsync(Guid id, Guid build, string slot, string gauge, CancellationToken cancel = default)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        return await connection.ExecuteScalarAsync<int>(
                new CommandDefinition(
                    """
                    update recording set closed = 'dropped' where build = @build and slot = @slot::jsonb and id <> @id and closed is null;
                    update recording set stands = 'cut-off'
                    where gauge = @gauge and id <> @id and stands = 'running'
                        and (closed is not null or flushed_at < now() - interval '5 seconds');
                    with fresh as (
                        insert into recording (id, build, slot, gauge) values (@id, @build, @slot::jsonb, @gauge)
                        on conflict (id) do nothing
                        returning id
                    )
                    select count(*) from fresh
                    """,
                    new
                    {
                        id,
                        build,
                        slot,
                        gauge,
                    },
                    cancellationToken: cancel
                )
            ) == 1;
    }

    /// <summary>Adds points to one that runs, or only says that it still does.</summary>
    /// <param name="id">The recording.</param>
    /// <param name="first">Where the points go, from 0; sent again, with more or not, they are taken once.</param>
    /// <param name="points">None or more, in base units.</param>
    /// <param name="missed">How many lines were lost so far.</param>
    /// <param name="cancel">Gives up.</param>
    /// <returns>Whether somebody wants it stopped.</returns>
    public async Task<bool> AddAsync(Guid id, int first, TraceColumns points, int missed, CancellationToken cancel = default)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        return await connection.ExecuteScalarAsync<bool>(
            new CommandDefinition(
                """
                insert into recording_part (recording, first, x, y)
                select @id, @first, @x, @y where cardinality(@x) > 0
                -- Whose answer was lost is sent again with what came since.
                on conflict (recording, first) do update set x = excluded.x, y = excluded.y
                    where cardinality(excluded.x) > cardinality(recording_part.x);
                update recording set flushed_at = now(), missed = @missed where id = @id returning stop_asked or closed is not null
                """,
                new
                {
                    id,
                    first,
                    x = points.X.ToArray(),
                    y = points.Y.ToArray(),
                    missed,
                },
                cancellationToken: cancel
            )
        );
    }

    /// <summary>Says that one has ended: "stopped" where it is whole, "cut-off" where it is not.</summary>
    public Task EndAsync(Guid id, string stands, CancellationToken cancel = default) =>
        ExecuteAsync("update recording set stands = @stands where id = @id", new { id, stands }, cancel);

    /// <summary>Says what became of one: "kept" in the log, or "dropped". What was kept stays so.</summary>
    public Task CloseAsync(Guid id, string closed, CancellationToken cancel = default) =>
        ExecuteAsync("update recording set closed = @closed where id = @id and closed is distinct from 'kept'", new { id, closed }, cancel);

    /// <summary>Asks whoever records it to stop.</summary>
    public Task AskToStopAsync(Guid id, CancellationToken cancel = default) =>
        ExecuteAsync("update recording set stop_asked = true where id = @id", new { id }, cancel);

    /// <summary>One of them; null if it is not there.</summary>
    public async Task<KeptRecording?> FindAsync(Guid id, CancellationToken cancel = default)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        return await connection.QuerySingleOrDefaultAsync<KeptRecording>(
            new CommandDefinition($"{Row} where id = @id", new { id }, cancellationToken: cancel)
        );
    }

    /// <summary>The newest at a place that is neither kept nor dropped; null where there is none.</summary>
    public async Task<KeptRecording?> OpenAtAsync(Guid build, string slot, CancellationToken cancel = default)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        return await connection.QueryFirstOrDefaultAsync<KeptRecording>(
            new CommandDefinition(
                $"{Row} where build = @build and slot = @slot::jsonb and closed is null order by began_at desc limit 1",
                new { build, slot },
                cancellationToken: cancel
            )
        );
    }

    /// <summary>What a gauge records now; null where it records nothing.</summary>
    public async Task<KeptRecording?> RunningAsync(string gauge, CancellationToken cancel = default)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        return await connection.QueryFirstOrDefaultAsync<KeptRecording>(
            new CommandDefinition(
                $"""
                {Row}
                where gauge = @gauge and stands = 'running' and closed is null and flushed_at >= now() - interval '5 seconds'
                limit 1
                """,
                new { gauge },
                cancellationToken: cancel
            )
        );
    }

    /// <summary>All points that were flushed, in base units.</summary>
    public async Task<TraceColumns> PointsAsync(Guid id, CancellationToken cancel = default)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        var parts = await connection.QueryAsync<(double[] X, double[] Y)>(
            new CommandDefinition(
                "select x, y from recording_part where recording = @id order by first",
                new { id },
                cancellationToken: cancel
            )
        );
        var (x, y) = (new List<double>(), new List<double>());
        foreach (var part in parts)
        {
            x.AddRange(part.X);
            y.AddRange(part.Y);
        }

        return new TraceColumns(x, y);
    }

    private async Task ExecuteAsync(string sql, object with, CancellationToken cancel)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync(new CommandDefinition(sql, with, cancellationToken: cancel));
    }
}
