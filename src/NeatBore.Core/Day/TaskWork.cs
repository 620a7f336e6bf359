using NeatBore.Core.Bench;
using NeatBore.Core.Log;

namespace NeatBore.Core.Day;

/// <summary>When a task was worked on, by its log.</summary>
public static class TaskWork
{
    /// <summary>Between two entries of a task no longer than this, somebody was at it, minutes.</summary>
    public const double GapMinutes = 20;

    /// <summary>An entry that did work, when and by whom.</summary>
    public sealed record Entry(DateTimeOffset At, Signer By);

    /// <summary>A long time between two entries of a task, of which nobody has said whether it was worked.</summary>
    /// <param name="Task">The task.</param>
    /// <param name="From">When the entry before it was done.</param>
    /// <param name="Until">When the entry after it was done.</param>
    public sealed record Gap(TaskRef Task, DateTimeOffset From, DateTimeOffset Until);

    /// <summary>How long a task was worked on.</summary>
    /// <param name="Task">The task.</param>
    /// <param name="Minutes">Minutes, without gaps of which nobody has said that they were worked.</param>
    /// <param name="AtLeast">Whether there is a gap that is not answered for: then it was so long at least.</param>
    public sealed record Worked(TaskRef Task, double Minutes, bool AtLeast);

    /// <summary>A task's entries that did work, in the order in which they were done.</summary>
    public static IReadOnlyList<Entry> Of(WorkedBuild build, TaskRef task)
    {
        return
        [
            .. build
                .Log.Where(e => e.Event.IsWork && e.Event.OfTask == task)
                .Select(e => new Entry(e.Event.DoneAt, e.By))
                .OrderBy(e => e.At),
        ];
    }

    /// <summary>How long a task was worked on, in minutes, from Begin to Done without what lay between Put down and pick up; null while
    /// a long gap is not answered for.</summary>
    public static double? Minutes(WorkedBuild build, TaskRef task) =>
        Gaps(build, task) is var (worked, open) && open.Count == 0 ? worked.TotalMinutes : null;

    /// <summary>How long each task was worked on.</summary>
    public static IReadOnlyList<Worked> WorkedOn(WorkedBuild build) =>
        [
            .. build.Tasks.Select(t =>
            {
                var (worked, open) = Gaps(build, t.Ref);
                return new Worked(t.Ref, worked.TotalMinutes, open.Count > 0);
            }),
        ];

    /// <summary>The gaps of a task that are still to be answered for, the newest last.</summary>
    public static IReadOnlyList<Gap> Unanswered(WorkedBuild build, TaskRef task) => Gaps(build, task).Open;

    private static (TimeSpan Worked, List<Gap> Open) Gaps(WorkedBuild build, TaskRef task)
    {
        var entries = Of(build, task);
        var told = build.Log.Select(e => e.Event).OfType<GapTold>().Where(g => g.Task == task).ToList();
        var downs = build.Log.Select(e => e.Event).Where(e => e is BuildPutDown or BuildPickedUp).OrderBy(e => e.DoneAt).ToList();
        var worked = TimeSpan.Zero;
        var open = new List<Gap>();
        foreach (var (before, after) in entries.Zip(entries.Skip(1)))
        {
            var between = after.At - before.At;
            var put = downs.Find(d => d is BuildPutDown && d.DoneAt >= before.At && d.DoneAt <= after.At);
            if (put is not null)
            {
                // Up to Put down somebody was at it, and again from when it was picked up.
                var picked = downs.Find(d => d is BuildPickedUp && d.DoneAt >= put.DoneAt && d.DoneAt <= after.At)?.DoneAt ?? after.At;
                worked += Short(put.DoneAt - before.At) + Short(after.At - picked);
            }
            else if (between.TotalMinutes <= GapMinutes)
            {
                worked += between;
            }
            else if (told.FindLast(g => g.Until == after.At) is { } said)
            {
                worked += said.Worked ? between : TimeSpan.Zero;
            }
            else if (!WentElsewhere(build, task, before, after))
            {
                open.Add(new Gap(task, before.At, after.At));
            }
        }

        return (worked, open);
    }

    private static TimeSpan Short(TimeSpan time) => time.TotalMinutes <= GapMinutes ? time : TimeSpan.Zero;

    /// <summary>Whether the same hand worked at another task of the build meanwhile.</summary>
    private static bool WentElsewhere(WorkedBuild build, TaskRef task, Entry before, Entry after) =>
        build
            .Tasks.Where(t => t.Ref != task)
            .SelectMany(t => Of(build, t.Ref))
            .Any(e => e.By.Id == before.By.Id && e.At > before.At && e.At < after.At);
}
