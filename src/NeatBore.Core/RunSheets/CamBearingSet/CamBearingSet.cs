using NeatBore.Core.Calculators.CamBearings;
using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>Cam bearings out and in: the set laid out, the order, each driven by three looks, the line, the turning of the cam, the
/// plug.</summary>
public static partial class CamBearingSet
{
    private static readonly ChoiceName School = new("school");
    private static readonly ChoiceName Shells = new("shells");

    private static class OutStep
    {
        public static readonly StepName Name = new("out");
    }

    private static class WashStep
    {
        public static readonly StepName Name = new("wash");
    }

    private static class TrialStep
    {
        public static readonly StepName Name = new("trial");
    }

    private static readonly ChoiceName Which = new("which");
    private const string AllOfThem = "all";
    private static readonly ChoiceName Stand = new("stand");
    private static readonly ChoiceName Line = new("line");
    private const string ByCam = "cam";
    private const string ByTurn = "turn";

    /// <summary>The first version.</summary>
    public static Procedure Version1 { get; } =
        Of(
            "cam-bearings",
            "Cam bearings",
            ShaftWords.Cam,
            sheet =>
                sheet.Cam is { } cam ? [.. cam.Bearings.Select(b => b.Id)]
                : sheet.MayHave(null, "cam") ? [.. sheet.Layout.CamBearings.Select(b => b.Id)]
                : []
        ) with
        {
            Home = "cam",
        };

    /// <summary>The same for the bushes of an auxiliary shaft.</summary>
    public static Procedure Auxiliary1 { get; } =
        Of("auxiliary-bushes", "Auxiliary shaft", ShaftWords.Auxiliary, sheet => sheet.HasAuxiliary ? [EnginePlaces.Auxiliary] : []) with
        {
            Sees = sheet => sheet with { Cam = sheet.Auxiliary },
        };

