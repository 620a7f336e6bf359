using System.Text.Json;
using Dapper;
using NeatBore.Core;
using NeatBore.Core.Bench;
using NeatBore.Core.RunSheets;
using Npgsql;

namespace NeatBore.Store;

/// <summary>A line of Today, the last entry that it knows, which version of Neat Bore made it, and what its build is found by.</summary>
public sealed record MadeLine(BuildLine Line, long UpTo, string By, string Words = "");

/// <summary>Where a page of Today ended.</summary>
/// <param name="Standing">How the last one stood.</param>
/// <param name="Number">Its number.</param>
/// <param name="Build">Its id.</param>
public sealed record TodayMark(Standing Standing, string Number, Guid Build);

/// <summary>Today: one line a build, kept with each append. All of it follows from the logs and can be made anew.</summary>
public sealed class TodayLines(Database database)
{
    /// <summary>Lines in order of trouble, then of number.</summary>
    /// <param name="after">Where the page before ended; null for the first.</param>
    /// <param name="most">So many at most.</param>
    /// <param name="cancel">Gives up.</param>
    public async Task<IReadOnlyList<BuildLine>> ReadAsync(TodayMark? after, int most, CancellationToken cancel = default)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        var rows = await connection.QueryAsync<string>(
            new CommandDefinition(
                $"""
                select body::text from line where not off_bench
                {(after is null ? "" : "and (standing < @standing or (standing = @standing and (number, build) > (@number, @build)))")}
                order by standing desc, number, build limit @most
                """,
                new
                {
                    standing = (short)(after?.Standing ?? 0),
                    number = after?.Number,
                    build = after?.Build,
                    most,
                },
                cancellationToken: cancel
            )
        );
        return [.. rows.Select(r => JsonSerializer.Deserialize(r, CoreJson.Default.BuildLine)!)];
    }

    /// <summary>Builds that have all of some words, on the bench or off it, the newest first.</summary>
    /// <param name="words">Each anywhere in what a build is found by; small letters.</param>
    /// <param name="most">So many at most.</param>
    /// <param name="cancel">Gives up.</param>
    public async Task<IReadOnlyList<BuildLine>> FindAsync(IReadOnlyList<string> words, int most, CancellationToken cancel = default)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        var rows = await connection.QueryAsync<string>(
            new CommandDefinition(
                """
                select l.body::text from line l join build b on b.id = l.build
                where not exists (select from unnest(@words) w where position(w in l.words) = 0)
                order by b.opened_at desc, l.number, b.id limit @most
                """,
                new { words, most },
                cancellationToken: cancel
            )
        );
        return [.. rows.Select(r => JsonSerializer.Deserialize(r, CoreJson.Default.BuildLine)!)];
    }

    /// <summary>The builds on the bench that are on an engine stand, by number; one, unless somebody forgot to say that another has
    /// left it.</summary>
    public async Task<IReadOnlyList<BuildLine>> OnStandAsync(string stand, CancellationToken cancel = default)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        var rows = await connection.QueryAsync<string>(
            new CommandDefinition(
                "select body::text from line where not off_bench and lower(body ->> 'stand') = lower(@stand) order by number, build",
                new { stand },
                cancellationToken: cancel
            )
        );
        return [.. rows.Select(r => JsonSerializer.Deserialize(r, CoreJson.Default.BuildLine)!)];
    }

    /// <summary>Builds that have something out of the crib, on the bench or off it.</summary>
    public async Task<IReadOnlyList<BuildLine>> WithToolsAsync(CancellationToken cancel = default)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        var rows = await connection.QueryAsync<string>(
            new CommandDefinition("select body::text from line where body ? 'tools' order by number, build", cancellationToken: cancel)
        );
        return [.. rows.Select(r => JsonSerializer.Deserialize(r, CoreJson.Default.BuildLine)!)];
    }

    /// <summary>How many builds are on the bench.</summary>
    public async Task<int> CountAsync(CancellationToken cancel = default)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        return await connection.ExecuteScalarAsync<int>(
            new CommandDefinition(
                "select count(*) from build b where not exists (select from line l where l.build = b.id and l.off_bench)",
                cancellationToken: cancel
            )
        );
    }

    /// <summary>The number that the next build would have: one more than the largest, as wide as that is.</summary>
    public async Task<string> NextAsync(CancellationToken cancel = default)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        return
            await connection.ExecuteScalarAsync<string?>(
                new CommandDefinition(
                    """
                    select lpad((number::int + 1)::text, length(number), '0') from line
                    where number ~ '^[0-9]{1,8}$' order by number::int desc limit 1
                    """,
                    cancellationToken: cancel
                )
            )
                is { } next
            ? next
            : "001";
    }

    /// <summary>The newest builds of an engine, on the bench or off it, newest first.</summary>
    public async Task<IReadOnlyList<Guid>> OfEngineAsync(string engine, int most, CancellationToken cancel = default)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        var builds = await connection.QueryAsync<Guid>(
            new CommandDefinition(
                "select l.build from line l join build b on b.id = l.build where l.engine = @engine "
                    + "order by b.opened_at desc limit @most",
                new { engine, most },
                cancellationToken: cancel
            )
        );
        return [.. builds];
    }

    /// <summary>Builds without a line, or whose line another version made or an older sheet: those have to be made anew. Each with how
    /// far its line goes, −1 where it is to be made in any case.</summary>
    public async Task<IReadOnlyList<(Guid Build, long UpTo)>> StaleAsync(string by, CancellationToken cancel = default)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        return
        [
            .. await connection.QueryAsync<(Guid, long)>(
                new CommandDefinition(
                    "select b.id, case when l.made_by is null or l.made_by = '' then -1 else l.up_to end from build b left join line l "
                        + "on l.build = b.id where l.made_by is distinct from @by order by b.opened_at desc, b.id",
                    new { by },
                    cancellationToken: cancel
                )
            ),
        ];
    }

    /// <summary>The builds whose line says that they are on the bench and can be read.</summary>
    public async Task<IReadOnlyList<Guid>> ReadableAsync(CancellationToken cancel = default)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        return
        [
            .. await connection.QueryAsync<Guid>(
                new CommandDefinition(
                    "select build from line where not off_bench and body ->> 'fault' is null order by build",
                    cancellationToken: cancel
                )
            ),
        ];
    }

    /// <summary>Has all lines made anew, or those of one engine.</summary>
    public async Task ForgetAsync(string? engine = null, CancellationToken cancel = default)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync(
            new CommandDefinition(
                "update line set made_by = '' where @engine::text is null or engine = @engine",
                new { engine },
                cancellationToken: cancel
            )
        );
    }

    /// <summary>Puts a line that knows as much as the one that is there, or more.</summary>
    public async Task PutAsync(MadeLine line, CancellationToken cancel = default)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync(new CommandDefinition(PutStatement, Values(line), cancellationToken: cancel));
    }

    internal const string PutStatement = """
        insert into line (build, standing, number, up_to, made_by, engine, body, off_bench, words)
        values (@lineOf, @standing, @number, @upTo, @madeBy, @engine, @line::jsonb, @offBench, @words)
        on conflict (build) do update
        set standing = excluded.standing, number = excluded.number, up_to = excluded.up_to,
            made_by = excluded.made_by, engine = excluded.engine, body = excluded.body,
            off_bench = excluded.off_bench, words = excluded.words
        where line.up_to <= excluded.up_to
        """;

    internal static object Values(MadeLine made) =>
        new
        {
            lineOf = made.Line.Id,
            standing = (short)made.Line.Standing,
            number = made.Line.Number,
            upTo = made.UpTo,
            madeBy = made.By,
            engine = made.Line.Engine,
            offBench = made.Line.OffBench,
            words = made.Words,
            line = JsonSerializer.Serialize(made.Line, CoreJson.Default.BuildLine),
        };
}
