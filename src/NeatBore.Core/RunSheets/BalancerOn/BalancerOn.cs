using NeatBore.Core.Calculators.Centring;
using NeatBore.Core.Calculators.Crank;
using NeatBore.Core.Calculators.Fasteners;
using NeatBore.Core.Calculators.Fits;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>A balancer on, from the measuring of nose and bore to the mark: drawn on cold, or warmed first; or bolted to its flange.</summary>
public static class BalancerOn
{
    private static class PartsStep
    {
        public static readonly StepName Name = new("parts");
    }

    private static class NoseStep
    {
        public static readonly StepName Name = new("nose");
        public static readonly NumberSlot Temperature = Name.Number("temperature");
    }

    private static class BoreStep
    {
        public static readonly StepName Name = new("bore");
        public static readonly NumberSlot Temperature = Name.Number("temperature");
    }

    private static class FitStep
    {
        public static readonly StepName Name = new("fit");
    }

    private static class DressStep
    {
        public static readonly StepName Name = new("dress");
    }

    private static class ToolStep
    {
        public static readonly StepName Name = new("tool");
    }

    private static class DrawStep
    {
        public static readonly StepName Name = new("draw");
        public static readonly TraceSlot Trace = Name.Trace("trace");
        public static readonly NumberSlot Start = Name.Number("start");
        public static readonly NumberSlot Part = Name.Number("part");
        public static readonly TickSlot Home = Name.Tick("home");
    }

    private static class SeatStep
    {
        public static readonly StepName Name = new("seat");
        public static NumberSlot At(int deg) => Name.Number($"{deg}");
    }

    private static class BoltStep
    {
        public static readonly StepName Name = new("bolt");
        public static readonly TraceSlot Trace = Name.Trace("trace");
        public static readonly TickSlot ToolOff = Name.Tick("tool-off");
        public static readonly TickSlot ByHand = Name.Tick("by-hand");
        public static readonly NumberSlot Wrench = Name.Number("wrench");
        public static readonly NumberSlot Adaptor = Name.Number("adaptor");
        public static readonly NumberSlot Angle = Name.Number("angle");
        public static readonly NumberSlot Set = Name.Number("set");
        public static readonly TickSlot Click = Name.Tick("click");
    }

    private static class TurnStep
    {
        public static readonly StepName Name = new("turn");
    }

    private static class MarkStep
    {
        public static readonly StepName Name = new("mark");
        public static readonly NumberSlot Error = Name.Number("error");
    }

    private static class MethodStep
    {
        public static readonly StepName Name = new("method");
        public static readonly NumberSlot Ambient = Name.Number("ambient");
        public static readonly TickSlot Ready = Name.Tick("ready");
    }

    private static class WarmStep
    {
        public static readonly StepName Name = new("warm");
        public static readonly NumberSlot Hub = Name.Number("hub");
        public static readonly TickSlot Soaked = Name.Tick("soaked");
        public static readonly TickSlot Out = Name.Tick("out");
        public static readonly TickSlot On = Name.Tick("on");
    }

    private static class BodyStep
    {
        public static readonly StepName Name = new("body");
    }

    private static class PilotStep
    {
        public static readonly StepName Name = new("pilot");
    }

    private static class FlangeBoltsStep
    {
        public static readonly StepName Name = new("flange-bolts");
    }

    private static readonly ChoiceName Lubricant = new("lubricant");
    private static readonly ChoiceName Method = new("method");

    /// <summary>How far the oven or the probe may be off, °C.</summary>
    private const double OvenC = 5;

    /// <summary>Time that sliding a hub home takes, s.</summary>
    private const double SlideSeconds = 5;

    /// <summary>Torque at which a bolted joint is closed, as a share of its final torque.</summary>
    private const double SnugShare = 0.25;

    private static readonly BoltTag s_crankBolt = new("crank", "1", 1);
    private static readonly int[] s_acrossDeg = [0, 90];
    private static readonly int[] s_seatDeg = [0, 120, 240];

