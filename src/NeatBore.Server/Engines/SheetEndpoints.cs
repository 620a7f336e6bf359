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

/// <summary>An engine's sheet as it stands.</summary>
/// <param name="Id">The sheet's id.</param>
/// <param name="Version">The version that is shown.</param>
/// <param name="Name">As the shop calls the engine.</param>
/// <param name="Summary">One line about it.</param>
/// <param name="Places">Its places along the crank.</param>
/// <param name="View">Part by part, with what is tried on it.</param>
/// <param name="Versions">All of them, newest first.</param>
/// <param name="Wrong">What is tried and can't be, by its path.</param>
/// <param name="Lacked">Parts that it does not have as far as it tells, and may be said to have.</param>
public sealed record SheetNow(
    string Id,
    int Version,
    string Name,
    string Summary,
    IReadOnlyList<StripPlace> Places,
    SheetView View,
    IReadOnlyList<VersionNow> Versions,
    IReadOnlyDictionary<string, string> Wrong,
    IReadOnlyList<NamedWord> Lacked
);

/// <summary>A version of a sheet, and what it says otherwise than the one before.</summary>
public sealed record VersionNow(int Version, string By, string Because, DateTimeOffset At, IReadOnlyList<SheetChange> Changes);

/// <summary>Values as they are typed, tried on a sheet without keeping them.</summary>
/// <param name="Values">In order; a later one of the same path wins.</param>
/// <param name="Parts">Parts that the engine has besides, by name.</param>
public sealed record TrySheet(IReadOnlyList<TypedValue> Values, IReadOnlyList<string>? Parts = null);

/// <summary>Makes the next version of a sheet.</summary>
/// <param name="By">Who, by id: a lead.</param>
/// <param name="Version">The version that was typed on.</param>
/// <param name="Because">Why, up to 200 characters; empty for no reason.</param>
/// <param name="Values">What is typed.</param>
/// <param name="Parts">Parts that the engine has besides, by name.</param>
public sealed record KeepSheet(
    string By,
    int Version,
    string Because,
    IReadOnlyList<TypedValue> Values,
    IReadOnlyList<string>? Parts = null
);

/// <summary>Makes another engine that is like this one.</summary>
/// <param name="By">Who, by id: a lead.</param>
/// <param name="Id">The client's own id: sent again it is the same engine.</param>
/// <param name="Name">As the shop calls it, 1 to 80 characters.</param>
public sealed record CopySheet(string By, Guid Id, string Name);

internal static class SheetEndpoints
{
    private const int MostVersions = 12;

    // Of how many builds what was measured is looked through.
    private const int MostBuilds = 12;

    public static void MapSheets(this IEndpointRouteBuilder app)
    {
        var sheets = app.MapGroup("/api/sheets/{id}").WithTags("Engine sheets");
        sheets
            .MapGet("", ReadAsync)
            .Produces<SheetNow>()
            .ProducesProblem(404)
            .WithSummary("An engine's sheet, part by part, and its versions");
        sheets
            .MapGet("/file", FileAsync)
            .Produces<EngineSheet>()
            .ProducesProblem(404)
            .WithSummary("The newest version as its open file; it comes in again at /api/sheets");
        sheets
            .MapGet("/measured", MeasuredAsync)
            .Produces<IReadOnlyList<MeasuredValue>>()
            .ProducesProblem(404)
            .WithSummary("Values of the sheet as they were measured on the newest builds of this engine, newest first");
        sheets
            .MapPost("/try", TryAsync)
            .Accepts<TrySheet>("application/json")
            .Produces<SheetNow>()
            .ProducesValidationProblem()
            .ProducesProblem(404)
            .WithSummary("The sheet with values as they are typed; nothing is kept");
        sheets
            .MapPost("/versions", KeepAsync)
            .Accepts<KeepSheet>("application/json")
            .Produces<SheetNow>()
            .ProducesValidationProblem()
            .ProducesValidationProblem(422)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .WithSummary("Keeps values as the next version; refused where somebody else made one meanwhile");
        sheets
            .MapPost("/copy", CopyAsync)
            .Accepts<CopySheet>("application/json")
            .Produces<SheetRef>()
            .ProducesValidationProblem()
            .ProducesValidationProblem(422)
            .ProducesProblem(404)
            .WithSummary("Adds an engine that is like this one; torque, heat and strength are not known there until they are confirmed");
    }

