using System.Globalization;
using System.Net.ServerSentEvents;
using System.Runtime.CompilerServices;
using Microsoft.AspNetCore.Http.HttpResults;
using NeatBore.Store;

namespace NeatBore.Server.Live;

/// <summary>A build has grown up to a place in its log.</summary>
public sealed record Grown(long UpToSeq);

internal static class LiveEndpoints
{
    // A line that says nothing for long is cut by what stands between.
    private static readonly TimeSpan s_atLeastEvery = TimeSpan.FromSeconds(20);

    // Today is looked at, not raced: many at once are told of once.
    private static readonly TimeSpan s_atMostEvery = TimeSpan.FromMilliseconds(500);

    public static void MapLive(this IEndpointRouteBuilder app)
    {
        app.MapGet(
                "/api/builds/live",
                (HttpContext http, BuildWatch watch, TimeProvider time) =>
                    TypedResults.ServerSentEvents(GrowAny(watch, time, http.RequestAborted))
            )
            .WithTags("Builds")
            .WithSummary("Tells that some build has grown, at most twice a second, as server-sent events");
        app.MapGet(
                "/api/builds/{id:guid}/live",
                async Task<Results<ServerSentEventsResult<Grown>, ProblemHttpResult>> (
                    Guid id,
                    HttpContext http,
                    BuildLog builds,
                    BuildWatch watch,
                    TimeProvider time,
                    CancellationToken cancel
                ) =>
                    await builds.UpToAsync(id, cancel) is null
                        ? TypedResults.Problem(statusCode: 404, title: "There is no such build.")
                        : TypedResults.ServerSentEvents(Grow(id, http, builds, watch, time, http.RequestAborted))
            )
            .WithTags("Builds")
            .WithSummary("Tells each time that a build has grown, as server-sent events; resumed from Last-Event-ID");
    }

    private static async IAsyncEnumerable<SseItem<string>> GrowAny(
        BuildWatch watch,
        TimeProvider time,
        [EnumeratorCancellation] CancellationToken cancel
    )
    {
        var grown = watch.AnyGrownAsync();
        // Whoever connects may have missed some.
        yield return new SseItem<string>("", "grown");
        while (!cancel.IsCancellationRequested)
        {
            await grown.WaitAsync(s_atLeastEvery, time, cancel).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
            var told = grown.IsCompleted;
            // Waited for again before it is told, so that nothing falls between the two.
            grown = told ? watch.AnyGrownAsync() : grown;
            yield return new SseItem<string>("", told ? "grown" : "still");
            await Task.Delay(s_atMostEvery, time, cancel).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
        }
    }

    private static async IAsyncEnumerable<SseItem<Grown>> Grow(
        Guid id,
        HttpContext http,
        BuildLog builds,
        BuildWatch watch,
        TimeProvider time,
        [EnumeratorCancellation] CancellationToken cancel
    )
    {
        var told = long.TryParse(http.Request.Headers["Last-Event-ID"], CultureInfo.InvariantCulture, out var last) ? last : 0;
        var due = true;
        while (!cancel.IsCancellationRequested)
        {
            // Asked for before the look, so that nothing falls between the two.
            var grown = watch.GrownAsync(id);
            var upTo = await builds.UpToAsync(id, cancel) ?? 0;
            // What rang for an entry that was told already is no news.
            if (due || upTo > told)
            {
                yield return new SseItem<Grown>(new Grown(upTo), upTo > told ? "grown" : "still")
                {
                    EventId = upTo.ToString(CultureInfo.InvariantCulture),
                };
            }

            told = upTo;
            await grown.WaitAsync(s_atLeastEvery, time, cancel).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
            due = !grown.IsCompleted;
        }
    }
}