    /// <summary>A press-fit hub drawn on cold; what every design builds on.</summary>
    private static Procedure PressFit { get; } = new(
        "balancer-on",
        1,
        "Balancer on",
        _ => ["balancer"],
        [new Choice(Lubricant, FitStep.Name, "On nose and bore", sheet => [.. sheet.Balancer.Lubricants.Select(l => new Option(l.Id, l.Name))])],
        [
            new Step(PartsStep.Name, "Parts and cleaning", "checks")
            {
                Slots = _ =>
                [
                    new Slot("balancer", "Balancer", SlotKind.Text),
                    new Slot("bolt", "Crank bolt, new or used", SlotKind.Text),
                    Slot.Tick("nose", "Nose deburred, keyway edges too"),
                    Slot.Tick("bore", "Hub bore deburred"),
                    Slot.Tick("thread", "Crank bolt’s thread chased"),
                    Slot.Tick("clean", "Both washed, dry and at rest"),
                ],
                Judge = Prompt.Next,
                Cautions = ["Keyway edges cut. Solvent vapour: no flame near."],
            },
            new Step(NoseStep.Name, "Measure the nose", "diameters")
            {
                Slots = c => Diameters(c, "micrometer", c.Sheet.Balancer.Nose.DiameterMm),
                Judge = Prompt.Next,
                Cautions = ["Keep fingers clear of the keyway’s edges."],
            },
            new Step(BoreStep.Name, "Measure the bore", "diameters")
            {
                Slots = c => Diameters(c, "bore-gauge", c.Sheet.Balancer.Nose.DiameterMm),
                Judge = Prompt.Next,
                Cautions = ["Lay the balancer flat; it rolls, and it is heavy."],
            },
            new Step(FitStep.Name, "The fit", "fit")
            {
                Needs = [NoseStep.Name, BoreStep.Name],
                Judge = JudgeFit,
                Gate = "the fit is a go",
                Cautions = ["A tight hub stores its press force. No bigger tool past a Stop."],
            },
            new Step(DressStep.Name, "Key, oil, sealant", "checks")
            {
                Slots = c =>
                [
                    Slot.Tick("key", "Key home in its slot, not proud"),
                    Slot.Tick("oil", $"Nose and bore: {Chosen(c).Name}"),
                    Slot.Tick("sealant", "Dab of sealant in the keyway"),
                    Slot.Tick("track", "Seal’s track as its lip wants it"),
                ],
                Judge = Prompt.Next,
                Cautions = ["Sealant vapour: air the room, no flame near."],
            },
            new Step(ToolStep.Name, "Draw tool in", "checks")
            {
                Slots = _ =>
                [
                    Slot.Tick("adapter", "Adapter in by fingers, full depth, then back a touch"),
                    Slot.Tick("stud", "Stud right in"),
                    Slot.Tick("start", "Hub on its key by hand, square"),
                    Slot.Tick("bearing", "Thrust bearing’s turning face to the nut"),
                ],
                Judge = Prompt.Next,
                Cautions = ["No hammer: it bruises rubber and thrust bearing. Not the crank bolt: it strips."],
            },
            new Step(DrawStep.Name, "Draw it on", "draw")
            {
                Slots = c =>
                [
                    DepthSlot(c, DrawStep.Start, "Depth, started by hand", c.Sheet.Balancer.Hub.LengthMm),
                    DepthSlot(c, DrawStep.Part, "Depth, about half way", c.Sheet.Balancer.Hub.LengthMm),
                    Slot.Tick(DrawStep.Home, "Force rose sharply: it is home"),
                ],
                Judge = JudgeDraw,
                Cautions = ["Stand clear, never in line with the loaded tool: pieces fly."],
            },
            new Step(SeatStep.Name, "Seated depth", "hub-face")
            {
                Slots = c => [.. s_seatDeg.Select(deg => DepthSlot(c, SeatStep.At(deg), $"{Clock.Text(deg)}", c.Sheet.Balancer.Hub.LengthMm) with { AngleDeg = deg })],
                Judge = JudgeSeat,
                Gate = "seated, square",
                Cautions = ["Slack the tool off before you lean over it."],
            },
            new Step(BoltStep.Name, "Crank bolt", "wrench")
            {
                Slots = c =>
                [
                    Slot.Tick(BoltStep.ToolOff, "Tool off, its adapter out of the nose"),
                    Slot.Tick(BoltStep.ByHand, "Bolt and washer in by hand, raised side out"),
                    new Slot(BoltStep.Wrench, "Wrench, drive to grip", SlotKind.Number, Dimension.Length, 1, "rule", Plausible: new Band(100, 1500)),
                    new Slot(BoltStep.Adaptor, "Adaptor, 0 for none", SlotKind.Number, Dimension.Length, 1, "rule", Plausible: new Band(0, 400)),
                    new Slot(BoltStep.Angle, "Adaptor off the wrench’s line", SlotKind.Number, Dimension.Angle, 1, "rule", Plausible: new Band(0, 180)),
                    new Slot(BoltStep.Set, "Wrench set to", SlotKind.Number, Dimension.Torque, 0.1, "torque-wrench", Plausible: new Band(c.Sheet.CrankBolt.TorqueNm / 3, c.Sheet.CrankBolt.TorqueNm * 3)),
                    Slot.Tick(BoltStep.Click, "One smooth pull to the click, crank held") with { Bolt = s_crankBolt },
                ],
                Judge = JudgeBolt,
                Cautions = ["Crank locked before you lean on the bar. Pull, don’t push; feet apart."],
            },
            new Step(TurnStep.Name, "Crank turns", "checks")
            {
                Slots = _ =>
                [
                    Slot.Tick("two-turns", "Two full turns by hand, smooth"),
                    Slot.Tick("tight", "No tight place, no scrape"),
                    Slot.Tick("float", "Float feels as it did before"),
                ],
                Judge = Prompt.Next,
                Cautions = ["Crank lock out first. Fingers out of chain and belts."],
            },
            new Step(MarkStep.Name, "Mark against true centre", "mark")
            {
                Slots = _ => [new Slot(MarkStep.Error, "Mark past pointer, + with rotation", SlotKind.Number, Dimension.Angle, 0.1, "degree-wheel", Plausible: new Band(-20, 20))],
                Judge = JudgeMark,
                Cautions = ["A positive stop in the cylinder: turn by hand only, softly."],
            },
        ]);