    private static async Task<Results<Ok<SheetNow>, ProblemHttpResult>> ReadAsync(
        string id,
        SheetShelf shelf,
        ShopRegister register,
        ProcedureBook book,
        CancellationToken cancel
    ) =>
        await NewestAsync(id, shelf, cancel) is { } sheet
            ? TypedResults.Ok(await NowAsync(sheet, [], null, shelf, register, book, cancel))
            : Gone();

    private static async Task<Results<JsonHttpResult<EngineSheet>, ProblemHttpResult>> FileAsync(
        string id,
        HttpContext http,
        SheetShelf shelf,
        CancellationToken cancel
    )
    {
        if (await NewestAsync(id, shelf, cancel) is not { } sheet)
        {
            return Gone();
        }

        http.Response.Headers.ContentDisposition = $"attachment; filename=\"{sheet.Id}.v{sheet.Version}.json\"";
        return TypedResults.Json(sheet, Json.Of<EngineSheet>());
    }

    private static async Task<Results<Ok<IReadOnlyList<MeasuredValue>>, ProblemHttpResult>> MeasuredAsync(
        string id,
        SheetShelf shelf,
        TodayLines today,
        BuildReader reader,
        CancellationToken cancel
    )
    {
        if (await NewestAsync(id, shelf, cancel) is null)
        {
            return Gone();
        }

        var measured = new List<MeasuredValue>();
        foreach (var build in await today.OfEngineAsync(id, MostBuilds, cancel))
        {
            try
            {
                measured.AddRange(await reader.ReadAsync(build, cancel) is { } read ? MeasuredValue.Of(read) : []);
            }
            catch (UnreadableLogException)
            {
                // Its line of Today says so; the others are measured all the same.
            }
        }

        return TypedResults.Ok<IReadOnlyList<MeasuredValue>>([.. measured.OrderByDescending(m => m.At)]);
    }

    private static async Task<Results<Ok<SheetNow>, ProblemHttpResult>> TryAsync(
        string id,
        HttpRequest http,
        SheetShelf shelf,
        ShopRegister register,
        ProcedureBook book,
        CancellationToken cancel
    )
    {
        var tried = await RequestReader.ReadAsync(http, Json.Of<TrySheet>(), cancel);
        return await NewestAsync(id, shelf, cancel) is { } sheet
            ? TypedResults.Ok(await NowAsync(sheet, tried.Values, tried.Parts, shelf, register, book, cancel))
            : Gone();
    }

    private static async Task<Results<Ok<SheetNow>, ProblemHttpResult>> KeepAsync(
        string id,
        HttpRequest http,
        SheetShelf shelf,
        ShopRegister register,
        ProcedureBook book,
        CancellationToken cancel
    )
    {
        var keep = await RequestReader.ReadAsync(http, Json.Of<KeepSheet>(), cancel);
        var by = OnlyALead.Of(await register.ReadAsync(cancel), keep.By, "changes a sheet");
        if (await NewestAsync(id, shelf, cancel) is not { } sheet)
        {
            return Gone();
        }

        var faults = new Faults();
        var typedOn = sheet.With([], Parts(sheet, keep.Parts));
        faults.Require(keep.Because.Length <= 200, "because", "must be up to 200 characters");
        var (told, wrong) = Read(typedOn, keep.Values, by.Name);
        foreach (var (path, words) in wrong)
        {
            faults.Add(path, words);
        }

        // Two values that can't both be true stand in no version.
        foreach (
            var value in SheetView
                .Of(typedOn, told)
                .Parts.SelectMany(p => p.Values)
                .Where(v => v.Fault is not null || (v.Missing && SheetView.WholeOrNot(v.Path, sheet.Layout)))
        )
        {
            faults.Add(value.Path, value.Fault ?? $"{value.Label}: belongs to the others, and is still to be typed");
        }

        faults.ThrowIfAny();
        var next = sheet.With(told, keep.Parts);
        return
            keep.Version != sheet.Version
            || (next.Version != sheet.Version && !await shelf.AddAsync(next, by.Name, keep.Because.Trim(), cancel))
            ? TypedResults.Problem(
                statusCode: 409,
                title: "Somebody else has changed this sheet meanwhile.",
                detail: "Look at what the newest version says, and keep yours again."
            )
            : TypedResults.Ok(await NowAsync(next, [], null, shelf, register, book, cancel));
    }

