using System.Text;
using Microsoft.AspNetCore.Http.HttpResults;
using NeatBore.Core.Bench;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;
using NeatBore.Server.Errors;
using NeatBore.Store;

namespace NeatBore.Server.Crib;

/// <summary>A tool that is out of the crib: for which build it was taken, and what the crib would say of it.</summary>
/// <param name="Build">The build.</param>
/// <param name="Number">Its number.</param>
/// <param name="Stand">The engine stand that it is on; null for none.</param>
/// <param name="Taken">What was taken, by whom and since when.</param>
public sealed record ToolOut(Guid Build, string Number, string? Stand, TakenTool Taken);

/// <summary>How many tools a CSV put into the crib.</summary>
public sealed record CribTaken(int Tools);

internal static class CribEndpoints
{
    private const int MostBytes = 1 << 20;
    private const string Csv = "text/csv";

    public static void MapCrib(this IEndpointRouteBuilder app)
    {
        var crib = app.MapGroup("/api/crib.csv").WithTags("Crib");
        crib.MapGet(
                "",
                async (ShopRegister shop, CancellationToken cancel) =>
                    TypedResults.File(
                        Encoding.UTF8.GetBytes(CribCsv.Write((await shop.ReadAsync(cancel)).Crib)),
                        $"{Csv}; charset=utf-8",
                        "crib.csv"
                    )
            )
            .Produces<string>(200, Csv)
            .WithSummary("The whole crib as CSV");
        crib.MapPost("", TakeAsync)
            .Accepts<string>(Csv)
            .Produces<CribTaken>()
            .ProducesValidationProblem(422)
            .WithSummary("Puts tools into the crib; a tool with the same id is replaced. Nothing is taken where anything is wrong");
        app.MapGet(
                "/api/crib/needs",
                async (SheetShelf shelf, CancellationToken cancel) =>
                    (await shelf.AllAsync(cancel))
                        .Values.GroupBy(s => s.Id)
                        .OrderBy(g => g.Key, StringComparer.Ordinal)
                        .SelectMany(g => PartNeed.Of(g.MaxBy(s => s.Version)!))
                        .ToList()
            )
            .WithTags("Crib")
            .WithSummary("What a tool must fit for each job on each engine of the shop");
        app.MapGet(
                "/api/crib/out",
                async (TodayLines today, CancellationToken cancel) =>
                    (await today.WithToolsAsync(cancel))
                        .SelectMany(l => l.Tools!.Select(t => new ToolOut(l.Id, l.Number, l.Stand, t)))
                        .GroupBy(t => t.Taken.Tool, StringComparer.Ordinal)
                        // A tool that another build has taken since has come back from the one before, whoever forgot to say so.
                        .Select(g => g.MaxBy(t => t.Taken.Since)!)
                        .OrderBy(t => t.Taken.Since)
                        .ToList()
            )
            .WithTags("Crib")
            .WithSummary("What is out of the crib, longest first");
    }

    private static async Task<Ok<CribTaken>> TakeAsync(HttpRequest http, ShopRegister shop, CancellationToken cancel)
    {
        var bytes = await BodyReader.ReadAsync(http, MostBytes, cancel);
        string text;
        try
        {
            text = new UTF8Encoding(false, throwOnInvalidBytes: true).GetString(bytes);
        }
        catch (DecoderFallbackException)
        {
            throw new UnusableInputException("body", "must be UTF-8 text; save the CSV as UTF-8");
        }

        if (text.Contains('\0', StringComparison.Ordinal))
        {
            throw new UnusableInputException("body", "must be text; this file holds null characters");
        }

        var tools = CribCsv.Read(text);
        await shop.PutToolsAsync(tools, cancel);
        return TypedResults.Ok(new CribTaken(tools.Count));
    }
}
