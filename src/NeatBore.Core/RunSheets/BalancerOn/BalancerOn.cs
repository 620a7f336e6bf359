using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>A balancer on, from the measuring of nose and bore to the mark: drawn on cold, or warmed first; or bolted to its
/// flange.</summary>
public static partial class BalancerOn
{
    private static class PartsStep
    {
        public static readonly StepName Name = new("parts");
    }

    private static class DressStep
    {
        public static readonly StepName Name = new("dress");
    }

    private static class PinsStep
    {
        public static readonly StepName Name = new("pins");
    }

    private static class TurnStep
    {
        public static readonly StepName Name = new("turn");
        public static readonly TickSlot Free = Name.Tick("free");
        public static readonly PickSlot Timing = Name.Pick("timing");
        public static readonly TickSlot Turned = Name.Tick("two-turns");
    }

    private static readonly ChoiceName Which = new("which");
    private static readonly ChoiceName Lubricant = new("lubricant");
    private static readonly ChoiceName Method = new("method");

    private static readonly BoltTag s_crankBolt = new("crank", "1", 1);
    private static readonly int[] s_acrossDeg = [0, 90];

    private const string Feels = "Feel the force as it goes on: one that goes easily is too loose, one that fights is too tight";

    private static readonly int[] s_seatDeg = [0, 120, 240];