    private static async Task<Results<Ok<SheetRef>, ProblemHttpResult>> CopyAsync(
        string id,
        HttpRequest http,
        SheetShelf shelf,
        ShopRegister register,
        CancellationToken cancel
    )
    {
        var copy = await RequestReader.ReadAsync(http, Json.Of<CopySheet>(), cancel);
        var by = OnlyALead.Of(await register.ReadAsync(cancel), copy.By, "adds an engine like another");
        if (await NewestAsync(id, shelf, cancel) is not { } sheet)
        {
            return Gone();
        }

        var made = SheetCopy.Of(sheet, EngineEndpoints.IdOf(copy.Name, copy.Id), copy.Name.Trim());
        await EngineEndpoints.CheckNameAsync(made, shelf, cancel);
        await shelf.AddAsync(made, by.Name, made.Summary, cancel);
        return TypedResults.Ok(made.Ref);
    }

    private static async Task<EngineSheet?> NewestAsync(string id, SheetShelf shelf, CancellationToken cancel) =>
        (await shelf.AllAsync(cancel)).Values.Where(s => s.Id == id).MaxBy(s => s.Version);

    private static ProblemHttpResult Gone() => TypedResults.Problem(statusCode: 404, title: "There is no such engine in this shop.");

    private static async Task<SheetNow> NowAsync(
        EngineSheet sheet,
        IReadOnlyList<TypedValue> tried,
        IReadOnlyList<string>? parts,
        SheetShelf shelf,
        ShopRegister register,
        ProcedureBook book,
        CancellationToken cancel
    )
    {
        var shown = sheet.With([], Parts(sheet, parts));
        var (told, wrong) = Read(shown, tried, "");
        var all = (await shelf.AllAsync(cancel)).Values.Where(s => s.Id == sheet.Id).ToDictionary(s => s.Version);
        return new SheetNow(
            sheet.Id,
            sheet.Version,
            sheet.Name,
            sheet.Summary,
            EngineStrip.Of(shown, book).Places,
            SheetView.Of((await register.ReadAsync(cancel)).Over(shown), told),
            tried.Count > 0 || parts is [_, ..]
                ? []
                :
                [
                    .. (await shelf.VersionsAsync(sheet.Id, cancel))
                        .Take(MostVersions)
                        .Select(v => new VersionNow(
                            v.Version,
                            v.By,
                            v.Because,
                            v.At,
                            all.TryGetValue(v.Version, out var now) && all.TryGetValue(v.Version - 1, out var before)
                                ? SheetChange.Between(before, now)
                                : []
                        )),
                ],
            wrong,
            SheetView.Lacked(shown)
        );
    }

    /// <summary>Parts that are said to be there besides.</summary>
    /// <exception cref="UnusableInputException">There is no such part, or the engine has it already.</exception>
    private static IReadOnlyList<string> Parts(EngineSheet sheet, IReadOnlyList<string>? asked)
    {
        var lacked = SheetView.Lacked(sheet);
        foreach (var part in asked ?? [])
        {
            if (lacked.All(l => l.Id != part))
            {
                throw new UnusableInputException(
                    "parts",
                    lacked.Count == 0
                        ? "must be empty: this engine has every part that a sheet can describe"
                        : $"“{part}” can’t be added to this engine; it may be one of {string.Join(", ", lacked.Select(l => l.Id))}"
                );
            }
        }

        return asked ?? [];
    }

    /// <summary>What was typed, as far as it can be read; what can't is said by its path.</summary>
    private static (IReadOnlyList<KnownValue> Told, IReadOnlyDictionary<string, string> Wrong) Read(
        EngineSheet sheet,
        IReadOnlyList<TypedValue> typed,
        string by
    )
    {
        var (told, wrong) = (new List<KnownValue>(), new Dictionary<string, string>(StringComparer.Ordinal));
        // A pitch that is typed by itself goes before the one of a name.
        foreach (var value in typed.SelectMany(v => v.WithPitch(sheet.Layout).Where((w, i) => i == 0 || typed.All(t => t.Path != w.Path))))
        {
            try
            {
                told.Add(value.Read(sheet.Layout, by));
                wrong.Remove(value.Path);
            }
            catch (UnusableInputException e)
            {
                wrong[value.Path] = e.Errors.First().Value[0];
            }
        }

        return (told, wrong);
    }
}
