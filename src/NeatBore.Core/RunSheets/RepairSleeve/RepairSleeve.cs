using NeatBore.Core.Calculators.Centring;
using NeatBore.Core.Calculators.Fasteners;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>A thin sleeve drawn on the rear flange over a worn track, or stretched off it.</summary>
public static partial class RepairSleeve
{
    private static ChoiceName Way => new("way");

    private static class PartsStep
    {
        public static readonly StepName Name = new("parts");
    }

    private static class OffStep
    {
        public static readonly StepName Name = new("off");
        public static readonly PickSlot Shaft = Name.Pick("shaft");
    }

    private static class PlateStep
    {
        public static readonly StepName Name = new("plate");
    }

    private static class GapStep
    {
        public static readonly StepName Name = new("gap");
        public static readonly NumberSlot Reach = Name.Number("reach");

        public static NumberSlot At(int deg) => Name.Number($"{deg}");
    }

    private static class HomeStep
    {
        public static readonly StepName Name = new("home");
    }

    private static readonly int[] s_deg = [0, 90, 180, 270];

    /// <summary>Shaft and sleeve are held against one another, and the gap is looked at every third pass and read at the end.</summary>
    public static Procedure Version1 { get; } =
        new(
            "rear-sleeve",
            1,
            "Repair sleeve",
            sheet => sheet.Rear is { SleeveMm: not null, Flange.Bolts: > 1 } ? ["rear-seal"] : [],
            [new Choice(Way, PartsStep.Name, "On or off", _ => [new("on", "a new one on"), new("off", "an old one off")])],
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

    private static Step StretchedOff =>
        new Step(OffStep.Name, "Stretched off", "plate")
        {
            When = c => Applies.If(c.Chosen(Way) == "off", "A new one goes on."),
            Slots = _ =>
                [
                    Slot.Tick("light", "Many light blows across its whole width"),
                    Slot.Tick("slid", "It slid off: not cut"),
                    Slot.Pick(OffStep.Shaft, "Track beneath", new("sound", "unmarked"), new("marked", "marked")),
                ],
            Judge = c =>
                c.Picked(OffStep.Shaft) switch
                {
                    null => Prompt.Next(c),
                    "sound" => new Judgement(
                        Sentence.Of("Off, and the flange is unmarked."),
                        new Call(Verdict.Go, Sentence.Of("The track beneath is unmarked."), [])
                    ),
                    _ => new Judgement(
                        Sentence.Of("Dress the mark flush, or say why the lip will not run there."),
                        new Call(Verdict.Decide, Sentence.Of("The track beneath is marked."), [])
                    ),
                },
            NoWayBack = true,
            Cautions = ["Stretch it, never cut it: the shaft beneath is the thing to protect."],
        };

    private static IReadOnlyList<Slot> GapSlots(StepContext c) =>
        [
            .. s_deg.Select(deg => new Slot(
                GapStep.At(deg),
                $"Gap, {Clock.Text(Clock.Seen(deg, View.Rear))}",
                SlotKind.Number,
                Dimension.Length,
                0.01,
                "depth-gauge",
                deg,
                Plausible: new Band(0, c.Sheet.Rear!.SleeveMm!.Value * 1.5),
                Peers: "gap",
                Expected: 0.06
            )),
            new Slot(
                GapStep.Reach,
                "Screw thread left before they bottom",
                SlotKind.Number,
                Dimension.Length,
                0.5,
                "rule",
                Plausible: new Band(0, 60),
                Required: false
            ),
        ];

    private static IReadOnlyList<Supply> Supplied(EngineSheet sheet) =>
        [
            Supply.Part(
                "sleeve",
                sheet.Rear is { SleeveMm: { } length } r
                    ? $"Repair sleeve for {Supply.Sized(r.Seal.ShaftMm)}, {Supply.Sized(length)} long"
                    : "Repair sleeve"
            ),
            Supply.UsedUp("film", "Sealant for a film beneath it"),
        ];

    private static Applies On(StepContext c) => Applies.If(c.Chosen(Way) == "on", "One comes off: nothing is drawn on.");

    private static Judgement JudgeGap(StepContext c)
    {
        if (s_deg.Select(d => (int?)d).FirstOrDefault(d => !c.Taken(GapStep.At(d!.Value))) is { } at)
        {
            return new Judgement(Sentence.Of("Gap between plate and flange at {clock}.", ("clock", Quantity.AtClock(at))));
        }

        var flange = c.Sheet.Rear!.Flange;
        var tilt = c.Sheet.Usual(NeatBoreDefaults.SealTilt);
        var gaps = s_deg.Select(d => new Squareness.DepthReading(d, c.Number(GapStep.At(d))!.Value)).ToList();
        var home = c.Sheet.Usual(NeatBoreDefaults.SleeveHome);
        var answer = Squareness.Solve(
            new Squareness.Request(
                gaps,
                c.Sheet.Rear.Seal.ShaftMm / 2,
                Sense: Squareness.DepthSense.Gap,
                TargetDepthMm: 0,
                TiltLimitMm: tilt.High,
                GaugeUncertaintyMm: s_deg.Max(d => c.Uncertainty(GapStep.At(d))),
                Screws:
                [
                    .. c
                        .Sheet.Rear!.Flange.Places.Where((_, i) => i % 2 == 0)
                        .Select(b => new Squareness.Screw(b.Id, Sweeping.Deg(b.XMm, b.YMm), flange.BoltCircleMm / 2, flange.PitchMm)),
                ]
            )
        );
        var mean = gaps.Average(g => g.DepthMm);
        var u = answer.UncertaintyMm.Mean;
        var reach = c.Number(GapStep.Reach);
        Check[] checks =
        [
            Check.AtMost("tilt", answer.TiltMm, tilt.High!.Value, answer.UncertaintyMm.Tilt, Dimension.Length, tilt.SourceWords),
            .. reach is { } left && mean > home.High
                ?
                [
                    new Check(
                        "screw left",
                        left < mean ? Verdict.LookAgain : Verdict.Go,
                        left,
                        mean,
                        0,
                        Side.Lower,
                        Dimension.Length,
                        "measured here"
                    ),
                ]
                : Array.Empty<Check>(),
            // Not home yet is the next pass, not a fault.
            new(
                "gap left",
                mean - u > home.High ? Verdict.LookAgain : Verdict.Go,
                mean,
                home.High!.Value,
                u,
                Side.Upper,
                Dimension.Length,
                home.SourceWords
            ),
        ];
        var call = Call.Of(
            checks,
            k =>
                Sentence.Of(
                    (k.Name, k.Verdict) switch
                    {
                        ("tilt", Verdict.Go) => "Even to {value}, and home.",
                        ("tilt", Verdict.LookAgain) => "It leans {value} ± {u}: too close to {limit} to tell.",
                        ("tilt", _) => "It leans {value} across; at most {limit} is wanted.",
                        ("screw left", _) => "The screws bottom in {value}; {limit} is still to go.",
                        _ => "{value} is left; it is home at {limit}.",
                    },
                    ("value", Quantity.Mm(k.Value)),
                    ("u", Quantity.Mm(k.Uncertainty)),
                    ("limit", Quantity.Mm(k.Limit))
                )
        )!;
        var first = answer.Passes.Count > 0 && answer.Passes[0].Count > 0 ? answer.Passes[0][0] : null;
        return new Judgement(
            Sentence.Of(
                (call.Verdict, call.Checks[0].Name) switch
                {
                    (Verdict.Go, _) => "Home and even. Plate off.",
                    (_, "screw left") => "Swap the screws for shorter ones now, before they bottom.",
                    (_, "tilt") => "Even it up: screw {screw} in by {turns} of a turn, no other. Read again.",
                    _ => "Even. {turns} of a turn on each screw, from {screw} round. Read again.",
                },
                ("screw", Quantity.Word(first?.Id ?? "")),
                ("turns", new Quantity(Math.Min(0.25, first?.Turns ?? 0), Dimension.Number, 0.05))
            ),
            call,
            answer
        );
    }
}
