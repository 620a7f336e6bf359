using System.Net.ServerSentEvents;
using System.Runtime.CompilerServices;
using NeatBore.Server.Gauges;

namespace NeatBore.Server.Live;

/// <summary>What the named gauges send, gathered for a moment; each event carries the number that it goes up to.</summary>
internal static class GaugeFeed
{
    private const int MostGauges = 100;
    private static readonly TimeSpan s_gathered = TimeSpan.FromMilliseconds(40);
    private static readonly TimeSpan s_atLeastEvery = TimeSpan.FromSeconds(20);

    /// <summary>From a number on; from now on where none is given, or one that this instance has not got to.</summary>
    public static async IAsyncEnumerable<SseItem<News>> Of(
        GaugeHub hub,
        IReadOnlyList<string> gauges,
        long? after,
        TimeProvider time,
        [EnumeratorCancellation] CancellationToken cancel
    )
    {
        var wanted = gauges.Take(MostGauges).ToHashSet(StringComparer.Ordinal);
        var (_, newest, _) = hub.After(long.MaxValue, wanted);
        var from = after <= newest ? after.Value : newest;
        var told = new Dictionary<string, GaugeLineState>(StringComparer.Ordinal);
        var said = time.GetTimestamp();
        while (!cancel.IsCancellationRequested)
        {
            var (samples, upTo, next) = hub.After(from, wanted);
            var lines = hub.Lines.Where(l => wanted.Contains(l.Gauge) && told.GetValueOrDefault(l.Gauge) != l).ToList();
            lines.ForEach(l => told[l.Gauge] = l);
            from = upTo;
            // What other gauges say wakes this feed too, and is nothing that it says.
            var still = samples.Count + lines.Count == 0;
            if (!still || time.GetElapsedTime(said) >= s_atLeastEvery)
            {
                yield return new SseItem<News>(new News(Gauges: new GaugeBatch(samples, lines)), still ? "still" : "gauges")
                {
                    EventId = upTo.ToString(System.Globalization.CultureInfo.InvariantCulture),
                };
                said = time.GetTimestamp();
            }

            // Gathered for a moment, so that fifty values a second are not fifty events.
            await Task.Delay(s_gathered, cancel).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
            var rest = s_atLeastEvery - time.GetElapsedTime(said);
            await next.WaitAsync(rest > TimeSpan.Zero ? rest : TimeSpan.FromMilliseconds(1), time, cancel)
                .ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
        }
    }
}
