using NeatBore.Core.Bench;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Store;
using Npgsql;

namespace NeatBore.Server.Builds;

/// <summary>What became of one request’s commands.</summary>
/// <param name="Results">One for each command.</param>
/// <param name="Shared">What all are told that were stored with them.</param>
/// <param name="Working">How long it took to work them out.</param>
/// <param name="Storing">How long the transaction took that stored them, without what was worked out in it.</param>
internal sealed record Worked(IReadOnlyList<WorkResult> Results, SharedAnswer Shared, TimeSpan Working, TimeSpan Storing);

/// <summary>Takes work into builds. Requests that wait for the same build go into one transaction, in the order in which they
/// came.</summary>
internal sealed class WorkQueue(BuildLog builds, BuildReader reader, OpenBuilds open, TimeProvider clock)
{
    private const int MostTogether = 50;

    private readonly Dictionary<Guid, Queue<Waiting>> _waiting = [];

    /// <summary>Takes commands; null if there is no such build. What was begun is finished, whether or not whoever asked still
    /// waits.</summary>
    public async Task<Worked?> TakeAsync(
        Guid build,
        Desk desk,
        Signer by,
        IReadOnlyList<Command> commands,
        IReadOnlyDictionary<SheetRef, EngineSheet> sheets,
        CancellationToken cancel
    )
    {
        var mine = new Waiting(
            desk,
            by,
            commands,
            sheets,
            new TaskCompletionSource<Worked?>(TaskCreationOptions.RunContinuationsAsynchronously)
        );
        lock (_waiting)
        {
            if (_waiting.TryGetValue(build, out var others))
            {
                others.Enqueue(mine);
            }
            else
            {
                _waiting[build] = new Queue<Waiting>([mine]);
                _ = Task.Run(() => TakeAllAsync(build), CancellationToken.None);
            }
        }

        return await mine.Answer.Task.WaitAsync(cancel);
    }

    private async Task TakeAllAsync(Guid build)
    {
        while (true)
        {
            var together = new List<Waiting>();
            lock (_waiting)
            {
                while (together.Count < MostTogether && _waiting[build].TryDequeue(out var next))
                {
                    together.Add(next);
                }

                if (together.Count == 0)
                {
                    _waiting.Remove(build);
                    return;
                }
            }

            await TakeTogetherAsync(build, together);
        }
    }

    private async Task TakeTogetherAsync(Guid build, IReadOnlyList<Waiting> together)
    {
        try
        {
            await StoreAsync(build, together);
        }
        catch (Exception e)
            when (together.Count > 1 && e is PostgresException { IsTransient: false } or not (NpgsqlException or IOException))
        {
            // An id of one of them is another build's, or one is what nobody thought of: that keeps none of the others from being taken.
            foreach (var one in together)
            {
                await TakeTogetherAsync(build, [one]);
            }
        }
        catch (Exception e)
        {
            foreach (var one in together)
            {
                one.Answer.TrySetException(e);
            }
        }
    }

    private async Task StoreAsync(Guid build, IReadOnlyList<Waiting> together)
    {
        // Versions are added and never go: who knows most knows all that the others do.
        var (sheets, known) = (together.Select(w => w.Sheets).MaxBy(s => s.Count)!, open.Find(build));
        var (began, working, before, done) = (clock.GetTimestamp(), TimeSpan.Zero, (WorkedBuild?)null, new List<Done>());
        Appended Decide(IReadOnlyList<LogEntry> fresh)
        {
            var from = clock.GetTimestamp();
            done.Clear();
            var stood = before = reader.Grown(known, sheets, fresh);
            foreach (var one in together)
            {
                done.Add(Take(one, stood));
                stood = done[^1].After?.Build ?? stood;
            }

            LogEntry[] added = [.. done.SelectMany(d => d.After?.Added ?? [])];
            var line = added.Length == 0 ? null : BuildReader.Line(build, stood);
            working += clock.GetElapsedTime(from);
            return new Appended(added, line);
        }

        // What is refused may be so because of what is not known yet: then, and where another instance was quicker, it is looked at
        // under the row's lock.
        var there = known is not null && Decide([]) is { Entries.Count: > 0 } appended && await builds.TryAppendAsync(build, appended);
        there = there || await builds.AppendAsync(build, known?.UpToSeq ?? 0, Decide);
        var storing = clock.GetElapsedTime(began) - working;
        if (!there)
        {
            foreach (var one in together)
            {
                one.Answer.TrySetResult(null);
            }

            return;
        }

        // Each is told how the build stands once all are stored: that is worked out once.
        var stands = done.LastOrDefault(d => d.After is not null)?.After!.Build;
        if (stands is not null)
        {
            open.Keep(build, stands);
        }

        var shared = stands is null ? null : new SharedAnswer(before!, stands);
        foreach (var (one, after, wrong, took) in done)
        {
            _ = after is null
                ? one.Answer.TrySetException(wrong!)
                : one.Answer.TrySetResult(new Worked(after.Results, shared!, took, storing));
        }
    }

    /// <summary>What can't be taken at all is that request's own matter.</summary>
    private Done Take(Waiting one, WorkedBuild stood)
    {
        var start = clock.GetTimestamp();
        try
        {
            return new Done(one, one.Desk.Take(stood, one.Commands, one.By, Now(clock)), null, clock.GetElapsedTime(start));
        }
        catch (Exception e) when (e is not OutOfMemoryException)
        {
            return new Done(one, null, e, default);
        }
    }

    /// <summary>To the microsecond, which is what the database keeps.</summary>
    internal static DateTimeOffset Now(TimeProvider clock)
    {
        var now = clock.GetUtcNow();
        return now.AddTicks(-(now.Ticks % TimeSpan.TicksPerMicrosecond));
    }

    private sealed record Waiting(
        Desk Desk,
        Signer By,
        IReadOnlyList<Command> Commands,
        IReadOnlyDictionary<SheetRef, EngineSheet> Sheets,
        TaskCompletionSource<Worked?> Answer
    );

    private sealed record Done(Waiting By, Sitting? After, Exception? Wrong, TimeSpan Took);
}
