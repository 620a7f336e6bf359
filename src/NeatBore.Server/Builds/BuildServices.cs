using NeatBore.Core.RunSheets;
using NeatBore.Store;

namespace NeatBore.Server.Builds;

/// <summary>Builds, their logs and their lines of Today.</summary>
internal static class BuildServices
{
    public static IServiceCollection AddBuilds(this IServiceCollection services) =>
        services
            .AddSingleton(ProcedureBook.Default)
            .AddSingleton<BuildLog>()
            .AddSingleton<TodayLines>()
            .AddSingleton<OpenBuilds>()
            .AddSingleton<BuildReader>()
            .AddSingleton<WorkQueue>()
            .AddSingleton<LineKeeper>()
            .AddHostedService(found => found.GetRequiredService<LineKeeper>());
}
