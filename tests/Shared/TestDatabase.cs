using NeatBore.Store;
using Npgsql;

namespace NeatBore.Tests;

/// <summary>A database of a test's own on the real PostgreSQL that ./test started; dropped afterwards.</summary>
public sealed class TestDatabase : IAsyncDisposable
{
    private readonly string _name = $"test_{Guid.NewGuid():N}";

    private static string Server =>
        Environment.GetEnvironmentVariable("NEATBORE_TEST_DB")
        ?? throw new InvalidOperationException(
            "These tests want a PostgreSQL. Run ./test, or: scripts/postgres start .test/postgres, and export "
                + "NEATBORE_TEST_DB=$(scripts/postgres url .test/postgres)"
        );

    /// <summary>As the owner of the tables.</summary>
    public string OwnerString => $"{Server};Database={_name}";

    /// <summary>As the role that the app works as.</summary>
    public string ConnectionString =>
        new NpgsqlConnectionStringBuilder(OwnerString) { Username = "neatbore_app", Password = "of the tests" }.ConnectionString;

    // Migrated once, and copied for each.
    private static readonly Lazy<Task<TestDatabase>> s_migrated = new(async () =>
    {
        var test = new TestDatabase();
        await using var database = new Database(test.ConnectionString, test.OwnerString);
        await database.MigrateAsync();
        NpgsqlConnection.ClearAllPools();
        return test;
    });

    public static async Task<(TestDatabase Test, Database Database)> OpenAsync()
    {
        var test = await (await s_migrated.Value).CopyAsync();
        return (test, new Database(test.ConnectionString, test.OwnerString));
    }

    /// <summary>Another like it, which nobody works on meanwhile; a shop of its own.</summary>
    public async Task<TestDatabase> CopyAsync()
    {
        var test = new TestDatabase();
        // Who was killed may still be said to be there.
        await RunAsync("postgres", $"select pg_terminate_backend(pid, 5000) from pg_stat_activity where datname = '{_name}'");
        await RunAsync("postgres", $"create database {test._name} template {_name}");
        await RunAsync(test._name, "update shop_id set id = gen_random_uuid()");
        return test;
    }

    public async ValueTask DisposeAsync() => await RunAsync("postgres", $"drop database if exists {_name} with (force)");

    private static async Task RunAsync(string database, string sql)
    {
        await using var connection = new NpgsqlConnection($"{Server};Database={database};Pooling=false");
        await connection.OpenAsync();
        await using var command = new NpgsqlCommand(sql, connection);
        await command.ExecuteNonQueryAsync();
    }
}
