using System.Collections.Concurrent;
using System.Net.Sockets;
using System.Text;
using System.Threading.Channels;

namespace NeatBore.Gauges.Simulated;

/// <summary>All stand-ins on one line, as a box of gauges on one bridge would be: every listener hears all of them and may aim
/// any.</summary>
internal sealed class SimulatedBench(IReadOnlyList<StandIn> gauges)
{
    private static readonly TimeSpan s_tick = TimeSpan.FromMilliseconds(20);

    /// <summary>For a listener that is held up: a minute.</summary>
    private const int KeptTicks = 3000;

    private readonly Lock _moving = new();
    private readonly ConcurrentDictionary<Channel<string>, byte> _listeners = new();
    private long _ticks;

    /// <summary>Moves them on, fifty times a second, and tells every listener.</summary>
    public async Task RunAsync(CancellationToken cancel)
    {
        using var timer = new PeriodicTimer(s_tick);
        try
        {
            while (await timer.WaitForNextTickAsync(cancel))
            {
                var lines = new StringBuilder();
                lock (_moving)
                {
                    foreach (var gauge in gauges.Where(g => _ticks % g.Every == 0))
                    {
                        // Before what it sends of it.
                        while (gauge.Marks.TryDequeue(out var mark))
                        {
                            lines.Append(GaugeLine.Heard(gauge.Id, mark)).Append('\n');
                        }

                        foreach (var (quantity, value, unit) in gauge.Read(s_tick.TotalSeconds * gauge.Every))
                        {
                            lines.Append(GaugeLine.Write(gauge.Id, quantity, value, unit, gauge.Sequence++)).Append('\n');
                        }
                    }

                    _ticks++;
                }

                foreach (var listener in _listeners.Keys)
                {
                    listener.Writer.TryWrite(lines.ToString());
                }
            }
        }
        catch (OperationCanceledException)
        {
            // Stopped.
        }
    }

    /// <summary>Serves one listener until it hangs up.</summary>
    public async Task ServeAsync(TcpClient client, CancellationToken cancel)
    {
        var outgoing = Channel.CreateBounded<string>(new BoundedChannelOptions(KeptTicks) { FullMode = BoundedChannelFullMode.DropOldest });
        using (client)
        {
            client.NoDelay = true;
            _listeners[outgoing] = 0;
            try
            {
                var stream = client.GetStream();
                using var gone = CancellationTokenSource.CreateLinkedTokenSource(cancel);
                var hearing = HearAsync(stream, gone);
                await foreach (var lines in outgoing.Reader.ReadAllAsync(gone.Token))
                {
                    await stream.WriteAsync(Encoding.UTF8.GetBytes(lines), gone.Token);
                }
            }
            catch (Exception e) when (e is OperationCanceledException or IOException or ObjectDisposedException)
            {
                // It hung up.
            }
            finally
            {
                _listeners.TryRemove(outgoing, out _);
            }
        }
    }

    private async Task HearAsync(NetworkStream stream, CancellationTokenSource gone)
    {
        try
        {
            using var reader = new StreamReader(stream, Encoding.UTF8, leaveOpen: true);
            while (await reader.ReadLineAsync(gone.Token) is { } line)
            {
                if (line.Split(' ') is ["aim", var id, var key, var value])
                {
                    lock (_moving)
                    {
                        var gauge = gauges.FirstOrDefault(g => g.Id == id);
                        if (key == "mark")
                        {
                            gauge?.Marks.Enqueue(value);
                        }
                        else
                        {
                            gauge?.Aim(key, value);
                        }
                    }
                }
            }
        }
        catch (Exception e) when (e is OperationCanceledException or IOException)
        {
            // It hung up.
        }

        await gone.CancelAsync();
    }
}