    private static Procedure Of(string id, string title, ShaftWords shaft, Func<EngineSheet, IReadOnlyList<string>> places) =>
        new(
            id,
            1,
            title,
            places,
            [
                new Choice(
                    Which,
                    OutStep.Name,
                    $"Which {shaft.Noun}",
                    sheet =>
                        [
                            new(AllOfThem, "all"),
                            .. sheet.Cam?.Bearings is { Count: > 1 } all ? all.Select(b => new Option(b.Id, $"{Number(sheet, b.Id)}")) : [],
                        ]
                ),
                new Choice(
                    Stand,
                    OrderStep.Name,
                    "The engine is on",
                    _ => [new("cart", "a cart or bench"), new("stand", "a stand: rear closed")]
                ),
                new Choice(
                    School,
                    OrderStep.Name,
                    "The order",
                    _ => [new("far-end-first", "far end first"), new("nearer-end", "from the nearer end")]
                ),
                new Choice(
                    Line,
                    LineStep.Name,
                    "The line",
                    _ => [new(ByCam, $"{shaft.Word} tried in each"), new(ByTurn, "by the oiled turn"), new("bar", "bar and dial")]
                ),
                new Choice(
                    Shells,
                    OrderStep.Name,
                    "The shells",
                    _ => [new("sized", "to size as they are"), new("undersize", "undersize, reamed in line")]
                ),
            ],
            [
                new Step(OutStep.Name, "Out: what came from where", "cam-out")
                {
                    Leaves = [new("old bearing out", SeatStep.Name)],
                    Each = All,
                    ItemName = Name,
                    Together = "out",
                    Slots = c =>
                        [
                            Slot.Tick("noted", "Holes, joint and side noted, photo taken"),
                            new Slot(
                                "depth",
                                "Depth it stood at",
                                SlotKind.Number,
                                Dimension.Length,
                                0.1,
                                "depth-gauge",
                                Plausible: new Band(-5, 40),
                                Required: false
                            )
                            {
                                Reads = Path(c, "depthMm"),
                            },
                        ],
                    Judge = Prompt.Next,
                    NoWayBack = true,
                    Cautions = ["Eye protection: a hammered bar chips. Old shells have sharp edges."],
                },
                new Step(WashStep.Name, "Galleries and edges", "cam-bores")
                {
                    Slots = _ =>
                        [
                            Slot.Tick("rodded", "Galleries rodded and washed"),
                            Slot.Tick("plugs", "Plugs back in"),
                            Slot.Tick("edges", "Bores’ entry edges deburred"),
                            Slot.Tick("dry", "Blown dry, bores wiped"),
                        ],
                    Judge = Prompt.Next,
                    Cautions = ["Eye protection at the air line. Solvent vapour: no flame near."],
                },
                new Step(SetStep.Name, "Shell and bore", "cam-shell")
                {
                    Renews =
                    [
                        StartStep.Name,
                        BiteStep.Name,
                        LookStep.Name,
                        SeatStep.Name,
                        LineStep.Name,
                        ReamStep.Name,
                        TrialStep.Name,
                        TurnStep.Name,
                    ],
                    Each = All,
                    ItemName = Name,
                    Together = "set",
                    Slots = c =>
                        [
                            new Slot(SetStep.Mark, "Shell’s mark", SlotKind.Text, Required: false),
                            Slot.Pick(
                                SetStep.Holes,
                                "Its holes",
                                new("right", "all there, right way round"),
                                new("missing", "one missing"),
                                new("turned", "wrong way round")
                            ),
                            Diameter(SetStep.Outer, "Shell’s outside", "micrometer", Of(c).ShellOuterMm) with
                            {
                                Reads = Path(c, "shellOuterMm"),
                            },
                            new Slot(
                                SetStep.Wall,
                                "Shell’s wall",
                                SlotKind.Number,
                                Dimension.Length,
                                0.001,
                                "micrometer",
                                Plausible: new Band(0.5, 6),
                                Required: false,
                                Expected: Of(c).WallMm
                            )
                            {
                                Reads = Path(c, "wallMm"),
                            },
                            Diameter(SetStep.Journal, $"{shaft.Title}’s journal", "micrometer", Of(c).JournalMm) with
                            {
                                Required = false,
                                Reads = Path(c, "journalMm"),
                            },
                            .. SetStep.Across.Select(k =>
                                Diameter(
                                    k,
                                    $"Bore, {k.Key.Split('-')[0]}, {Clock.Across(k.Key.EndsWith("-0", StringComparison.Ordinal) ? 0 : 90)}",
                                    "bore-gauge",
                                    Of(c).DiameterMm
                                ) with
                                {
                                    Peers = "bore",
                                    Required = k == SetStep.Across[0],
                                }
                            ),
                        ],
                    Judge = JudgeSet,
                    Gate = "this shell in this bore",
                    Cautions = ["A shell’s edge cuts. Bores wiped: grit reads as crush."],
                },
                new Step(OrderStep.Name, "The order and the tool", "cam-order")
                {
                    Slots = c => [new Slot(OrderStep.Tool, "Driver", SlotKind.Tool, Need: DriverFor(c.Sheet))],
                    Judge = JudgeOrder,
                    Gate = "every shell can be driven",
                    Cautions = ["Never under a hanging engine. A stand that closes the rear: cart or bench."],
                },
                new Step(StartStep.Name, "Before the first blow", "cam-start")
                {
                    Leaves = [new("shell on the driving tool", SeatStep.Name)],
                    Afresh = true,
                    Each = Driven,
                    ItemName = Name,
                    Together = "drive",
                    Slots = c =>
                        [
                            Slot.Tick("mark", "Shell’s hole marked on the tool"),
                            Slot.Tick("lined", "Mark at the passage, chamfer first"),
                            .. Rod(c),
                            .. Drives(c) > 1
                                ? [Diameter(StartStep.Again, "Shell’s outside, measured again", "micrometer", Of(c).ShellOuterMm)]
                                : Array.Empty<Slot>(),
                        ],
                    Judge = JudgeStart,
                    Cautions = ["Eye protection: a hammered bar chips. Hands off the tool’s head."],
                },
                new Step(BiteStep.Name, "Two or three millimetres in", "cam-bite")
                {
                    Afresh = true,
                    Each = Driven,
                    ItemName = Name,
                    Together = "drive",
                    Needs = [StartStep.Name],
                    Slots = c =>
                        [
                            Slot.Pick(
                                BiteStep.Mark,
                                "Tool’s mark against the passage",
                                new("in-line", "in line"),
                                new("clockwise", "off, clockwise"),
                                new("anticlockwise", "off, anticlockwise")
                            ),
                            Slot.Pick(Turns(c), "Does it still turn?", new("yes", "it turns"), new("no", "it is stuck")),
                            .. NutSlot(c, "Nut’s torque, first turns"),
                        ],
                    Judge = JudgeBite,
                    Cautions = ["Light blows. Eye protection: a hammered bar chips."],
                },
                new Step(LookStep.Name, "Near the end", "cam-look")
                {
                    Afresh = true,
                    Each = Driven,
                    ItemName = Name,
                    Together = "drive",
                    Needs = [BiteStep.Name],
                    Slots = c =>
                        [
                            .. Sights(c),
                            Slot.Pick(Turns(c), "Does it still turn?", new("yes", "it turns"), new("no", "it is stuck")),
                            .. NutSlot(c, "Nut’s torque, now"),
                        ],
                    Judge = c => JudgeNut(c) ?? JudgeWindow(c, false),
                    Cautions = ["Eye to the passage only with the hammer down. Light blows."],
                },
                new Step(SeatStep.Name, "At depth", "cam-seat")
                {
                    Afresh = true,
                    Renews = [ReamStep.Name, LineStep.Name, TrialStep.Name, TurnStep.Name],
                    Each = Driven,
                    ItemName = Name,
                    Together = "drive",
                    Needs = [LookStep.Name],
                    Slots = c => [.. Sights(c), .. Recess(c), Inside(c)],
                    Judge = c => JudgeWindow(c, true),
                    Hand = [HandWays.Wire, HandWays.ByEye],
                    Gate = "every passage open",
                    Cautions = ["Shaved metal out before the next one: wash, blow, wipe."],
                },
                new Step(ReamStep.Name, "Reamed in line", "cam-ream")
                {
                    When = c => Applies.If(c.Chosen(Shells) == "undersize", "These shells are to size as they are."),
                    Slots = c =>
                        [
                            Slot.Tick("pilots", "Pilot at both ends, from the two ends in"),
                            .. Changed(c)
                                .Select(b =>
                                    Diameter(
                                        ReamStep.Inside(b.Id),
                                        $"{Name(c.Sheet, b.Id)}, inside after",
                                        "bore-gauge",
                                        b.JournalMm + 0.07
                                    )
                                ),
                        ],
                    Judge = JudgeReamed,
                    Gate = "reamed to size",
                    Cautions = ["Turn a reamer forwards only. Chips out, wash everything again."],
                },
                new Step(LineStep.Name, "In line", "cam-line")
                {
                    When = c => Applies.If(c.Chosen(Line) != ByTurn, "The oiled turn shows it."),
                    Slots = LineSlots,
                    Judge = JudgeLine,
                    Gate = $"a straight {shaft.Word} fits",
                    Cautions =
                    [
                        $"A long bar bends under its own weight: rest it at both ends. A {shaft.Word}’s {shaft.Edges} cut: two hands.",
                    ],
                },
                new Step(TrialStep.Name, $"{shaft.Title} in, oiled", "cam-in")
                {
                    Slots = _ =>
                        [
                            Slot.Tick("washed", "Shaved metal out, washed again"),
                            Slot.Tick("oiled", "Bearings and journals oiled"),
                            Slot.Tick("in", $"{shaft.Title} in on a long handle, {shaft.Edges} kept clear"),
                        ],
                    Judge = Prompt.Next,
                    Cautions =
                    [
                        shaft == ShaftWords.Cam
                            ? "Lobes’ edges cut, and they scratch the shells: two hands."
                            : "Its gear cuts, and scratches the bushes: two hands.",
                    ],
                },
                new Step(TurnStep.Name, "Turn it", "cam-drag")
                {
                    Slots = TurnSlots,
                    Judge = JudgeTurn,
                    Gate = "it turns freely",
                    Cautions = [$"Slow and even: a {shaft.Word} that snatches pinches fingers."],
                },
                new Step(PlugStep.Name, "Blanking plug", "cam-plug")
                {
                    When = c => Applies.If(c.Sheet.Cam!.PlugDepth is not null, "This engine has none."),
                    Slots = _ =>
                        [
                            Slot.Tick("sealant", "Sealant on its edge"),
                            new Slot(
                                PlugStep.Depth,
                                "Its depth",
                                SlotKind.Number,
                                Dimension.Length,
                                0.1,
                                "depth-gauge",
                                Plausible: new Band(-2, 30)
                            ),
                        ],
                    Judge = JudgePlug,
                    Cautions = ["Sealant vapour: no flame near. Plugs jump: eye protection."],
                },
                new Step(TunnelStep.Name, "The whole tunnel", "cam-strip")
                {
                    Weighs = [SetStep.Name, SeatStep.Name, LineStep.Name, TurnStep.Name],
                    Judge = JudgeTunnel,
                    Cautions = [$"Cover the tunnel until the {shaft.Word} is in for good."],
                },
            ]
        )
        {
            Stretches =
            [
                new(OutStep.Name, $"{title}: old ones out"),
                new(SetStep.Name, $"{title}: measured, driven in"),
                new(ReamStep.Name, $"{title}: line, trial, plugs"),
            ],
            Wants = new(shaft.Part),
            Supplies = sheet =>
                [
                    Supply.Part("shells", sheet.Cam is { } cam ? $"{cam.Bearings.Count} {shaft.Noun}, by their marks" : title),
                    .. sheet.Cam?.PlugDepth is null ? Array.Empty<Supply>() : [Supply.Part("plug", "Blanking plug, and its sealant")],
                    Supply.UsedUp("oil", "Oil, solvent and clean cloth"),
                ],
        };

    /// <summary>The bearings that are changed: all, or one alone.</summary>
    private static IReadOnlyList<string> All(StepContext c) => [.. Changed(c).Select(b => b.Id)];

    private static IEnumerable<CamBearingSheet> Changed(StepContext c) =>
        c.Chosen(Which) is { } one and not AllOfThem ? c.Sheet.Cam!.Bearings.Where(b => b.Id == one) : c.Sheet.Cam!.Bearings;

    private static string Name(EngineSheet sheet, string id) => $"{ShaftWords.Of(sheet).Bearing} {Number(sheet, id)}";

    private static int Number(EngineSheet sheet, string id) => sheet.Cam!.Bearings.ToList().FindIndex(b => b.Id == id) + 1;

    private static CamBearingSheet Of(StepContext c) =>
        c.Sheet.Cam!.Bearings.FirstOrDefault(b => b.Id == c.Item) ?? c.Sheet.Cam.Bearings[0];

    /// <summary>A value of the bearing in the engine's sheet.</summary>
    private static string Path(StepContext c, string value) =>
        $"{ShaftWords.Of(c.Sheet).Part}/bearings/{c.Sheet.Cam!.Bearings.TakeWhile(b => b.Id != c.Item).Count()}/{value}";
}
