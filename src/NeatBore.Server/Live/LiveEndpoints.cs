using System.Globalization;
using System.Net.ServerSentEvents;
using System.Runtime.CompilerServices;
using System.Threading.Channels;
using NeatBore.Server.Gauges;
using NeatBore.Store;

namespace NeatBore.Server.Live;

/// <summary>What the live line tells: that a build has grown up to a place in its log, that some build has, or what gauges sent.</summary>
/// <param name="Build">The build that grew.</param>
/// <param name="UpToSeq">How far its log goes now.</param>
/// <param name="Mark">With “any”, how far the instance had heard; a page of Today with this mark or a later one of the same instance holds
/// all of it.</param>
/// <param name="Gauges">What came from the gauges since the last event of theirs.</param>
public sealed record News(Guid? Build = null, long? UpToSeq = null, string? Mark = null, GaugeBatch? Gauges = null);

/// <summary>One line for all that a browser wants to be told: it opens six connections to a host, and one is enough.</summary>
internal static class LiveEndpoints
{
    private const int MostBuilds = 100;

    // A line that says nothing for long is cut by what stands between.
    private static readonly TimeSpan s_atLeastEvery = TimeSpan.FromSeconds(20);

    // Today is looked at, not raced: many at once are told of once.
    private static readonly TimeSpan s_atMostEvery = TimeSpan.FromMilliseconds(500);

    public static void MapLive(this IEndpointRouteBuilder app) =>
        app.MapGet(
                "/api/live",
                (
                    HttpContext http,
                    BuildLog builds,
                    BuildWatch watch,
                    GaugeHub hub,
                    TimeProvider time,
                    Guid[] build,
                    string[] gauge,
                    bool any = false,
                    long? after = null
                ) =>
                {
                    var last = long.TryParse(http.Request.Headers["Last-Event-ID"], CultureInfo.InvariantCulture, out var id) ? id : after;
                    return TypedResults.ServerSentEvents(
                        Merged(
                            [
                                .. build.Distinct().Take(MostBuilds).Select(b => Grow(b, builds, watch, time, http.RequestAborted)),
                                .. any ? [GrowAny(watch, time, http.RequestAborted)] : Array.Empty<IAsyncEnumerable<SseItem<News>>>(),
                                .. gauge.Length > 0
                                    ? [GaugeFeed.Of(hub, gauge, last, time, http.RequestAborted)]
                                    : Array.Empty<IAsyncEnumerable<SseItem<News>>>(),
                            ],
                            http.RequestAborted
                        )
                    );
                }
            )
            .WithTags("Live")
            .WithSummary(
                "Tells what was asked for, as server-sent events: “grown” of each named build, how far it goes at first and then each "
                    + "time; “any” when some build has grown, at most twice a second; “gauges” with what the named ones send, from the "
                    + "number “after” or Last-Event-ID on"
            );

    /// <summary>Several feeds as one; what is slow to be read holds its feed back.</summary>
    private static async IAsyncEnumerable<SseItem<News>> Merged(
        IReadOnlyList<IAsyncEnumerable<SseItem<News>>> feeds,
        [EnumeratorCancellation] CancellationToken cancel
    )
    {
        var told = Channel.CreateBounded<SseItem<News>>(new BoundedChannelOptions(16) { SingleReader = true });
        foreach (var feed in feeds)
        {
            _ = PumpAsync(feed);
        }

        await foreach (var item in told.Reader.ReadAllAsync(cancel))
        {
            yield return item;
        }

        // One that breaks ends the line, so that the browser opens it anew; of one that is only silent nobody would know.
        async Task PumpAsync(IAsyncEnumerable<SseItem<News>> feed)
        {
            try
            {
                await foreach (var item in feed.WithCancellation(cancel))
                {
                    await told.Writer.WriteAsync(item, cancel);
                }

                told.Writer.TryComplete();
            }
            catch (Exception e)
            {
                told.Writer.TryComplete(e);
            }
        }
    }

    private static async IAsyncEnumerable<SseItem<News>> GrowAny(
        BuildWatch watch,
        TimeProvider time,
        [EnumeratorCancellation] CancellationToken cancel
    )
    {
        var grown = watch.AnyGrownAsync();
        // Whoever connects may have missed some.
        yield return new SseItem<News>(new News(Mark: watch.Mark), "any");
        while (!cancel.IsCancellationRequested)
        {
            await grown.WaitAsync(s_atLeastEvery, time, cancel).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
            var told = grown.IsCompleted;
            // Waited for again before it is told, so that nothing falls between the two.
            grown = told ? watch.AnyGrownAsync() : grown;
            yield return new SseItem<News>(new News(Mark: watch.Mark), told ? "any" : "still");
            await Task.Delay(s_atMostEvery, time, cancel).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
        }
    }

    private static async IAsyncEnumerable<SseItem<News>> Grow(
        Guid id,
        BuildLog builds,
        BuildWatch watch,
        TimeProvider time,
        [EnumeratorCancellation] CancellationToken cancel
    )
    {
        var told = -1L;
        while (!cancel.IsCancellationRequested)
        {
            // Asked for before the look, so that nothing falls between the two.
            var grown = watch.GrownAsync(id);
            var upTo = await builds.UpToAsync(id, cancel) ?? -1;
            if (upTo > told)
            {
                yield return new SseItem<News>(new News(id, upTo), "grown");
                told = upTo;
            }

            await grown.WaitAsync(s_atLeastEvery, time, cancel).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
            if (!grown.IsCompleted)
            {
                yield return new SseItem<News>(new News(id), "still");
            }
        }
    }
}
