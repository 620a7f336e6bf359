using System.Net.Sockets;
using Microsoft.Extensions.Diagnostics.HealthChecks;
using NeatBore.Store;
using Npgsql;

namespace NeatBore.Server.Health;

/// <summary>Whether the record answers and has been opened.</summary>
internal sealed class RecordCheck(Database database, Opening opening) : IHealthCheck
{
    /// <summary>With less, the next photo or the database's own log may fill it.</summary>
    private const long LeastFree = 64 << 20;

    /// <inheritdoc/>
    public async Task<HealthCheckResult> CheckHealthAsync(HealthCheckContext context, CancellationToken cancellationToken = default)
    {
        try
        {
            await database.PingAsync(cancellationToken);
            // The cluster lies beside the app: ./start makes it there.
            var free = new DriveInfo(AppContext.BaseDirectory).AvailableFreeSpace;
            return free < LeastFree ? HealthCheckResult.Unhealthy($"room on the disk: {free >> 20} MB are left, make some")
                : opening.Done ? HealthCheckResult.Healthy()
                : HealthCheckResult.Unhealthy("the record: it is still being opened");
        }
        catch (Exception e) when (e is NpgsqlException or OperationCanceledException or SocketException)
        {
            return HealthCheckResult.Unhealthy("the database", e);
        }
    }
}
