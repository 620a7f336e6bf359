using Microsoft.AspNetCore.Http.HttpResults;
using NeatBore.Core.Bench;
using NeatBore.Core.Day;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;
using NeatBore.Server.Errors;
using NeatBore.Server.Gauges;
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

/// <summary>A build as the bench opens it: its tasks as lines, the steps around where the work stands whole, and the sheet versions that
/// its log names.</summary>
public sealed record BuildView(
    Guid Id,
    BuildHead Head,
    IReadOnlyList<TaskLine> Tasks,
    IReadOnlyList<StepState> Steps,
    IReadOnlyList<EngineSheet> Sheets
);

/// <summary>A whole build, as its record shows it, with the sheets that its tasks work with, what was told of the engine, and how long
/// each task was worked on.</summary>
public sealed record WholeBuild(
    Guid Id,
    BuildState State,
    IReadOnlyList<EngineSheet> Sheets,
    IReadOnlyList<ToldLine> Told,
    IReadOnlyList<TaskWork.Worked> Worked
);

internal static class BuildEndpoints
{
    private const int MostSteps = 200;

    public static void MapBuilds(this IEndpointRouteBuilder app)
    {
        var builds = app.MapGroup("/api/builds").WithTags("Builds");
        builds
            .MapGet("", TodayEndpoints.TodayAsync)
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
            .MapGet("find", TodayEndpoints.FindAsync)
            .Produces<TodayPage>()
            .ProducesValidationProblem(422)
            .WithSummary("Builds by number, name, owner, engine, part number, person or date, on the bench or off it");
        builds
            .MapGet("stand", TodayEndpoints.StandAsync)
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
            .MapPost("{id:guid}/work", WorkEndpoint.WorkAsync)
            .Accepts<WorkRequest>("application/json")
            .Produces<WorkAnswer>()
            .ProducesValidationProblem()
            .ProducesValidationProblem(422)
            .ProducesProblem(404)
            .WithSummary("Readings, crossings-out, choices, decisions: each taken once, however often it is sent");
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
        var by = (await shop.ReadAsync(cancel)).Picked(request.By);
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
    internal static StepState Bare(StepState step, WorkedBuild build) =>
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
            ? TypedResults.Ok(new WholeBuild(id, build.State, build.SheetsAtWork, ToldLine.Of(build), TaskWork.WorkedOn(build)))
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

    internal static ProblemHttpResult Gone() =>
        TypedResults.Problem(statusCode: 404, title: "This build is not in the record. It may have been on another shop’s bench.");
}
