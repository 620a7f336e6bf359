using NeatBore.Store;

namespace NeatBore.Server.Guard;

/// <summary>A tablet keeps what waits for a shop. Another shop may be started at the same address: what is sent then says whom it is for,
/// and is not taken by any other.</summary>
internal static class RightShop
{
    /// <summary>Names the shop by its id, on each answer and on each write of the app's own pages.</summary>
    public const string Header = "Neat-Bore-Shop";

    /// <summary>The kind of problem, for whoever keeps what was sent.</summary>
    public const string OtherShop = "urn:neat-bore:other-shop";

    public static void UseRightShop(this IApplicationBuilder app) =>
        app.UseWhen(
            context => context.Request.Path.StartsWithSegments("/api"),
            api =>
                api.Use(
                    async (context, next) =>
                    {
                        var asked = context.Request.Headers[Header].ToString();
                        if (asked.Length > 0 && !HttpMethods.IsGet(context.Request.Method))
                        {
                            var register = context.RequestServices.GetRequiredService<ShopRegister>();
                            var id = await register.IdAsync(context.RequestAborted);
                            if (!string.Equals(asked, id.ToString(), StringComparison.OrdinalIgnoreCase))
                            {
                                var (_, _, shop) = await register.KeptAsync(context.RequestAborted);
                                var problem = Results.Problem(
                                    statusCode: 409,
                                    type: OtherShop,
                                    title: "This waits for another shop.",
                                    detail: $"At this address {Called(shop.Name)} is open now. Start the shop that it was done in; "
                                        + $"it is kept until then."
                                );
                                await problem.ExecuteAsync(context);
                                return;
                            }
                        }

                        await next(context);
                    }
                )
        );

    private static string Called(string name) => name.Length > 0 ? $"“{name}”" : "a new shop";
}
