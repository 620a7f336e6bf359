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

    /// <summary>Makes lines that are old.</summary>
    /// <param name="most">So many at most.</param>
    /// <param name="cancel">Gives up; what was made stays.</param>
    public async Task MakeAsync(int most, CancellationToken cancel)
    {
        foreach (var id in (await lines.StaleAsync(BuildReader.MadeBy, cancel)).Take(most))
        {
            await lines.PutAsync(await reader.LineAsync(id, cancel), cancel);
        }
    }

    /// <summary>Those that can be made before the app answers.</summary>
    public Task MakeFirstAsync(CancellationToken cancel) => MakeAsync(AtOnce, cancel);

    /// <inheritdoc/>
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        while (!stoppingToken.IsCancellationRequested)
        {
            try
            {
                await MakeAsync(int.MaxValue, stoppingToken);
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
