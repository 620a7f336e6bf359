using NeatBore.Store;

namespace NeatBore.Server.Health;

/// <summary>Whether the app is ready.</summary>
/// <param name="Ready">Whether it can take readings.</param>
/// <param name="CannotReach">What it can't reach, in words; empty when ready.</param>
public sealed record HealthReport(bool Ready, IReadOnlyList<string> CannotReach);

internal static class HealthEndpoint
{
    public static void MapHealth(this IEndpointRouteBuilder app) => app
        .MapGet("/api/health", async (Database database, Opening opening, CancellationToken cancel) =>
        {
            try
            {
                using var soon = CancellationTokenSource.CreateLinkedTokenSource(cancel);
                soon.CancelAfter(TimeSpan.FromSeconds(2));
                await database.PingAsync(soon.Token);
                return opening.Done
                    ? Results.Ok(new HealthReport(true, []))
                    : Results.Json(new HealthReport(false, ["the record: it is still being opened"]), Json.Of<HealthReport>(), statusCode: 503);
            }
            catch (Exception e) when (e is Npgsql.NpgsqlException or OperationCanceledException or System.Net.Sockets.SocketException)
            {
                return Results.Json(new HealthReport(false, ["the database"]), Json.Of<HealthReport>(), statusCode: 503);
            }
        })
        .Produces<HealthReport>()
        .Produces<HealthReport>(503)
        .WithSummary("Whether the app is ready, and what it can't reach");
}
