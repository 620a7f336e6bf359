using NeatBore.Core.Calculators.Centring;
using NeatBore.Core.Calculators.Fits;
using NeatBore.Core.Calculators.Threads;
using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>A balancer off, by how it is made: mark noted, crank locked, the puller picked and checked, the yoke squared, the pull kept; or prised off square.</summary>
public static class BalancerOff
{
    private static class BeforeStep
    {
        public static readonly StepName Name = new("before");
    }

    private static class BoltStep
    {
        public static readonly StepName Name = new("bolt");
    }

    private static class PullerStep
    {
        public static readonly StepName Name = new("puller");
        public static readonly ToolSlot Tool = Name.Tool("tool");
        public static readonly TickSlot Behind = Name.Tick("behind");
        public static readonly NumberSlot Engaged = Name.Number("engaged");
        public static readonly TickSlot Through = Name.Tick("through");
    }

    private static class YokeStep
    {
        public static readonly StepName Name = new("yoke");
        public static NumberSlot At(int deg) => Name.Number($"{deg}");
    }

    private static class PullStep
    {
        public static readonly StepName Name = new("pull");
        public static readonly NumberSlot Peak = Name.Number("peak");
        public static readonly TickSlot Off = Name.Tick("off");
        public static readonly TickSlot Grease = Name.Tick("grease");
    }

    private static class AfterStep
    {
        public static readonly StepName Name = new("after");
    }

    private static class BodyScrewsStep
    {
        public static readonly StepName Name = new("body-screws");
    }

    private static class PriseStep
    {
        public static readonly StepName Name = new("prise");
        public static readonly TickSlot Bolts = Name.Tick("bolts");
        public static readonly TickSlot Off = Name.Tick("off");
        public static NumberSlot At(int deg) => Name.Number($"{deg}");
    }

    private static readonly ChoiceName Lock = new("lock");
    private static readonly ChoiceName Grip = new("grip");

    /// <summary>What ordinary fits leave of a thread's basic shear area.</summary>
    private const double OrdinaryFit = 0.8;

    /// <summary>Length of a screw that its yoke and washers take up, mm.</summary>
    private const double YokeMm = 20;

    /// <summary>Lean of a flange that is being prised off, across its bolts, mm.</summary>
    private const double PriseTiltMm = 1;

    private static readonly int[] s_yokeDeg = [0, 120, 240];

