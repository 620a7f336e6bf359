using NeatBore.Store;

namespace NeatBore.Server.Gauges;

/// <summary>The instruments' lines, and what is recorded of them.</summary>
internal static class GaugeServices
{
    public static IServiceCollection AddGauges(this IServiceCollection services) =>
        services
            .AddSingleton<TraceShelf>()
            .AddSingleton<GaugeHub>()
            .AddSingleton<Recordings>()
            .AddHostedService(found => found.GetRequiredService<GaugeHub>());
}
