using NeatBore.Core;
using NeatBore.Core.Bench;
using NeatBore.Core.Measures;
using NeatBore.Core.Procedures;
using NeatBore.Server.Errors;
using NeatBore.Server.Photos;
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
/// <param name="ClockOffS">How far ahead of the server's the tablet's clock is, s, where that is too far for its time to be believed.</param>
public sealed record WorkResult(Guid Id, bool Taken, Sentence? Question, IReadOnlyDictionary<string, string[]>? Errors, double? ClockOffS = null);

/// <summary>What became of each command, and the build as it stands after them.</summary>
public sealed record WorkAnswer(IReadOnlyList<WorkResult> Results, BuildState State);

/// <summary>A build with the sheet versions that its log names.</summary>
public sealed record BuildView(Guid Id, BuildState State, IReadOnlyList<EngineSheet> Sheets);

/// <summary>A build as one line of Today; without its sheet, and with what is wrong, where it can't be read.</summary>
public sealed record BuildLine(
    Guid Id, string Number, string Name, EngineSheet? Sheet, Standing Standing, Sentence Do, TaskRef? At, string? AtStep, IReadOnlyList<PlaceState> Places, DateTimeOffset OpenedAt,
    IReadOnlyList<Wait> Waits, View View, string? Fault);

internal static class BuildEndpoints
{
    private const int MostCommands = 200;

    public static void MapBuilds(this IEndpointRouteBuilder app)
    {
        var builds = app.MapGroup("/api/builds").WithTags("Builds");
        builds.MapGet("", async (BuildReader reader, CancellationToken cancel) => Results.Ok(await reader.LinesAsync(cancel))).Produces<IReadOnlyList<BuildLine>>().WithSummary("Every build as a line of Today, trouble first");
        builds.MapPost("", OpenAsync).Accepts<OpenBuild>("application/json").Produces<BuildView>().ProducesValidationProblem().ProducesValidationProblem(422)
            .WithSummary("Puts an engine on the bench");
        builds.MapGet("{id:guid}", ReadAsync).Produces<BuildView>().ProducesProblem(404).WithSummary("A build's whole state, now or as of an earlier time");
        builds.MapGet("{id:guid}/file", FileAsync).Produces<BuildFile>().ProducesProblem(404).WithSummary("A whole build as an open file");
        builds.MapGet("{id:guid}/fasteners", FastenersAsync).Produces<IReadOnlyList<FastenerGroup>>().ProducesProblem(404).WithSummary("Every group of fasteners of a build, with how each stands");
        builds.MapPost("{id:guid}/work", WorkAsync).Accepts<WorkRequest>("application/json").Produces<WorkAnswer>()
            .ProducesValidationProblem().ProducesValidationProblem(422).ProducesProblem(404)
            .WithSummary("Readings, strikes, choices, decisions: each taken once, however often it is sent");
    }

    private static async Task<IResult> OpenAsync(
        HttpRequest http, BuildReader reader, BuildLog builds, SheetShelf shelf, ShopRegister shop, TimeProvider clock, CancellationToken cancel)
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

        var now = Now(clock);
        var (doneAt, saidAt) = Told.When(request.DoneAt, now);
        var opened = new BuildOpened(request.Id, doneAt, request.Number.Trim(), request.Name.Trim(), sheet!) { SaidAt = saidAt };
        if (!await builds.OpenAsync(request.Build, [new LogEntry(1, now, by!, opened)], cancel)
            && (await builds.ReadAsync(request.Build, cancel))![0].Event is var before
            && (before is not BuildOpened there || (there.Id, there.Number, there.Name, there.Sheet.Id) != (opened.Id, opened.Number, opened.Name, sheet!.Id)))
        {
            // Sent again by a tablet that missed the answer it would be the same; this is another engine.
            throw new OtherWordsException(request.Build);
        }

        return await ReadAsync(request.Build, null, reader, cancel);
    }

    private static async Task<IResult> ReadAsync(Guid id, DateTimeOffset? asOf, BuildReader reader, CancellationToken cancel) =>
        await reader.ReadAsync(id, asOf, cancel) is { } read
            ? Results.Ok(new BuildView(id, read.State, [.. BuildReader.Named(read.Log).Select(r => read.Sheets[r])]))
            : Gone();

    private static async Task<IResult> FastenersAsync(Guid id, BuildReader reader, CancellationToken cancel) =>
        await reader.ReadAsync(id, null, cancel) is { } read
            ? Results.Ok(FastenerBoard.Of(read.State, sheet => read.Sheets[sheet], read.Sheets.Values.Where(s => s.Id == read.State.Sheet.Id).MaxBy(s => s.Version)!))
            : Gone();

    private static async Task<IResult> FileAsync(Guid id, BuildReader reader, CancellationToken cancel) =>
        await reader.FileAsync(id, cancel) is { } file ? Results.Bytes(file, "application/json; charset=utf-8") : Gone();

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

        var commands = new List<Command>();
        foreach (var (command, i) in request.Commands.Select((c, i) => (c, i)))
        {
            commands.Add(command is Attach attach ? await ShownAsync(attach, blobs, faults, $"commands[{i}].photo.sha256", cancel) : command);
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
                foreach (var command in commands)
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
            var added = desk.Take(log, command, by, now);
            log.AddRange(added);
            return new WorkResult(command.Id, true, null, null, added is [{ Event: { SaidAt: { } said, DoneAt: var done } }, ..] ? (said - done).TotalSeconds : null);
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

    /// <summary>What a picture is, is what was stored of it, whatever the tablet says.</summary>
    private static async Task<Attach> ShownAsync(Attach attach, BlobShelf blobs, Faults faults, string field, CancellationToken cancel)
    {
        if (await blobs.ReadAsync(attach.Photo.Sha256, cancel) is var (type, bytes) && Picture.Read(bytes) is { } picture)
        {
            return attach with { Photo = new PhotoRef(attach.Photo.Sha256, type, picture.Width, picture.Height) };
        }

        faults.Add(field, "there is no such picture here; send it to /api/photos first");
        return attach;
    }

    /// <summary>To the microsecond, which is what the database keeps.</summary>
    private static DateTimeOffset Now(TimeProvider clock)
    {
        var now = clock.GetUtcNow();
        return now.AddTicks(-(now.Ticks % TimeSpan.TicksPerMicrosecond));
    }

    private static IResult Gone() =>
        Results.Problem(statusCode: 404, title: "This build is not in the record. It may have been on another shop’s bench.");
}