    /// <summary>The first version: the schools side by side, traces from the gauges, and every design.</summary>
    public static Procedure Version1 { get; } = PressFit with
    {
        Choices =
        [
            .. PressFit.Choices,
            new Choice(Method, MethodStep.Name, "How it goes on", sheet =>
            [
                new("cold", "cold, oiled, drawn on"),
                .. sheet.Balancer.Warm is null ? Array.Empty<Option>() : [new("warm", "hub warmed, then drawn")],
                new("hammer", "driven on with a hammer"),
                new("crank-bolt", "drawn with the crank bolt"),
            ]),
        ],
        Steps =
        [
            First(PartsStep.Name),
            First(NoseStep.Name) with { When = Pressed },
            First(BoreStep.Name) with { When = Pressed },
            First(FitStep.Name) with { When = Pressed },
            new Step(MethodStep.Name, "How it goes on", "method")
            {
                When = Pressed,
                Slots = c => c.Chosen(Method) switch
                {
                    "warm" =>
                    [
                        new Slot(MethodStep.Ambient, "Air in the shop", SlotKind.Number, Dimension.Temperature, 1, "thermometer", Plausible: new Band(-10, 45), Expected: 18),
                        Slot.Tick(MethodStep.Ready, "Oven, gloves, draw tool to hand"),
                    ],
                    "cold" => [Slot.Tick(MethodStep.Ready, "Draw tool, thrust bearing to hand")],
                    _ => [],
                },
                Judge = JudgeMethod,
                Gate = "a way that does no harm",
                Cautions = ["A hot hub burns: oven gloves, both hands."],
            },
            First(DressStep.Name) with { When = Pressed },
            First(ToolStep.Name) with { When = Pressed },
            new Step(WarmStep.Name, "Warm the hub, carry it", "cooling")
            {
                When = c => Pressed(c).Because is { } why ? new Applies(why) : Applies.If(c.Chosen(Method) == "warm", "It goes on cold."),
                Slots = c =>
                [
                    Slot.Tick(WarmStep.Soaked, "In the oven, soaked right through"),
                    new Slot(WarmStep.Hub, "Hub’s temperature", SlotKind.Number, Dimension.Temperature, 1, "thermometer", Plausible: new Band(30, 160), Expected: Warmed(c)?.Plan),
                    Slot.Tick(WarmStep.Out, "Out of the oven"),
                    Slot.Tick(WarmStep.On, "On the nose, square on its key"),
                ],
                Judge = JudgeWarm,
                Cautions = ["Oven gloves. No flame on rubber. Clear path to the engine first."],
            },
            First(DrawStep.Name) with
            {
                When = Pressed,
                Slots = c =>
                [
                    DepthSlot(c, DrawStep.Start, "Depth, started by hand", c.Sheet.Balancer.Hub.LengthMm) with { Expected = c.Sheet.Balancer.Hub.LengthMm - 4 },
                    new Slot(DrawStep.Trace, "Force against travel", SlotKind.Trace, Instrument: "press", Required: false,
                        Trace: new TraceAxes(Dimension.Length, 0.001, Dimension.Force, 1), Rig: PressRig(c)),
                    DepthSlot(c, DrawStep.Part, "Depth, about half way", c.Sheet.Balancer.Hub.LengthMm) with
                    {
                        Required = !c.Taken(DrawStep.Trace),
                        Expected = (c.Sheet.Balancer.Hub.LengthMm + c.Sheet.Balancer.SeatedDepthMm) / 2,
                    },
                    Slot.Tick(DrawStep.Home, "Force rose sharply: it is home"),
                ],
                Judge = JudgeDrawn,
            },
            First(SeatStep.Name) with
            {
                When = Pressed,
                Slots = c => [.. First(SeatStep.Name).Slots(c).Select(s => s with { Expected = c.Sheet.Balancer.SeatedDepthMm })],
            },
            First(BoltStep.Name) with
            {
                When = Pressed,
                Slots = c =>
                [
                    Slot.Tick(BoltStep.ToolOff, "Tool off, its adapter out of the nose"),
                    Slot.Tick(BoltStep.ByHand, "Bolt and washer in by hand, raised side out"),
                    new Slot(BoltStep.Trace, "Torque against angle", SlotKind.Trace, Instrument: "angle-wrench", Required: false,
                        Trace: new TraceAxes(Dimension.Angle, 0.01, Dimension.Torque, 0.01),
                        Rig: new Dictionary<string, double> { ["target"] = c.Sheet.CrankBolt.TorqueNm },
                        Bolt: s_crankBolt),
                    .. First(BoltStep.Name).Slots(c).Where(s => s.Kind == SlotKind.Number || s.Key == "click").Select(s => s with { Required = !c.Taken(BoltStep.Trace) }),
                ],
                Judge = JudgeBoltTraced,
            },
            new Step(BodyStep.Name, "Body screws back", "bolt-ring")
            {
                When = c => Applies.If(c.Sheet.Balancer.Body is not null, "No body is screwed to this hub."),
                Slots = c => RingSlots(c.Sheet.Balancer.Body!.Screws, c.Sheet.Balancer.Body.TorqueNm),
                Judge = c => JudgeRing(c, c.Sheet.Balancer.Body!.Screws, c.Sheet.Balancer.Body.TorqueNm, c.Sheet.Balancer.Body.Torque),
                Cautions = ["Crank held. Small screws in light alloy: by hand first, to the end."],
            },
            new Step(PilotStep.Name, "On its pilot", "checks")
            {
                When = c => Applies.If(c.Sheet.Balancer.Design == BalancerDesign.Flange, "It is pressed on: it has no pilot."),
                Slots = _ =>
                [
                    Slot.Tick("faces", "Both faces clean, no burr, no paint"),
                    Slot.Tick("pilot", "Home on its pilot by hand, marks together"),
                    Slot.Tick("rock", "It does not rock"),
                ],
                Judge = Prompt.Next,
                Cautions = ["It is heavy: hold it until two bolts are in."],
            },
            new Step(FlangeBoltsStep.Name, "Flange bolts", "bolt-ring")
            {
                When = c => Applies.If(c.Sheet.Balancer.Design == BalancerDesign.Flange, "It is held by the crank bolt."),
                Slots = c => RingSlots(c.Sheet.Balancer.Flange!.Bolts, c.Sheet.Balancer.Flange.TorqueNm),
                Judge = c => JudgeRing(c, c.Sheet.Balancer.Flange!.Bolts, c.Sheet.Balancer.Flange.TorqueNm, c.Sheet.Balancer.Flange.Torque),
                Gate = "every bolt tight",
                Cautions = ["Crank locked before you lean on the bar. Pull, don’t push."],
            },
            First(TurnStep.Name),
            First(MarkStep.Name),
        ],
    };

    private static Step First(string id) => PressFit.Steps.First(s => s.Id == id);

    private static Applies Pressed(StepContext c) =>
        Applies.If(c.Sheet.Balancer.Design != BalancerDesign.Flange, "Nothing is pressed on here: it sits on a pilot and is bolted to its flange.");

    private static IReadOnlyList<Slot> RingSlots(int bolts, double torqueNm) =>
    [
        .. BoltRing.StarDeg(bolts).Select((deg, i) => new Slot(
            $"{deg:0}", $"{Clock.Text(deg)}, number {i + 1}", SlotKind.Number, Dimension.Torque, 0.1, "torque-wrench", deg,
            Plausible: new Band(torqueNm / 3, torqueNm * 3), Peers: "torque", Expected: torqueNm, Bolt: new BoltTag("ring", Clock.Text(deg), 1))),
    ];

