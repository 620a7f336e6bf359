using NeatBore.Core;
using NeatBore.Core.Bench;
using NeatBore.Core.Measures;
using NeatBore.Core.Procedures;
using NeatBore.Server.Errors;
using NeatBore.Store;

namespace NeatBore.Server.Builds;

/// <summary>Puts an engine on the bench.</summary>
/// <param name="Build">The new build's id, made by the client.</param>
/// <param name="Id">The id of its first event.</param>
/// <param name="DoneAt">When.</param>
/// <param name="By">Who, by id.</param>
/// <param name="Number">The shop's build number.</param>
/// <param name="Name">What it is for.</param>
/// <param name="Sheet">The engine sheet's id; its newest version is taken.</param>
public sealed record OpenBuild(Guid Build, Guid Id, DateTimeOffset DoneAt, string By, string Number, string Name, string Sheet);

/// <summary>Work on a build: commands in the order in which they were done.</summary>
/// <param name="By">Who, by id.</param>
/// <param name="Commands">1 to 200.</param>
public sealed record WorkRequest(string By, IReadOnlyList<Command> Commands);

/// <summary>What became of one command.</summary>
/// <param name="Id">The command's id.</param>
/// <param name="Taken">In the log now, whether by this call or an earlier one.</param>
/// <param name="Question">What looks odd about a reading that was not taken; sent again as confirmed it is.</param>
/// <param name="Errors">Why it was refused, by the field.</param>
public sealed record WorkResult(Guid Id, bool Taken, Sentence? Question, IReadOnlyDictionary<string, string[]>? Errors);

/// <summary>What became of each command, and the build as it stands after them.</summary>
public sealed record WorkAnswer(IReadOnlyList<WorkResult> Results, BuildState State);

/// <summary>A build with the sheet versions that its log names.</summary>
public sealed record BuildView(Guid Id, BuildState State, IReadOnlyList<EngineSheet> Sheets);

/// <summary>A build as one line of Today.</summary>
public sealed record BuildLine(
    Guid Id, string Number, string Name, EngineSheet Sheet, Standing Standing, Sentence Do, TaskRef? At, string? AtStep, IReadOnlyList<PlaceState> Places, DateTimeOffset OpenedAt,
    IReadOnlyList<Wait> Waits, View View);

internal static class BuildEndpoints
{
    private const int MostCommands = 200;

    public static void MapBuilds(this IEndpointRouteBuilder app)
    {
        var builds = app.MapGroup("/api/builds").WithTags("Builds");
        builds.MapGet("", ListAsync).Produces<IReadOnlyList<BuildLine>>().WithSummary("Every build as a line of Today, trouble first");
        builds.MapPost("", OpenAsync).Accepts<OpenBuild>("application/json").Produces<BuildView>().ProducesValidationProblem().ProducesValidationProblem(422)
            .WithSummary("Puts an engine on the bench");
        builds.MapGet("{id:guid}", ReadAsync).Produces<BuildView>().ProducesProblem(404).WithSummary("A build's whole state, now or as of an earlier time");
        builds.MapGet("{id:guid}/file", FileAsync).Produces<BuildFile>().ProducesProblem(404).WithSummary("A whole build as an open file");
        builds.MapGet("{id:guid}/fasteners", FastenersAsync).Produces<IReadOnlyList<FastenerGroup>>().ProducesProblem(404).WithSummary("Every group of fasteners of a build, with how each stands");
        builds.MapPost("{id:guid}/work", WorkAsync).Accepts<WorkRequest>("application/json").Produces<WorkAnswer>()
            .ProducesValidationProblem().ProducesValidationProblem(422).ProducesProblem(404)
            .WithSummary("Readings, strikes, choices, decisions: each taken once, however often it is sent");
    }

    private static async Task<IResult> ListAsync(BuildLog builds, SheetShelf shelf, ProcedureBook book, TimeProvider clock, CancellationToken cancel)
    {
        var sheets = await shelf.AllAsync(cancel);
        var lines = new List<BuildLine>();
        foreach (var id in await builds.ListAsync(cancel))
        {
            if (await builds.ReadAsync(id, cancel) is { } log)
            {
                var state = Evaluation.Evaluate(sheets, book, log, clock.GetUtcNow());
                lines.Add(new BuildLine(
                    id, state.Number, state.Name, sheets[state.Sheet], state.Standing, state.Do, state.At, state.AtStep, state.Places, state.OpenedAt, state.Waits, state.View));
            }
        }

        return Results.Ok<IReadOnlyList<BuildLine>>([.. lines.OrderByDescending(l => l.Standing).ThenBy(l => l.Number, StringComparer.Ordinal)]);
    }

    private static async Task<IResult> OpenAsync(
        HttpRequest http, BuildLog builds, SheetShelf shelf, ShopRegister shop, ProcedureBook book, TimeProvider clock, CancellationToken cancel)
    {
        var request = await RequestReader.ReadAsync(http, Json.Of<OpenBuild>(), cancel);
        var sheets = await shelf.AllAsync(cancel);
        var sheet = sheets.Keys.Where(s => s.Id == request.Sheet).MaxBy(s => s.Version);
        var by = (await shop.ReadAsync(cancel)).People.FirstOrDefault(p => p.Id == request.By);
        var faults = new Faults();
        faults.Require(sheet is not null, "sheet", $"there is no engine sheet “{request.Sheet}”; there is {string.Join(", ", sheets.Keys.Select(s => s.Id).Distinct())}");
        faults.Require(by is { Role: not Role.Viewer }, "by", by is null ? $"“{request.By}” is nobody in this shop" : $"{by.Name} may read but not work on a build");
        faults.Require(request.Number.Trim() is { Length: > 0 and <= 20 }, "number", "must be 1 to 20 characters, such as 017");
        faults.Require(request.Name.Trim() is { Length: > 0 and <= 80 }, "name", "must be 1 to 80 characters, such as Hill-climb tourer");
        faults.ThrowIfAny();

        var opened = new BuildOpened(request.Id, request.DoneAt, request.Number.Trim(), request.Name.Trim(), sheet!);
        await builds.OpenAsync(request.Build, [new LogEntry(1, Now(clock), by!, opened)], cancel);
        return await ReadAsync(request.Build, null, builds, shelf, book, clock, cancel);
    }

