using Microsoft.AspNetCore.Http.HttpResults;
using NeatBore.Core.Bench;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;
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
public sealed record SheetNow(
    string Id,
    int Version,
    string Name,
    string Summary,
    IReadOnlyList<StripPlace> Places,
    SheetView View,
    IReadOnlyList<VersionNow> Versions,
    IReadOnlyDictionary<string, string> Wrong
);

/// <summary>A version of a sheet, and what it says otherwise than the one before.</summary>
public sealed record VersionNow(int Version, string By, string Because, DateTimeOffset At, IReadOnlyList<SheetChange> Changes);

/// <summary>Values as they are typed, tried on a sheet without keeping them.</summary>
/// <param name="Values">In order; a later one of the same path wins.</param>
public sealed record TrySheet(IReadOnlyList<TypedValue> Values);

/// <summary>Makes the next version of a sheet.</summary>
/// <param name="By">Who, by id: a lead.</param>
/// <param name="Version">The version that was typed on.</param>
/// <param name="Because">Why, up to 200 characters; empty for no reason.</param>
/// <param name="Values">What is typed.</param>
public sealed record KeepSheet(string By, int Version, string Because, IReadOnlyList<TypedValue> Values);

/// <summary>Makes another engine that is like this one.</summary>
/// <param name="By">Who, by id: a lead.</param>
/// <param name="Id">The client's own id: sent again it is the same engine.</param>
/// <param name="Name">As the shop calls it, 1 to 80 characters.</param>
public sealed record CopySheet(string By, Guid Id, string Name);

internal static class SheetEndpoints
{
    private const int MostVersions = 12;

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
            ? TypedResults.Ok(await NowAsync(sheet, [], shelf, register, book, cancel))
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
            ? TypedResults.Ok(await NowAsync(sheet, tried.Values, shelf, register, book, cancel))
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
        faults.Require(keep.Because.Length <= 200, "because", "must be up to 200 characters");
        var (told, wrong) = Read(sheet, keep.Values, by.Name);
        foreach (var (path, words) in wrong)
        {
            faults.Add(path, words);
        }

        // Two values that can't both be true stand in no version.
        foreach (
            var value in SheetView
                .Of(sheet, told)
                .Parts.SelectMany(p => p.Values)
                .Where(v => v.Fault is not null || (v.Missing && told.Any(t => SameGroup(t.Path, v.Path))))
        )
        {
            faults.Add(value.Path, value.Fault ?? $"{value.Label}: belongs to the others, and is still to be typed");
        }

        faults.ThrowIfAny();
        var next = sheet.With(told);
        return
            keep.Version != sheet.Version
            || (next.Version != sheet.Version && !await shelf.AddAsync(next, by.Name, keep.Because.Trim(), cancel))
            ? TypedResults.Problem(
                statusCode: 409,
                title: "Somebody else has changed this sheet meanwhile.",
                detail: "Look at what the newest version says, and keep yours again."
            )
            : TypedResults.Ok(await NowAsync(next, [], shelf, register, book, cancel));
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
        SheetShelf shelf,
        ShopRegister register,
        ProcedureBook book,
        CancellationToken cancel
    )
    {
        var (told, wrong) = Read(sheet, tried, "");
        var all = (await shelf.AllAsync(cancel)).Values.Where(s => s.Id == sheet.Id).ToDictionary(s => s.Version);
        return new SheetNow(
            sheet.Id,
            sheet.Version,
            sheet.Name,
            sheet.Summary,
            EngineStrip.Of(sheet, book).Places,
            SheetView.Of((await register.ReadAsync(cancel)).Over(sheet), told),
            tried.Count > 0
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
            wrong
        );
    }

    /// <summary>What was typed, as far as it can be read; what can't is said by its path.</summary>
    private static (IReadOnlyList<KnownValue> Told, IReadOnlyDictionary<string, string> Wrong) Read(
        EngineSheet sheet,
        IReadOnlyList<TypedValue> typed,
        string by
    )
    {
        var (told, wrong) = (new List<KnownValue>(), new Dictionary<string, string>(StringComparer.Ordinal));
        foreach (var value in typed)
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

    // A passage or a bolt is there whole or not at all.
    private static bool SameGroup(string a, string b) =>
        a[..a.LastIndexOf('/')] is var group
        && group == b[..b.LastIndexOf('/')]
        && (group.Contains("/oil", StringComparison.Ordinal) || group.Contains("/bolt", StringComparison.Ordinal));
}