    private static Judgement JudgeRing(StepContext c, int bolts, double torqueNm, Limit limit)
    {
        var slots = RingSlots(bolts, torqueNm);
        if (slots.FirstOrDefault(s => !c.Taken(s)) is { } next)
        {
            return new Judgement(Sentence.Of(
                "Number {n}, at {clock}: one smooth pull to {torque}. Type what the wrench shows.",
                ("n", Quantity.Count(slots.ToList().IndexOf(next) + 1)), ("clock", Quantity.AtClock(next.AngleDeg!.Value)), ("torque", Quantity.Nm(torqueNm))));
        }

        var call = Call.Of(
            [.. slots.SelectMany(s => limit.Checks($"torque at {Clock.Text(s.AngleDeg!.Value)}", c.Number(s)!.Value, c.Uncertainty(s), Dimension.Torque))],
            check => Sentence.Of(
                check.Verdict == Verdict.Go ? "All of them in their window." : "{value} {where}; the limit is {limit}.",
                ("value", Quantity.Nm(check.Value)), ("where", Quantity.Word(check.Name["torque ".Length..])), ("limit", Quantity.Nm(check.Limit))));
        return call is null ? new Judgement(Sentence.Of(Held.ToldOnly)) : new Judgement(
            Sentence.Of(
                call.Verdict switch
                {
                    Verdict.Go => "All tight, in order.",
                    Verdict.LookAgain => "Pull that one again with a finer wrench and read it.",
                    _ when call.Checks[0].Side == Side.Upper => "Over-tightened. Take that one out, look at its thread, fit a new one.",
                    _ => "Pull that one again to {torque}.",
                },
                ("torque", Quantity.Nm(torqueNm))),
            call);
    }

    private sealed record WarmPlan(double Plan, ThermalFit.Answer Answer, bool Slides, double EaseShare, double TauSeconds);

    /// <summary>What warming gives: the oven's temperature, kept under the rubber's limit by what the oven may be off, and the share of the force that is left.</summary>
    private static WarmPlan? Warmed(StepContext c, double? measuredC = null) =>
        c.Once($"warmed/{measuredC}", () => Plan(c, measuredC));

    private static WarmPlan? Plan(StepContext c, double? measuredC)
    {
        var sheet = c.Sheet.Balancer;
        if (sheet.Warm is not { } warm || c.Number(MethodStep.Ambient) is not { } ambient || FitOf(c) is not { } fit)
        {
            return null;
        }

        // Planned, it stays under the rubber's limit by what the oven may be off; measured, it is as warm as it is.
        var limit = (warm.Rubber ?? HouseDefaults.Rubber).High!.Value - OvenC;
        var hottest = measuredC is { } measured && measured > ambient ? Math.Min(measured, limit) : limit;
        var answer = ThermalFit.Solve(new ThermalFit.Request(
            fit.Hub.MeanMm,
            fit.Shaft.MeanMm,
            new ThermalFit.WarmPart(sheet.Hub.Material, warm.MassKg, warm.SurfaceM2, warm.SpecificHeatJPerKgC, hottest),
            new ThermalFit.ColdPart(sheet.Nose.Material, warm.NoseMassKg, warm.NoseSpecificHeatJPerKgC),
            ambient,
            ambient,
            warm.WantedClearanceMm,
            HouseDefaults.AirFilmWPerM2C,
            new ThermalFit.FilmContact(sheet.Hub.LengthMm - sheet.SeatedDepthMm, HouseDefaults.OilWPerMC),
            SlideSeconds: SlideSeconds,
            OvenUncertaintyC: OvenC));
        var plan = Math.Max(ambient, Math.Min(answer.HubTemperatureC, hottest));
        var slides = answer.Allowed && answer.GripSeconds is null or >= SlideSeconds;
        var cold = fit.InterferenceMm.Mean;
        return new WarmPlan(
            plan,
            answer,
            slides,
            cold > 0 ? Math.Clamp((answer.InterferenceWarmMm - (cold - fit.EffectiveInterferenceMm)) / fit.EffectiveInterferenceMm, 0, 1) : 0,
            warm.MassKg * warm.SpecificHeatJPerKgC / (HouseDefaults.AirFilmWPerM2C * warm.SurfaceM2));
    }

    /// <summary>The fit as it was measured; null before it was, and where the readings can't all be true.</summary>
    private static InterferenceFit.Answer? FitOf(StepContext c) => c.Once("fit", () => JudgeFit(c).Answer as InterferenceFit.Answer);

    /// <summary>The force that it takes when home, by the school that was chosen.</summary>
    private static Band? HomeForce(StepContext c)
    {
        if (FitOf(c) is not { } fit)
        {
            return null;
        }

        // Cold it takes what the fit says. Warm it begins with what the plan leaves; what lies in contact shares its heat
        // in seconds, and a draw that pauses ends as a cold one.
        return WarmForce(c, fit) is { } warm ? new Band(warm.Low, fit.PressForceN.High) : fit.PressForceN;
    }

    /// <summary>The force when home if it is drawn at once, the nose still cold; null where it goes on cold.</summary>
    private static Band? WarmForce(StepContext c, InterferenceFit.Answer fit) => c.Chosen(Method) == "warm" && Warmed(c) is { } warm
        ? new Band(fit.PressForceN.Low * warm.EaseShare, fit.PressForceN.High * warm.EaseShare)
        : null;

    private static Dictionary<string, double>? PressRig(StepContext c)
    {
        var sheet = c.Sheet.Balancer;
        return HomeForce(c) is { } home && c.Number(DrawStep.Start) is { } start
            ? new Dictionary<string, double>
            {
                ["home"] = (home.Low + home.High) / 2,
                ["travel"] = start - sheet.SeatedDepthMm,
                ["engaged"] = sheet.Hub.LengthMm - start,
            }
            : null;
    }

