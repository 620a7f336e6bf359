using NeatBore.Store;

namespace NeatBore.Server.Live;

/// <summary>What wakes those who wait for a build to grow.</summary>
internal static class LiveServices
{
    public static IServiceCollection AddLive(this IServiceCollection services) =>
        services.AddSingleton<BuildBell>().AddSingleton<BuildWatch>().AddHostedService(found => found.GetRequiredService<BuildWatch>());
}
