using System.Collections.Concurrent;
using NeatBore.Gauges;
using NeatBore.Store;

namespace NeatBore.Server.Gauges;

/// <summary>How the line to an instrument is.</summary>
/// <param name="Gauge">The instrument's id.</param>
/// <param name="Up">Whether its line is up.</param>
/// <param name="Fault">What was last wrong with what came from there, in words; null for nothing.</param>
public sealed record GaugeLineState(string Gauge, bool Up, string? Fault);

/// <summary>What came from the gauges since the last batch.</summary>
/// <param name="Samples">Values in order.</param>
/// <param name="Lines">How the lines are, those that changed; all of them in the first batch.</param>
public sealed record GaugeBatch(IReadOnlyList<GaugeSample> Samples, IReadOnlyList<GaugeLineState> Lines);

/// <summary>Keeps the lines to all of the shop's gauges and hands on what they say.</summary>
/// <remarks>Values are numbered and the newest are kept, so that a listener that was cut off goes on where it was.</remarks>
internal sealed class GaugeHub(ShopRegister register, AppOptions options, TimeProvider time, ILogger<GaugeHub> logger) : BackgroundService
{
    private const string StandIn = "stand-in";

    /// <summary>Of each gauge, as long as the quickest takes for it.</summary>
    private const int MostKept = 4_000;

    private static readonly TimeSpan s_kept = TimeSpan.FromSeconds(40);
    private static readonly TimeSpan s_lookAgain = TimeSpan.FromSeconds(10);
    private static readonly TimeSpan s_mostWait = TimeSpan.FromSeconds(5);

    private readonly string _standIns = options.StandIns;
    private readonly ConcurrentDictionary<string, GaugeReader> _readers = new(StringComparer.Ordinal);
    private readonly ConcurrentDictionary<string, GaugeLineState> _lines = new(StringComparer.Ordinal);
    private readonly ConcurrentDictionary<string, SampleRing> _newest = new(StringComparer.Ordinal);
    private readonly Lock _sync = new();
    private TaskCompletionSource _news = new(TaskCreationOptions.RunContinuationsAsynchronously);
    private IReadOnlyDictionary<string, string> _addresses = new Dictionary<string, string>();
    private readonly ConcurrentDictionary<string, TaskCompletionSource<long>> _marks = new(StringComparer.Ordinal);
    private long _count;
    private long _marked;

    /// <summary>The line of every instrument that has one.</summary>
    public IReadOnlyList<GaugeLineState> Lines => [.. _lines.Values.OrderBy(l => l.Gauge, StringComparer.Ordinal)];

    /// <summary>The number of the newest value.</summary>
    public long Count
    {
        get
        {
            lock (_sync)
            {
                return _count;
            }
        }
    }

    /// <summary>Whether an instrument is one of the stand-ins, and so may be aimed.</summary>
    public bool CanAim(string gauge) => _addresses.GetValueOrDefault(gauge) == _standIns;

    /// <summary>Aims a stand-in, and waits until it has heard.</summary>
    /// <returns>The number of the last value that may still be from before it.</returns>
    public async Task<long> AimAsync(string gauge, IReadOnlyDictionary<string, string> set, CancellationToken cancel)
    {
        if (_readers.TryGetValue(_standIns, out var reader))
        {
            var mark = $"{Interlocked.Increment(ref _marked)}";
            var heard = _marks[mark] = new TaskCompletionSource<long>(TaskCreationOptions.RunContinuationsAsynchronously);
            foreach (var (key, value) in set)
            {
                reader.Send(GaugeLine.Aim(gauge, key, value));
            }

            reader.Send(GaugeLine.Aim(gauge, "mark", mark));
            try
            {
                return await heard.Task.WaitAsync(s_mostWait, time, cancel);
            }
            catch (TimeoutException)
            {
                // Off its line; the line says so.
            }
            finally
            {
                _marks.TryRemove(mark, out _);
            }
        }

        return Count;
    }