    private static Judgement JudgeMethod(StepContext c)
    {
        var sheet = c.Sheet.Balancer;
        Judgement Refused(string instead, string why) => new(Sentence.Of(instead), new Call(Verdict.Stop, Sentence.Of(why), []));
        switch (c.Chosen(Method))
        {
            case "hammer":
                return Refused("Put the hammer away. Draw it on cold, or warm the hub.", "Blows bruise the rubber and go through the crank into its thrust bearing.");
            case "crank-bolt":
                return Refused("Not with the crank bolt. Use a screw tool with a thrust bearing.", "It starts with few of its threads in, and they strip in the crank’s nose.");
            case "warm":
                if (Warmed(c) is not { } warm)
                {
                    return c.Taken(MethodStep.Ambient) ? new Judgement(Sentence.Of("Measure nose and bore first.")) : Prompt.Next(c);
                }

                var rubber = sheet.Warm!.Rubber ?? HouseDefaults.Rubber;
                var (easy, home) = (WarmForce(c, FitOf(c)!)!, HomeForce(c)!);
                var call = Call.Of(
                    [Check.AtMost("hub temperature", warm.Plan, rubber.High!.Value, OvenC, Dimension.Temperature, rubber.SourceWords)],
                    check => warm.Slides
                        ? Sentence.Of("It slides with {clear} to spare and stays so for about {grip}; the rubber stands {limit}.",
                            ("clear", Quantity.Mm(sheet.Warm.WantedClearanceMm, 0.001)), ("grip", new Quantity(warm.Answer.GripSeconds ?? 3600, Dimension.Seconds)), ("limit", new Quantity(check.Limit, Dimension.Temperature)))
                        : Sentence.Of(
                            "The oil carries its heat off in about {grip}. At most {easy} while the nose is cold, up to {high} if you pause. The rubber stands {limit}.",
                            ("easy", Quantity.Newtons(easy.High)), ("high", Quantity.Newtons(home.High)), ("grip", new Quantity(Math.Max(0.1, warm.Answer.GripSeconds ?? 3600), Dimension.Seconds, (warm.Answer.GripSeconds ?? 60) < 1 ? 0.1 : 1)), ("limit", new Quantity(check.Limit, Dimension.Temperature))))!;
                return new Judgement(
                    Sentence.Of(
                        warm.Slides ? "Oven at {plan}. It slides on: stop and guide ready."
                            : "Oven at {plan}. It won’t slide home: draw it, without a pause.",
                        ("plan", new Quantity(warm.Plan, Dimension.Temperature))),
                    c.Taken(MethodStep.Ready) ? call : null,
                    warm.Answer);
            default:
                var force = HomeForce(c);
                return new Judgement(
                    Sentence.Of("Draw it on cold with a screw tool and its thrust bearing. It needs no luck."),
                    !c.Taken(MethodStep.Ready) ? null : new Call(
                        Verdict.Go,
                        force is { } f
                            ? Sentence.Of("{low} to {high} when home, with {oil}.", ("low", Quantity.Newtons(f.Low)), ("high", Quantity.Newtons(f.High)), ("oil", Quantity.Word(Chosen(c).Name)))
                            : Sentence.Of("The usual way."),
                        []),
                    FitOf(c));
        }
    }

    private static Judgement JudgeWarm(StepContext c)
    {
        if (Warmed(c) is not { } planned || Warmed(c, c.Number(WarmStep.Hub)) is not { } warm)
        {
            return new Judgement(Sentence.Of("Say how it goes on first, with the air’s temperature."));
        }

        var rubber = c.Sheet.Balancer.Warm!.Rubber ?? HouseDefaults.Rubber;
        if (c.Number(WarmStep.Hub) is not { } hub)
        {
            return Prompt.Next(c) with
            {
                Do = c.Taken(WarmStep.Soaked)
                    ? Sentence.Of("Probe the hub’s bore, not the oven’s air. Read its temperature.")
                    : Sentence.Of("Oven at {plan}. Leave it until hub and ring are the same all through.", ("plan", new Quantity(warm.Plan, Dimension.Temperature))),
                Answer = warm.Answer,
            };
        }

        var uncertainty = c.Uncertainty(WarmStep.Hub);
        var checks = new List<Check> { Check.AtMost("hub temperature", hub, rubber.High!.Value, uncertainty, Dimension.Temperature, rubber.SourceWords) };
        if (hub < planned.Plan - OvenC)
        {
            checks.Add(new Check("hub temperature", Verdict.LookAgain, hub, planned.Plan - OvenC, uncertainty, Side.Lower, Dimension.Temperature, "planned"));
        }

        // Carried until the clearance is gone; where there never was one, until half the ease is.
        var carry = warm.Answer.CarrySeconds is > 0 and { } clear ? clear : warm.TauSeconds * Math.Log(2);
        var (left, arrived) = (c.Reading(WarmStep.Out), c.Reading(WarmStep.On));
        var deadline = left?.DoneAt.AddSeconds(carry);
        if (arrived is not null && left is not null)
        {
            var took = Math.Max(0, (arrived.DoneAt - left.DoneAt).TotalSeconds);
            checks.Add(took <= carry
                ? new Check("carried", Verdict.Go, took, carry, 0, Side.Upper, Dimension.Seconds, "worked out")
                : new Check("carried", Verdict.LookAgain, took, carry, 0, Side.Upper, Dimension.Seconds, "worked out"));
        }

        var worst = checks.Max(k => k.Verdict);
        if (worst == Verdict.Go && (left is null || arrived is null))
        {
            return new Judgement(
                left is null
                    ? Sentence.Of("Hub at {hub}. Take it out and carry it: {carry} until it is too cool.", ("hub", new Quantity(hub, Dimension.Temperature)), ("carry", new Quantity(carry, Dimension.Seconds)))
                    : Sentence.Of("Carry it. On the nose, square on its key, before the time is up."),
                Answer: warm.Answer,
                Deadline: deadline,
                Then: Sentence.Of("The time is up: it may grab half way. Don’t force it. Back in the oven, and carry it again."));
        }

        var call = Call.Of(checks, check => Sentence.Of(
            (check.Name, check.Verdict, check.Side) switch
            {
                ("carried", Verdict.Go, _) or (_, Verdict.Go, _) => "Hub at {hub}, carried in time.",
                ("carried", _, _) => "It took {value}; after {limit} it is too cool.",
                (_, _, Side.Lower) => "{value} is below the {limit} that was planned on.",
                (_, Verdict.LookAgain, _) => "{value} is too close to the {limit} that the rubber stands.",
                _ => "{value} is above the {limit} that the rubber stands.",
            },
            ("hub", new Quantity(hub, Dimension.Temperature)),
            ("value", new Quantity(check.Value, check.Dimension)),
            ("limit", new Quantity(check.Limit, check.Dimension))))!;
        return new Judgement(
            Sentence.Of((call.Verdict, call.Checks[0].Name, call.Checks[0].Side) switch
            {
                (Verdict.Go, _, _) => warm.Slides ? "Push it home against its stop and hold it." : "Draw it home without a pause.",
                (Verdict.Stop, _, _) => "Too hot for its rubber. Let it cool, and look at the rubber again.",
                (_, "carried", _) => "Too late: back in the oven, then measure again.",
                (_, _, Side.Lower) => "Not soaked through. Back in the oven, then measure again.",
                _ => "Let it cool a little, then measure again.",
            }),
            call,
            warm.Answer);
    }

