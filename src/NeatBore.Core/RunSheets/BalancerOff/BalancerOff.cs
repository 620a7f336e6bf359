using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>A balancer off, by how it is made: mark noted, crank locked, the puller picked and checked, the yoke squared, the pull kept;
/// or prised off square.</summary>
public static partial class BalancerOff
{
    private static class BeforeStep
    {
        public static readonly StepName Name = new("before");
    }

    private static class PinsStep
    {
        public static readonly StepName Name = new("pins");
    }

    private static class BoltStep
    {
        public static readonly StepName Name = new("bolt");
    }

    private static class AfterStep
    {
        public static readonly StepName Name = new("after");
    }

    private static readonly ChoiceName Lock = new("lock");
    private static readonly ChoiceName Grip = new("grip");

    private static readonly ChoiceName Turned = new("turned");
    private static readonly Option s_flat = new("flat", "flat on the hub");
    private static readonly Option s_gap = new("gap", "with a gap all round");

    /// <summary>Every design; a plan that grips the ring is refused with its reason.</summary>
    public static Procedure Version1 { get; } =
        new(
            "balancer-off",
            1,
            "Balancer off",
            sheet => (sheet.Balancer is null ? sheet.MayHave(null, "balancer") : DesignRules.Of(sheet).ComesOff(sheet)) ? ["balancer"] : [],
            [
                new Choice(
                    Lock,
                    BeforeStep.Name,
                    "Crank locked by",
                    _ =>
                        [
                            new("flywheel-lock", "a flywheel lock"),
                            new("flange-bar", "a bar across the flange bolts"),
                            new("screw-bar", "a bar across the puller’s screws"),
                            new("helper", "a helper and a gear"),
                        ]
                ),
                new Choice(Grip, PullerStep.Name, "Pull on", _ => [new("hub", "the hub"), new("ring", "the outer ring")]),
                new Choice(
                    Turned,
                    BoltStep.Name,
                    "Screw turned with",
                    _ => [new("ratchet", "a ratchet or bar"), new("impact", "an impact driver")]
                ),
            ],
            [
                new Step(BeforeStep.Name, "Mark noted, crank locked", "crank-locked")
                {
                    Leaves = [new("crank locked", AfterStep.Name)],
                    Slots = c =>
                        [
                            new Slot("mark", "Mark against its pointer", SlotKind.Text, Required: false),
                            Slot.Tick("locked", "Engine cold, battery off, mark noted; crank locked as chosen"),
                        ],
                    Judge = Prompt.Next,
                    Cautions = ["A car on stands: never under it. Sleeves tied, rings off."],
                },
                Keyless.Pinned(PinsStep.Name, AfterStep.Name),
                new Step(BoltStep.Name, "Crank bolt out", "crank-bolt-out")
                {
                    Leaves = [new("crank bolt out", AfterStep.Name)],
                    When = DesignRules.PressedOff,
                    Slots = c => [Slot.Tick("bolt", "Bolt and washer out and kept, raised side noted; hub’s holes clean")],
                    Judge = Prompt.Next,
                    Cautions = ["Crank locked before you lean on the bar. Pull, don’t push."],
                },
                .. DesignRules.All.SelectMany(d => d.BeforePuller),
                new Step(PullerStep.Name, "Pick the puller", "puller")
                {
                    Leaves = [new("puller on the hub", PullStep.Name)],
                    Afresh = true,
                    When = DesignRules.PressedOff,
                    Slots = c => DesignRules.Of(c).PullerSlots(c),
                    Judge = c => c.Chosen(Grip) == "ring" ? NotTheRing(c) : DesignRules.Of(c).JudgePuller(c),
                    Gate = "the puller holds",
                    Cautions = ["Pull on the hub, never on the ring: it is only bonded on."],
                },
                new Step(YokeStep.Name, "Square the yoke", "yoke")
                {
                    When = c =>
                        DesignRules.PressedOff(c) is { Because: not null } not ? not
                        : DesignRules.Of(c).SquareByItself is { } why ? Applies.If(false, why)
                        : Applies.Yes,
                    Slots = c =>
                        [
                            Slot.Pick(YokeStep.Lies, "How the yoke lies", s_flat, s_gap),
                            .. c.Picked(YokeStep.Lies) == s_flat.Id
                                ? Array.Empty<Slot>()
                                : YokeDegs(c)
                                    .Select(deg => new Slot(
                                        YokeStep.At(deg),
                                        $"Gap at {Clock.Text(deg)}",
                                        SlotKind.Number,
                                        Dimension.Length,
                                        0.1,
                                        "depth-gauge",
                                        deg,
                                        Plausible: new Band(1, 120),
                                        Peers: "gap",
                                        Expected: 41
                                    )),
                        ],
                    Judge = c => Retry.Instead(JudgeYoke(c)),
                    Cautions = ["Eye protection from here on."],
                },
                new Step(PullStep.Name, "Pull it", "pull")
                {
                    Works = ["nose", "hub"],
                    When = DesignRules.PressedOff,
                    Slots = c =>
                        [
                            Slot.Tick(PullStep.Grease, "Forcing screw greased, tip on the nose’s rim"),
                            new Slot(
                                PullStep.Peak,
                                "Peak torque",
                                SlotKind.Number,
                                Dimension.Torque,
                                1,
                                "torque-wrench",
                                Plausible: new Band(1, 600),
                                Required: false
                            ),
                            Slot.Tick(PullStep.Off, "It is off and caught"),
                        ],
                    Judge = JudgePull,
                    Cautions = ["Stand clear, never in line with the loaded screw: pieces fly."],
                },
                .. DesignRules.All.SelectMany(d => d.AfterPull),
                new Step(AfterStep.Name, "Kept together", "kept-together")
                {
                    Slots = c =>
                        [
                            Slot.Tick(
                                "unlocked",
                                Keyless.Is(c.Sheet)
                                    ? "Washers kept, rubber looked at all round, crank lock out; pins stay in"
                                    : "Key kept, rubber looked at all round, crank lock out"
                            ),
                        ],
                    Judge = Prompt.Next,
                    Cautions = ["The balancer is heavy and rolls: lay it flat."],
                },
            ]
        )
        {
            Supplies = sheet =>
                sheet.Balancer is not null && DesignRules.Of(sheet).Need(sheet) is null
                    ? []
                    : [Supply.UsedUp("grease", "Grease for the forcing screw")],
            Stretches = [new(new StepName("pins"), "Balancer off") { Crank = true, Splits = false }],
            Wants = new("balancer")
            {
                Not =
                [
                    "balancer/seatedDepth/",
                    "balancer/roundness",
                    "balancer/taper",
                    "balancer/tilt",
                    "balancer/measureRadiusMm",
                    "balancer/ring/outer",
                    "balancer/ring/inner",
                    "balancer/ring/width",
                    "balancer/nose/lengthMm",
                    "balancer/warm",
                ],
            },
        };

    private static Judgement NotTheRing(StepContext c) =>
        new(
            Sentence.Of("Don’t pull on the ring. Choose the hub, below the drawing."),
            new Call(
                Verdict.Stop,
                Sentence.Of(
                    "The ring is only bonded to the hub by {rubber} of rubber: it would come off and leave the hub behind.",
                    ("rubber", Quantity.Mm(c.Sheet.Balancer!.Ring.RubberMm, 0.1))
                ),
                []
            )
        );

    /// <summary>What a puller must fit on this engine, with the force of its tightest fit; null where nothing is pulled.</summary>
    internal static ToolMatch.ToolNeed? NeedOf(EngineSheet sheet) => DesignRules.Of(sheet).Need(sheet);
}
