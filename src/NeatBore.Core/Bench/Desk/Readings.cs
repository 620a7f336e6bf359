using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

public sealed partial class Desk
{
    private ReadingTaken Reading(TakeReading take, WorkedBuild state) =>
        take.Late is { } late ? CameLate(take, late, state) : Read(take, state);

    private ReadingTaken Read(TakeReading take, WorkedBuild state)
    {
        var step = Unblocked(state, take.Slot.Step);
        if (take.Slot.Round != step.Round)
        {
            throw new UnusableInputException("slot.round", $"must be {step.Round}: “{step.Title}” is in that round now");
        }

        var slots = step.Rounds[^1].Slots;
        var place =
            slots.FirstOrDefault(s => s.Slot.Key == take.Slot.Slot)
            ?? throw new UnusableInputException("slot.slot", $"there is no place “{take.Slot.Slot}” in “{step.Title}”");
        var slot = place.Slot;
        if (take.Offered is { } known)
        {
            return Known(take, known, slot, step, state);
        }

        var by = take.Instrument is null
            ? null
            : shop.Instruments.FirstOrDefault(i => i.Id == take.Instrument)
                ?? throw new UnusableInputException("instrument", $"there is no instrument “{take.Instrument}” in this shop");
        if (slot.Kind == SlotKind.Tool)
        {
            var tool =
                shop.Crib.FirstOrDefault(t => t.Id == take.Typed.Trim())
                ?? throw new UnusableInputException("typed", $"there is no tool “{take.Typed.Trim()}” in this crib");
            return new ReadingTaken(take.Id, take.DoneAt, take.Slot, tool.Name ?? tool.Id, null, by, false, tool);
        }

        if (slot.Kind == SlotKind.Pick)
        {
            var option =
                slot.Options!.FirstOrDefault(o => o.Id == take.Typed.Trim())
                ?? throw new UnusableInputException("typed", $"must be one of {string.Join(", ", slot.Options!.Select(o => o.Id))}");
            return new ReadingTaken(take.Id, take.DoneAt, take.Slot, option.Label, null, by, false, Option: option.Id);
        }

        if (slot.Kind == SlotKind.Trace)
        {
            return Traced(take, slot, by);
        }

        if (slot.Kind == SlotKind.Sight)
        {
            return Seen(take, by);
        }

        if (slot.Kind != SlotKind.Number)
        {
            if (slot.Stock is { } kinds)
            {
                var stock = shop.Crib.Where(t => kinds.Contains(t.Kind)).ToList();
                return new ReadingTaken(
                    take.Id,
                    take.DoneAt,
                    take.Slot,
                    $"{stock.Sum(t => t.Quantity ?? 1)} in the crib",
                    null,
                    by,
                    false,
                    Stock: stock
                );
            }

            var word = slot.Kind == SlotKind.Text ? Reason(take.Typed, "typed") : "done";
            return new ReadingTaken(take.Id, take.DoneAt, take.Slot, word, null, by, false);
        }

        if (take.CutOff)
        {
            throw new UnusableInputException("cutOff", "half a pull is no torque: pull it again, or type what the wrench clicked at");
        }

        // A pull that was recorded is read off its trace.
        if (take is { Recording: not null, Trace: { X.Count: > 0 } pull } && slot.Trace is not null)
        {
            take = take with { Typed = Wording.Write(new Quantity(pull.Peak(), slot.Dimension, 0.1)), DecimalMark = "." };
        }

        var value = TypedNumber.Read(take.Typed, take.Unit, take.DecimalMark, slot.Dimension);
        if (!take.OddConfirmed && (Odd(slot, value, slots) ?? OutOfReach(slot, value, by, slots)) is { } question)
        {
            throw new OddReadingException(question);
        }

        return new ReadingTaken(
            take.Id,
            take.DoneAt,
            take.Slot,
            take.Typed.Trim(),
            value,
            by,
            take.OddConfirmed,
            Trace: take.Trace is not null && slot.Trace is not null ? Traced(take, slot, by).Trace : null
        );
    }

    /// <summary>What was read elsewhere, taken here as it is.</summary>
    private ReadingTaken Known(TakeReading take, Guid known, Slot slot, StepState step, WorkedBuild state)
    {
        if (Offers.For(slot, step, state, book) is not { } offer || offer.Reading != known)
        {
            throw new UnusableInputException("offered", "is no longer offered here: read it again");
        }

        return new ReadingTaken(
            take.Id,
            take.DoneAt,
            take.Slot,
            offer.Typed,
            offer.Value,
            shop.Instruments.FirstOrDefault(i => i.Id == offer.Instrument),
            false,
            Option: offer.Option,
            From: new ReadFrom(offer.Reading, offer.Where, offer.At)
        );
    }