    private static Judgement JudgeDrawn(StepContext c)
    {
        var sheet = c.Sheet.Balancer;
        var home = HomeForce(c);
        if (c.Number(DrawStep.Start) is not { } start)
        {
            return JudgeDraw(c);
        }

        var (length, seatTravel) = (sheet.Hub.LengthMm, sheet.Hub.LengthMm - sheet.SeatedDepthMm);
        var depth = c.Number(DrawStep.Part) ?? start;
        var where = DrawTravel.Solve(new DrawTravel.Request(length, sheet.SeatedDepthMm, depth, home));
        if (c.Trace(DrawStep.Trace) is not { } trace || home is not { High: > 0 } force)
        {
            var judged = JudgeDraw(c);
            return judged with { Answer = where };
        }

        // The press counts from where the hub was started; the fit counts from the nose's end.
        var points = trace.X.Select((x, i) => new PressTrace.TracePoint(x + length - start, trace.Y[i])).ToList();
        var curve = new PressTrace.ExpectedForce(DrawTravel.Curve(force, seatTravel));
        var answer = PressTrace.Solve(new PressTrace.Request(points, curve, seatTravel, HouseDefaults.SeatToleranceMm, force.High * HouseDefaults.PressLimitFactor));
        if (PressedIn.Gap(points) is { } gap)
        {
            return new Judgement(
                Sentence.Of("The gauge dropped out on the way. Judge by hand: read the seated depth, or draw it again."),
                new Call(
                    Verdict.LookAgain,
                    Sentence.Of("Nothing was recorded from {from} to {to}.", ("from", Quantity.Mm(gap.From, 0.1)), ("to", Quantity.Mm(gap.To, 0.1))),
                    []),
                answer);
        }

        var short0 = answer.Findings.Any(f => f.Kind == "not-seated");
        var watch = PressWatch.Solve(new PressWatch.Request([.. points.TakeLast(200)], curve, seatTravel));
        var cockedStart = short0 && points.Any(p => p.TravelMm <= points[0].TravelMm + ((seatTravel - points[0].TravelMm) / 4)
            && p.ForceN > 1.15 * PressTrace.Expected(curve, p.TravelMm).High) && points.Max(p => p.TravelMm) < seatTravel / 2;
        if (cockedStart)
        {
            return new Judgement(
                Sentence.Of("It has started cocked. Back it off, set it square on its key and draw it again."),
                new Call(
                    Verdict.Stop,
                    Sentence.Of(
                        "{peak} at {at}; this fit explains at most {high} there.",
                        ("peak", Quantity.Newtons(answer.PeakN)), ("at", Quantity.Mm(watch.TravelMm, 0.1)), ("high", Quantity.Newtons(PressTrace.Expected(curve, watch.TravelMm).High))),
                    answer.Call!.Checks),
                answer);
        }

        return new Judgement(
            Sentence.Of(answer.Findings[0].Kind switch
            {
                "clean" => c.Taken(DrawStep.Home) ? "Clean, and home. Read its depth at three places." : "Clean. Tick that it is home, then read its depth.",
                "cocked" => "It came back square, but started cocked. Look at key and nose, or say why it is good.",
                "galling" => "Pull it back off. Look at nose and bore for galling.",
                "loose" => "It went on too easily. Pull it off and measure again, or say why it holds.",
                "over-pressed" => "Stop there. Look at hub, rubber and nose before you go on.",
                _ => "Not home. Find what is in the way, then draw it again.",
            }),
            answer.Call! with { Checks = [.. answer.Call!.Checks.Select(k => k with { Source = "predicted from the fit" })] },
            answer);
    }

    private static Judgement JudgeBoltTraced(StepContext c)
    {
        if (c.Trace(BoltStep.Trace) is not { } trace)
        {
            return c.Taken(BoltStep.ToolOff) && c.Taken(BoltStep.ByHand) ? JudgeBolt(c) : Prompt.Next(c);
        }

        var bolt = c.Sheet.CrankBolt;
        var answer = Held.Pulled(trace, bolt.TorqueNm, bolt.Torque, bolt.TorqueNm * SnugShare);
        if (answer.Call?.Sourced(_ => bolt.Torque.SourceWords) is not { } call)
        {
            return new Judgement(Sentence.Of(Held.ToldOnly), Answer: answer);
        }

        return new Judgement(
            Sentence.Of(
                (call.Verdict, answer.Findings.Count > 0 ? answer.Findings[0].Kind : null) switch
                {
                    (Verdict.Go, _) => "Tight, in one smooth pull. Crank lock out; turn it by hand.",
                    (_, "short") => "Short. Pull on to {target}.",
                    (_, "over") => "Over-tightened. Take the bolt out, look at thread and washer; new bolt.",
                    (_, "stripped") => "The thread is going. Bolt out; look at the crank’s thread before anything else.",
                    (_, "cross-threaded") => "It ran hard long before it was down: cross-threaded. Bolt out.",
                    (_, "yielding") => "The bolt is stretching. New bolt, or say why this one stays.",
                    _ => "It came tight too soon: look for a bottomed bolt or dirt, or say why it is good.",
                },
                ("target", Quantity.Nm(bolt.TorqueNm))),
            call,
            answer);
    }

    private static IReadOnlyList<Slot> Diameters(StepContext c, string instrument, double nominal)
    {
        var plausible = new Band(nominal * 0.97, nominal * 1.03);
        var sizes = c.Sheet.Balancer.Nose.StationsMm.SelectMany((station, i) => s_acrossDeg.Select(deg => new Slot(
            $"s{i + 1}-{deg}",
            $"{Wording.Number(station, 0.1).Replace(".0", "", StringComparison.Ordinal)} mm in, {(deg == 0 ? "12 to 6" : "3 to 9")}",
            SlotKind.Number,
            Dimension.Length,
            0.001,
            instrument,
            deg,
            station,
            plausible,
            "diameter",
            Expected: instrument == "micrometer" ? nominal : nominal - (Middle(c) ?? 0))));
        return [.. sizes, new Slot("temperature", "Its temperature", SlotKind.Number, Dimension.Temperature, 1, "thermometer", Plausible: new Band(-10, 60), Expected: 18)];
    }

