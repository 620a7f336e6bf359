using System.Text.Json.Serialization;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

/// <summary>A build as one line of Today: what its strip shows and what to do next. Without an engine, and with what is wrong, where it
/// can't be read.</summary>
/// <param name="Id">The build.</param>
/// <param name="Number">The shop's build number.</param>
/// <param name="Name">What it is for.</param>
/// <param name="Engine">Its engine sheet, by id: the strip of that is drawn.</param>
/// <param name="Standing">How it stands.</param>
/// <param name="Do">What to do next on it.</param>
/// <param name="At">The task that this is about.</param>
/// <param name="AtStep">The step that this is about, in words.</param>
/// <param name="Places">How each place of the strip stands, in its order.</param>
/// <param name="Done">How many of its tasks are done.</param>
/// <param name="Tasks">How many there are.</param>
/// <param name="OpenedAt">When it was put on the bench.</param>
/// <param name="Waits">What is against the clock, soonest first; the first two.</param>
/// <param name="View">The end that the words are seen from.</param>
/// <param name="Later">From when on something else is to be done next, and what.</param>
/// <param name="Fault">Why it can't be read.</param>
/// <param name="Owner">The owner's reference; null for none.</param>
/// <param name="Due">When it is promised; null for no day.</param>
/// <param name="OffBench">Whether it was taken off the bench.</param>
/// <param name="Stand">The engine stand that it is on; null for none.</param>
/// <param name="Down">Whether it was put down half done; null while it is worked on.</param>
/// <param name="Tools">What is out of the crib for it; null for nothing.</param>
public sealed record BuildLine(
    Guid Id,
    string Number,
    string Name,
    string? Engine,
    Standing Standing,
    Sentence Do,
    TaskRef? At,
    string? AtStep,
    IReadOnlyList<PlaceLine> Places,
    int Done,
    int Tasks,
    DateTimeOffset OpenedAt,
    IReadOnlyList<Wait> Waits,
    View View,
    Later? Later,
    string? Fault,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] string? Owner = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] DateOnly? Due = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)] bool OffBench = false,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] string? Stand = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] Down? Down = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<TakenTool>? Tools = null
)
{
    private const int MostWaits = 2;

    /// <summary>The line of a build.</summary>
    public static BuildLine Of(Guid id, BuildState state)
    {
        // A task that goes over several places stands at each of them, and is one; it is done when it is at all of them.
        var tasks = state.Places.SelectMany(p => p.Tasks).GroupBy(t => t.Ref).ToList();
        return new BuildLine(
            id,
            state.Number,
            state.Name,
            state.Sheet.Id,
            state.Standing,
            state.Do,
            state.At,
            state.AtStep,
            [
                .. state.Places.Select(p => new PlaceLine(
                    p.Id,
                    p.Standing,
                    p.Next?.Kind,
                    p.Tasks.FirstOrDefault(t => t.Ref == p.Next)?.Standing
                )),
            ],
            tasks.Count(t => t.All(x => x.Standing == Standing.Done)),
            tasks.Count,
            state.OpenedAt,
            [.. state.Waits.Take(MostWaits)],
            state.View,
            state.Later,
            null,
            state.Life.Owner.Length > 0 ? state.Life.Owner : null,
            state.Life.Due,
            state.Life.OffBench,
            state.Life.Stand.Length > 0 ? state.Life.Stand : null,
            state.Down,
            state.Tools.Where(t => t.BackAt is null).ToList() is [_, ..] taken ? taken : null
        );
    }

    /// <summary>The line of a build that can't be read.</summary>
    public static BuildLine Unreadable(Guid id, string number, string name, DateTimeOffset openedAt, string fault) =>
        new(
            id,
            number,
            name,
            null,
            Standing.Stop,
            Sentence.Of("This build can’t be read by this version of Neat Bore. Nothing of it is lost: take its file out."),
            null,
            null,
            [],
            0,
            0,
            openedAt,
            [],
            View.Front,
            null,
            fault
        );
}

/// <summary>How a place stands, with the task that is next there, by its kind.</summary>
public sealed record PlaceLine(string Id, Standing Standing, string? Next, Standing? NextStanding);
