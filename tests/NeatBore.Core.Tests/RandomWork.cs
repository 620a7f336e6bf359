using NeatBore.Core.Bench;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Tests;

/// <summary>Work as nobody would do it: anything at any place, mostly where the run sheet waits for it, so that it gets
/// somewhere.</summary>
internal static class RandomWork
{
    private static readonly Shop s_shop = Workbench.Demo<Shop>("shop.json");

    /// <summary>Something at one of the tasks of a build; a note that can't be taken where nothing is begun yet.</summary>
    public static Command On(WorkedBuild build, Random random, DateTimeOffset at)
    {
        var tasks = build.Tasks.ToList();
        return tasks.Count == 0
            ? new Note(Guid.CreateVersion7(), at, Workbench.At("nose"), "not begun")
            : On(tasks[random.Next(tasks.Count)], random, Guid.CreateVersion7(), at);
    }

    /// <summary>Something at a task; one number of so many is what nobody would read, and the others lie so far apart.</summary>
    public static Command On(TaskState task, Random random, Guid id, DateTimeOffset at, int odd = 12, double apart = 1)
    {
        var open = task.Steps.Where(s => s.BlockedBy is null && s.Status != StepStatus.LeftOut).ToList();
        var step = open.Find(s => !s.Passed) is { } next && random.Next(6) > 0 ? next : open[random.Next(open.Count)];
        var slots = step.Rounds[^1].Slots;
        var place =
            slots.FirstOrDefault(s => s.Live is null && s.Slot.Required) is { } empty && random.Next(5) > 0 ? empty
            : slots.Count > 0 ? slots[random.Next(slots.Count)]
            : null;
        if (place is null || slots.All(s => s.Live is not null) || random.Next(12) == 0)
        {
            return random.Next(10) switch
            {
                0 when task.Choices.Count > 0 && task.Choices[random.Next(task.Choices.Count)] is var choice => new Choose(
                    id,
                    at,
                    task.Ref,
                    choice.Id,
                    choice.Options[random.Next(choice.Options.Count)].Id
                ),
                1 => new BeginRound(id, at, step.Ref, "again"),
                2 when slots.FirstOrDefault(s => s.Live is not null)?.Live is { } read => new Strike(id, at, read.Id, StrikeReason.Slip),
                3 => new Note(id, at, step.Ref, "looked at"),
                4 => new Decide(id, at, step.Ref, "it will do"),
                _ => new OpenGate(id, at, step.Ref, "to go on"),
            };
        }

        var (typed, trace, sight) = Anything(place.Slot, random, odd, apart);
        return new TakeReading(
            id,
            at,
            new SlotRef(step.Ref, step.Round, place.Slot.Key),
            typed,
            OddConfirmed: true,
            Trace: trace,
            Sight: sight
        );
    }

    /// <summary>Work as it mostly goes: what the run sheet waits for, near what is expected there; now and then something else.</summary>
    public static Command GoingOn(TaskState task, Random random, Guid id, DateTimeOffset at)
    {
        if (random.Next(9) == 0 || task.Next is null)
        {
            return On(task, random, id, at, odd: 40, apart: 0.04);
        }

        var step = task.Steps.First(s => s.Ref == task.Next);
        var slots = step.Rounds[^1].Slots;
        if (slots.FirstOrDefault(s => s.Live is null && s.Slot.Required) is { } empty)
        {
            var (typed, trace, sight) = Anything(empty.Slot, random, odd: 1000, apart: 0.004);
            // What it mostly is comes first of what there is to pick.
            var picked = empty.Slot.Kind == SlotKind.Pick && random.Next(4) > 0 ? empty.Slot.Options![0].Id : typed;
            return new TakeReading(
                id,
                at,
                new SlotRef(step.Ref, step.Round, empty.Slot.Key),
                picked,
                OddConfirmed: true,
                Trace: trace,
                Sight: sight is null ? null : sight with { AroundMm = sight.AroundMm / 8, AlongMm = sight.AlongMm / 8 }
            );
        }

        return random.Next(6) switch
        {
            0 => new BeginRound(id, at, step.Ref, "again"),
            1 or 2 => new Decide(id, at, step.Ref, "it will do"),
            3 when slots.FirstOrDefault(s => s.Live is null) is not null => On(task, random, id, at, odd: 40, apart: 0.04),
            _ => new OpenGate(id, at, step.Ref, "to go on"),
        };
    }

    private static (string Typed, TraceColumns? Trace, Sight? Sight) Anything(Slot slot, Random random, int odd, double apart) =>
        slot.Kind switch
        {
            SlotKind.Tool => (s_shop.Crib[random.Next(s_shop.Crib.Count)].Id, null, null),
            SlotKind.Pick => (slot.Options![random.Next(slot.Options.Count)].Id, null, null),
            SlotKind.Sight => ("seen", null, new Sight((SightKind)random.Next(3), Odd(random, odd, 0, 4), Odd(random, odd, 0, 4))),
            SlotKind.Trace => (
                "trace",
                new TraceColumns(
                    [.. Enumerable.Range(0, 40).Select(i => i * Odd(random, odd, 0.5, 0.2))],
                    [.. Enumerable.Range(0, 40).Select(i => i * Odd(random, odd, 100, 50))]
                ),
                null
            ),
            SlotKind.Number => (
                Wording
                    .Number(
                        slot.Dimension == Dimension.Count ? Math.Round(Odd(random, odd, 3, 3))
                            : slot.Plausible is { } part && random.Next(4) > 0
                                ? Odd(random, odd, slot.Expected ?? ((part.Low + part.High) / 2), apart * (part.High - part.Low))
                            : Odd(random, odd, slot.Expected ?? 10, apart * 10),
                        0.001
                    )
                    .Replace('−', '-'),
                null,
                null
            ),
            _ => ("done", null, null),
        };

    private static double Odd(Random random, int odd, double about, double spread) =>
        random.Next(odd) switch
        {
            0 => 0,
            1 => -about,
            2 => 999_999,
            3 => 1e-3,
            4 => about,
            _ => about + ((random.NextDouble() - 0.5) * spread),
        };
}
