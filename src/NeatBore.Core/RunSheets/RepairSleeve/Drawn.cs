using NeatBore.Core.Calculators.Fasteners;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class RepairSleeve
{
    private static class SizeStep
    {
        public static readonly StepName Name = new("size");
        public static readonly NumberSlot Shaft = Name.Number("shaft");
        public static readonly NumberSlot From = Name.Number("from");
        public static readonly NumberSlot To = Name.Number("to");
        public static readonly NumberSlot Wall = Name.Number("wall");
    }

    private static class DrawnStep
    {
        public static readonly StepName Name = new("drawn");

        public static PickSlot Look(int n) => Name.Pick($"look-{n}");
    }

    /// <summary>A pass takes it no further on than this, mm.</summary>
    private const double PassMm = 0.75;

    /// <summary>The gap is looked at once in so many passes.</summary>
    private const int PassesALook = 3;

    private const int MostLooks = 8;

    /// <summary>Shaft and sleeve are held against one another, and the gap is looked at every third pass and read at the end.</summary>
    public static Procedure Version2 { get; } =
        new(
            "rear-sleeve",
            2,
            "Repair sleeve",
            sheet => sheet.Rear is { SleeveMm: not null, Flange.Bolts: > 1 } ? ["rear-seal"] : [],
            [new Choice(new("way"), new("parts"), "On or off", _ => [new("on", "a new one on"), new("off", "an old one off")])],
            [
                new Step(PartsStep.Name, "Sleeve and flange", "plate")
                {
                    Slots = c =>
                        c.Chosen(Way) == "off"
                            ?
                            [
                                Slot.Tick("guard", "Shaft behind it guarded"),
                                Slot.Tick("chisel", "Chisel blunt, rounded, as wide as the sleeve"),
                            ]
                            :
                            [
                                new Slot("sleeve", "Sleeve", SlotKind.Text),
                                Slot.Pick("film", "Its seat, as its maker says", new("dry", "dry"), new("film", "a film of sealant")),
                                Slot.Pick(
                                    "end",
                                    "Which end first",
                                    new("chamfer", "its chamfer"),
                                    new("lip-side", "no chamfer: lip side as its sheet says")
                                ),
                            ],
                    Judge = Prompt.Next,
                    Cautions = ["Chisel: eye protection. A hammer on hardened steel chips."],
                },
                StretchedOff,
                new Step(SizeStep.Name, "Shaft in the sleeve’s range", "plate")
                {
                    When = On,
                    Slots = c =>
                        [
                            Across(SizeStep.Shaft, "Shaft, where it is not worn", c, "micrometer"),
                            Across(SizeStep.From, "Sleeve fits from", c),
                            Across(SizeStep.To, "to", c),
                            new Slot(
                                SizeStep.Wall,
                                "Its wall",
                                SlotKind.Number,
                                Dimension.Length,
                                0.01,
                                "micrometer",
                                Plausible: new Band(0.05, 2),
                                Required: false
                            ),
                        ],
                    Judge = JudgeSize,
                    Gate = "a sleeve that fits the shaft",
                    Catches = "A sleeve that turns or slides on by hand is loose: another before it is drawn on",
                    Cautions = ["Its edge cuts: gloves until it is on."],
                },
                new Step(PlateStep.Name, "Plate on the flange’s circle", "plate")
                {
                    Leaves = [new("plate and screws on the flange", HomeStep.Name)],
                    Afresh = true,
                    When = On,
                    Slots = c =>
                        [
                            Slot.Tick("made", $"Plate with its centre hole; {c.Sheet.Rear!.Flange.Bolts / 2} screws start by hand"),
                            Slot.Tick("square", "Flange clean, burrs dressed; sleeve square by hand"),
                        ],
                    Judge = c => Prompt.Next(c) with { Answer = BoltCircle.Solve(c.Sheet.Rear!.Plate) },
                    Cautions = ["No hammer."],
                },
                new Step(DrawnStep.Name, "Drawn on, small turns", "plate")
                {
                    When = On,
                    Slots = c =>
                        [
                            .. Enumerable
                                .Range(1, Looks(c.Sheet))
                                .Select(n =>
                                    Slot.Pick(
                                        DrawnStep.Look(n),
                                        $"Gap all round, after pass {n * PassesALook}",
                                        new("even", "even"),
                                        new("evened", "leaned: evened up"),
                                        new("leans", "won’t come even")
                                    )
                                ),
                        ],
                    Judge = JudgeDrawn,
                    Gate = "drawn on straight",
                    Cautions = ["Swap screws for shorter ones before they bottom. Stand clear of a loaded plate."],
                },
                new Step(GapStep.Name, "Home, even all round", "sleeve-gap")
                {
                    When = On,
                    Slots = GapSlots,
                    Judge = JudgeGap,
                    Gate = "home, even all round",
                    Cautions = ["Swap screws for shorter ones before they bottom. Stand clear of a loaded plate."],
                },
                new Step(HomeStep.Name, "Looked at", "plate")
                {
                    When = On,
                    Slots = _ =>
                        [
                            Slot.Tick("flush", "Flush where the sheet says; sealant wiped off the track"),
                            Slot.Tick("smooth", "No nick, no burr on its edge"),
                        ],
                    Judge = Prompt.Next,
                    Cautions = ["A nick on the edge cuts the lip: stone it off, away from the track."],
                },
            ]
        )
        {
            View = View.Rear,
            Stretches = [new(PartsStep.Name, "Repair sleeve on") { Splits = false }],
            Supplies = Supplied,
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

    private static double TurnsAPass(EngineSheet sheet) => Math.Clamp(Math.Floor(PassMm / sheet.Rear!.Flange.PitchMm * 4) / 4, 0.25, 1);

    /// <summary>How often the gap is looked at on the way, for the sleeve's length.</summary>
    private static int Looks(EngineSheet sheet) =>
        Math.Clamp(
            (int)Math.Ceiling(sheet.Rear!.SleeveMm!.Value / (PassesALook * TurnsAPass(sheet) * sheet.Rear.Flange.PitchMm)) - 1,
            1,
            MostLooks
        );

    private static Judgement JudgeSize(StepContext c)
    {
        if (c.Number(SizeStep.Shaft) is not { } shaft || c.Number(SizeStep.From) is not { } from || c.Number(SizeStep.To) is not { } to)
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

        var range = PressedIn.Between("shaft", shaft, c.Uncertainty(SizeStep.Shaft), new Limit(from, to, LimitSource.Manual));
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

        var grown = c.Number(SizeStep.Wall) is { } wall
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

    private static Judgement JudgeDrawn(StepContext c)
    {
        var looks = Enumerable.Range(1, Looks(c.Sheet)).Select(n => c.Picked(DrawnStep.Look(n))).ToList();
        return looks.Contains("leans")
                ? new Judgement(
                    Sentence.Of("Stop. Slack all screws, draw it back off. Look for a burr or a bent edge; another sleeve if it creased."),
                    new Call(Verdict.Stop, Sentence.Of("A sleeve that won’t come even creases or cuts the shaft."), [])
                )
            : looks.Contains(null)
                ? new Judgement(
                    Sentence.Of(
                        "{passes} times round, {turns} of a turn on each screw. Then look at the gap all round.",
                        ("passes", Quantity.Count(PassesALook)),
                        ("turns", new Quantity(TurnsAPass(c.Sheet), Dimension.Number, 0.05))
                    )
                )
            : new Judgement(
                Sentence.Of("Small turns until it is home. Then read its gap."),
                new Call(Verdict.Go, Sentence.Of("It went on even: {n} looks.", ("n", Quantity.Count(looks.Count))), [])
            );
    }
}
