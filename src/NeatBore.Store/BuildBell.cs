using System.Globalization;
using Npgsql;

namespace NeatBore.Store;

/// <summary>Rings when any build's log has grown, in whichever instance it was.</summary>
/// <remarks>PostgreSQL's LISTEN and NOTIFY; rung after the commit. A bell that was cut off rings for every build once it hears
/// again.</remarks>
public sealed class BuildBell(Database database)
{
    internal const string Channel = "build_grew";

    /// <summary>Listens until it is cancelled.</summary>
    /// <param name="grew">Told the build and how far its log goes; null for "any may have".</param>
    /// <param name="cancel">Ends it.</param>
    /// <exception cref="NpgsqlException">The line to the database is gone.</exception>
    public async Task ListenAsync(Action<(Guid Build, long UpTo)?> grew, CancellationToken cancel)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        connection.Notification += (_, e) =>
        {
            var words = e.Payload.Split(' ');
            grew((Guid.Parse(words[0]), long.Parse(words[1], CultureInfo.InvariantCulture)));
        };
        await using (var listen = new NpgsqlCommand($"listen {Channel}", connection))
        {
            await listen.ExecuteNonQueryAsync(cancel);
        }

        grew(null);
        while (true)
        {
            await connection.WaitAsync(cancel);
        }
    }
}
