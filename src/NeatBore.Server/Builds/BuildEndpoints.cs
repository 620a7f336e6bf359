using System.Globalization;
using System.Text.Json;
using Microsoft.AspNetCore.Http.HttpResults;
using NeatBore.Core.Bench;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;
using NeatBore.Server.Errors;
using NeatBore.Server.Gauges;
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
/// <param name="Commands">1 to 500.</param>
public sealed record WorkRequest(string By, IReadOnlyList<Command> Commands);

/// <summary>What became of each command, and what they changed of the build.</summary>
/// <param name="Results">One for each command.</param>
/// <param name="Since">The last entry that was in the log before them: whoever knows less has to fetch the build.</param>
/// <param name="Head">The build as it stands after them.</param>
/// <param name="Tasks">The tasks that are not as they were.</param>
/// <param name="Steps">Whole: the step that the last command was about, and the one that its task goes on to.</param>
public sealed record WorkAnswer(
    IReadOnlyList<WorkResult> Results,
    long Since,
    BuildHead Head,
    IReadOnlyList<TaskLine> Tasks,
    IReadOnlyList<StepState> Steps
);

/// <summary>A build as the bench opens it: its tasks as lines, the steps around where the work stands whole, and the sheet versions that
/// its log names.</summary>
public sealed record BuildView(
    Guid Id,
    BuildHead Head,
    IReadOnlyList<TaskLine> Tasks,
    IReadOnlyList<StepState> Steps,
    IReadOnlyList<EngineSheet> Sheets
);

/// <summary>A whole build, as its record shows it, with the sheets that its tasks work with, and what was told of the engine.</summary>
public sealed record WholeBuild(Guid Id, BuildState State, IReadOnlyList<EngineSheet> Sheets, IReadOnlyList<ToldLine> Told);

/// <summary>A page of Today.</summary>
/// <param name="Lines">Builds, trouble first.</param>
/// <param name="Strips">What their strips are drawn from, each engine once.</param>
/// <param name="Total">How many builds there are.</param>
/// <param name="After">Asks for the page after this one; null at the end.</param>
public sealed record TodayPage(IReadOnlyList<BuildLine> Lines, IReadOnlyList<EngineStrip> Strips, int Total, string? After);

/// <summary>What the next build would be called.</summary>
/// <param name="Number">One more than the largest number of this shop, as wide as that is.</param>
public sealed record NextBuild(string Number);

internal static class BuildEndpoints
{
    private const int MostCommands = 500;
    private const int MostSteps = 200;
    private const int PageLines = 50;

    public static void MapBuilds(this IEndpointRouteBuilder app)
    {
        var builds = app.MapGroup("/api/builds").WithTags("Builds");
        builds
            .MapGet("", TodayAsync)
            .Produces<TodayPage>()
            .ProducesValidationProblem(422)
            .WithSummary("Builds as lines of Today, trouble first, a page at a time");
        builds
            .MapGet(
                "next",
                async (TodayLines today, CancellationToken cancel) => TypedResults.Ok(new NextBuild(await today.NextAsync(cancel)))
            )
            .WithSummary("The number that the next build would have");
        builds
            .MapPost("", OpenAsync)
            .Accepts<OpenBuild>("application/json")
            .Produces<BuildView>()
            .ProducesValidationProblem()
            .ProducesValidationProblem(422)
            .WithSummary("Puts an engine on the bench");
        builds
            .MapGet("{id:guid}", ReadAsync)
            .Produces<BuildView>()
            .ProducesProblem(404)
            .WithSummary("A build as the bench opens it, at one of its tasks; now or as of an earlier time");
        builds
            .MapGet("{id:guid}/steps", StepsAsync)
            .Produces<IReadOnlyList<StepState>>()
            .ProducesValidationProblem(422)
            .ProducesProblem(404)
            .WithSummary("Steps of a task, whole: at=STEP@ITEM, as often as wanted");
        builds
            .MapGet("{id:guid}/record", RecordAsync)
            .Produces<WholeBuild>()
            .ProducesProblem(404)
            .WithSummary("A build's whole state, now or as of an earlier time");
        builds
            .MapGet("find", FindAsync)
            .Produces<TodayPage>()
            .ProducesValidationProblem(422)
            .WithSummary("Builds by number, name, owner, engine, part number, person or date, on the bench or off it");
        builds
            .MapGet("stand", StandAsync)
            .Produces<TodayPage>()
            .ProducesValidationProblem(422)
            .WithSummary("The builds on the bench that are on an engine stand: stand=2");
        builds.MapGet("{id:guid}/file", FileAsync).Produces<BuildFile>().ProducesProblem(404).WithSummary("A whole build as an open file");
        builds
            .MapGet("{id:guid}/fasteners", FastenersAsync)
            .Produces<IReadOnlyList<FastenerGroup>>()
            .ProducesProblem(404)
            .WithSummary("Every group of fasteners of a build, with how each stands");
        builds
            .MapPost("{id:guid}/work", WorkAsync)
            .Accepts<WorkRequest>("application/json")
            .Produces<WorkAnswer>()
            .ProducesValidationProblem()
            .ProducesValidationProblem(422)
            .ProducesProblem(404)
            .WithSummary("Readings, strikes, choices, decisions: each taken once, however often it is sent");
    }

