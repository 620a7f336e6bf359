using Microsoft.AspNetCore.Http.HttpResults;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Gauges;
using NeatBore.Server.Builds;
using NeatBore.Server.Errors;

namespace NeatBore.Server.Gauges;

/// <summary>What a stand-in is set up with: one word to another, such as "crank" to "90".</summary>
public sealed record AimRequest(IReadOnlyDictionary<string, string> Set);

/// <summary>Where a stand-in is used next; what it is set up with there follows from the build.</summary>
public sealed record PlaceRequest(Guid Build, SlotRef Slot);

/// <summary>A stand-in was set up.</summary>
/// <param name="After">The number of the last value that may still be from before it; the events of the live line carry these
/// numbers.</param>
public sealed record Aimed(long After);

internal static class GaugeEndpoints
{
    private const int MostAims = 20;

    public static void MapGauges(this IEndpointRouteBuilder app)
    {
        var gauges = app.MapGroup("/api/gauges").WithTags("Gauges");
        gauges.MapGet("", (GaugeHub hub) => hub.Lines).WithSummary("How the line of every instrument that sends its readings is");
        gauges
            .MapPost("{gauge}/aim", AimAsync)
            .Accepts<AimRequest>("application/json")
            .Produces<Aimed>()
            .ProducesValidationProblem()
            .ProducesValidationProblem(422)
            .WithSummary("Moves a simulated gauge, as a hand would");
        gauges
            .MapPost("{gauge}/place", PlaceAsync)
            .Accepts<PlaceRequest>("application/json")
            .Produces<Aimed>()
            .ProducesValidationProblem()
            .ProducesValidationProblem(422)
            .ProducesProblem(404)
            .WithSummary("Sets up a simulated gauge for a place on the bench; one that is recording is left alone");
    }

    private static async Task<Ok<Aimed>> AimAsync(string gauge, HttpRequest http, GaugeHub hub, CancellationToken cancel)
    {
        var request = await RequestReader.ReadAsync(http, Json.Of<AimRequest>(), cancel);
        var faults = new Faults();
        faults.Require(hub.CanAim(gauge), "gauge", $"“{gauge}” is no simulated gauge: only those can be aimed");
        faults.Require(request.Set.Count is >= 1 and <= MostAims, "set", $"must have 1 to {MostAims} entries");
        foreach (var (key, value) in request.Set)
        {
            faults.Require(IsWord(gauge, key, value), $"set.{key}", "must be one word of 1 to 60 letters, digits and -+./@_ signs");
        }

        faults.ThrowIfAny();
        return TypedResults.Ok(new Aimed(await hub.AimAsync(gauge, request.Set, cancel)));
    }

    private static async Task<Results<Ok<Aimed>, ProblemHttpResult>> PlaceAsync(
        string gauge,
        HttpRequest http,
        GaugeHub hub,
        Recordings recordings,
        BuildReader reader,
        CancellationToken cancel
    )
    {
        var request = await RequestReader.ReadAsync(http, Json.Of<PlaceRequest>(), cancel);
        if (await BenchPlace.FindAsync(reader, request.Build, request.Slot, cancel) is not { } place)
        {
            return TypedResults.Problem(statusCode: 404, title: "This build is not in the record.");
        }

        var faults = new Faults();
        faults.Require(hub.CanAim(gauge), "gauge", $"“{gauge}” is no simulated gauge: only those can be set up");
        faults.ThrowIfAny();
        var set = StandInSetUp.Of(place.Build.State.Number, place.Task, place.Step, place.Slot);
        return TypedResults.Ok(
            await recordings.AloneAsync(
                gauge,
                async () =>
                    new Aimed(await recordings.RunningAsync(gauge, cancel) is null ? await hub.AimAsync(gauge, set, cancel) : hub.Count),
                cancel
            )
        );
    }

    private static bool IsWord(string gauge, string key, string value)
    {
        try
        {
            GaugeLine.Aim(gauge, key, value);
            return true;
        }
        catch (ArgumentException)
        {
            return false;
        }
    }
}
