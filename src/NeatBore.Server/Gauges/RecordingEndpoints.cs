using Microsoft.AspNetCore.Http.HttpResults;
using NeatBore.Core.Bench;
using NeatBore.Core.Calculators.Fits;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;
using NeatBore.Server.Builds;
using NeatBore.Server.Errors;
using Npgsql;

namespace NeatBore.Server.Gauges;

/// <summary>Begins to record at a place.</summary>
/// <param name="Id">The client's own id (UUID v7); begun again with it, it goes on as it is.</param>
/// <param name="Slot">A place that takes a trace.</param>
/// <param name="Gauge">The gauge's id.</param>
public sealed record BeginRecording(Guid Id, SlotRef Slot, string Gauge);

/// <summary>Ends a recording.</summary>
/// <param name="Drop">Whether it is given up; otherwise it waits to be kept.</param>
public sealed record EndRecording(bool Drop);

internal static class RecordingEndpoints
{
    private static readonly TimeSpan s_patience = TimeSpan.FromSeconds(2);

    public static void MapRecordings(this IEndpointRouteBuilder app)
    {
        var recordings = app.MapGroup("/api/builds/{build:guid}/recordings").WithTags("Gauges");
        recordings
            .MapPost("", BeginAsync)
            .Accepts<BeginRecording>("application/json")
            .Produces<RecordingNow>()
            .ProducesValidationProblem()
            .ProducesValidationProblem(422)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .WithSummary("Records what a gauge sends, for a place that takes a trace; it goes on whether or not anybody looks");
        recordings
            .MapGet("", AtAsync)
            .WithSummary("What is being recorded at a place, or was and is neither kept nor given up: none or one");
        recordings
            .MapGet("{id:guid}", ReadAsync)
            .Produces<RecordingNow>()
            .ProducesProblem(404)
            .WithSummary("A recording from a point on; while it runs, answered when there is more, at the latest after two seconds");
        recordings
            .MapPost("{id:guid}/end", EndAsync)
            .Accepts<EndRecording>("application/json")
            .Produces<RecordingNow>()
            .ProducesValidationProblem()
            .ProducesProblem(404)
            .WithSummary("Stops a recording, which waits to be kept then; or gives it up");
    }

    private static async Task<Results<Ok<RecordingNow>, ProblemHttpResult>> BeginAsync(
        Guid build,
        HttpRequest http,
        Recordings recordings,
        GaugeHub hub,
        BuildReader reader,
        CancellationToken cancel
    )
    {
        var request = await RequestReader.ReadAsync(http, Json.Of<BeginRecording>(), cancel);
        if (await BenchPlace.FindAsync(reader, build, request.Slot, cancel) is not { } place)
        {
            return Gone("This build is not in the record.");
        }

        var (faults, line) = (new Faults(), hub.Lines.FirstOrDefault(l => l.Gauge == request.Gauge));
        faults.Require(place.Slot.Trace is not null, "slot.slot", $"“{place.Slot.Label}” takes no trace: type what is read there");
        faults.Require(line is not null, "gauge", $"“{request.Gauge}” is no gauge with a line in this shop");
        faults.Require(line is not { Up: false }, "gauge", "is off its line: wait for it, or go on by hand");
        faults.ThrowIfAny();
        return await recordings.AloneAsync<Results<Ok<RecordingNow>, ProblemHttpResult>>(
            request.Gauge,
            async () =>
            {
                if (await recordings.RunningAsync(request.Gauge, cancel) is { } other && other.Id != request.Id)
                {
                    return other.Build == build && await recordings.AtAsync(build, request.Slot, cancel) is { } same && same.Id == other.Id
                        ? TypedResults.Ok(same)
                        : Elsewhere();
                }

                try
                {
                    return TypedResults.Ok(
                        await recordings.BeginAsync(
                            request.Id,
                            build,
                            request.Slot,
                            request.Gauge,
                            place.Slot.Trace!,
                            BandOf(place.Step, place.Slot),
                            cancel
                        )
                    );
                }
                catch (PostgresException e) when (e.SqlState == PostgresErrorCodes.UniqueViolation)
                {
                    // Another instance was quicker.
                    return Elsewhere();
                }
            },
            cancel
        );
    }

    private static ProblemHttpResult Elsewhere() =>
        TypedResults.Problem(statusCode: 409, title: "This gauge is recording at another place. Stop it there first.");

    private static async Task<Ok<IReadOnlyList<RecordingNow>>> AtAsync(
        Guid build,
        string kind,
        string place,
        string step,
        string? item,
        int round,
        string slot,
        Recordings recordings,
        CancellationToken cancel
    ) =>
        TypedResults.Ok<IReadOnlyList<RecordingNow>>(
            await recordings.AtAsync(build, new SlotRef(new StepRef(new TaskRef(kind, place), step, item ?? ""), round, slot), cancel)
                is { } open
                ? [open]
                : []
        );

    private static async Task<Results<Ok<RecordingNow>, ProblemHttpResult>> ReadAsync(
        Guid build,
        Guid id,
        int? after,
        Recordings recordings,
        CancellationToken cancel
    ) => await recordings.ReadAsync(build, id, after ?? 0, s_patience, cancel) is { } now ? TypedResults.Ok(now) : Gone(NoSuch);

    private static async Task<Results<Ok<RecordingNow>, ProblemHttpResult>> EndAsync(
        Guid build,
        Guid id,
        HttpRequest http,
        Recordings recordings,
        CancellationToken cancel
    )
    {
        var request = await RequestReader.ReadAsync(http, Json.Of<EndRecording>(), cancel);
        if (await recordings.ReadAsync(build, id, -1, s_patience, cancel) is null)
        {
            return Gone(NoSuch);
        }

        await (request.Drop ? recordings.DropAsync(id, cancel) : recordings.StopAsync(id, cancel));
        return await recordings.ReadAsync(build, id, -1, s_patience, cancel) is { } now ? TypedResults.Ok(now) : Gone(NoSuch);
    }

    private static PressBand? BandOf(StepState step, Slot slot) =>
        slot.StartedAt is { } started && step.Now.Answer is DrawTravel.Answer { Curve: [.., { HighN: > 0 } home] curve }
            ? new PressBand(new PressTrace.ExpectedForce(curve), home.TravelMm, started)
            : null;

    private const string NoSuch = "There is no such recording.";

    private static ProblemHttpResult Gone(string why) => TypedResults.Problem(statusCode: 404, title: why);
}
