using System.Net.Sockets;
using Microsoft.Extensions.Diagnostics.HealthChecks;
using NeatBore.Store;
using Npgsql;

namespace NeatBore.Server.Health;

/// <summary>Whether the record answers and has been opened.</summary>
internal sealed class RecordCheck(Database database, Opening opening) : IHealthCheck
{
    /// <inheritdoc/>
    public async Task<HealthCheckResult> CheckHealthAsync(HealthCheckContext context, CancellationToken cancellationToken = default)
    {
        try
        {
            await database.PingAsync(cancellationToken);
            return opening.Done ? HealthCheckResult.Healthy() : HealthCheckResult.Unhealthy("the record: it is still being opened");
        }
        catch (Exception e) when (e is NpgsqlException or OperationCanceledException or SocketException)
        {
            return HealthCheckResult.Unhealthy("the database", e);
        }
    }
}
