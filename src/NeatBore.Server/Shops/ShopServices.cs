using NeatBore.Server.Demo;
using NeatBore.Server.Files;
using NeatBore.Store;

namespace NeatBore.Server.Shops;

/// <summary>The shop, what it goes by, its engines' sheets and its pictures.</summary>
internal static class ShopServices
{
    public static IServiceCollection AddShop(this IServiceCollection services) =>
        services
            .AddSingleton<ShopRegister>()
            .AddSingleton<ShopSettings>()
            .AddSingleton<SheetShelf>()
            .AddSingleton<BlobShelf>()
            .AddSingleton<FilesIn>()
            .AddSingleton<DemoLoader>();
}