    /// <summary>The schools side by side, traces from the gauges, and every design; the same one goes back unmeasured.</summary>
    public static Procedure Version1 { get; } =
        new(
            "balancer-on",
            1,
            "Balancer on",
            sheet => sheet.MayHave(sheet.Balancer, "balancer") ? ["balancer"] : [],
            [
                new Choice(
                    Which,
                    PartsStep.Name,
                    "Which goes on",
                    _ => [new("another", "a new or another one"), new("same", "the same one back")]
                ),
                CrankTurns.Asked(TurnStep.Name),
                new Choice(
                    Lubricant,
                    FitStep.Name,
                    "On nose and bore",
                    sheet => [.. sheet.Balancer!.Lubricants.Select(l => new Option(l.Id, l.Name))]
                ),
                new Choice(
                    Method,
                    MethodStep.Name,
                    "How it goes on",
                    sheet =>
                        [
                            new("cold", "cold, oiled, drawn on"),
                            .. sheet.Balancer!.Warm is null ? Array.Empty<Option>() : [new("warm", "hub warmed, then drawn")],
                            new("hammer", "driven on with a hammer"),
                            new("crank-bolt", "drawn with the crank bolt"),
                        ]
                ),
            ],
            [
                new Step(OthersStep.Name, "What holds it back", "balancer-parts")
                {
                    When = HasOthers,
                    Judge = JudgeOthers,
                    Gate = "what is behind it is done",
                    Cautions = ["What is behind the balancer is out of reach once it is on."],
                },
                new Step(PartsStep.Name, "Parts and cleaning", "balancer-parts")
                {
                    Afresh = true,
                    Works = ["hub"],
                    Slots = c =>
                        [
                            new Slot("balancer", "Balancer", SlotKind.Text, Required: false),
                            new Slot("bolt", "Crank bolt, new or used", SlotKind.Text, Required: false),
                            Slot.Tick("clean", "Nose, bore, thread deburred; washed, dry, at rest"),
                        ],
                    Judge = Prompt.Next,
                    Cautions = ["Keyway edges cut. Solvent vapour: no flame near."],
                },
                Keyless.Pinned(PinsStep.Name, TurnStep.Name),
                new Step(LookStep.Name, "The same one, looked at", "balancer-parts")
                {
                    When = LookedAt,
                    Slots = LookSlots,
                    Judge = JudgeLook,
                    Gate = "good to go back",
                    Cautions = ["Keyway edges cut. It rolls, and it is heavy: lay it flat."],
                },
                new Step(NoseStep.Name, "Measure the nose", "nose-diameters")
                {
                    When = Measured,
                    Slots = c => Diameters(c, "micrometer", c.Sheet.Balancer!.Nose.DiameterMm),
                    Judge = Prompt.Next,
                    Hand = [HandWays.SamePart, HandWays.CameOffHard, HandWays.ByHand],
                    Catches = Feels,
                    Cautions = ["Keep fingers clear of the keyway’s edges."],
                },
                new Step(BoreStep.Name, "Measure the bore", "bore-diameters")
                {
                    When = Measured,
                    Slots = c => Diameters(c, "bore-gauge", c.Sheet.Balancer!.Nose.DiameterMm),
                    Judge = Prompt.Next,
                    Hand = [HandWays.SamePart, HandWays.CameOffHard, HandWays.ByHand],
                    Catches = Feels,
                    Cautions = ["Lay the balancer flat; it rolls, and it is heavy."],
                },
                new Step(FitStep.Name, "The fit", "fit")
                {
                    When = Measured,
                    Needs = [NoseStep.Name, BoreStep.Name],
                    Judge = JudgeFit,
                    Catches = Feels,
                    Gate = "the fit is a go",
                    Cautions = ["A tight hub stores its press force. No bigger tool past a Stop."],
                },
                new Step(MethodStep.Name, "How it goes on", "method")
                {
                    When = DesignRules.PressedOn,
                    Slots = c =>
                        c.Chosen(Method) switch
                        {
                            "warm" =>
                            [
                                new Slot(
                                    MethodStep.Ambient,
                                    "Air in the shop",
                                    SlotKind.Number,
                                    Dimension.Temperature,
                                    1,
                                    "thermometer",
                                    Plausible: new Band(-10, 45),
                                    Expected: 18
                                ),
                                Slot.Tick(MethodStep.Ready, "Nose, keyway, tool and path ready"),
                            ],
                            "cold" => [Slot.Tick(MethodStep.Ready, "Draw tool, thrust bearing to hand")],
                            _ => [],
                        },
                    Judge = JudgeMethod,
                    Gate = "a way that does no harm",
                    Cautions = ["A hot hub burns: oven gloves, both hands."],
                },
                new Step(DressStep.Name, "Key, oil, sealant", "balancer-dressed")
                {
                    When = DesignRules.PressedOn,
                    Slots = c =>
                        [
                            Slot.Tick(
                                "oil",
                                Keyless.Is(c.Sheet) ? Keyless.Faces(c.Sheet)
                                    : c.Chosen(Method) == "warm" ? "Key home, sealant in its way, lip’s track dressed"
                                    : $"Key home, sealant in its way; {Chosen(c).Name}; lip’s track dressed"
                            ),
                        ],
                    Judge = Prompt.Next,
                    Cautions = ["Sealant vapour: air the room, no flame near."],
                },
                // Screws that a body hangs on are back before it is drawn on.
                .. DesignRules.All.SelectMany(d => d.BeforeDraw),
                new Step(ToolStep.Name, "Draw tool in", "draw-tool")
                {
                    Leaves = [new("draw tool in the nose", SeatStep.Name)],
                    When = DesignRules.PressedOn,
                    Slots = ToolSlots,
                    Judge = JudgeTool,
                    Gate = "its stud holds",
                    Cautions = ["No hammer: it bruises rubber and thrust bearing. Not the crank bolt: it strips."],
                },
                new Step(WarmStep.Name, "Warm the hub, carry it", "cooling")
                {
                    Afresh = true,
                    When = c =>
                        DesignRules.PressedOn(c) is { Because: not null } not
                            ? not
                            : Applies.If(c.Chosen(Method) == "warm", "It goes on cold."),
                    Slots = c =>
                        [
                            Slot.Tick(WarmStep.Soaked, "In the oven, soaked right through"),
                            ReadWith,
                            new Slot(
                                WarmStep.Hub,
                                "Hub’s temperature",
                                SlotKind.Number,
                                Dimension.Temperature,
                                1,
                                "thermometer",
                                Plausible: new Band(30, 160),
                                Expected: Warmed(c)?.Plan
                            ),
                            Slot.Tick(WarmStep.Out, "Out of the oven"),
                            Slot.Tick(WarmStep.On, $"On the nose, square{(Keyless.Is(c.Sheet) ? "" : " on its key")}"),
                        ],
                    Judge = JudgeWarm,
                    Cautions = ["Oven gloves. No flame on rubber. Clear path to the engine first."],
                },
                new Step(DrawStep.Name, "Draw it on", "draw")
                {
                    Leaves = [new("hub drawn on, crank bolt not torqued", BoltStep.Name)],
                    Afresh = true,
                    When = DesignRules.PressedOn,
                    Slots = c =>
                        [
                            DepthSlot(c, DrawStep.Start, "Depth, started by hand", c.Sheet.Balancer!.Hub.LengthMm) with
                            {
                                Required = !Same(c),
                                Expected = c.Sheet.Balancer!.Hub.LengthMm - 4,
                            },
                            new Slot(
                                DrawStep.Trace,
                                "Force against travel",
                                SlotKind.Trace,
                                Instrument: "press",
                                Required: false,
                                Trace: new TraceAxes(Dimension.Length, 0.001, Dimension.Force, 1),
                                StartedAt: c.Sheet.Balancer!.Hub.LengthMm - c.Number(DrawStep.Start)
                            ),
                            DepthSlot(c, DrawStep.Part, "Depth, about half way", c.Sheet.Balancer!.Hub.LengthMm) with
                            {
                                // Where a trace was cut off, or none was asked for at first, its depth says how far it is.
                                Required = c.CutOff(DrawStep.Trace) is not null,
                                Expected = (c.Sheet.Balancer!.Hub.LengthMm + c.Sheet.Balancer!.SeatedDepthMm) / 2,
                            },
                            Slot.Tick(DrawStep.Home, "Force rose sharply: it is home. Tool off again"),
                        ],
                    Judge = JudgeDrawn,
                    Cautions = ["Stand clear, never in line with the loaded tool: pieces fly."],
                },
                new Step(SeatStep.Name, "Seated depth", "hub-face")
                {
                    When = DesignRules.PressedOn,
                    Slots = c =>
                        [
                            .. s_seatDeg.Select(deg =>
                                DepthSlot(c, SeatStep.At(deg), $"{Clock.Text(deg)}", c.Sheet.Balancer!.Hub.LengthMm) with
                                {
                                    AngleDeg = deg,
                                    Expected = c.Sheet.Balancer!.SeatedDepthMm,
                                    Reads = "balancer/seatedDepthMm",
                                }
                            ),
                        ],
                    Judge = JudgeSeat,
                    Hand = [HandWays.SharpRise, HandWays.ByEye, HandWays.ByHand],
                    Catches = "Turn the crank two turns by hand: the ring must run true, the pulleys in line",
                    Gate = "seated, square",
                    Cautions = ["Slack the tool off before you lean over it."],
                },
                new Step(BoltStep.Name, "Crank bolt", "wrench")
                {
                    When = DesignRules.PressedOn,
                    Fasteners = CrankBoltSet,
                    Slots = c =>
                        [
                            .. Fitted(c.Sheet.CrankBolt!),
                            new Slot(
                                BoltStep.Trace,
                                "Torque against angle",
                                SlotKind.Trace,
                                Instrument: "angle-wrench",
                                Required: false,
                                Trace: new TraceAxes(Dimension.Angle, 0.01, Dimension.Torque, 0.01),
                                Expected: c.Sheet.CrankBolt!.TorqueNm,
                                Bolt: s_crankBolt
                            ),
                            new Slot(
                                BoltStep.Adaptor,
                                "Adaptor, 0 for none",
                                SlotKind.Number,
                                Dimension.Length,
                                1,
                                "rule",
                                Plausible: new Band(0, 400),
                                Required: false
                            ),
                            new Slot(
                                BoltStep.Wrench,
                                "Wrench, drive to grip",
                                SlotKind.Number,
                                Dimension.Length,
                                1,
                                "rule",
                                Plausible: new Band(100, 1500),
                                Required: Adapted(c)
                            ),
                            new Slot(
                                BoltStep.Angle,
                                "Adaptor off the wrench’s line",
                                SlotKind.Number,
                                Dimension.Angle,
                                1,
                                "rule",
                                Plausible: new Band(0, 180),
                                Required: Adapted(c)
                            ),
                            new Slot(
                                BoltStep.Set,
                                "Wrench set to",
                                SlotKind.Number,
                                Dimension.Torque,
                                0.1,
                                "torque-wrench",
                                Plausible: new Band(c.Sheet.CrankBolt!.TorqueNm / 3, c.Sheet.CrankBolt!.TorqueNm * 3),
                                Required: !c.Taken(BoltStep.Trace)
                            ),
                            Slot.Tick(BoltStep.Click, "One smooth pull to the click, crank held") with
                            {
                                Bolt = s_crankBolt,
                                Required = !c.Taken(BoltStep.Trace),
                            },
                            .. TurnedOn(c),
                        ],
                    Judge = JudgeBoltTraced,
                    NoHand = true,
                    Cautions = ["Crank locked before you lean on the bar. Pull, don’t push; feet apart."],
                },
                .. DesignRules.All.SelectMany(d => d.AfterCrankBolt),
                new Step(TurnStep.Name, "Crank turns", "crank-turns")
                {
                    Slots = c =>
                        [
                            .. Keyless.Is(c.Sheet) ? [Slot.Tick(TurnStep.Free, "Pins out of crank and cams")] : Array.Empty<Slot>(),
                            Slot.Tick(TurnStep.Turned, "Two full turns by hand: no tight place, no scrape, float as before"),
                            .. Keyless.Is(c.Sheet) ? [Keyless.Timing(TurnStep.Timing)] : Array.Empty<Slot>(),
                        ],
                    Judge = c =>
                        CrankTurns.Held(c, "balancer-on", c.TakenAt(TurnStep.Turned))
                        ?? Keyless.Judged(c, TurnStep.Timing)
                        ?? Prompt.Next(c),
                    Cautions = ["Crank lock out first. Fingers out of chain and belts."],
                },
                new Step(MarkStep.Name, "Mark against true centre", "mark")
                {
                    When = c => Applies.If(!Same(c), "The same one is back on its key: its mark is where it was."),
                    Slots = _ =>
                        [
                            new Slot(
                                MarkStep.Error,
                                "Mark past pointer, + with rotation",
                                SlotKind.Number,
                                Dimension.Angle,
                                0.1,
                                "degree-wheel",
                                Plausible: new Band(-20, 20)
                            ),
                        ],
                    Judge = JudgeMark,
                    Cautions = ["A positive stop in the cylinder: turn by hand only, softly."],
                },
            ]
        )
        {
            Supplies = sheet =>
                [
                    Supply.Part("balancer", "Balancer"),
                    .. sheet.CrankBolt is { } bolt
                        ? [Supply.Part("bolt", $"Crank bolt M{Supply.Sized(bolt.MajorMm, bolt.PitchMm)}")]
                        : Array.Empty<Supply>(),
                    .. sheet.Balancer is { Lubricants: [_, ..] lubricants }
                        ? [Supply.UsedUp("lubricant", $"For nose and bore: {string.Join(", or ", lubricants.Select(l => l.Name))}")]
                        : Array.Empty<Supply>(),
                    Supply.UsedUp("solvent", "Solvent and clean cloth"),
                ],
            Comes = ["balancer-off", "balancer-inspect", "timing-cover", "front-seal", "crank-float", "pressed-gear", "pressed-race"],
            Stretches =
            [
                new(PartsStep.Name, "Nose and bore, the fit"),
                new(WarmStep.Name, "Hub on, seated, bolted")
                {
                    Crank = true,
                    Splits = false,
                    First = p =>
                        p.Chosen(Method) == "warm" && p.Sheet.Balancer?.Warm is { } warm
                            ? Pauses.Warms("hub", warm.MassKg, warm.SpecificHeatJPerKgC, warm.SurfaceM2)
                            : null,
                },
            ],
            Wants = new("balancer", "crankBolt") { Not = ["balancer/puller", "balancer/spokes", "balancer/ring/"] },
        };
}
