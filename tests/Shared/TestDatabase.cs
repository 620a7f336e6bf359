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

    public static async Task<(TestDatabase Test, Database Database)> OpenAsync()
    {
        var test = new TestDatabase();
        var database = new Database(test.ConnectionString, test.OwnerString);
        await database.MigrateAsync();
        return (test, database);
    }

    public async ValueTask DisposeAsync()
    {
        await using var connection = new NpgsqlConnection($"{Server};Database=postgres;Pooling=false");
        await connection.OpenAsync();
        await using var drop = new NpgsqlCommand($"drop database if exists {_name} with (force)", connection);
        await drop.ExecuteNonQueryAsync();
    }
}