    /// <summary>The middle of the wanted interference, mm.</summary>
    private static double? Middle(StepContext c) => c.Sheet.Balancer.Interference is { Low: { } low, High: { } high } ? (low + high) / 2 : null;

    private static Slot DepthSlot(StepContext c, string key, string label, double most) => new(
        key, label, SlotKind.Number, Dimension.Length, 0.01, "depth-gauge", Plausible: new Band(0, most), Peers: null);

    private static Lubricant Chosen(StepContext c) =>
        c.Sheet.Balancer.Lubricants.First(l => l.Id == c.Chosen(Lubricant));

    private static Judgement JudgeFit(StepContext c)
    {
        var sheet = c.Sheet.Balancer;
        var noseSlots = Diameters(c, "micrometer", sheet.Nose.DiameterMm);
        if (noseSlots.Any(s => !c.Taken(NoseStep.Name, s) || !c.Taken(BoreStep.Name, s)))
        {
            return new Judgement(Sentence.Of("Measure nose and bore first."));
        }

        IReadOnlyList<InterferenceFit.DiameterReading> Sizes(StepName step) =>
            [.. noseSlots.Where(s => s.StationMm is not null).Select(s => new InterferenceFit.DiameterReading(s.StationMm!.Value, s.AngleDeg!.Value, c.Number(step, s)!.Value))];
        double Gauge(StepName step) => noseSlots.Where(s => s.StationMm is not null)
            .Max(s => c.Uncertainty(step, s));

        var interference = sheet.Interference ?? HouseDefaults.Interference;
        var roundness = sheet.Roundness ?? HouseDefaults.Roundness;
        var taper = sheet.Taper ?? HouseDefaults.Taper;
        var friction = Chosen(c).Friction;
        var answer = InterferenceFit.Solve(new InterferenceFit.Request(
            new InterferenceFit.ShaftPart(Sizes(NoseStep.Name), sheet.Nose.Material, sheet.Nose.InnerDiameterMm, c.Number(NoseStep.Temperature)!.Value, sheet.Nose.RoughnessRzUm),
            new InterferenceFit.HubPart(Sizes(BoreStep.Name), sheet.Hub.OuterDiameterMm, sheet.Hub.Material, c.Number(BoreStep.Temperature)!.Value, sheet.Hub.RoughnessRzUm),
            sheet.Hub.LengthMm - sheet.SeatedDepthMm,
            new Band(friction.Low!.Value, friction.High!.Value),
            Limits: new InterferenceFit.FitLimits(interference.Low, interference.High, roundness.High, taper.High),
            GaugeUncertaintyMm: new InterferenceFit.FitGauges(Gauge(NoseStep.Name), Gauge(BoreStep.Name))));
        var call = answer.Call!.Sourced(check => check.Name switch
        {
            "interference" => interference.SourceWords,
            "nose roundness" or "bore roundness" => roundness.SourceWords,
            "nose taper" or "bore taper" => taper.SourceWords,
            _ => "Neat Bore default",
        });

        var lead = call.Checks[0];
        var middle = (interference.Low + interference.High) / 2 ?? answer.InterferenceMm.Mean;
        string template = (call.Verdict, lead.Name, lead.Side) switch
        {
            (Verdict.Go, _, _) => "Fit it. Expect {low} to {high} to draw it home.",
            (Verdict.LookAgain, _, _) => "Measure both again, with a finer gauge if you have one.",
            (Verdict.Stop, "interference", Side.Upper) => "Don’t draw it on. Hone {hone} out of the bore, then measure again.",
            (Verdict.Stop, "interference", _) or (_, "effective interference", _) => "Don’t fit it: it is loose. Sleeve the nose or change the hub.",
            (Verdict.Stop, "nose roundness" or "nose taper", _) => "Don’t fit it. Dress or sleeve the nose, then measure again.",
            (Verdict.Stop, "bore roundness" or "bore taper", _) => "Don’t fit it. Hone or change the hub, then measure again.",
            (Verdict.Stop, _, _) => "Don’t draw it on. It would yield: hone {hone} out of the bore.",
            _ => "Tight for the material. Hone {hone} out of the bore, or say why it can go on.",
        };
        return new Judgement(
            Sentence.Of(
                template,
                ("low", Quantity.Newtons(answer.PressForceN.Low)),
                ("high", Quantity.Newtons(answer.PressForceN.High)),
                ("hone", Quantity.Mm(answer.InterferenceMm.Mean - middle, 0.001))),
            call,
            answer);
    }

    private static Judgement JudgeDraw(StepContext c)
    {
        var depth = c.Number(DrawStep.Part) ?? c.Number(DrawStep.Start);
        if (depth is null)
        {
            return new Judgement(Sentence.Of("Start the hub by hand on its key, square. Read its depth."));
        }

        var sheet = c.Sheet.Balancer;
        var fit = JudgeFit(c).Answer as InterferenceFit.Answer;
        var answer = DrawTravel.Solve(new DrawTravel.Request(sheet.Hub.LengthMm, sheet.SeatedDepthMm, depth.Value, fit?.PressForceN));
        var done = c.Taken(DrawStep.Home);
        return new Judgement(
            Sentence.Of(
                done ? "It is home. Read its depth at three places."
                    : c.Taken(DrawStep.Part) ? "Draw it {left} more, until the force rises sharply. Hold the stud."
                    : "Draw it {half}, then read the depth again. Hold the stud.",
                ("left", Quantity.Mm(answer.LeftMm, 0.1)),
                ("half", Quantity.Mm(answer.LeftMm / 2, 1))),
            Answer: answer);
    }

