using System.Globalization;
using System.Text;
using Microsoft.AspNetCore.Http.HttpResults;
using NeatBore.Core.Bench;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;
using NeatBore.Server.Builds;
using NeatBore.Server.Errors;
using NeatBore.Server.Shops;
using NeatBore.Store;

namespace NeatBore.Server.Engines;

/// <summary>An engine of which only its arrangement is known.</summary>
/// <param name="Id">The client's own id: sent again it is the same engine.</param>
/// <param name="Name">As the shop calls it.</param>
/// <param name="Arrangement">How its cylinders stand, and what else anybody knows of it.</param>
public sealed record NewEngine(Guid Id, string Name, Arrangement Arrangement);

/// <summary>Takes what was told on a build into the engine's sheet.</summary>
/// <param name="By">Who, by id: a lead.</param>
public sealed record TakeIntoSheet(string By);

internal static class EngineEndpoints
{
    public static void MapEngines(this IEndpointRouteBuilder app)
    {
        app.MapPost("/api/engines/strip", DrawnAsync)
            .Accepts<NewEngine>("application/json")
            .Produces<EngineStrip>()
            .ProducesValidationProblem()
            .ProducesValidationProblem(422)
            .WithSummary("The strip of an engine while its arrangement is typed; nothing is kept");
        app.MapPost("/api/engines", AddAsync)
            .Accepts<NewEngine>("application/json")
            .Produces<SheetRef>()
            .ProducesValidationProblem()
            .ProducesValidationProblem(422)
            .WithSummary("Adds an engine by its arrangement: everything else of its sheet is not known yet");
        app.MapGet("/api/builds/{id:guid}/card", CardAsync)
            .Produces<JobCard>()
            .ProducesProblem(404)
            .WithTags("Builds")
            .WithSummary("A task before it begins: what it wants to know, its tools, its gauges, its cautions");
        app.MapGet("/api/builds/{id:guid}/parts", PartsAsync)
            .Produces<BuildParts>()
            .ProducesProblem(404)
            .WithTags("Builds")
            .WithSummary("Parts and consumables of all tasks of a build, and where they are");
        app.MapPost("/api/builds/{id:guid}/sheet", TakeAsync)
            .Accepts<TakeIntoSheet>("application/json")
            .Produces<SheetRef>()
            .ProducesValidationProblem()
            .ProducesValidationProblem(422)
            .ProducesProblem(404)
            .WithTags("Builds")
            .WithSummary("Takes what was told of the engine on a build into its sheet, as a new version");
    }

    private static async Task<Ok<EngineStrip>> DrawnAsync(HttpRequest http, ProcedureBook book, CancellationToken cancel) =>
        TypedResults.Ok(EngineStrip.Of(SheetOf(await RequestReader.ReadAsync(http, Json.Of<NewEngine>(), cancel), "new"), book));

    private static async Task<Ok<SheetRef>> AddAsync(HttpRequest http, SheetShelf shelf, CancellationToken cancel)
    {
        var engine = await RequestReader.ReadAsync(http, Json.Of<NewEngine>(), cancel);
        var sheet = SheetOf(engine, IdOf(engine.Name, engine.Id));
        await CheckNameAsync(sheet, shelf, cancel);
        await shelf.AddAsync(sheet, cancel);
        return TypedResults.Ok(sheet.Ref);
    }

    /// <summary>An engine's id: its name, told apart by its client's own id.</summary>
    internal static string IdOf(string name, Guid id) => $"{Plain(name)}-{id:N}"[..Math.Min(60, Plain(name).Length + 9)];

    /// <exception cref="UnusableInputException">It has no name, or another engine has it.</exception>
    internal static async Task CheckNameAsync(EngineSheet sheet, SheetShelf shelf, CancellationToken cancel)
    {
        var faults = new Faults();
        faults.Require(sheet.Name.Length is > 0 and <= 80, "name", "must be 1 to 80 characters, as the shop calls the engine");
        var twin = (await shelf.AllAsync(cancel)).Values.FirstOrDefault(s =>
            s.Id != sheet.Id && string.Equals(s.Name, sheet.Name, StringComparison.OrdinalIgnoreCase)
        );
        faults.Require(
            twin is null,
            "name",
            $"is taken: there is a {twin?.Name} already. Give this one another, such as its year or capacity"
        );
        faults.ThrowIfAny();
    }

    private static async Task<Results<Ok<JobCard>, ProblemHttpResult>> CardAsync(
        Guid id,
        string kind,
        string place,
        BuildReader reader,
        ShopRegister register,
        ProcedureBook book,
        CancellationToken cancel
    ) =>
        await reader.ReadAsync(id, cancel) is not { } build ? TypedResults.Problem(statusCode: 404, title: "There is no such build.")
        : JobCard.Of(build, new TaskRef(kind, place), book, await register.ReadAsync(cancel)) is { } card ? TypedResults.Ok(card)
        : TypedResults.Problem(statusCode: 404, title: $"There is no task “{kind}” at “{place}” on this engine.");

    private static async Task<Results<Ok<BuildParts>, ProblemHttpResult>> PartsAsync(
        Guid id,
        BuildReader reader,
        ShopRegister register,
        ProcedureBook book,
        CancellationToken cancel
    ) =>
        await reader.ReadAsync(id, cancel) is { } build
            ? TypedResults.Ok(BuildParts.Of(build, book, await register.ReadAsync(cancel)))
            : TypedResults.Problem(statusCode: 404, title: "There is no such build.");

    private static async Task<Results<Ok<SheetRef>, ProblemHttpResult>> TakeAsync(
        Guid id,
        HttpRequest http,
        BuildReader reader,
        SheetShelf shelf,
        ShopRegister register,
        CancellationToken cancel
    )
    {
        var request = await RequestReader.ReadAsync(http, Json.Of<TakeIntoSheet>(), cancel);
        var by = OnlyALead.Of(await register.ReadAsync(cancel), request.By, "changes a sheet");
        if (await reader.ReadAsync(id, cancel) is not { } build)
        {
            return TypedResults.Problem(statusCode: 404, title: "There is no such build.");
        }

        var grown = build.Newest.With(build.ToldValues);
        if (grown.Version != build.Newest.Version)
        {
            await shelf.AddAsync(grown, by.Name, $"told on build {build.State.Number}", cancel);
        }

        return TypedResults.Ok(grown.Ref);
    }

    private static EngineSheet SheetOf(NewEngine engine, string id) =>
        new(id, 1, engine.Name.Trim(), engine.Arrangement.Words, EngineLayout.From(engine.Arrangement), Arrangement: engine.Arrangement);

    /// <summary>A name as an id: letters and digits without accents, the rest as hyphens.</summary>
    private static string Plain(string name)
    {
        var plain = new StringBuilder();
        foreach (var c in name.Trim().Normalize(NormalizationForm.FormD))
        {
            if (char.IsAsciiLetterOrDigit(c))
            {
                plain.Append(char.ToLowerInvariant(c));
            }
            else if (CharUnicodeInfo.GetUnicodeCategory(c) != UnicodeCategory.NonSpacingMark && plain.Length > 0 && plain[^1] != '-')
            {
                plain.Append('-');
            }
        }

        var trimmed = plain.ToString().Trim('-');
        return trimmed.Length == 0 ? "engine" : trimmed[..Math.Min(trimmed.Length, 50)];
    }
}