    /// <summary>What came after a value, as far as it is still kept, the number of the newest, and what completes when there is
    /// more.</summary>
    public (IReadOnlyList<GaugeSample> Samples, long UpTo, Task Next) After(long id, IReadOnlySet<string> gauges)
    {
        // The three belong together: what comes in between completes the wait.
        long upTo;
        Task next;
        lock (_sync)
        {
            (upTo, next) = (_count, _news.Task);
        }

        var samples = gauges.Select(g => _newest.GetValueOrDefault(g)).OfType<SampleRing>().SelectMany(r => r.Between(id, upTo));
        return ([.. samples.OrderBy(s => s.Id).Select(s => s.Sample)], upTo, next);
    }

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        var running = new Dictionary<string, (Task Run, CancellationTokenSource End)>(StringComparer.Ordinal);
        while (!stoppingToken.IsCancellationRequested)
        {
            try
            {
                var instruments = (await register.ReadAsync(stoppingToken)).Instruments.Where(i => i.Line is not null).ToList();
                var before = _addresses;
                _addresses = instruments.ToDictionary(i => i.Id, i => i.Line == StandIn ? _standIns : i.Line!, StringComparer.Ordinal);

                foreach (var gone in _lines.Keys.Where(g => !_addresses.ContainsKey(g)))
                {
                    _lines.TryRemove(gone, out _);
                    _newest.TryRemove(gone, out _);
                }

                // Taken off the wall, or at another address since: nobody listens there any more.
                foreach (var address in running.Keys.Where(a => !_addresses.Values.Contains(a)).ToList())
                {
                    _readers.TryRemove(address, out _);
                    await running[address].End.CancelAsync();
                    await running[address].Run;
                    running[address].End.Dispose();
                    running.Remove(address);
                }

                foreach (var (gauge, address) in _addresses.Where(a => before.GetValueOrDefault(a.Key) != a.Value))
                {
                    // Others may be at that address already: its line is told of only when it changes.
                    var there = _addresses.FirstOrDefault(a => a.Value == address && before.GetValueOrDefault(a.Key) == address).Key;
                    _lines[gauge] = new GaugeLineState(
                        gauge,
                        there is not null && _lines.TryGetValue(there, out var line) && line.Up,
                        null
                    );
                }

                foreach (var address in _addresses.Values.Distinct().Where(a => !_readers.ContainsKey(a)))
                {
                    if (Reader(address) is { } reader)
                    {
                        _readers[address] = reader;
                        var end = CancellationTokenSource.CreateLinkedTokenSource(stoppingToken);
                        running[address] = (reader.RunAsync(end.Token), end);
                    }
                }

                await Task.Delay(s_lookAgain, time, stoppingToken);
            }
            catch (OperationCanceledException)
            {
                break;
            }
            catch (Exception e) when (e is Npgsql.NpgsqlException or IOException)
            {
                // Without the record there are no instruments to look for; those that were found go on.
                await Task.WhenAny(Task.Delay(s_lookAgain, time, stoppingToken));
            }
        }

        await Task.WhenAll(running.Values.Select(r => r.Run));
    }

    private GaugeReader? Reader(string address)
    {
        var colon = address.LastIndexOf(':');
        if (colon < 1 || !int.TryParse(address[(colon + 1)..], out var port) || port is < 1 or > 65535)
        {
            Tell(address, new GaugeNews(Up: false, Fault: $"its line “{address}” must be a host and a port, such as 192.168.1.20:4001"));
            logger.LogWarning("A gauge's line must be a host and a port, not {Address}", address);
            return null;
        }

        return new GaugeReader(address[..colon], port, news => Tell(address, news), time);
    }

    private void Tell(string address, GaugeNews news)
    {
        TaskCompletionSource? waiting;
        lock (_sync)
        {
            if (news.Sample is { } sample)
            {
                // Only what the shop knows is listened to, and only on its own line.
                if (_addresses.GetValueOrDefault(sample.Gauge) != address)
                {
                    return;
                }

                // Kept before it is counted, so that whoever hears of the number finds the value.
                _newest
                    .GetOrAdd(sample.Gauge, static (gauge, time) => new SampleRing(gauge, MostKept, s_kept, time), time)
                    .Add(_count + 1, sample);
                _count++;
            }

            if (news.Heard is { } heard && _marks.TryRemove(heard.Mark, out var aimed))
            {
                aimed.SetResult(_count);
            }

            if (news.Up is not null || news.Fault is not null)
            {
                TellOfLine(address, news.Up, news.Fault);
            }

            waiting = _news;
            _news = new TaskCompletionSource(TaskCreationOptions.RunContinuationsAsynchronously);
        }

        waiting.SetResult();
    }

    private void TellOfLine(string address, bool? up, string? fault)
    {
        foreach (var gauge in _addresses.Where(a => a.Value == address).Select(a => a.Key))
        {
            // A reader may speak before its gauge is listed.
            _lines.AddOrUpdate(
                gauge,
                g => new GaugeLineState(g, up ?? false, fault),
                (g, old) => new GaugeLineState(g, up ?? old.Up, fault)
            );
        }
    }
}
