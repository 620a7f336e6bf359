using Microsoft.AspNetCore.Http.HttpResults;
using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Server.Errors;
using NeatBore.Store;

namespace NeatBore.Server.Shops;

/// <summary>The shop that this copy of the app works for.</summary>
/// <param name="Id">Its own, from its first start on: what waits in a browser for one shop goes to that one alone.</param>
/// <param name="Demo">Whether it is the made-up one.</param>
/// <param name="Name">Empty until it is set up.</param>
/// <param name="Units">What it works in; each reader may choose others.</param>
/// <param name="People">Who works there.</param>
/// <param name="Instruments">What is measured with.</param>
/// <param name="Crib">Its tools.</param>
public sealed record ShopNow(
    Guid Id,
    bool Demo,
    string Name,
    UnitSystem Units,
    IReadOnlyList<Signer> People,
    IReadOnlyList<Instrument> Instruments,
    IReadOnlyList<ToolMatch.CribTool> Crib
);

/// <summary>Sets up a shop of one's own.</summary>
/// <param name="Name">1 to 60 characters.</param>
/// <param name="Units">What it works in.</param>
/// <param name="Lead">The lead's name, 1 to 40 characters.</param>
public sealed record SetUpShop(string Name, UnitSystem Units, string Lead);

internal static class ShopEndpoints
{
    public static void MapShop(this IEndpointRouteBuilder app)
    {
        app.MapGet(
                "/api/shop",
                async (ShopRegister register, AppOptions options, CancellationToken cancel) =>
                    Now(await register.KeptAsync(cancel), options)
            )
            .Produces<ShopNow>()
            .WithSummary("The shop, its people and its instruments");
        app.MapPost("/api/shop", SetUpAsync)
            .Accepts<SetUpShop>("application/json")
            .Produces<ShopNow>()
            .ProducesValidationProblem()
            .ProducesValidationProblem(422)
            .ProducesProblem(409)
            .WithSummary("Sets up a shop of one's own: its name, its units and its lead");
        app.MapGet(
                "/api/sheets",
                async (SheetShelf sheets, CancellationToken cancel) =>
                    (IReadOnlyList<EngineSheet>)
                        [.. (await sheets.AllAsync(cancel)).Values.GroupBy(s => s.Id).Select(g => g.MaxBy(s => s.Version)!)]
            )
            .Produces<IReadOnlyList<EngineSheet>>()
            .WithSummary("The newest version of every engine sheet");
        app.MapGet("/api/damaged-sheets", (SheetShelf sheets, CancellationToken cancel) => sheets.DamagedAsync(cancel))
            .Produces<IReadOnlyList<SheetRef>>()
            .WithSummary("Versions of engine sheets that this version of Neat Bore can't read; nothing of them is lost");
    }

    private static async Task<Results<Ok<ShopNow>, ProblemHttpResult>> SetUpAsync(
        HttpRequest http,
        ShopRegister register,
        AppOptions options,
        CancellationToken cancel
    )
    {
        var request = await RequestReader.ReadAsync(http, Json.Of<SetUpShop>(), cancel);
        var (name, lead) = (request.Name.Trim(), request.Lead.Trim());
        var faults = new Faults();
        faults.Require(name is { Length: > 0 and <= 60 }, "name", "must be 1 to 60 characters, as the shop is called");
        faults.Require(lead is { Length: > 0 and <= 40 }, "lead", "must be 1 to 40 characters: who opens gates and answers for the shop");
        faults.ThrowIfAny();
        var id = new string([.. lead.ToLowerInvariant().Where(char.IsAsciiLetterOrDigit)]);
        var leads = new Signer(id.Length > 0 ? id : "lead", lead, Role.Lead);
        return await register.SetUpAsync(name, request.Units, leads, UsualInstruments.For(request.Units), cancel)
            ? TypedResults.Ok(Now(await register.KeptAsync(cancel), options))
            : TypedResults.Problem(
                statusCode: 409,
                title: "This shop is set up already.",
                detail: "Open it anew to work in it; another shop is started with ./start --shop NAME."
            );
    }

    private static ShopNow Now(KeptShop kept, AppOptions options) =>
        new(kept.Id, options.Demo is { Length: > 0 }, kept.Shop.Name, kept.Units, kept.Shop.People, kept.Shop.Instruments, kept.Shop.Crib);
}
