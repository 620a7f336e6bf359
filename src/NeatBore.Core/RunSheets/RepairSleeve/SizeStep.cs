using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.RepairSleeve;

/// <summary>The shaft held against the range that the sleeve is made for, and its wall against what a lip takes.</summary>
internal static class SizeStep
{
    public static readonly StepName Name = new("size");
    private static readonly NumberSlot s_shaft = Name.Number("shaft");
    private static readonly NumberSlot s_from = Name.Number("from");
    private static readonly NumberSlot s_to = Name.Number("to");
    private static readonly NumberSlot s_wall = Name.Number("wall");

    public static Step Step =>
        new(Name, "Shaft in the sleeve’s range", "plate")
        {
            When = Way.IsOn,
            Slots = c =>
                [
                    Across(s_shaft, "Shaft, where it is not worn", c, "micrometer"),
                    Across(s_from, "Sleeve fits from", c),
                    Across(s_to, "to", c),
                    new Slot(
                        s_wall,
                        "Its wall",
                        SlotKind.Number,
                        Dimension.Length,
                        0.01,
                        "micrometer",
                        Plausible: new Band(0.05, 2),
                        Required: false
                    ),
                ],
            Judge = Judge,
            Gate = "a sleeve that fits the shaft",
            Catches = "A sleeve that turns or slides on by hand is loose: another before it is drawn on",
            Cautions = ["Its edge cuts: gloves until it is on."],
        };

    private static Slot Across(NumberSlot slot, string label, StepContext c, string? instrument = null) =>
        new(
            slot,
            label,
            SlotKind.Number,
            Dimension.Length,
            0.01,
            instrument,
            Plausible: new Band(c.Sheet.Rear!.Seal.ShaftMm * 0.95, c.Sheet.Rear.Seal.ShaftMm * 1.05),
            Expected: c.Sheet.Rear.Seal.ShaftMm
        );

    private static Judgement Judge(StepContext c)
    {
        if (c.Number(s_shaft) is not { } shaft || c.Number(s_from) is not { } from || c.Number(s_to) is not { } to)
        {
            return Prompt.Next(c);
        }

        if (from > to)
        {
            return new Judgement(
                Sentence.Of("Read its packet again: from the smaller to the larger."),
                new Call(Verdict.LookAgain, Sentence.Of("A range can’t end before it begins."), [])
            );
        }

        var range = PressedFit.Between("shaft", shaft, c.Uncertainty(s_shaft), new Limit(from, to, LimitSource.Manual));
        if (range.Verdict != Verdict.Go)
        {
            return new Judgement(
                Sentence.Of(
                    (range.Verdict, range.Checks[0].Side) switch
                    {
                        (Verdict.LookAgain, _) => "Measure the shaft again, with a finer gauge.",
                        (_, Side.Lower) => "It would turn on this shaft: another sleeve, one that fits {shaft}.",
                        _ => "It would split on this shaft: another sleeve, one that fits {shaft}.",
                    },
                    ("shaft", Quantity.Mm(shaft))
                ),
                range
            );
        }

        var grown = c.Number(s_wall) is { } wall
            ? Call.Of(
                [
                    Check.Stepped(
                        "lip’s growth",
                        2 * wall,
                        c.Sheet.Usual(NeatBoreDefaults.SleeveGrowth).High!.Value,
                        double.PositiveInfinity,
                        Dimension.Length
                    ),
                ],
                k =>
                    Sentence.Of(
                        k.Verdict == Verdict.Go
                            ? "The lip runs on {d}: {by} larger."
                            : "The lip would run on {d}: {by} larger, at most {limit} is usual.",
                        ("d", Quantity.Mm(shaft + (2 * wall))),
                        ("by", Quantity.Mm(k.Value)),
                        ("limit", Quantity.Mm(k.Limit))
                    )
            )!
            : null;
        return grown is { Verdict: not Verdict.Go }
            ? new Judgement(Sentence.Of("Take a seal made for a sleeved shaft, or say why this one will do."), grown)
            : new Judgement(
                Sentence.Of("It fits. Plate on the flange’s own circle."),
                grown is null ? range : grown with { Checks = [.. range.Checks, .. grown.Checks] }
            );
    }
}