    private static Judgement JudgeSeat(StepContext c)
    {
        var sheet = c.Sheet.Balancer;
        var next = s_seatDeg.Select(deg => (int?)deg).FirstOrDefault(deg => !c.Taken(SeatStep.At(deg!.Value)));
        if (next is { } at)
        {
            return new Judgement(Sentence.Of("Depth gauge across the hub’s face at {clock}, rod on the nose’s rim.", ("clock", Quantity.AtClock(at))));
        }

        var tilt = sheet.Tilt ?? HouseDefaults.HubTilt;
        var answer = Squareness.Solve(new Squareness.Request(
            [.. s_seatDeg.Select(deg => new Squareness.DepthReading(deg, c.Number(SeatStep.At(deg))!.Value))],
            sheet.MeasureRadiusMm,
            TargetDepthMm: sheet.SeatedDepthMm,
            DepthToleranceMm: Math.Min(
                (sheet.SeatedDepth.High ?? double.MaxValue) - sheet.SeatedDepthMm,
                sheet.SeatedDepthMm - (sheet.SeatedDepth.Low ?? double.MinValue)),
            TiltLimitMm: tilt.High,
            GaugeUncertaintyMm: s_seatDeg.Max(deg => c.Uncertainty(SeatStep.At(deg)))));
        var call = answer.Call!.Sourced(check => check.Name == "tilt" ? tilt.SourceWords : sheet.SeatedDepth.SourceWords);
        var lead = call.Checks[0];
        string template = (call.Verdict, lead.Name, lead.Side) switch
        {
            (Verdict.Go, _, _) => "Seated and square. Take the tool off and fit the bolt.",
            (Verdict.LookAgain, _, _) => "Wipe the faces and read the three depths again.",
            (_, "tilt", _) => "Pull it back off. Look for a burr, a cocked key or dirt towards {clock}.",
            (_, _, Side.Upper) => "Not home yet. Draw it {more} more, then read again.",
            _ => "Past its seat by {past}. Check hub, nose and sheet before you go on.",
        };
        return new Judgement(
            Sentence.Of(
                template,
                ("clock", Quantity.AtClock((answer.DeepestDeg ?? 0) + 180)),
                ("more", Quantity.Mm(answer.MeanDepthMm - sheet.SeatedDepthMm)),
                ("past", Quantity.Mm(sheet.SeatedDepthMm - answer.MeanDepthMm))),
            call,
            answer);
    }

    private static Judgement JudgeBolt(StepContext c)
    {
        var bolt = c.Sheet.CrankBolt;
        if (c.Number(BoltStep.Wrench) is not { } length || c.Number(BoltStep.Adaptor) is not { } adaptor || c.Number(BoltStep.Angle) is not { } angle)
        {
            return Prompt.Next(c);
        }

        var set = c.Reading(BoltStep.Set);
        var wrench = set?.Instrument is { Low: { } low, High: { } high, CalibrationDue: { } due }
            ? new WrenchSetting.Wrench(low, high, due, DateOnly.FromDateTime(set.DoneAt.UtcDateTime))
            : null;
        var request = new WrenchSetting.Request(bolt.TorqueNm, length, adaptor, angle, Wrench: wrench);
        var answer = WrenchSetting.Solve(request);
        if (set?.Value is not { } setNm || !c.Taken(BoltStep.Click))
        {
            return new Judgement(
                Sentence.Of(
                    set is null ? "Set the wrench to {set} for {target} at the bolt." : "One smooth pull to the click, crank held.",
                    ("set", Quantity.Nm(answer.SetNm)),
                    ("target", Quantity.Nm(bolt.TorqueNm))),
                Answer: answer);
        }

        var reached = WrenchSetting.AtFastenerNm(request, setNm);
        var uncertainty = WrenchSetting.AtFastenerNm(request, set.Instrument?.UncertaintyAt(setNm) ?? 0);
        var checks = bolt.Torque.Checks("torque at the bolt", reached, uncertainty, Dimension.Torque).Concat(answer.Call?.Checks ?? []).ToList();
        var call = Call.Of(checks, check => Sentence.Of(
            (check.Name, check.Verdict) switch
            {
                (_, Verdict.Go) => "{value} ± {u} reached the bolt.",
                ("torque at the bolt", Verdict.LookAgain) => "{value} ± {u} reached the bolt: too close to {limit} for this wrench to decide.",
                ("torque at the bolt", _) => "{value} reached the bolt; {limit} is the limit.",
                ("calibration", _) => "This wrench’s calibration ran out {value} ago.",
                _ => "The setting of {value} is outside where this wrench is true: {limit}.",
            },
            ("value", new Quantity(check.Value, check.Dimension, check.Dimension == Dimension.Days ? 1 : 0.1)),
            ("u", new Quantity(check.Uncertainty, check.Dimension, 0.1)),
            ("limit", new Quantity(check.Limit, check.Dimension, 0.1))));
        if (call is null)
        {
            return new Judgement(Sentence.Of(Held.ToldOnly), Answer: answer);
        }

        string template = (call.Verdict, call.Checks[0].Name, call.Checks[0].Side) switch
        {
            (Verdict.Go, _, _) => "Tight. Crank lock out; turn it by hand.",
            (Verdict.Decide, _, _) => "Check it with another wrench, or say why this one will do.",
            (_, "torque at the bolt", Side.Upper) when call.Verdict == Verdict.Stop => "Over-tightened. Take the bolt out, look at thread and washer; new bolt.",
            (_, "wrench range", _) => "Use another wrench: set {set} on it and pull again.",
            _ => "Slack it off, set {set}, and pull again.",
        };
        return new Judgement(Sentence.Of(template, ("set", Quantity.Nm(answer.SetNm))), call, answer);
    }

    private static Judgement JudgeMark(StepContext c)
    {
        if (c.Number(MarkStep.Error) is not { } error)
        {
            return new Judgement(Sentence.Of("Crank at true centre, on the positive stop. Read how far the mark stands past the pointer."));
        }

        var limit = HouseDefaults.MarkErrorDeg;
        var uncertainty = c.Reading(MarkStep.Error)?.Instrument?.UncertaintyAt(error) ?? 0;
        var call = MarkError.Judge(error, uncertainty, limit.Low!.Value, limit.High!.Value, limit.SourceWords);
        return new Judgement(
            Sentence.Of(call.Verdict switch
            {
                Verdict.Go => "The balancer is on. Its record is kept.",
                Verdict.LookAgain => "Bring it to the stop from both sides again and read it finer.",
                Verdict.Decide => "Re-mark the ring at true centre, or say why it can stay.",
                _ => "The mark lies: the ring has walked, or key or hub is wrong. Don’t time the engine by it.",
            }),
            call);
    }
}
