using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Store;

namespace NeatBore.Server.Shops;

internal static class ShopEndpoints
{
    public static void MapShop(this IEndpointRouteBuilder app)
    {
        app.MapGet("/api/shop", async (ShopRegister shop, CancellationToken cancel) => await shop.ReadAsync(cancel))
            .Produces<Shop>()
            .WithSummary("The shop's people and instruments");
        app.MapGet(
                "/api/sheets",
                async (SheetShelf sheets, CancellationToken cancel) =>
                    (IReadOnlyList<EngineSheet>)
                        [.. (await sheets.AllAsync(cancel)).Values.GroupBy(s => s.Id).Select(g => g.MaxBy(s => s.Version)!)]
            )
            .Produces<IReadOnlyList<EngineSheet>>()
            .WithSummary("The newest version of every engine sheet");
    }
}
