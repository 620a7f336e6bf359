using System.Text.Json.Serialization;
using NeatBore.Core.Log;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

/// <summary>What was read elsewhere of the same, to be taken with one tap.</summary>
/// <param name="Reading">It, as it was taken there.</param>
/// <param name="Typed">As it was typed.</param>
/// <param name="Value">In the slot's base unit; null for a word or a pick.</param>
/// <param name="Option">The id of what was picked.</param>
/// <param name="Where">That place, in words.</param>
/// <param name="At">When it was taken.</param>
/// <param name="Instrument">The id of what it was taken with.</param>
/// <param name="TemperatureC">The temperature that was read with it, °C; null where none was.</param>
public sealed record Offer(
    Guid Reading,
    string Typed,
    double? Value,
    string? Option,
    string Where,
    DateTimeOffset At,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] string? Instrument = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] double? TemperatureC = null
);

/// <summary>What a build knows already of the places that a step asks for.</summary>
internal static class Offers
{
    /// <summary>A step with what is offered at each of its empty places.</summary>
    public static StepState At(StepState step, WorkedBuild build, ProcedureBook book)
    {
        var newest = step.Rounds[^1];
        if (step.BlockedBy is not null || newest.Slots.All(s => s.Readings.Any(r => r.Struck is null) || !MayBe(s.Slot)))
        {
            return step;
        }

        var slots = newest
            .Slots.Select(s =>
                s.Readings.Any(r => r.Struck is null) || !MayBe(s.Slot) ? s : s with { Offer = For(s.Slot, step, build, book) }
            )
            .ToList();
        return slots.Exists(s => s.Offer is not null)
            ? step with
            {
                Rounds = [.. step.Rounds.SkipLast(1), newest with { Slots = slots }],
            }
            : step;
    }

    /// <summary>What is offered at one place of a step; null where nothing is.</summary>
    public static Offer? For(Slot slot, StepState step, WorkedBuild build, ProcedureBook book) =>
        Stray(slot, step.Ref, build) ?? (slot.Same is null ? null : Known(slot, slot.Same, step, build, book));

    private static bool MayBe(Slot slot) => slot.Kind is SlotKind.Number or SlotKind.Text or SlotKind.Pick or SlotKind.Tick;

    /// <summary>What was taken on the wrong engine goes to the same place of the right one.</summary>
    private static Offer? Stray(Slot slot, StepRef at, WorkedBuild build)
    {
        var taken = build.Log.Select(e => e.Event).OfType<ReadingTaken>().Select(r => r.From?.Reading).OfType<Guid>().ToHashSet();
        return build
            .Log.Select(e => e.Event)
            .OfType<ReadingsOffered>()
            .SelectMany(o => o.Readings.Select(r => (o.From, Reading: r)))
            .Where(o => Suits(o.Reading, slot))
            .Where(o => o.Reading.Slot.Step == at && o.Reading.Slot.Slot == slot.Key && !taken.Contains(o.Reading.Reading))
            .Select(o => new Offer(
                o.Reading.Reading,
                o.Reading.Typed,
                o.Reading.Value,
                o.Reading.Option,
                $"taken on {o.From} by mistake",
                o.Reading.DoneAt,
                o.Reading.Instrument
            ))
            .LastOrDefault();
    }

    /// <summary>Whether a place of this run sheet can take it: the other engine may have asked for something else there.</summary>
    private static bool Suits(OfferedReading reading, Slot slot) =>
        slot.Kind switch
        {
            SlotKind.Number => reading.Value is { } value && double.IsFinite(value),
            SlotKind.Pick => slot.Options!.Any(o => o.Id == reading.Option),
            _ => true,
        };

    private static Offer? Known(Slot slot, string same, StepState step, WorkedBuild build, ProcedureBook book)
    {
        var read = build
            .Tasks.SelectMany(t =>
                t.Steps.SelectMany(s =>
                    (s.Ref == step.Ref ? Before(s, build) : s.Rounds.TakeLast(1))
                        .SelectMany(r => r.Slots)
                        .Where(x => x.Slot.Same == same && x.Slot.Kind == slot.Kind && x.Live is not null)
                        .Select(x => (Task: t, Step: s, Live: x.Live!))
                )
            )
            .OrderBy(r => r.Live.DoneAt)
            .LastOrDefault();
        return read.Live is { } live && live.DoneAt > WorkedAt(same.Split('/')[0], build, book)
            ? new Offer(
                live.Id,
                live.Typed,
                live.Value,
                live.Option,
                $"{read.Task.Title}, {char.ToLowerInvariant(read.Step.Title[0])}{read.Step.Title[1..]}",
                live.DoneAt,
                live.Instrument?.Id,
                WarmthAt(read.Task, read.Step, live.DoneAt)
            )
            : null;
    }

    /// <summary>When a part was worked on last: what was read of it before is not so any more.</summary>
    private static DateTimeOffset WorkedAt(string part, WorkedBuild build, ProcedureBook book) =>
        build
            .Tasks.SelectMany(t =>
            {
                var working = book.Find(t.Ref.Kind, t.Procedure).Steps.Where(s => s.Works.Contains(part)).Select(s => s.Id).ToList();
                return t.Steps.Where(s => working.Contains(s.Ref.Step));
            })
            .SelectMany(s => s.Rounds)
            .SelectMany(r => r.Slots)
            .SelectMany(s => s.Readings)
            .Where(r => r.Struck is null)
            .Select(r => r.DoneAt)
            .DefaultIfEmpty(DateTimeOffset.MinValue)
            .Max();

    /// <summary>The rounds of a step that ended because something else began anew, not because it was to be read again itself.</summary>
    private static IEnumerable<RoundState> Before(StepState step, WorkedBuild build) =>
        build.Log.Select(e => e.Event).OfType<RoundBegan>().LastOrDefault(r => r.Step == step.Ref) is { Words: null }
            ? step.Rounds.SkipLast(1)
            : [];

    /// <summary>The temperature of the part that was read with it: at the same step, or else last before it in the same task.</summary>
    private static double? WarmthAt(TaskState task, StepState step, DateTimeOffset at) =>
        Warmth(step).LastOrDefault()?.Value ?? task.Steps.SelectMany(Warmth).Where(r => r.DoneAt <= at).MaxBy(r => r.DoneAt)?.Value;

    private static IEnumerable<ReadingState> Warmth(StepState step) =>
        step
            .Rounds.SelectMany(r => r.Slots)
            .Where(s => s.Slot.Dimension == Measures.Dimension.Temperature)
            .Select(s => s.Live)
            .OfType<ReadingState>();
}
