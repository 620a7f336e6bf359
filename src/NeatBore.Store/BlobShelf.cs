using Dapper;
using Npgsql;

namespace NeatBore.Store;

/// <summary>Pictures, each kept once, named by the SHA-256 of its bytes in lower-case hex.</summary>
public sealed class BlobShelf(Database database)
{
    /// <summary>Puts one in; one that is there already is left as it is.</summary>
    public async Task AddAsync(string sha256, string type, byte[] bytes, CancellationToken cancel = default)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        await AddAsync(connection, null, sha256, type, bytes, cancel);
    }

    internal static Task AddAsync(
        NpgsqlConnection connection,
        NpgsqlTransaction? transaction,
        string sha256,
        string type,
        byte[] bytes,
        CancellationToken cancel
    ) =>
        connection.ExecuteAsync(
            new CommandDefinition(
                "insert into blob (sha256, type, bytes) values (@sha256, @type, @bytes) on conflict do nothing",
                new
                {
                    sha256,
                    type,
                    bytes,
                },
                transaction,
                cancellationToken: cancel
            )
        );

    /// <summary>One of them; null if it is not there.</summary>
    public async Task<(string Type, byte[] Bytes)?> ReadAsync(string sha256, CancellationToken cancel = default)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        return await connection.QuerySingleOrDefaultAsync<(string, byte[])?>(
            new CommandDefinition("select type, bytes from blob where sha256 = @sha256", new { sha256 }, cancellationToken: cancel)
        );
    }

    /// <summary>Whether it is there.</summary>
    public async Task<bool> HasAsync(string sha256, CancellationToken cancel = default)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        return await connection.ExecuteScalarAsync<bool>(
            new CommandDefinition("select exists (select from blob where sha256 = @sha256)", new { sha256 }, cancellationToken: cancel)
        );
    }
}
