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

    private static class BoltStep
    {
        public static readonly StepName Name = new("bolt");
    }

    private static class AfterStep
    {
        public static readonly StepName Name = new("after");
    }

    private static class BodyScrewsStep
    {
        public static readonly StepName Name = new("body-screws");
    }

    private static readonly ChoiceName Lock = new("lock");
    private static readonly ChoiceName Grip = new("grip");

    private static readonly int[] s_yokeDeg = [0, 120, 240];

    /// <summary>A press-fit hub with threaded holes; what every design builds on.</summary>
    private static Procedure PressFit { get; } =
        new(
            "balancer-off",
            1,
            "Balancer off",
            sheet => sheet.Balancer.Puller is null ? [] : ["balancer"],
            [
                new Choice(
                    Lock,
                    BeforeStep.Name,
                    "Crank locked by",
                    _ =>
                        [
                            new("flywheel-lock", "a flywheel lock"),
                            new("flange-bar", "a bar across the flange bolts"),
                            new("helper", "a helper on the flywheel"),
                        ]
                ),
            ],
            [
                new Step(BeforeStep.Name, "Mark noted, crank locked", "checks")
                {
                    Slots = _ =>
                        [
                            Slot.Tick("cold", "Engine cold, battery off"),
                            new Slot("mark", "Mark against its pointer", SlotKind.Text),
                            Slot.Tick("locked", "Crank locked, and how chosen below"),
                        ],
                    Judge = Prompt.Next,
                    Cautions = ["A car on stands: never under it. Sleeves tied, rings off."],
                },
                new Step(BoltStep.Name, "Crank bolt out", "checks")
                {
                    Slots = _ =>
                        [
                            Slot.Tick("bolt", "Crank bolt out"),
                            Slot.Tick("washer", "Washer kept, its raised side noted"),
                            Slot.Tick("holes", "Hub’s threaded holes cleaned"),
                        ],
                    Judge = Prompt.Next,
                    Cautions = ["Crank locked before you lean on the bar. Pull, don’t push."],
                },
                new Step(PullerStep.Name, "Pick the puller", "puller")
                {
                    Slots = c =>
                        [
                            new Slot(PullerStep.Tool, "Puller", SlotKind.Tool, Need: Need(c)),
                            new Slot(
                                PullerStep.Engaged,
                                "Screws in by fingers",
                                SlotKind.Number,
                                Dimension.Length,
                                0.1,
                                "rule",
                                Plausible: new Band(2, c.Sheet.Balancer.Puller!.DepthMm)
                            ),
                        ],
                    Judge = JudgePuller,
                    Gate = "the puller holds",
                    Cautions = ["Pull on the hub, never on the ring: it is only bonded on."],
                },
                new Step(YokeStep.Name, "Square the yoke", "yoke")
                {
                    Slots = c =>
                        [
                            .. s_yokeDeg.Select(deg => new Slot(
                                YokeStep.At(deg),
                                $"Gap at {Clock.Text(deg)}",
                                SlotKind.Number,
                                Dimension.Length,
                                0.1,
                                "depth-gauge",
                                deg,
                                Plausible: new Band(1, 120),
                                Peers: "gap"
                            )),
                        ],
                    Judge = JudgeYoke,
                    Cautions = ["Eye protection from here on."],
                },
                new Step(PullStep.Name, "Pull it", "puller")
                {
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
                                Plausible: new Band(1, 600)
                            ),
                            Slot.Tick(PullStep.Off, "It is off and caught"),
                        ],
                    Judge = JudgePull,
                    Cautions = ["Stand clear, never in line with the loaded screw: pieces fly."],
                },
                new Step(AfterStep.Name, "Kept together", "checks")
                {
                    Slots = _ =>
                        [
                            Slot.Tick("key", "Key found and kept"),
                            Slot.Tick("rubber", "Rubber looked at all round"),
                            Slot.Tick("unlocked", "Crank lock out"),
                        ],
                    Judge = Prompt.Next,
                    Cautions = ["The balancer is heavy and rolls: lay it flat."],
                },
            ]
        );

    /// <summary>The first version: every design, and a plan that grips the ring refused with its reason.</summary>
    public static Procedure Version1 { get; } =
        PressFit with
        {
            Places = sheet => sheet.Balancer is { Puller: null, Spokes: null, Flange: null } ? [] : ["balancer"],
            Choices =
            [
                .. PressFit.Choices,
                new Choice(Grip, PullerStep.Name, "Pull on", _ => [new("hub", "the hub"), new("ring", "the outer ring")]),
            ],
            Steps =
            [
                First(BeforeStep.Name),
                First(BoltStep.Name) with
                {
                    When = Pressed,
                },
                new Step(BodyScrewsStep.Name, "Every other body screw out", "checks")
                {
                    When = c => Applies.If(Design(c) == BalancerDesign.ScrewedBody, "No body is screwed to this hub."),
                    Slots = c =>
                        [
                            Slot.Tick("mark", "Body and hub marked to one another"),
                            Slot.Tick("out", $"{Body(c).Screws / 2} of the {Body(c).Screws} body screws out, every other one"),
                            Slot.Tick("rest", "The others left tight"),
                        ],
                    Judge = Prompt.Next,
                    Cautions = ["The body hangs on what is left: take no more out."],
                },
                First(PullerStep.Name) with
                {
                    When = Pressed,
                    Slots = c =>
                        Design(c) == BalancerDesign.Spoked
                            ?
                            [
                                new Slot(PullerStep.Tool, "Puller", SlotKind.Tool, Need: Need(c)),
                                Slot.Tick(PullerStep.Behind, "All jaws fully behind the hub, none on ring or rubber"),
                            ]
                            :
                            [
                                new Slot(PullerStep.Tool, "Puller", SlotKind.Tool, Need: Need(c)),
                                new Slot(
                                    PullerStep.Engaged,
                                    "Screws in by fingers",
                                    SlotKind.Number,
                                    Dimension.Length,
                                    0.1,
                                    "rule",
                                    Plausible: new Band(2, c.Sheet.Balancer.Puller!.DepthMm + 15),
                                    Expected: c.Sheet.Balancer.Puller.DepthMm
                                ),
                                .. Design(c) == BalancerDesign.ScrewedBody
                                    ? new[] { Slot.Tick(PullerStep.Through, "Right through the steel hub and out behind") }
                                    : [],
                            ],
                    Judge = JudgePlan,
                },
                First(YokeStep.Name) with
                {
                    When = c =>
                        Pressed(c).Because is { } why
                            ? new Applies(why)
                            : Applies.If(
                                Design(c) != BalancerDesign.Spoked,
                                "Jaws pull square by themselves: look along them from two sides."
                            ),
                    Slots = c => [.. First(YokeStep.Name).Slots(c).Select(s => s with { Expected = 41 })],
                    Judge = c => Again(JudgeYoke(c)),
                },
                First(PullStep.Name) with
                {
                    When = Pressed,
                },
                new Step(PriseStep.Name, "Prise it off square", "yoke")
                {
                    When = c => Applies.If(Design(c) == BalancerDesign.Flange, "It is pressed on: the puller takes it off."),
                    Slots = _ =>
                        [
                            Slot.Tick(PriseStep.Bolts, "Flange marked to the crank, its bolts out in turn"),
                            .. s_yokeDeg.Select(deg => new Slot(
                                PriseStep.At(deg),
                                $"Gap at {Clock.Text(deg)}",
                                SlotKind.Number,
                                Dimension.Length,
                                0.1,
                                "rule",
                                deg,
                                Plausible: new Band(0, 30),
                                Peers: "gap",
                                Expected: 4
                            )),
                            Slot.Tick(PriseStep.Off, "It is off its pilot and caught"),
                        ],
                    Judge = JudgePrise,
                    Cautions = ["Two flat bars, opposite one another, on the hub. Eye protection."],
                },
                First(AfterStep.Name),
            ],
        };

    private static Step First(string id) => PressFit.Steps.First(s => s.Id == id);

    private static BalancerDesign Design(StepContext c) => c.Sheet.Balancer.Design;

    private static BodySheet Body(StepContext c) => c.Sheet.Balancer.Body!;

    private static Applies Pressed(StepContext c) =>
        Applies.If(Design(c) != BalancerDesign.Flange, "Nothing is pressed on here: it is bolted to a flange and prised off its pilot.");

    /// <summary>What turning a screw and reading again clears is no stop.</summary>
    private static Judgement Again(Judgement judged) =>
        judged.Call is { Verdict: Verdict.Stop } call
            ? judged with
            {
                Call = call with
                {
                    Verdict = Verdict.LookAgain,
                    Checks = [.. call.Checks.Select(k => k.Verdict == Verdict.Stop ? k with { Verdict = Verdict.LookAgain } : k)],
                },
            }
            : judged;
}