    private static ReadingTaken Seen(TakeReading take, Instrument? by)
    {
        if (take.Sight is not { } sight || Math.Abs(sight.AroundMm) > 100 || Math.Abs(sight.AlongMm) > 100)
        {
            throw new UnusableInputException(
                "sight",
                "must say what was seen: how far the metal stands off, within 100 mm, or that the passage is shut"
            );
        }

        static string Way(double mm, string plus, string minus) =>
            Math.Abs(mm) < 0.005 ? "" : $"{Wording.Number(Math.Abs(mm), 0.01)} mm {(mm > 0 ? plus : minus)}";
        var words =
            sight.Kind == SightKind.Shut
                ? "shut"
                : string.Join(
                    ", ",
                    new[] { Way(sight.AroundMm, "clockwise", "anticlockwise"), Way(sight.AlongMm, "rearwards", "forwards") }.Where(w =>
                        w.Length > 0
                    )
                );
        return new ReadingTaken(
            take.Id,
            take.DoneAt,
            take.Slot,
            (words.Length == 0 ? "fully open" : words) + (sight.Kind == SightKind.Wire ? ", by wire" : ""),
            null,
            by,
            false,
            Sight: sight
        );
    }

    private static ReadingTaken Traced(TakeReading take, Slot slot, Instrument? by)
    {
        var faults = new Faults();
        if (faults.Require(take.Trace is not null, "trace", "must hold the columns that the gauge recorded"))
        {
            take.Trace!.Check(faults, "trace");
        }

        faults.ThrowIfAny();
        var (trace, axes) = (take.Trace!, slot.Trace!);
        var peak = Wording.Write(new Quantity(trace.Peak(), axes.Y, axes.Y == Dimension.Force ? 100 : 0.1));
        var cut = take.CutOff ? $", cut off at {Wording.Write(new Quantity(trace.X[^1], axes.X, 0.1))}" : "";
        return new ReadingTaken(
            take.Id,
            take.DoneAt,
            take.Slot,
            $"{trace.X.Count} points, peak {peak}{cut}",
            trace.Peak(),
            by,
            take.OddConfirmed,
            Trace: PackedTrace.Of(trace, axes),
            CutOff: take.CutOff
        );
    }

    /// <summary>Outside what the instrument in hand can read: another was used, or it was mistyped. Asked once a step. A depth that stands
    /// proud is read by the same gauge turned round.</summary>
    internal static Sentence? OutOfReach(Slot slot, double value, Instrument? by, IReadOnlyList<SlotState> slots) =>
        !Reaches(by, value)
        && !slots.Any(s => s.Live is { OddConfirmed: true, Value: { } kept } live && live.Instrument?.Id == by!.Id && !Reaches(by, kept))
            ? Sentence.Of(
                "{value} was understood, but {gauge} reads from {low} to {high}. Take in hand what was used; Enter again keeps it.",
                ("value", new Quantity(value, slot.Dimension, slot.Resolution)),
                ("gauge", Quantity.Word(by!.Name)),
                ("low", new Quantity(by.Low!.Value, slot.Dimension, slot.Resolution)),
                ("high", new Quantity(by.High!.Value, slot.Dimension, slot.Resolution))
            )
            : null;

    private static bool Reaches(Instrument? by, double value) =>
        by is not { Low: { } low, High: { } high } || ((low < 0 ? value : Math.Abs(value)) is var reads && reads >= low && reads <= high);

    /// <summary>Outside what the part could be, or ten or more times away from the others like it at this step.</summary>
    internal static Sentence? Odd(Slot slot, double value, IReadOnlyList<SlotState> slots)
    {
        Quantity Shown(double v) => new(v, slot.Dimension, slot.Resolution);
        Quantity Roughly(double v, Band part) => new(v, slot.Dimension, Math.Max(slot.Resolution, (part.High - part.Low) / 20));
        if (slot.Plausible is { } part && (value < part.Low || value > part.High))
        {
            return Sentence.Of(
                "{value} was understood, but here it would be from {low} to {high}. Enter again keeps it as typed.",
                ("value", Shown(value)),
                ("low", Roughly(part.Low, part)),
                ("high", Roughly(part.High, part))
            );
        }

        var peers = slots
            .Where(s => slot.Peers is not null && s.Slot.Peers == slot.Peers && s.Slot.Key != slot.Key && s.Live?.Value is not null)
            .Select(s => Math.Abs(s.Live!.Value!.Value))
            .Where(v => v > 0)
            .Order()
            .ToList();
        var usual = peers.Count == 0 ? 0 : peers[peers.Count / 2];
        return usual > 0 && value != 0 && (Math.Abs(value) >= 10 * usual || Math.Abs(value) <= usual / 10)
            ? Sentence.Of(
                "{value} was understood; the others here are about {usual}. Enter again keeps it as typed.",
                ("value", Shown(value)),
                ("usual", Shown(usual))
            )
            : null;
    }
}
