using NeatBore.Store;

namespace NeatBore.Server.Planning;

/// <summary>The shop's plan, and what keeps it up while anybody looks.</summary>
internal static class PlanServices
{
    public static IServiceCollection AddPlan(this IServiceCollection services) =>
        services
            .AddSingleton<PlanShelf>()
            .AddSingleton<ShopDayReader>()
            .AddSingleton<PlanKeeper>()
            .AddHostedService(found => found.GetRequiredService<PlanKeeper>());
}
