using System.Collections.Concurrent;
using System.Globalization;
using NeatBore.Server.Errors;
using NeatBore.Store;

namespace NeatBore.Server.Live;

/// <summary>Wakes whoever waits for a build's log to grow. Holds nothing that another instance needs.</summary>
internal sealed class BuildWatch(BuildBell bell, Outage outage, TimeProvider time) : BackgroundService
{
    private static readonly TimeSpan s_pause = TimeSpan.FromSeconds(1);
    private readonly ConcurrentDictionary<Guid, TaskCompletionSource> _waiting = new();
    private readonly string _instance = Guid.NewGuid().ToString("N")[..8];
    private long _times;

    /// <summary>Completes when this build has grown, or may have.</summary>
    public Task GrownAsync(Guid build) =>
        _waiting.GetOrAdd(build, _ => new TaskCompletionSource(TaskCreationOptions.RunContinuationsAsynchronously)).Task;

    /// <summary>Completes when any build has grown, or may have.</summary>
    public Task AnyGrownAsync() => GrownAsync(Guid.Empty);

    /// <summary>How often this instance has heard that some build grew, such as “3fa41b02.17”. What was read after it was asked for holds
    /// all that was told up to it.</summary>
    public string Mark => string.Create(CultureInfo.InvariantCulture, $"{_instance}.{Interlocked.Read(ref _times)}");

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        while (!stoppingToken.IsCancellationRequested)
        {
            try
            {
                await bell.ListenAsync(Wake, stoppingToken);
            }
            catch (Exception e) when (e is Npgsql.NpgsqlException or IOException or OperationCanceledException or ObjectDisposedException)
            {
                if (!stoppingToken.IsCancellationRequested)
                {
                    outage.Met("listening for what other instances add", e);
                }

                await Task.Delay(s_pause, time, stoppingToken).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
            }
        }
    }

    private void Wake((Guid Build, long UpTo)? grown)
    {
        outage.Over();
        Interlocked.Increment(ref _times);
        foreach (var build in grown is { } one ? [one.Build, Guid.Empty] : _waiting.Keys.ToArray())
        {
            if (_waiting.TryRemove(build, out var waiting))
            {
                waiting.TrySetResult();
            }
        }
    }
}
