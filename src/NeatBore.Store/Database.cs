using System.Reflection;
using Dapper;
using DbUp;
using Npgsql;

namespace NeatBore.Store;

/// <summary>The record can't be opened as it is: why, in one line for whoever starts the app.</summary>
public sealed class CannotOpenException(string message, Exception? inner = null) : Exception(message, inner);

/// <summary>The one database of a shop.</summary>
public sealed class Database : IAsyncDisposable
{
    // Any number, the same in every instance, so that two that start at once do not both migrate.
    private const long MigrationLock = 0x4E656174426F7265;

    /// <summary>Two instances and a look by hand stay below PostgreSQL's own 100.</summary>
    private const int MostConnections = 40;

    private const string Scripts = "NeatBore.Store.Migrations.";

    private static readonly Version s_version = typeof(Database).Assembly.GetName().Version!;

    private readonly string _owner;
    private readonly NpgsqlConnectionStringBuilder _app;
    private readonly SharedRead<long> _revision;

    /// <summary>Opens nothing yet; the first query does.</summary>
    /// <param name="connectionString">An Npgsql connection string, of the role that the app works as.</param>
    /// <param name="owner">The same for the role that owns the tables and makes the other; null where they are one.</param>
    public Database(string connectionString, string? owner = null)
    {
        _app = new NpgsqlConnectionStringBuilder(connectionString);
        _app.MaxPoolSize = Math.Min(_app.MaxPoolSize, MostConnections);
        _owner = owner ?? connectionString;
        // The same few statements, over and over.
        _app.MaxAutoPrepare = Math.Max(_app.MaxAutoPrepare, 50);
        Source = NpgsqlDataSource.Create(_app);
        Ringer = new Ringer(Source);
        _revision = new SharedRead<long>(async () =>
        {
            await using var connection = await Source.OpenConnectionAsync();
            return await connection.ExecuteScalarAsync<long>("select n from revision");
        });
    }

    internal NpgsqlDataSource Source { get; }

    internal Ringer Ringer { get; }

    /// <summary>Counts the changes of shop, people, tools, crib and sheets: while it stays, none of them has changed.</summary>
    internal Task<long> RevisionAsync(CancellationToken cancel) => _revision.ReadAsync(cancel);

    /// <summary>Makes the database if need be and brings its tables up to date: numbered scripts, forward only, one instance at a
    /// time. One that a newer version has added to is worked on, as long as it does not want that version.</summary>
    /// <exception cref="CannotOpenException">A script failed, and the database is as it was before it; it wants a newer version, or is of
    /// before 1.0.</exception>
    public async Task MigrateAsync(CancellationToken cancel = default)
    {
        EnsureDatabase.For.PostgresqlDatabase(_owner, new DbUp.Engine.Output.NoOpUpgradeLog());
        await using var connection = new NpgsqlConnection(new NpgsqlConnectionStringBuilder(_owner) { Pooling = false }.ConnectionString);
        await connection.OpenAsync(cancel);
        await connection.ExecuteAsync("select pg_advisory_lock(@MigrationLock)", new { MigrationLock });
        var upgrade = DeployChanges
            .To.PostgresqlDatabase(_owner)
            .WithScriptsEmbeddedInAssembly(Assembly.GetExecutingAssembly())
            .WithTransactionPerScript()
            .LogToNowhere()
            .Build();
        var executed = upgrade.GetExecutedScripts();
        if (executed.Contains($"{Scripts}0001_log.sql"))
        {
            throw new CannotOpenException(
                "the record was made before 1.0, which this Neat Bore does not read; start that one, or begin another shop beside it"
            );
        }

        if (
            executed.Count > 0
            && await connection.ExecuteScalarAsync<string>("select version from min_app") is { } least
            && (!Version.TryParse(least, out var wanted) || wanted > s_version)
        )
        {
            throw new CannotOpenException(
                $"the record wants Neat Bore {least} or newer, and this is {s_version.ToString(2)}; start that one, or restore a "
                    + $"backup made before it"
            );
        }

        var result = upgrade.PerformUpgrade();
        if (!result.Successful)
        {
            throw new CannotOpenException(
                $"the record could not be brought up to date: "
                    + $"{Short(result.ErrorScript?.Name ?? "a script")} failed ({result.Error.Message}); it is as it was before",
                result.Error
            );
        }

        if (_app.Username != connection.UserName)
        {
            await AdmitAsync(connection, cancel);
        }
    }

    /// <summary>Whether the database answers; throws what stands in the way if it does not.</summary>
    public async Task PingAsync(CancellationToken cancel = default)
    {
        await using var connection = await Source.OpenConnectionAsync(cancel);
        await connection.ExecuteScalarAsync<int>(new CommandDefinition("select 1", cancellationToken: cancel));
    }

    /// <inheritdoc/>
    public async ValueTask DisposeAsync()
    {
        await Ringer.DisposeAsync();
        await Source.DisposeAsync();
    }

    /// <summary>Makes the app's own role, which adds and reads and can neither take away nor change how the tables are.</summary>
    private async Task AdmitAsync(NpgsqlConnection owner, CancellationToken cancel)
    {
        var role = Quoted('"', _app.Username!);
        if (!await MayEnterAsync(cancel))
        {
            // Roles belong to the whole cluster, where another database may be making the same one at this moment.
            await owner.ExecuteAsync(
                new CommandDefinition(
                    $"""
                    begin;
                    lock table pg_authid in share row exclusive mode;
                    do $$ begin
                        if not exists (select from pg_roles where rolname = {Quoted('\'', _app.Username!)}) then create role {role}; end if;
                    end $$;
                    alter role {role} with login nosuperuser nocreatedb nocreaterole password {Quoted('\'', _app.Password ?? "")};
                    commit;
                    """,
                    cancellationToken: cancel
                )
            );
        }

        await owner.ExecuteAsync(
            new CommandDefinition(
                $"""
                grant select, insert, update on all tables in schema public to {role};
                revoke insert, update on schemaversions, min_app from {role};
                revoke update on log, sheet_version, blob, setting_changed from {role};
                """,
                cancellationToken: cancel
            )
        );
    }

    private async Task<bool> MayEnterAsync(CancellationToken cancel)
    {
        try
        {
            await using var connection = new NpgsqlConnection(
                new NpgsqlConnectionStringBuilder(_app.ConnectionString) { Pooling = false }.ConnectionString
            );
            await connection.OpenAsync(cancel);
            return true;
        }
        catch (PostgresException e)
            when (e.SqlState is PostgresErrorCodes.InvalidPassword or PostgresErrorCodes.InvalidAuthorizationSpecification)
        {
            return false;
        }
    }

    private static string Quoted(char mark, string text) =>
        $"{mark}{text.Replace($"{mark}", $"{mark}{mark}", StringComparison.Ordinal)}{mark}";

    private static string Short(string script) => script.Replace(Scripts, "", StringComparison.Ordinal);
}
