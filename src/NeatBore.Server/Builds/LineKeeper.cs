using System.Collections.Concurrent;
using NeatBore.Server.Errors;
using NeatBore.Store;

namespace NeatBore.Server.Builds;

/// <summary>Makes Today's lines that are not there, that another version made, or that follow an older sheet.</summary>
internal sealed class LineKeeper(TodayLines lines, BuildReader reader, Outage outage, ILogger<LineKeeper> logger, TimeProvider time)
    : BackgroundService
{
    /// <summary>A shop's usual number is there before the first page is asked for.</summary>
    private const int AtOnce = 100;

    private static readonly TimeSpan s_pause = TimeSpan.FromMinutes(1);

    // What is damaged in the record is said before anybody opens it; a look a day is enough, and it gives way to all else.
    private static readonly TimeSpan s_lookedThrough = TimeSpan.FromDays(1);
    private static readonly TimeSpan s_between = TimeSpan.FromMilliseconds(20);

    // Another version on the same record makes lines of its own: each makes one of the same entries once.
    private readonly ConcurrentDictionary<Guid, long> _made = new();

    /// <summary>Makes lines that are old; one that can't be made keeps none of the others from being made.</summary>
    /// <param name="most">So many at most.</param>
    /// <param name="cancel">Gives up; what was made stays.</param>
    public async Task MakeAsync(int most, CancellationToken cancel)
    {
        var stale = await lines.StaleAsync(BuildReader.MadeBy, cancel);
        foreach (var (id, upTo) in stale.Where(s => s.UpTo < 0 || _made.GetValueOrDefault(s.Build, -1) != s.UpTo).Take(most))
        {
            await TryAsync(
                id,
                async () =>
                {
                    var line = await reader.LineAsync(id, cancel);
                    _made[id] = line.UpTo;
                    await lines.PutAsync(line, cancel);
                }
            );
        }
    }

    /// <summary>Looks through every build on the bench, and says of each that can't be read that it can't.</summary>
    public async Task LookThroughAsync(CancellationToken cancel)
    {
        foreach (var id in await lines.ReadableAsync(cancel))
        {
            await TryAsync(
                id,
                async () =>
                {
                    if (await reader.LineAsync(id, cancel) is { Line.Fault: not null } line)
                    {
                        await lines.PutAsync(line, cancel);
                    }
                }
            );
            await Task.Delay(s_between, time, cancel);
        }
    }

    private async Task TryAsync(Guid id, Func<Task> make)
    {
        try
        {
            await make();
        }
        catch (Exception e) when (e is not (OperationCanceledException or Npgsql.NpgsqlException or IOException or OutOfMemoryException))
        {
            logger.LogError(e, "The line of build {Build} could not be made", id);
        }
    }

    /// <summary>Those that can be made before the app answers.</summary>
    public Task MakeFirstAsync(CancellationToken cancel) => MakeAsync(AtOnce, cancel);

    /// <inheritdoc/>
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        DateTimeOffset? looked = null;
        while (!stoppingToken.IsCancellationRequested)
        {
            try
            {
                await MakeAsync(int.MaxValue, stoppingToken);
                if (looked is null || time.GetUtcNow() - looked > s_lookedThrough)
                {
                    await LookThroughAsync(stoppingToken);
                    looked = time.GetUtcNow();
                }
            }
            catch (Exception e) when (e is Npgsql.NpgsqlException or IOException)
            {
                outage.Met("making Today’s lines", e);
            }
            catch (Exception e) when (e is not OperationCanceledException)
            {
                logger.LogError(e, "A line of Today could not be made");
            }

            await Task.Delay(s_pause, time, stoppingToken).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
        }
    }
}