    private static async Task<Results<Ok<BuildView>, ProblemHttpResult>> OpenAsync(
        HttpRequest http,
        BuildReader reader,
        BuildLog builds,
        SheetShelf shelf,
        ShopRegister shop,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var request = await RequestReader.ReadAsync(http, Json.Of<OpenBuild>(), cancel);
        var sheets = await shelf.AllAsync(cancel);
        var sheet = sheets.Keys.Where(s => s.Id == request.Sheet).MaxBy(s => s.Version);
        var by = (await shop.ReadAsync(cancel)).People.FirstOrDefault(p => p.Id == request.By);
        var faults = new Faults();
        faults.Require(
            sheet is not null,
            "sheet",
            $"there is no engine sheet “{request.Sheet}”; there is {string.Join(", ", sheets.Keys.Select(s => s.Id).Distinct())}"
        );
        faults.Require(
            by is { Role: not Role.Viewer },
            "by",
            by is null ? $"“{request.By}” is nobody in this shop" : $"{by.Name} may read but not work on a build"
        );
        faults.Require(request.Number.Trim() is { Length: > 0 and <= 20 }, "number", "must be 1 to 20 characters, such as 017");
        faults.Require(request.Name.Trim() is { Length: > 0 and <= 80 }, "name", "must be 1 to 80 characters, such as Hill-climb tourer");
        faults.ThrowIfAny();

        var now = WorkQueue.Now(clock);
        var (doneAt, saidAt) = Told.When(request.DoneAt, now);
        var opened = new BuildOpened(request.Id, doneAt, request.Number.Trim(), request.Name.Trim(), sheet!) { SaidAt = saidAt };
        LogEntry[] entries = [new LogEntry(1, now, by!, opened)];
        if (
            !await builds.OpenAsync(request.Build, entries, BuildReader.Line(request.Build, reader.Grown(null, sheets, entries)), cancel)
            && (await builds.ReadAsync(request.Build, 0, cancel))![0].Event is var before
            && (
                before is not BuildOpened there
                || (there.Id, there.Number, there.Name, there.Sheet.Id) != (opened.Id, opened.Number, opened.Name, sheet!.Id)
            )
        )
        {
            // Sent again by a tablet that missed the answer it would be the same; this is another engine.
            throw new OtherWordsException(request.Build);
        }

        return await ReadAsync(request.Build, null, null, null, null, reader, cancel);
    }

    private static async Task<Ok<TodayPage>> TodayAsync(
        string? after,
        TodayLines today,
        SheetShelf shelf,
        ProcedureBook book,
        CancellationToken cancel
    )
    {
        var lines = await today.ReadAsync(after is null ? null : MarkOf(after), PageLines, cancel);
        var page = await PageOf(lines, shelf, book, cancel);
        return TypedResults.Ok(
            page with
            {
                Total = await today.CountAsync(cancel),
                After = lines.Count < PageLines ? null : $"{(int)lines[^1].Standing},{lines[^1].Id},{lines[^1].Number}",
            }
        );
    }

    private static async Task<TodayPage> PageOf(
        IReadOnlyList<BuildLine> lines,
        SheetShelf shelf,
        ProcedureBook book,
        CancellationToken cancel
    )
    {
        var engines = lines.Select(l => l.Engine).ToHashSet(StringComparer.Ordinal);
        var strips = (await shelf.AllAsync(cancel))
            .Values.Where(s => engines.Contains(s.Id))
            .GroupBy(s => s.Id)
            .Select(g => EngineStrip.Of(g.MaxBy(s => s.Version)!, book));
        return new TodayPage(lines, [.. strips], lines.Count, null);
    }

    private static async Task<Ok<TodayPage>> FindAsync(
        string words,
        TodayLines today,
        SheetShelf shelf,
        ProcedureBook book,
        CancellationToken cancel
    )
    {
        var each = words.ToLower(CultureInfo.InvariantCulture).Split(' ', StringSplitOptions.RemoveEmptyEntries).Distinct().ToList();
        if (each.Count is 0 or > 10)
        {
            throw new UnusableInputException("words", "must be 1 to 10 words, such as 014 tourer");
        }

        return TypedResults.Ok(await PageOf(await today.FindAsync(each, PageLines, cancel), shelf, book, cancel));
    }

