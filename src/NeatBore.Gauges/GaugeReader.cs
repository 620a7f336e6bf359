using System.Net.Sockets;
using System.Text;
using System.Threading.Channels;

namespace NeatBore.Gauges;

/// <summary>What a reader has to tell: values in order, and how the line is.</summary>
/// <param name="Sample">A value; null where only the line is told of.</param>
/// <param name="Up">Whether the line is up; null where it has not changed.</param>
/// <param name="Fault">What was wrong with what came, in words; null for nothing.</param>
/// <param name="Heard">What a stand-in has heard; null for any other.</param>
public sealed record GaugeNews(GaugeSample? Sample = null, bool? Up = null, string? Fault = null, HeardMark? Heard = null);

/// <summary>Keeps a line to one address of gauges: connects, reads, finds what was lost, and connects again for as long as it
/// runs.</summary>
/// <remarks>What floods the line, sends garbage or half lines is told of and dropped; the values between are kept.</remarks>
/// <param name="host">A host name or an address.</param>
/// <param name="port">1 to 65535.</param>
/// <param name="heard">Told of everything, one after another.</param>
/// <param name="time">The clock.</param>
public sealed class GaugeReader(string host, int port, Action<GaugeNews> heard, TimeProvider time)
{
    /// <summary>The most lines a second that are listened to on one line.</summary>
    public const int MostLinesPerSecond = 4000;

    private static readonly TimeSpan s_firstPause = TimeSpan.FromMilliseconds(100);
    private static readonly TimeSpan s_longestPause = TimeSpan.FromSeconds(3);

    private readonly Channel<string> _aims = Channel.CreateBounded<string>(
        new BoundedChannelOptions(256) { FullMode = BoundedChannelFullMode.DropOldest }
    );
    private readonly Dictionary<string, long> _last = new(StringComparer.Ordinal);

    /// <summary>Sends a line to the gauges when the line is up; real ones take none.</summary>
    public void Send(string line) => _aims.Writer.TryWrite(line);

    /// <summary>Runs until it is cancelled.</summary>
    public async Task RunAsync(CancellationToken cancel)
    {
        var pause = s_firstPause;
        while (!cancel.IsCancellationRequested)
        {
            try
            {
                using var client = new TcpClient();
                await client.ConnectAsync(host, port, cancel);
                client.NoDelay = true;
                client.Client.SetSocketOption(SocketOptionLevel.Socket, SocketOptionName.KeepAlive, true);
                heard(new GaugeNews(Up: true));
                pause = s_firstPause;
                await TalkAsync(client.GetStream(), cancel);
                heard(new GaugeNews(Up: false, Fault: "the gauge closed the line"));
            }
            catch (Exception e) when (e is SocketException or IOException)
            {
                heard(new GaugeNews(Up: false, Fault: e.Message));
            }
            catch (OperationCanceledException) when (cancel.IsCancellationRequested)
            {
                return;
            }

            try
            {
                await Task.Delay(pause, time, cancel);
            }
            catch (OperationCanceledException)
            {
                return;
            }

            pause = pause * 2 > s_longestPause ? s_longestPause : pause * 2;
        }
    }

    private async Task TalkAsync(Stream stream, CancellationToken cancel)
    {
        using var ended = CancellationTokenSource.CreateLinkedTokenSource(cancel);
        var speaking = SpeakAsync(stream, ended.Token);
        try
        {
            await ListenAsync(stream, cancel);
        }
        finally
        {
            await ended.CancelAsync();
            await speaking;
        }
    }

    private async Task SpeakAsync(Stream stream, CancellationToken cancel)
    {
        try
        {
            await foreach (var line in _aims.Reader.ReadAllAsync(cancel))
            {
                await stream.WriteAsync(Encoding.UTF8.GetBytes(line + "\n"), cancel);
            }
        }
        catch (Exception e) when (e is OperationCanceledException or IOException)
        {
            // The line is gone; what listens says so.
        }
    }

    private async Task ListenAsync(Stream stream, CancellationToken cancel)
    {
        var buffer = new byte[16 * 1024];
        var line = new MemoryStream(GaugeLine.Longest);
        var tooLong = false;
        var (second, lines) = (0L, 0);
        int read;
        while ((read = await stream.ReadAsync(buffer, cancel)) > 0)
        {
            for (var i = 0; i < read; i++)
            {
                if (buffer[i] != '\n')
                {
                    if (line.Length > GaugeLine.Longest)
                    {
                        tooLong = true;
                    }
                    else
                    {
                        line.WriteByte(buffer[i]);
                    }

                    continue;
                }

                var now = time.GetUtcNow().ToUnixTimeSeconds();
                (second, lines) = now == second ? (second, lines + 1) : (now, 1);
                if (lines == MostLinesPerSecond + 1)
                {
                    heard(new GaugeNews(Fault: $"more than {MostLinesPerSecond} lines a second: the rest of this second is dropped"));
                }

                if (lines <= MostLinesPerSecond)
                {
                    Understand(tooLong ? null : Encoding.UTF8.GetString(line.GetBuffer(), 0, (int)line.Length));
                }

                line.SetLength(0);
                tooLong = false;
            }
        }
    }

    private void Understand(string? line)
    {
        if (line is not null && GaugeLine.ReadHeard(line) is { } mark)
        {
            heard(new GaugeNews(Heard: mark));
            return;
        }

        GaugeSample? sample = null;
        var fault = line is null ? $"a line must be at most {GaugeLine.Longest} bytes long" : GaugeLine.Read(line, out sample);
        if (sample is null)
        {
            heard(new GaugeNews(Fault: fault));
            return;
        }

        // A gauge that was switched off and on counts from the beginning again; nothing is missing then.
        var missed =
            _last.TryGetValue(sample.Gauge, out var last) && sample.Sequence > last + 1
                ? (int)Math.Min(sample.Sequence - last - 1, int.MaxValue)
                : 0;
        _last[sample.Gauge] = sample.Sequence;
        heard(new GaugeNews(missed == 0 ? sample : sample with { Missed = missed }));
    }
}