    private static async Task<IResult> ReadAsync(
        Guid id, DateTimeOffset? asOf, BuildLog builds, SheetShelf shelf, ProcedureBook book, TimeProvider clock, CancellationToken cancel)
    {
        if (await builds.ReadAsync(id, cancel) is not { } log)
        {
            return Gone();
        }

        if (log[0].StoredAt > asOf)
        {
            throw new UnusableInputException("asOf", $"is before this build was opened ({log[0].StoredAt:yyyy-MM-dd HH:mm} UTC)");
        }

        var sheets = await shelf.AllAsync(cancel);
        var state = Evaluation.Evaluate(sheets, book, log, asOf ?? clock.GetUtcNow());
        return Results.Ok(new BuildView(id, state, [.. Named(log).Select(r => sheets[r])]));
    }

    private static async Task<IResult> FastenersAsync(Guid id, BuildLog builds, SheetShelf shelf, ProcedureBook book, TimeProvider clock, CancellationToken cancel)
    {
        if (await builds.ReadAsync(id, cancel) is not { } log)
        {
            return Gone();
        }

        var sheets = await shelf.AllAsync(cancel);
        var state = Evaluation.Evaluate(sheets, book, log, clock.GetUtcNow());
        return Results.Ok(FastenerBoard.Of(state, sheet => sheets[sheet], sheets.Values.Where(s => s.Id == state.Sheet.Id).MaxBy(s => s.Version)!));
    }

    private static async Task<IResult> FileAsync(Guid id, BuildLog builds, SheetShelf shelf, CancellationToken cancel)
    {
        if (await builds.ReadAsync(id, cancel) is not { } log)
        {
            return Gone();
        }

        var sheets = await shelf.AllAsync(cancel);
        return Results.Json(new BuildFile(BuildFile.FormatName, id, [.. Named(log).Select(r => sheets[r])], log), CoreJson.Default.BuildFile);
    }

    private static async Task<IResult> WorkAsync(
        Guid id, HttpRequest http, BuildLog builds, BlobShelf blobs, SheetShelf shelf, ShopRegister register, ProcedureBook book, TimeProvider clock, CancellationToken cancel)
    {
        var request = await RequestReader.ReadAsync(http, Json.Of<WorkRequest>(), cancel);
        var shop = await register.ReadAsync(cancel);
        var by = shop.People.FirstOrDefault(p => p.Id == request.By);
        var faults = new Faults();
        faults.Listed(request.Commands, 1, MostCommands, "commands");
        faults.Require(by is not null, "by", $"“{request.By}” is nobody in this shop; there is {string.Join(", ", shop.People.Select(p => p.Id))}");
        faults.ThrowIfAny();

        foreach (var (command, i) in request.Commands.Select((c, i) => (c, i)))
        {
            faults.Require(
                command is not Attach attach || await blobs.HasAsync(attach.Photo.Sha256, cancel), $"commands[{i}].photo.sha256", "there is no such picture here; send it to /api/photos first");
        }

        faults.ThrowIfAny();
        var sheets = await shelf.AllAsync(cancel);
        var desk = new Desk(sheets, book, shop);
        var results = new List<WorkResult>();
        var log = await builds.AppendAsync(
            id,
            before =>
            {
                List<LogEntry> grown = [.. before];
                foreach (var command in request.Commands)
                {
                    results.Add(Take(desk, grown, command, by!, Now(clock)));
                }

                return grown[before.Count..];
            },
            cancel);
        return log is null
            ? Gone()
            : Results.Ok(new WorkAnswer(results, Evaluation.Evaluate(sheets, book, log, DateTimeOffset.MaxValue)));
    }

    private static WorkResult Take(Desk desk, List<LogEntry> log, Command command, Signer by, DateTimeOffset now)
    {
        try
        {
            log.AddRange(desk.Take(log, command, by, now));
            return new WorkResult(command.Id, true, null, null);
        }
        catch (OddReadingException odd)
        {
            return new WorkResult(command.Id, false, odd.Question, null);
        }
        catch (UnusableInputException refused)
        {
            return new WorkResult(command.Id, false, null, refused.Errors);
        }
    }

    private static IEnumerable<SheetRef> Named(IReadOnlyList<LogEntry> log) => log
        .Select(e => e.Event switch { BuildOpened o => o.Sheet, TaskStarted t => t.Sheet, _ => null })
        .OfType<SheetRef>()
        .Distinct();

    /// <summary>To the microsecond, which is what the database keeps.</summary>
    private static DateTimeOffset Now(TimeProvider clock)
    {
        var now = clock.GetUtcNow();
        return now.AddTicks(-(now.Ticks % TimeSpan.TicksPerMicrosecond));
    }

    private static IResult Gone() =>
        Results.Problem(statusCode: 404, title: "This build is not in the record. It may have been on another shop’s bench.");
}