    private static async Task<Ok<TodayPage>> StandAsync(
        string stand,
        TodayLines today,
        SheetShelf shelf,
        ProcedureBook book,
        CancellationToken cancel
    ) =>
        stand.Trim() is { Length: > 0 and <= 8 } named
            ? TypedResults.Ok(await PageOf(await today.OnStandAsync(named, cancel), shelf, book, cancel))
            : throw new UnusableInputException("stand", "must be 1 to 8 characters, such as 2");

    private static TodayMark MarkOf(string after) =>
        after.Split(',', 3) is [var standing, var build, var number]
        && int.TryParse(standing, NumberStyles.None, CultureInfo.InvariantCulture, out var stands)
        && Enum.IsDefined((Standing)stands)
        && Guid.TryParse(build, out var id)
            ? new TodayMark((Standing)stands, number, id)
            : throw new UnusableInputException("after", "must be what the page before it gave");

    private static async Task<Results<Ok<BuildView>, ProblemHttpResult>> ReadAsync(
        Guid id,
        string? kind,
        string? place,
        string? item,
        DateTimeOffset? asOf,
        BuildReader reader,
        CancellationToken cancel
    )
    {
        if (await reader.ReadAsync(id, asOf, cancel) is not { } build)
        {
            return Gone();
        }

        var head = BuildHead.Of(build.State);
        var task = build.Tasks.FirstOrDefault(t => kind is null ? t.Ref == head.At : t.Ref == new TaskRef(kind, place ?? ""));
        return TypedResults.Ok(
            new BuildView(
                id,
                head,
                [.. build.Tasks.Select(TaskLine.Of)],
                task is null ? [] : [.. Around(task, item).Select(s => Bare(s, build))],
                build.SheetsAtWork
            )
        );
    }

    /// <summary>The steps that the bench shows where the work on a task stands: those of the same item, and those that are done
    /// once.</summary>
    private static IEnumerable<StepState> Around(TaskState task, string? item)
    {
        var at = item ?? task.Next?.Item ?? "";
        return task.Steps.Where(s => s.Status != StepStatus.LeftOut && (s.Ref.Item == at || s.Ref.Item.Length == 0));
    }

    private static async Task<Results<Ok<IReadOnlyList<StepState>>, ProblemHttpResult>> StepsAsync(
        Guid id,
        string kind,
        string place,
        string[] at,
        BuildReader reader,
        CancellationToken cancel
    )
    {
        if (at.Length is 0 or > MostSteps)
        {
            throw new UnusableInputException("at", $"must name 1 to {MostSteps} steps, as STEP@ITEM");
        }

        if (await reader.ReadAsync(id, cancel) is not { } build)
        {
            return Gone();
        }

        var wanted = at.ToHashSet(StringComparer.Ordinal);
        return build.Tasks.FirstOrDefault(t => t.Ref == new TaskRef(kind, place)) is { } task
            ? TypedResults.Ok<IReadOnlyList<StepState>>([
                .. task.Steps.Where(s => wanted.Contains($"{s.Ref.Step}@{s.Ref.Item}")).Select(s => Bare(s, build)),
            ])
            : throw new UnusableInputException("kind", $"“{kind}” is not begun at “{place}” on this build");
    }

    /// <summary>What the calculators answered before is in the record; the bench draws it only where a part is seen to walk in.</summary>
    private static StepState Bare(StepState step, WorkedBuild build) =>
        build.WithOffers(step) with
        {
            Calls = [.. step.Calls.Select(c => c.Calculator == "centring" ? c : c with { Judgement = c.Judgement with { Answer = null } })],
        };

    private static async Task<Results<Ok<WholeBuild>, ProblemHttpResult>> RecordAsync(
        Guid id,
        DateTimeOffset? asOf,
        BuildReader reader,
        CancellationToken cancel
    ) =>
        await reader.ReadAsync(id, asOf, cancel) is { } build
            ? TypedResults.Ok(new WholeBuild(id, build.State, build.SheetsAtWork, ToldLine.Of(build)))
            : Gone();

    private static async Task<Results<Ok<IReadOnlyList<FastenerGroup>>, ProblemHttpResult>> FastenersAsync(
        Guid id,
        BuildReader reader,
        ProcedureBook book,
        CancellationToken cancel
    ) =>
        await reader.ReadAsync(id, cancel) is { } build
            ? TypedResults.Ok(FastenerBoard.Of(build.State, book, build.SheetOf, build.Newest))
            : Gone();

    private static async Task<Results<FileContentHttpResult, ProblemHttpResult>> FileAsync(
        Guid id,
        BuildReader reader,
        CancellationToken cancel
    ) => await reader.FileAsync(id, cancel) is { } file ? TypedResults.Bytes(file, "application/json; charset=utf-8") : Gone();

