using NeatBore.Core.Bench;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Tests;

/// <summary>A builder who puts right what a Stop says and begins its step anew, with good parts and good gauges, and no lead
/// near.</summary>
internal sealed class Honest(Shop shop)
{
    private readonly Desk _desk = new(ProcedureBook.Default, shop);
    private string _said = "";

    /// <summary>Where his readings lie.</summary>
    private enum Reads
    {
        Expected,
        Zero,
        Quarter,
    }

    /// <summary>Why he doesn't get past it, however he goes about it; null where he does.</summary>
    public string? Stuck(WorkedBuild build, StepRef at, DateTimeOffset now)
    {
        var why = "";
        // The step by itself; all that it stands on, which may have been read wrong; or the choice that it names.
        foreach (var begun in Begun(build, at, now))
        {
            foreach (var reads in Enum.GetValues<Reads>())
            {
                var after = Work(begun, at, reads, now.AddHours(48));
                if (Step(after, at) is null or { Passed: true } or { Status: StepStatus.LeftOut })
                {
                    // What it stands on is read again, too; of itself it is twelve, or all of its places and a word on each.
                    var own = after.Log.Skip(build.Log.Count).Count(e => e.Event is not Called && e.Event.OfStep == at);
                    if (own <= Math.Max(12, (Step(after, at)?.Rounds[^1].Slots.Count ?? 0) + 3))
                    {
                        return null;
                    }

                    why = $"it takes {own} commands at the step";
                    continue;
                }

                var step = Step(after, at)!;
                why = $"{Wording.Write(step.Now.Do)} [{step.Verdict} {step.Now.Call?.Because}] {step.BlockedBy} {_said}";
            }
        }

        return why;
    }

    private IEnumerable<WorkedBuild> Begun(WorkedBuild build, StepRef at, DateTimeOffset now)
    {
        var task = build.Tasks.First();
        yield return Do(build, new BeginRound(Guid.CreateVersion7(), now, at, "put right"))!;
        yield return task
            .Steps.TakeWhile(s => s.Ref != at)
            .Select(s => s.Ref)
            .Append(at)
            .Aggregate(build, (b, step) => Do(b, new BeginRound(Guid.CreateVersion7(), now, step, "all anew")) ?? b);
        foreach (var choice in task.Choices)
        {
            foreach (var option in choice.Options.Where(o => o.Id != choice.Chosen))
            {
                if (Do(build, new Choose(Guid.CreateVersion7(), now, task.Ref, choice.Id, option.Id)) is { } chosen)
                {
                    yield return Do(chosen, new BeginRound(Guid.CreateVersion7(), now, at, "another way")) ?? chosen;
                }
            }
        }
    }

    /// <summary>Fills in what is asked for, here and in what has to come before it, until it is passed or nothing is left to do.</summary>
    private WorkedBuild Work(WorkedBuild build, StepRef at, Reads reads, DateTimeOffset now)
    {
        var first = Step(build, at)?.Round;
        // Read no better a second time, it is no better.
        for (var n = 0; n < 80 && Step(build, at) is { Passed: false } wanted && wanted.Round <= first + 1; n++)
        {
            now = now.AddMinutes(2);
            var step = wanted.BlockedBy is null
                ? wanted
                : build.Tasks.First().Steps.FirstOrDefault(s => s is { BlockedBy: null, Passed: false });
            var next = step is null
                ? null
                : Ways(step, reads, now).Select(c => Do(build, c)).OfType<WorkedBuild>().OrderBy(b => Worth(b, step.Ref)).FirstOrDefault();
            if (next is null)
            {
                break;
            }

            build = next;
        }

        return build;
    }

    /// <summary>Of the parts and tools to choose from he takes the one that will do.</summary>
    private static int Worth(WorkedBuild build, StepRef at) =>
        Step(build, at) switch
        {
            null or { Passed: true } => 0,
            { Verdict: Verdict.Stop } => 3,
            { Verdict: Verdict.LookAgain } => 2,
            _ => 1,
        };

    private IEnumerable<Command> Ways(StepState step, Reads reads, DateTimeOffset now)
    {
        if (step.Rounds[^1].Slots.FirstOrDefault(s => s is { Live: null, Slot.Required: true }) is { Slot: var slot })
        {
            foreach (var typed in Typed(slot, reads).Concat(slot.Kind == SlotKind.Number ? Named(step, slot) : []))
            {
                yield return new TakeReading(
                    Guid.CreateVersion7(),
                    now,
                    new SlotRef(step.Ref, step.Round, slot.Key),
                    typed,
                    Instrument: shop.Instruments.FirstOrDefault(i => i.Kind == slot.Instrument)?.Id,
                    OddConfirmed: true,
                    Sight: slot.Kind == SlotKind.Sight ? new Sight(SightKind.Seen, 0, 0) : null
                );
            }
        }
        else if (step.Verdict is Verdict.Stop or Verdict.LookAgain)
        {
            yield return new BeginRound(Guid.CreateVersion7(), now, step.Ref, "once more");
        }
        else if (step.Verdict == Verdict.Decide)
        {
            yield return new Decide(Guid.CreateVersion7(), now, step.Ref, "as good as it gets");
        }

        if (step.HandWays is [var hand, ..] && step.Hand is null)
        {
            yield return new JudgeByHand(Guid.CreateVersion7(), now, step.Ref, hand.Id, HandFound.Good, "felt");
        }
    }

    private IEnumerable<string> Typed(Slot slot, Reads reads) =>
        slot.Kind switch
        {
            SlotKind.Pick => slot.Options!.Select(o => o.Id),
            SlotKind.Tool => shop.Crib.Where(t => slot.Need is null || t.Kind == slot.Need.Kind).Select(t => t.Id),
            SlotKind.Number => [Number(slot, reads)],
            SlotKind.Text => ["0.20", "0.30 + 0.30 + 0.30"],
            _ => ["done"],
        };

    /// <summary>What the step itself names: the depth that is wanted, or the limit, and a little less.</summary>
    private static IEnumerable<string> Named(StepState step, Slot slot) =>
        new[] { step.Now, step.Calls.LastOrDefault()?.Judgement.Read() }
            .OfType<Judgement>()
            .SelectMany(j => j.Do.Args.Values.Concat(j.Call?.Why.Args.Values ?? Enumerable.Empty<Quantity>()))
            .Where(q => q.Dimension == slot.Dimension)
            .SelectMany(q => new[] { q.Value, q.Value * 0.9 })
            .Select(v => Wording.Number(v, 0.001).Replace('−', '-'));

    private static string Number(Slot slot, Reads reads)
    {
        var (low, high) = slot.Plausible is { } part ? (part.Low, part.High) : (0, 0);
        var value =
            reads == Reads.Zero ? 0
            : reads == Reads.Expected && slot.Expected is { } expected ? expected
            : low + ((high - low) * (reads == Reads.Quarter ? 0.25 : 0.5));
        return Wording.Number(value, 0.001).Replace('−', '-');
    }

    private WorkedBuild? Do(WorkedBuild build, Command command)
    {
        var sitting = _desk.Take(build, [command], Workbench.Tomas, command.DoneAt);
        _said = string.Join(" ", sitting.Results[0].Errors?.Values.SelectMany(e => e) ?? []);
        return sitting.Results[0].Taken ? sitting.Build : null;
    }

    private static StepState? Step(WorkedBuild build, StepRef at) => build.Tasks.First().Steps.FirstOrDefault(s => s.Ref == at);
}
