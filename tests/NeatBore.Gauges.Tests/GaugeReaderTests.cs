using System.Net;
using System.Net.Sockets;
using System.Text;
using System.Threading.Channels;
using Xunit;

namespace NeatBore.Gauges.Tests;

/// <summary>The reader against a real socket that behaves as badly as a gauge can.</summary>
public sealed class GaugeReaderTests : IDisposable
{
    private readonly TcpListener _listener = new(IPAddress.Loopback, 0);
    private readonly Channel<GaugeNews> _news = Channel.CreateUnbounded<GaugeNews>();
    private readonly CancellationTokenSource _stop = CancellationTokenSource.CreateLinkedTokenSource(TestContext.Current.CancellationToken);
    private readonly GaugeReader _reader;
    private readonly Task _running;

    public GaugeReaderTests()
    {
        _listener.Start();
        _reader = new GaugeReader(
            "127.0.0.1",
            ((IPEndPoint)_listener.LocalEndpoint).Port,
            n => _news.Writer.TryWrite(n),
            TimeProvider.System
        );
        _running = _reader.RunAsync(_stop.Token);
    }

    public void Dispose()
    {
        _stop.Cancel();
        _running.Wait(TimeSpan.FromSeconds(10), CancellationToken.None);
        _listener.Dispose();
        _stop.Dispose();
    }

    [Fact]
    public async Task What_a_stand_in_has_heard_is_told_between_the_values_in_its_place()
    {
        using var gauge = await AcceptAsync();
        await SayAsync(gauge, "mic length 34.020 mm 1\nheard mic 17\nmic length 35 mm 2\nheard MIC 18\n");
        var told = new List<GaugeNews>();
        while (told.All(n => n.Fault is null))
        {
            told.Add(await _news.Reader.ReadAsync(_stop.Token));
        }

        Assert.Equal(
            ["34.02", "mic 17", "35"],
            told.Where(n => n.Sample is not null || n.Heard is not null)
                .Select(n => n.Heard is { } h ? $"{h.Gauge} {h.Mark}" : $"{n.Sample!.Value}")
        );
    }

    [Fact]
    public async Task Garbage_half_lines_and_other_units_are_told_of_and_the_values_between_are_kept()
    {
        using var gauge = await AcceptAsync();
        await SayAsync(gauge, "mic length 34.020 mm 1\n\u0001\u0002 what\nmic length 34.021 kN 2\nmic length 34.0");
        await SayAsync(gauge, "22 mm 3\n" + new string('x', 5000) + "\nmic length 34.023 mm 4\n");
        var (values, faults) = await UntilAsync(n => n.Sample?.Sequence == 4);
        Assert.Equal([34.020, 34.022, 34.023], values.Select(v => v.Value));
        Assert.Collection(
            faults,
            f => Assert.StartsWith("must be five words", f, StringComparison.Ordinal),
            f => Assert.StartsWith("the unit of length", f, StringComparison.Ordinal),
            f => Assert.StartsWith("a line must be at most", f, StringComparison.Ordinal)
        );
    }

    [Fact]
    public async Task Lost_lines_are_counted_and_a_gauge_that_starts_over_has_lost_none()
    {
        using var gauge = await AcceptAsync();
        await SayAsync(
            gauge,
            "mic length 1 mm 1\nmic length 1 mm 2\nmic length 1 mm 7\nbore length 1 mm 50\nmic length 1 mm 0\nmic length 1 mm 1\n"
        );
        var (values, _) = await UntilAsync(n => n.Sample is { Gauge: "mic", Sequence: 1 }, times: 2);
        Assert.Equal([0, 0, 4, 0, 0, 0], values.Select(v => v.Missed));
    }

    [Fact]
    public async Task A_line_that_is_cut_comes_back_by_itself_and_a_half_line_is_never_a_value()
    {
        using (var gauge = await AcceptAsync())
        {
            await SayAsync(gauge, "mic length 34.020 mm 1\nmic length 34.0");
            await UntilAsync(n => n.Sample is not null);
        }

        await UntilAsync(n => n.Up == false);
        using var again = await AcceptAsync();
        await UntilAsync(n => n.Up == true);
        await SayAsync(again, "21 mm 2\nmic length 34.022 mm 3\n");
        var (values, faults) = await UntilAsync(n => n.Sample is not null);
        Assert.Equal([34.022], values.Select(v => v.Value));
        Assert.Single(faults);
    }

    [Fact]
    public async Task A_flood_is_cut_short_and_said_once_a_second()
    {
        using var gauge = await AcceptAsync();
        var flood = string.Concat(Enumerable.Range(0, 3 * GaugeReader.MostLinesPerSecond).Select(i => $"mic length 1 mm {i}\n"));
        await SayAsync(gauge, flood);
        var (values, _) = await UntilAsync(n => n.Fault is not null);
        Assert.True(values.Count <= 2 * GaugeReader.MostLinesPerSecond, $"{values.Count} lines were listened to");
    }

    [Fact]
    public async Task What_aims_a_stand_in_goes_the_other_way()
    {
        using var gauge = await AcceptAsync();
        _reader.Send(GaugeLine.Aim("sim-dial", "crank", "90"));
        using var heard = new StreamReader(gauge.GetStream(), Encoding.UTF8, leaveOpen: true);
        Assert.Equal("aim sim-dial crank 90", await heard.ReadLineAsync(_stop.Token));
    }

    private async Task<TcpClient> AcceptAsync() => await _listener.AcceptTcpClientAsync(_stop.Token);

    private static async Task SayAsync(TcpClient gauge, string text) =>
        await gauge.GetStream().WriteAsync(Encoding.UTF8.GetBytes(text), TestContext.Current.CancellationToken);

    /// <summary>All that is told until something is, for a number of times.</summary>
    private async Task<(List<GaugeSample> Values, List<string> Faults)> UntilAsync(Func<GaugeNews, bool> holds, int times = 1)
    {
        var (values, faults) = (new List<GaugeSample>(), new List<string>());
        using var soon = CancellationTokenSource.CreateLinkedTokenSource(_stop.Token);
        soon.CancelAfter(TimeSpan.FromSeconds(20));
        await foreach (var news in _news.Reader.ReadAllAsync(soon.Token))
        {
            if (news.Sample is { } sample)
            {
                values.Add(sample);
            }

            if (news is { Fault: { } fault, Up: null })
            {
                faults.Add(fault);
            }

            if (holds(news) && --times == 0)
            {
                break;
            }
        }

        return (values, faults);
    }
}
