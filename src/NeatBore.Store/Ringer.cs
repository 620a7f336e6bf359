using System.Collections.Concurrent;
using System.Globalization;
using Dapper;
using Npgsql;

namespace NeatBore.Store;

/// <summary>Tells what has grown after its commit, many at a time: whoever wrote does not wait for it.</summary>
internal sealed class Ringer : IAsyncDisposable
{
    private static readonly TimeSpan s_pause = TimeSpan.FromSeconds(1);

    private readonly NpgsqlDataSource _source;
    private readonly ConcurrentDictionary<Guid, long> _grown = new();
    private readonly SemaphoreSlim _some = new(0);
    private readonly CancellationTokenSource _end = new();
    private readonly Task _ringing;

    public Ringer(NpgsqlDataSource source)
    {
        _source = source;
        _ringing = Task.Run(RingAsync);
    }

    public void Ring(Guid build, long upTo)
    {
        _grown.AddOrUpdate(build, upTo, (_, before) => Math.Max(before, upTo));
        _some.Release();
    }

    public async ValueTask DisposeAsync()
    {
        await _end.CancelAsync();
        await _ringing;
        _end.Dispose();
        _some.Dispose();
    }

    private async Task RingAsync()
    {
        while (!_end.IsCancellationRequested)
        {
            await _some.WaitAsync(_end.Token).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
            var told = new Dictionary<Guid, long>();
            foreach (var build in _grown.Keys)
            {
                if (_grown.TryRemove(build, out var upTo))
                {
                    told[build] = upTo;
                }
            }

            if (told.Count == 0)
            {
                continue;
            }

            try
            {
                await using var connection = await _source.OpenConnectionAsync();
                await connection.ExecuteAsync(
                    "select pg_notify(@Channel, p) from unnest(@payloads) p",
                    new
                    {
                        BuildBell.Channel,
                        payloads = told.Select(t => string.Create(CultureInfo.InvariantCulture, $"{t.Key} {t.Value}")).ToArray(),
                    }
                );
            }
            catch (Exception e) when (e is NpgsqlException or ObjectDisposedException or InvalidOperationException or TimeoutException)
            {
                // Another instance may have kept its line: it is told once there is one again.
                foreach (var (build, upTo) in told)
                {
                    Ring(build, upTo);
                }

                await Task.Delay(s_pause, _end.Token).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
            }
        }
    }
}
