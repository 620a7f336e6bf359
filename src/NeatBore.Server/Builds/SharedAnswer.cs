using System.Collections.Concurrent;
using System.Text.Json;
using NeatBore.Core.Bench;
using NeatBore.Core.Log;
using NeatBore.Core.RunSheets;

namespace NeatBore.Server.Builds;

/// <summary>What all those are told alike whose work went into one transaction: written once for each step that it is about.</summary>
/// <param name="before">The build as it stood.</param>
/// <param name="after">The build as it stands.</param>
internal sealed class SharedAnswer(WorkedBuild before, WorkedBuild after)
{
    private static readonly byte[] s_results = "{\"results\":"u8.ToArray();

    private readonly ConcurrentDictionary<string, byte[]> _written = new(StringComparer.Ordinal);

    /// <summary>Writes a <see cref="WorkAnswer"/> as JSON.</summary>
    /// <param name="results">What became of each command.</param>
    /// <param name="last">The last command.</param>
    public IResult To(IReadOnlyList<WorkResult> results, Command last)
    {
        var steps = Shown(last).ToList();
        var rest = _written.GetOrAdd(string.Join(' ', steps.Select(s => $"{s.Ref}")), _ => Written(steps));
        byte[] own = [.. s_results, .. JsonSerializer.SerializeToUtf8Bytes(results, Json.Of<IReadOnlyList<WorkResult>>()), (byte)','];
        return TypedResults.Stream(
            async stream =>
            {
                await stream.WriteAsync(own);
                // The rest begins with a brace of its own; it is nobody's alone, and long.
                await stream.WriteAsync(rest.AsMemory(1));
            },
            "application/json; charset=utf-8"
        );
    }

    private byte[] Written(IReadOnlyList<StepState> steps) =>
        JsonSerializer.SerializeToUtf8Bytes(
            new Rest(
                before.UpToSeq,
                BuildHead.Of(after.State),
                [.. after.Tasks.Where(t => !before.Tasks.Any(b => ReferenceEquals(b, t))).Select(TaskLine.Of)],
                [.. steps.Select(s => BuildEndpoints.Bare(s, after))]
            ),
            Json.Of<Rest>()
        );

    /// <summary>What is looked at after a command: the step that it was about, and the one that its task goes on to.</summary>
    private IEnumerable<StepState> Shown(Command command)
    {
        var step = command switch
        {
            TakeReading take => take.Slot.Step,
            Strike strike => after.SlotOf(strike.Reading)?.Step,
            BeginRound round => round.Step,
            Decide decide => decide.Step,
            OpenGate gate => gate.Step,
            Attach attach => attach.Step,
            Note note => note.Step,
            JudgeByHand judge => judge.Step,
            _ => null,
        };
        var at = step?.Task ?? (command as StartTask)?.Task ?? (command as Choose)?.Task;
        return after.Tasks.FirstOrDefault(t => t.Ref == at) is { } task
            ? task.Steps.Where(s =>
                s.Ref == step
                || s.Ref == task.Next
                || (command is Choose choose && task.Choices.Any(c => c.Id == choose.Choice && c.Step == s.Ref.Step))
            )
            : [];
    }

    /// <summary>A <see cref="WorkAnswer"/> without what became of each command.</summary>
    private sealed record Rest(long Since, BuildHead Head, IReadOnlyList<TaskLine> Tasks, IReadOnlyList<StepState> Steps);
}
