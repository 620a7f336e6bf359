using System.Reflection;
using Dapper;
using DbUp;
using Npgsql;

namespace NeatBore.Store;

/// <summary>The one database of a shop.</summary>
public sealed class Database : IAsyncDisposable
{
    // Any number, the same in every instance, so that two that start at once do not both migrate.
    private const long MigrationLock = 0x4E656174426F7265;

    private readonly string _connectionString;

    /// <summary>Opens nothing yet; the first query does.</summary>
    /// <param name="connectionString">An Npgsql connection string.</param>
    public Database(string connectionString)
    {
        _connectionString = connectionString;
        Source = NpgsqlDataSource.Create(connectionString);
    }

    internal NpgsqlDataSource Source { get; }

    /// <summary>Makes the database if need be and brings its tables up to date: numbered scripts, forward only, one instance at a time.</summary>
    /// <exception cref="InvalidOperationException">A script failed; the database is as it was before it.</exception>
    public async Task MigrateAsync(CancellationToken cancel = default)
    {
        EnsureDatabase.For.PostgresqlDatabase(_connectionString, new DbUp.Engine.Output.NoOpUpgradeLog());
        await using var connection = await Source.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync("select pg_advisory_lock(@MigrationLock)", new { MigrationLock });
        try
        {
            var result = DeployChanges.To.PostgresqlDatabase(_connectionString)
                .WithScriptsEmbeddedInAssembly(Assembly.GetExecutingAssembly())
                .WithTransactionPerScript()
                .LogToNowhere()
                .Build()
                .PerformUpgrade();
            if (!result.Successful)
            {
                throw new InvalidOperationException($"Migration {result.ErrorScript?.Name} failed: {result.Error.Message}", result.Error);
            }
        }
        finally
        {
            await connection.ExecuteAsync("select pg_advisory_unlock(@MigrationLock)", new { MigrationLock });
        }
    }

    /// <summary>Whether the database answers; throws what stands in the way if it does not.</summary>
    public async Task PingAsync(CancellationToken cancel = default)
    {
        await using var connection = await Source.OpenConnectionAsync(cancel);
        await connection.ExecuteScalarAsync<int>(new CommandDefinition("select 1", cancellationToken: cancel));
    }

    /// <inheritdoc/>
    public ValueTask DisposeAsync() => Source.DisposeAsync();
}