    private static async Task<Results<Ok<WorkAnswer>, ProblemHttpResult>> WorkAsync(
        Guid id,
        HttpRequest http,
        WorkQueue queue,
        BlobShelf blobs,
        Recordings recordings,
        ShopRegister shops,
        SheetShelf sheets,
        ProcedureBook book,
        CancellationToken cancel
    )
    {
        var request = await RequestReader.ReadAsync(http, Json.Of<WorkRequest>(), cancel);
        // Asked for together, they share one way to the database.
        var (register, shelf) = (shops.ReadAsync(cancel), sheets.AllAsync(cancel));
        await Task.WhenAll(register, shelf);
        var shop = await register;
        var by = shop.People.FirstOrDefault(p => p.Id == request.By);
        var faults = new Faults();
        faults.Listed(request.Commands, 1, MostCommands, "commands");
        faults.Require(
            by is not null,
            "by",
            $"“{request.By}” is nobody in this shop; there is {string.Join(", ", shop.People.Select(p => p.Id))}"
        );
        faults.ThrowIfAny();

        var commands = new List<Command>();
        foreach (var (command, i) in request.Commands.Select((c, i) => (c, i)))
        {
            commands.Add(
                command switch
                {
                    Attach attach => await ShownAsync(attach, blobs, faults, $"commands[{i}].photo.sha256", cancel),
                    TakeReading { Recording: not null } take => await RecordedAsync(
                        id,
                        take,
                        recordings,
                        faults,
                        $"commands[{i}].recording",
                        cancel
                    ),
                    _ => command,
                }
            );
        }

        faults.ThrowIfAny();
        if (
            await queue.TakeAsync(id, new Desk(book, shop), by!, commands, await shelf, cancel)
            is not var (stood, (build, _, results), working, storing)
        )
        {
            return Gone();
        }

        foreach (var kept in commands.OfType<TakeReading>().Where(c => results.Any(r => r.Id == c.Id && r.Taken)))
        {
            if (kept.Recording is { } recording)
            {
                await recordings.KeepAsync(recording, cancel);
            }
        }

        // Told apart, so that it can be seen where the time goes.
        http.HttpContext.Response.Headers["Server-Timing"] = string.Create(
            CultureInfo.InvariantCulture,
            $"work;dur={working.TotalMilliseconds:0.00}, store;dur={storing.TotalMilliseconds:0.00}"
        );
        return TypedResults.Ok(
            new WorkAnswer(
                results,
                stood.UpToSeq,
                BuildHead.Of(build.State),
                [.. build.Tasks.Where(t => !stood.Tasks.Any(b => ReferenceEquals(b, t))).Select(TaskLine.Of)],
                [.. Shown(commands[^1], build).Select(s => Bare(s, build))]
            )
        );
    }

    /// <summary>What is looked at after a command: the step that it was about, and the one that its task goes on to.</summary>
    private static IEnumerable<StepState> Shown(Command command, WorkedBuild build)
    {
        var step = command switch
        {
            TakeReading take => take.Slot.Step,
            Strike strike => build.Log.Select(e => e.Event).OfType<ReadingTaken>().FirstOrDefault(r => r.Id == strike.Reading)?.Slot.Step,
            BeginRound round => round.Step,
            Decide decide => decide.Step,
            OpenGate gate => gate.Step,
            Attach attach => attach.Step,
            Note note => note.Step,
            JudgeByHand judge => judge.Step,
            _ => null,
        };
        var at = step?.Task ?? (command as StartTask)?.Task ?? (command as Choose)?.Task;
        return build.Tasks.FirstOrDefault(t => t.Ref == at) is { } task
            ? task.Steps.Where(s =>
                s.Ref == step
                || s.Ref == task.Next
                || (command is Choose choose && task.Choices.Any(c => c.Id == choose.Choice && c.Step == s.Ref.Step))
            )
            : [];
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

    /// <summary>A trace is what was recorded of it here, whatever the tablet has seen.</summary>
    private static async Task<TakeReading> RecordedAsync(
        Guid build,
        TakeReading take,
        Recordings recordings,
        Faults faults,
        string field,
        CancellationToken cancel
    )
    {
        if (
            await recordings.SettledAsync(take.Recording!.Value, cancel) is not var (recording, points)
            || recording.Build != build
            || JsonSerializer.Deserialize(recording.Slot, Json.Of<SlotRef>()) != take.Slot
        )
        {
            faults.Add(field, "there is no such recording at this place; record it again");
            return take;
        }

        faults.Require(recording.Stands != "running", field, "is still running; stop it first");
        return take with { Trace = points, CutOff = recording.Stands == "cut-off" };
    }

    private static ProblemHttpResult Gone() =>
        TypedResults.Problem(statusCode: 404, title: "This build is not in the record. It may have been on another shop’s bench.");
}
