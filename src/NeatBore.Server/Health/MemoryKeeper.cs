using NeatBore.Server.Builds;

namespace NeatBore.Server.Health;

/// <summary>Gives memory back once there is little to do: by itself the runtime collects only when it is asked for more, and the shop's
/// machine is small.</summary>
internal sealed class MemoryKeeper(OpenBuilds open, TimeProvider time) : BackgroundService
{
    /// <summary>What gauges say that lie on the bench, and a few pages beside them.</summary>
    private const long LittleBytes = 16 << 20;

    /// <summary>What has a finalizer, and what was pooled for a rush, goes with a later one.</summary>
    private const int Collections = 3;

    private static readonly TimeSpan s_look = TimeSpan.FromSeconds(30);

    /// <summary>After so many looks at rest nobody is at those builds: the next who comes works one out anew.</summary>
    private const int Forgets = 6;

    /// <inheritdoc/>
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var look = new PeriodicTimer(s_look, time);
        var (before, left, quiet) = (GC.GetTotalAllocatedBytes(), Collections, 0);
        while (await look.WaitForNextTickAsync(stoppingToken))
        {
            var now = GC.GetTotalAllocatedBytes();
            if (now - before > LittleBytes)
            {
                (left, quiet) = (Collections, 0);
            }
            else if (++quiet == Forgets && open.Forget())
            {
                left = Collections;
            }

            if (quiet > 0 && left > 0)
            {
                GC.Collect(GC.MaxGeneration, GCCollectionMode.Aggressive, blocking: true, compacting: true);
                left--;
            }

            before = now;
        }
    }
}