    /// <summary>A press-fit hub with threaded holes; what every design builds on.</summary>
    private static Procedure PressFit { get; } = new(
        "balancer-off",
        1,
        "Balancer off",
        sheet => sheet.Balancer.Puller is null ? [] : ["balancer"],
        [new Choice(Lock, BeforeStep.Name, "Crank locked by", _ => [new("flywheel-lock", "a flywheel lock"), new("flange-bar", "a bar across the flange bolts"), new("helper", "a helper on the flywheel")])],
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
                    new Slot(PullerStep.Engaged, "Screws in by fingers", SlotKind.Number, Dimension.Length, 0.1, "rule", Plausible: new Band(2, c.Sheet.Balancer.Puller!.DepthMm)),
                ],
                Judge = JudgePuller,
                Gate = "the puller holds",
                Cautions = ["Pull on the hub, never on the ring: it is only bonded on."],
            },
            new Step(YokeStep.Name, "Square the yoke", "yoke")
            {
                Slots = c => [.. s_yokeDeg.Select(deg => new Slot(
                    YokeStep.At(deg), $"Gap at {Clock.Text(deg)}", SlotKind.Number, Dimension.Length, 0.1, "depth-gauge", deg, Plausible: new Band(1, 120), Peers: "gap"))],
                Judge = JudgeYoke,
                Cautions = ["Eye protection from here on."],
            },
            new Step(PullStep.Name, "Pull it", "puller")
            {
                Slots = c =>
                [
                    Slot.Tick(PullStep.Grease, "Forcing screw greased, tip on the nose’s rim"),
                    new Slot(PullStep.Peak, "Peak torque", SlotKind.Number, Dimension.Torque, 1, "torque-wrench", Plausible: new Band(1, 600)),
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
        ]);

    /// <summary>The first version: every design, and a plan that grips the ring refused with its reason.</summary>
    public static Procedure Version1 { get; } = PressFit with
    {
        Places = sheet => sheet.Balancer is { Puller: null, Spokes: null, Flange: null } ? [] : ["balancer"],
        Choices = [.. PressFit.Choices, new Choice(Grip, PullerStep.Name, "Pull on", _ => [new("hub", "the hub"), new("ring", "the outer ring")])],
        Steps =
        [
            First(BeforeStep.Name),
            First(BoltStep.Name) with { When = Pressed },
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
                Slots = c => Design(c) == BalancerDesign.Spoked
                    ?
                    [
                        new Slot(PullerStep.Tool, "Puller", SlotKind.Tool, Need: Need(c)),
                        Slot.Tick(PullerStep.Behind, "All jaws fully behind the hub, none on ring or rubber"),
                    ]
                    :
                    [
                        new Slot(PullerStep.Tool, "Puller", SlotKind.Tool, Need: Need(c)),
                        new Slot(PullerStep.Engaged, "Screws in by fingers", SlotKind.Number, Dimension.Length, 0.1, "rule",
                            Plausible: new Band(2, c.Sheet.Balancer.Puller!.DepthMm + 15), Expected: c.Sheet.Balancer.Puller.DepthMm),
                        .. Design(c) == BalancerDesign.ScrewedBody ? new[] { Slot.Tick(PullerStep.Through, "Right through the steel hub and out behind") } : [],
                    ],
                Judge = JudgePlan,
            },
            First(YokeStep.Name) with
            {
                When = c => Pressed(c).Because is { } why ? new Applies(why) : Applies.If(Design(c) != BalancerDesign.Spoked, "Jaws pull square by themselves: look along them from two sides."),
                Slots = c => [.. First(YokeStep.Name).Slots(c).Select(s => s with { Expected = 41 })],
                Judge = c => Again(JudgeYoke(c)),
            },
            First(PullStep.Name) with { When = Pressed },
            new Step(PriseStep.Name, "Prise it off square", "yoke")
            {
                When = c => Applies.If(Design(c) == BalancerDesign.Flange, "It is pressed on: the puller takes it off."),
                Slots = _ =>
                [
                    Slot.Tick(PriseStep.Bolts, "Flange marked to the crank, its bolts out in turn"),
                    .. s_yokeDeg.Select(deg => new Slot(
                        PriseStep.At(deg), $"Gap at {Clock.Text(deg)}", SlotKind.Number, Dimension.Length, 0.1, "rule", deg, Plausible: new Band(0, 30), Peers: "gap", Expected: 4)),
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
    private static Judgement Again(Judgement judged) => judged.Call is { Verdict: Verdict.Stop } call
        ? judged with
        {
            Call = call with { Verdict = Verdict.LookAgain, Checks = [.. call.Checks.Select(k => k.Verdict == Verdict.Stop ? k with { Verdict = Verdict.LookAgain } : k)] },
        }
        : judged;

    private static Judgement JudgePlan(StepContext c)
    {
        if (c.Chosen(Grip) == "ring")
        {
            return new Judgement(
                Sentence.Of("Don’t pull on the ring. Choose the hub, below the drawing."),
                new Call(
                    Verdict.Stop,
                    Sentence.Of("The ring is only bonded to the hub by {rubber} of rubber: it would come off and leave the hub behind.", ("rubber", Quantity.Mm(c.Sheet.Balancer.Ring.RubberMm, 0.1))),
                    []));
        }

        if (Design(c) == BalancerDesign.Solid)
        {
            return JudgePuller(c);
        }

        var need = Need(c);
        if (c.Tool(PullerStep.Tool) is not { } tool || ToolMatch.Solve(new ToolMatch.Request(need, [tool])).Refused.Count > 0)
        {
            return JudgePuller(c);
        }

        if (Design(c) == BalancerDesign.Spoked)
        {
            if (!c.Taken(PullerStep.Behind))
            {
                return new Judgement(Sentence.Of(
                    "Jaws right behind the hub, between its {count} spokes, {reach} in. Nothing on the ring.",
                    ("count", Quantity.Count(c.Sheet.Balancer.Spokes!.Spokes)), ("reach", Quantity.Mm(c.Sheet.Balancer.Spokes.ReachMm, 1))));
            }

            var screw = ScrewAt(tool, need.ForceN);
            var call = Call.Of(
                [Check.AtLeast("rated force", tool.RatedForceN, need.ForceN, 0, Dimension.Force, "expected at the tightest fit")],
                _ => Sentence.Of(
                    "The tool is rated for {rated} and {needed} may be needed.",
                    ("rated", Quantity.Newtons(tool.RatedForceN)), ("needed", Quantity.Newtons(need.ForceN))));
            return new Judgement(
                Sentence.Of("It holds. Expect up to {torque} at its screw. Pull it.", ("torque", new Quantity(screw?.TorqueNm ?? 0, Dimension.Torque, 1))), call, screw);
        }

        var judged = JudgePuller(c);
        return c.Number(PullerStep.Engaged) is { } engaged && engaged < c.Sheet.Balancer.Puller!.DepthMm && judged.Call is not null
            ? judged with
            {
                Do = Sentence.Of("Run the screws right through the steel hub: {more} more.", ("more", Quantity.Mm(c.Sheet.Balancer.Puller.DepthMm - engaged, 0.1))),
                Call = Call.Of(
                    [Check.AtLeast("engagement", engaged, c.Sheet.Balancer.Puller.DepthMm, 0, Dimension.Length, "right through the steel hub")],
                    check => Sentence.Of("{value} engaged; the steel hub is {limit} through.", ("value", Quantity.Mm(check.Value, 0.1)), ("limit", Quantity.Mm(check.Limit, 0.1)))),
            }
            : judged.Call is not null && !c.Taken(PullerStep.Through) ? Prompt.Next(c) : judged;
    }

    private static Judgement JudgePrise(StepContext c)
    {
        if (!c.Taken(PriseStep.Bolts) || s_yokeDeg.Any(deg => !c.Taken(PriseStep.At(deg))))
        {
            return Prompt.Next(c);
        }

        var answer = Squareness.Solve(new Squareness.Request(
            [.. s_yokeDeg.Select(deg => new Squareness.DepthReading(deg, c.Number(PriseStep.At(deg))!.Value))],
            c.Sheet.Balancer.Flange!.BoltCircleMm / 2,
            Sense: Squareness.DepthSense.Gap,
            TiltLimitMm: PriseTiltMm,
            GaugeUncertaintyMm: s_yokeDeg.Max(deg => c.Uncertainty(PriseStep.At(deg)))));
        var judged = Again(new Judgement(
            Sentence.Of(
                answer.TiltMm <= PriseTiltMm ? "It comes square. Go on, a little each side in turn." : "Prise next at {clock}, where the gap is least, then read again.",
                ("clock", Quantity.AtClock(answer.DeepestDeg ?? 0))),
            answer.Call!.Sourced(_ => "Neat Bore default") with
            {
                Why = Sentence.Of("The flange leans {tilt} across its bolts; at most {limit} is wanted.", ("tilt", Quantity.Mm(answer.TiltMm, 0.1)), ("limit", Quantity.Mm(PriseTiltMm, 0.1))),
            },
            answer));
        return judged.Call!.Verdict == Verdict.Go && c.Taken(PriseStep.Off)
            ? judged with { Do = Sentence.Of("It is off. Keep the bolts with it.") }
            : judged;
    }

    /// <summary>What it may take to come off: the sheet's tightest fit, at the friction of years.</summary>
    private static Band ReleaseForce(BalancerSheet sheet)
    {
        var friction = HouseDefaults.PullFriction;
        var bore = sheet.Nose.DiameterMm;
        InterferenceFit.Answer At(double interference) => InterferenceFit.Solve(new InterferenceFit.Request(
            new InterferenceFit.ShaftPart([new(0, 0, bore + interference)], sheet.Nose.Material, sheet.Nose.InnerDiameterMm, RoughnessRzUm: sheet.Nose.RoughnessRzUm),
            new InterferenceFit.HubPart([new(0, 0, bore)], sheet.Hub.OuterDiameterMm, sheet.Hub.Material, RoughnessRzUm: sheet.Hub.RoughnessRzUm),
            sheet.Hub.LengthMm - sheet.SeatedDepthMm,
            new Band(friction.Low!.Value, friction.High!.Value),
            new Band(friction.Low!.Value, friction.High!.Value)));
        var wanted = sheet.Interference ?? HouseDefaults.Interference;
        return new Band(At(wanted.Low!.Value).PullForceN!.Low, At(wanted.High!.Value).PullForceN!.High);
    }

    private static ToolMatch.ToolNeed Need(StepContext c) => NeedOf(c.Sheet)!;

    /// <summary>What a puller must fit on this engine, with the force of its tightest fit; null where nothing is pulled.</summary>
    internal static ToolMatch.ToolNeed? NeedOf(EngineSheet sheet)
    {
        var force = ReleaseForce(sheet.Balancer).High;
        if (sheet.Balancer.Spokes is { } spokes)
        {
            return new ToolMatch.ToolNeed("jaw-puller", [], spokes.ReachMm, force, SpreadMm: spokes.GripDiameterMm, NoseTip: "nose cap");
        }

        if (sheet.Balancer.Puller is not { } puller)
        {
            return null;
        }

        var through = sheet.Balancer.Body?.ThicknessMm ?? 0;
        return new ToolMatch.ToolNeed(
            "hub-puller",
            [new ToolMatch.ScrewLength(puller.MajorMm, puller.PitchMm, puller.DepthMm + through + YokeMm)],
            puller.ReachMm,
            force,
            puller.BoltCircleMm,
            puller.Holes,
            NoseTip: puller.NoseTip);
    }

    private static ForcingScrew.Answer? ScrewAt(ToolMatch.CribTool tool, double force)
    {
        var friction = HouseDefaults.GreasedScrewFriction.High!.Value;
        return tool.Screw is { } thread
            ? ForcingScrew.Solve(new ForcingScrew.Request(force, thread, friction, friction, thread.MajorMm / 2, RatedForceN: tool.RatedForceN))
            : null;
    }

    private static Judgement JudgePuller(StepContext c)
    {
        if (c.Tool(PullerStep.Tool) is not { } tool)
        {
            return Prompt.Next(c);
        }

        var need = Need(c);
        var match = ToolMatch.Solve(new ToolMatch.Request(need, [tool]));
        if (match.Refused is [var refusal])
        {
            // An early Stop: the screws are not run in to a puller that won't do.
            return new Judgement(
                Sentence.Of("Not this puller. Strike it and pick another."),
                new Call(
                    Verdict.Stop,
                    Sentence.Of("{tool}: {why}.", ("tool", Quantity.Word(tool.Name ?? tool.Id)), ("why", Quantity.Word(refusal.Because))),
                    tool.RatedForceN < need.ForceN ? [Check.AtLeast("rated force", tool.RatedForceN, need.ForceN, 0, Dimension.Force, "expected at the tightest fit")] : []),
                match);
        }

        if (c.Number(PullerStep.Engaged) is not { } engaged)
        {
            return new Judgement(
                Sentence.Of(
                    "Run the {count} screws in by fingers, at least {depth}. Stop at once if one binds.",
                    ("count", Quantity.Count(need.Holes!.Value)),
                    ("depth", Quantity.Mm(c.Sheet.Balancer.Puller!.MajorMm, 1))),
                Answer: match);
        }

        var puller = c.Sheet.Balancer.Puller!;
        var threads = ThreadEngagement.Solve(new ThreadEngagement.Request(
            new ScrewThread(puller.MajorMm, puller.PitchMm), engaged, need.ForceN, puller.ScrewTensileMpa, puller.HubTensileMpa, puller.Holes, AreaFactor: OrdinaryFit));
        var screw = ScrewAt(tool, need.ForceN);
        var call = Call.Of(
            [
                .. threads.Call!.Checks.Select(check => check with { Source = "Neat Bore default" }),
                Check.AtLeast("rated force", tool.RatedForceN, need.ForceN, 0, Dimension.Force, "expected at the tightest fit"),
            ],
            check => (check.Name, check.Verdict) switch
            {
                (_, Verdict.Go) => Sentence.Of(
                    "Each screw carries {load} of what it can; the tool is rated for {rated} and {needed} may be needed.",
                    ("load", Quantity.Share(threads.Utilisation)),
                    ("rated", Quantity.Newtons(tool.RatedForceN)),
                    ("needed", Quantity.Newtons(need.ForceN))),
                _ => threads.Call.Why,
            })!;
        return new Judgement(
            Sentence.Of(
                call.Verdict switch
                {
                    Verdict.Go => "It holds. Expect up to {torque} at its screw. Square the yoke.",
                    Verdict.Decide => "Run the screws in deeper, or say why it will do.",
                    _ => "The threads would not hold. Run them in deeper, or free the fit first.",
                },
                ("torque", new Quantity(screw?.TorqueNm ?? 0, Dimension.Torque, 1))),
            call,
            threads);
    }

    private static Judgement JudgeYoke(StepContext c)
    {
        if (s_yokeDeg.Any(deg => !c.Taken(YokeStep.At(deg))))
        {
            return Prompt.Next(c);
        }

        var puller = c.Sheet.Balancer.Puller!;
        var limit = HouseDefaults.YokeTilt;
        var answer = Squareness.Solve(new Squareness.Request(
            [.. s_yokeDeg.Select(deg => new Squareness.DepthReading(deg, c.Number(YokeStep.At(deg))!.Value))],
            puller.BoltCircleMm / 2,
            Sense: Squareness.DepthSense.Gap,
            TiltLimitMm: limit.High,
            GaugeUncertaintyMm: s_yokeDeg.Max(deg => c.Uncertainty(YokeStep.At(deg))),
            Screws: [.. s_yokeDeg.Select(deg => new Squareness.Screw(Clock.Text(deg), deg, puller.BoltCircleMm / 2, puller.PitchMm))]));
        var call = answer.Call!.Sourced(_ => limit.SourceWords) with
        {
            Why = Sentence.Of(
                "The yoke leans {tilt} across its screws; at most {limit} is wanted.",
                ("tilt", Quantity.Mm(answer.TiltMm, 0.1)),
                ("limit", Quantity.Mm(limit.High!.Value, 0.1))),
        };
        var most = answer.Turns.MaxBy(t => Math.Abs(t.Turns))!;
        return new Judgement(
            call.Verdict == Verdict.Go
                ? Sentence.Of("The yoke is square. Grease the forcing screw and pull.")
                : Sentence.Of(
                    "Turn the screw at {screw} in by {turns} turns, then read the gaps again.",
                    ("screw", Quantity.AtClock(s_yokeDeg.First(deg => Clock.Text(deg) == most.Id))),
                    ("turns", new Quantity(Math.Abs(most.Turns), Dimension.Number, 0.1))),
            call,
            answer);
    }

    private static Judgement JudgePull(StepContext c)
    {
        var tool = c.Tool(PullerStep.Tool);
        var force = ReleaseForce(c.Sheet.Balancer);
        var expected = tool is null ? null : ScrewAt(tool, force.High);
        var rated = tool is null ? null : ScrewAt(tool, tool.RatedForceN);
        if (c.Number(PullStep.Peak) is not { } peak || !c.Taken(PullStep.Off))
        {
            var waiting = Prompt.Next(c);
            return c.Taken(PullStep.Grease) && expected is not null && rated is not null
                ? new Judgement(
                    Sentence.Of(
                        "Pull, holding the yoke. Expect up to {torque}; stop at {most}.",
                        ("torque", new Quantity(expected.TorqueNm, Dimension.Torque, 1)),
                        ("most", new Quantity(rated.TorqueNm, Dimension.Torque, 1))),
                    Answer: expected)
                : waiting;
        }

        var limit = rated?.TorqueNm ?? peak;
        var call = Call.Of(
            [Check.AtMost("pull torque", peak, limit, 0, Dimension.Torque, "the puller’s rating")],
            check => Sentence.Of(
                check.Verdict == Verdict.Go ? "It came off with {value} at the screw; the puller’s rating is reached at {limit}." : "{value} at the screw is past the puller’s rating, reached at {limit}.",
                ("value", new Quantity(check.Value, Dimension.Torque, 1)),
                ("limit", new Quantity(check.Limit, Dimension.Torque, 1))))!;
        return new Judgement(
            call.Verdict == Verdict.Go
                ? Sentence.Of("It is off. Keep key, bolt and washer with it.")
                : Sentence.Of("Look the puller over before it is used again, and nose and hub for damage."),
            call,
            expected);
    }
}
