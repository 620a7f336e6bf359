using Microsoft.Extensions.Diagnostics.HealthChecks;

namespace NeatBore.Server.Health;

/// <summary>Whether the app is ready.</summary>
/// <param name="Ready">Whether it can take readings.</param>
/// <param name="CannotReach">What it can't reach, in words; empty when ready.</param>
public sealed record Readiness(bool Ready, IReadOnlyList<string> CannotReach);

internal static class HealthEndpoint
{
    private static readonly TimeSpan s_longest = TimeSpan.FromSeconds(2);

    public static void AddHealth(this IServiceCollection services) =>
        services.AddHostedService<MemoryKeeper>().AddHealthChecks().AddCheck<RecordCheck>("record", timeout: s_longest);

    public static void MapHealth(this IEndpointRouteBuilder app) =>
        app.MapGet(
                "/api/health",
                async (HealthCheckService checks, CancellationToken cancel) =>
                {
                    var report = await checks.CheckHealthAsync(cancel);
                    var ready = report.Status == HealthStatus.Healthy;
                    var answer = new Readiness(
                        ready,
                        [.. report.Entries.Where(e => e.Value.Status != HealthStatus.Healthy).Select(e => e.Value.Description ?? e.Key)]
                    );
                    return TypedResults.Json(answer, Json.Of<Readiness>(), statusCode: ready ? 200 : 503);
                }
            )
            .Produces<Readiness>()
            .Produces<Readiness>(503)
            .WithSummary("Whether the app is ready, and what it can't reach");
}
