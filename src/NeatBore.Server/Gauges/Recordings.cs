using System.Collections.Concurrent;
using System.Text.Json;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Store;
using Npgsql;

namespace NeatBore.Server.Gauges;

/// <summary>Records what gauges send, whether or not anybody looks on. Each second it is in the record as far as it has come.</summary>
internal sealed class Recordings(
    GaugeHub hub,
    TraceShelf shelf,
    TimeProvider time,
    IHostApplicationLifetime life,
    ILogger<Recordings> logger
)
{
    private static readonly TimeSpan s_flushedEvery = TimeSpan.FromSeconds(1);
    private static readonly TimeSpan s_lookedAtEvery = TimeSpan.FromMilliseconds(60);

    private static readonly TimeSpan s_patience = TimeSpan.FromSeconds(5);

    /// <summary>A gauge that was forgotten is let go of.</summary>
    private static readonly TimeSpan s_longest = TimeSpan.FromMinutes(30);

    private readonly ConcurrentDictionary<Guid, Recording> _running = new();
    private readonly ConcurrentDictionary<string, SemaphoreSlim> _turns = new(StringComparer.Ordinal);

    /// <summary>Does something with a gauge that must not fall between another's looking whether it is free and taking it.</summary>
    public async Task<T> AloneAsync<T>(string gauge, Func<Task<T>> work, CancellationToken cancel)
    {
        var turn = _turns.GetOrAdd(gauge, _ => new SemaphoreSlim(1));
        await turn.WaitAsync(cancel);
        try
        {
            return await work();
        }
        finally
        {
            turn.Release();
        }
    }

    /// <summary>Begins one.</summary>
    /// <param name="id">The client's own id.</param>
    /// <param name="build">The build.</param>
    /// <param name="slot">The place.</param>
    /// <param name="gauge">A gauge with a line.</param>
    /// <param name="axes">What the place takes.</param>
    /// <param name="band">What a press is held against; null for none.</param>
    /// <param name="cancel">Gives up.</param>
    public async Task<RecordingNow> BeginAsync(
        Guid id,
        Guid build,
        SlotRef slot,
        string gauge,
        TraceAxes axes,
        PressBand? band,
        CancellationToken cancel
    )
    {
        var from = hub.Count;
        if (!await shelf.BeginAsync(id, build, Address(slot), gauge, cancel) && !_running.ContainsKey(id))
        {
            // It has ended, or another instance has it: nothing more is written into it here.
            return await ReadAsync(build, id, -1, TimeSpan.Zero, cancel)
                ?? throw new UnusableInputException("id", "is of a recording at another build; begin it under a new one");
        }

        var recording = new Recording(id, build, slot, gauge, axes, band);
        if (_running.TryAdd(id, recording))
        {
            _ = Task.Run(() => RunAsync(recording, from), CancellationToken.None);
            return recording.After(0).Now;
        }

        return _running.TryGetValue(id, out var there) ? there.After(0).Now : recording.After(0).Now;
    }

    /// <summary>One as it stands, once there is more than was known or a while has gone by; null if the build has none of this
    /// id.</summary>
    /// <param name="build">The build.</param>
    /// <param name="id">The recording.</param>
    /// <param name="after">How many points are known; fewer than 0 for as it stands at once.</param>
    /// <param name="patience">How long to wait.</param>
    /// <param name="cancel">Gives up.</param>
    public async Task<RecordingNow?> ReadAsync(Guid build, Guid id, int after, TimeSpan patience, CancellationToken cancel)
    {
        if (_running.TryGetValue(id, out var recording) && recording.Build == build)
        {
            var (now, next) = recording.After(after);
            if (now.Points.X.Count > 0 || now.Stands != RecordingStands.Running || after < 0)
            {
                return now;
            }

            await next.WaitAsync(patience, time, cancel).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
            return recording.After(after).Now;
        }

        // Another instance has it, or had it.
        return await shelf.FindAsync(id, cancel) is { } kept && kept.Build == build ? await ShownAsync(kept, after, cancel) : null;
    }

    /// <summary>The newest at a place that is neither kept nor dropped; null where there is none.</summary>
    public async Task<RecordingNow?> AtAsync(Guid build, SlotRef slot, CancellationToken cancel) =>
        await shelf.OpenAtAsync(build, Address(slot), cancel) is { } kept
            ? _running.TryGetValue(kept.Id, out var recording)
                ? recording.After(0).Now
                : await ShownAsync(kept, 0, cancel)
            : null;

    /// <summary>Ends one; it waits to be kept then.</summary>
    public async Task StopAsync(Guid id, CancellationToken cancel)
    {
        if (_running.TryGetValue(id, out var recording))
        {
            recording.End(RecordingStands.Stopped);
        }
        else
        {
            await shelf.AskToStopAsync(id, cancel);
        }
    }

    /// <summary>Gives one up.</summary>
    public async Task DropAsync(Guid id, CancellationToken cancel)
    {
        await shelf.CloseAsync(id, "dropped", cancel);
        if (_running.TryGetValue(id, out var recording))
        {
            recording.End(RecordingStands.Stopped);
        }
    }

    /// <summary>One as it is in the record, with all of its points; what has ended is waited for until it is there. Null if there is
    /// none.</summary>
    public async Task<(KeptRecording Recording, TraceColumns Points)?> SettledAsync(Guid id, CancellationToken cancel)
    {
        if (_running.TryGetValue(id, out var recording) && !recording.Runs)
        {
            await recording.Settled.WaitAsync(s_patience, time, cancel).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
        }

        return await shelf.FindAsync(id, cancel) is { } kept ? (kept, await shelf.PointsAsync(id, cancel)) : null;
    }

    /// <summary>Says that one stands in the log.</summary>
    public Task KeepAsync(Guid id, CancellationToken cancel) => shelf.CloseAsync(id, "kept", cancel);

    /// <summary>What a gauge records now, whichever instance listens to it; null for nothing.</summary>
    public async Task<KeptRecording?> RunningAsync(string gauge, CancellationToken cancel)
    {
        var before = await shelf.RunningAsync(gauge, cancel);
        if (before is null)
        {
            return null;
        }

        if (_running.TryGetValue(before.Id, out var ours))
        {
            // What has ended here is not always in the record yet: its gauge is free.
            return ours.Runs ? before : null;
        }

        // Another instance's, or one of ours whose end came into the record since that was read.
        return await shelf.RunningAsync(gauge, cancel);
    }

    /// <summary>How a place is named in the record.</summary>
    public static string Address(SlotRef slot) => JsonSerializer.Serialize(slot, Json.Of<SlotRef>());

    private async Task<RecordingNow> ShownAsync(KeptRecording kept, int after, CancellationToken cancel)
    {
        var points = await shelf.PointsAsync(kept.Id, cancel);
        var from = Math.Clamp(after, 0, points.X.Count);
        return new RecordingNow(
            kept.Id,
            JsonSerializer.Deserialize(kept.Slot, Json.Of<SlotRef>())!,
            kept.Gauge,
            kept.Stands switch
            {
                "running" => RecordingStands.Running,
                "cut-off" => RecordingStands.CutOff,
                _ => RecordingStands.Stopped,
            },
            from,
            new TraceColumns([.. points.X.Skip(from)], [.. points.Y.Skip(from)]),
            kept.Missed,
            points.X.Count >= TraceColumns.Fewest,
            null
        );
    }

    private async Task RunAsync(Recording recording, long from)
    {
        var stored = 0;
        try
        {
            stored = await HearAsync(recording, from);
        }
        catch (Exception e)
        {
            // What was heard so far is kept, and how it ended nobody knows.
            logger.LogError(e, "A recording at {Gauge} broke off", recording.Gauge);
            recording.End(RecordingStands.CutOff);
        }

        try
        {
            await FinishAsync(recording, stored);
        }
        catch (Exception e)
        {
            logger.LogError(e, "The end of a recording at {Gauge} could not be put into the record", recording.Gauge);
        }

        _running.TryRemove(recording.Id, out _);
        recording.Settle();
    }

    /// <summary>Listens until it ends.</summary>
    /// <returns>How much of it is in the record.</returns>
    private async Task<int> HearAsync(Recording recording, long from)
    {
        var gauges = new HashSet<string>(StringComparer.Ordinal) { recording.Gauge };
        var (began, flushed, stored) = (time.GetTimestamp(), time.GetTimestamp(), 0);
        while (recording.Runs)
        {
            var (samples, upTo, _) = hub.After(from, gauges);
            from = upTo;
            recording.Hear(samples, time.GetUtcNow());
            if (life.ApplicationStopping.IsCancellationRequested)
            {
                recording.End(RecordingStands.CutOff);
            }
            else if (time.GetElapsedTime(began) > s_longest)
            {
                recording.End(RecordingStands.Stopped);
            }
            else if (time.GetElapsedTime(flushed) >= s_flushedEvery)
            {
                (stored, flushed) = (await FlushedAsync(recording, stored), time.GetTimestamp());
            }

            await Task.Delay(s_lookedAtEvery, time);
        }

        return stored;
    }

    /// <summary>Puts into the record what came since; what can't be put there now goes with the next.</summary>
    /// <returns>How much of it is there.</returns>
    private async Task<int> FlushedAsync(Recording recording, int stored)
    {
        try
        {
            var (now, _) = recording.After(stored);
            if (await shelf.AddAsync(recording.Id, stored, now.Points, now.Missed))
            {
                recording.End(RecordingStands.Stopped);
            }

            return stored + now.Points.X.Count;
        }
        catch (Exception e) when (e is NpgsqlException or IOException or TimeoutException)
        {
            return stored;
        }
    }

    private async Task FinishAsync(Recording recording, int stored)
    {
        var stands = recording.After(int.MaxValue).Now.Stands == RecordingStands.CutOff ? "cut-off" : "stopped";
        while (true)
        {
            try
            {
                var (now, _) = recording.After(stored);
                await shelf.AddAsync(recording.Id, stored, now.Points, now.Missed);
                await shelf.EndAsync(recording.Id, stands);
                return;
            }
            catch (Exception e) when (e is NpgsqlException or IOException or TimeoutException)
            {
                if (life.ApplicationStopping.IsCancellationRequested)
                {
                    logger.LogWarning("The end of a recording at {Gauge} could not be put into the record", recording.Gauge);
                    return;
                }

                await Task.Delay(s_flushedEvery, time);
            }
        }
    }
}
