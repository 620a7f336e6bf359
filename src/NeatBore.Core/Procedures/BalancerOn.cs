using NeatBore.Core.Bench;
using NeatBore.Core.Centring;
using NeatBore.Core.Crank;
using NeatBore.Core.Fasteners;
using NeatBore.Core.Fits;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Procedures;

/// <summary>A balancer drawn on cold, from the measuring of nose and bore to the mark.</summary>
public static class BalancerOn
{
    private const string Lubricant = "lubricant";
    private static readonly int[] s_acrossDeg = [0, 90];
    private static readonly int[] s_seatDeg = [0, 120, 240];

    /// <summary>The first version: cold, lubricated, drawn on with a screw tool.</summary>
    public static Procedure Version1 { get; } = new(
        "balancer-on",
        1,
        "Balancer on",
        _ => ["balancer"],
        [new Choice(Lubricant, "fit", "On nose and bore", sheet => [.. sheet.Balancer.Lubricants.Select(l => new Option(l.Id, l.Name))])],
        [
            new Step("parts", "Parts and cleaning", "checks")
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
                Judge = c => Next(c, "parts", Version1!),
                Cautions = ["Keyway edges cut. Solvent vapour: no flame near."],
            },
            new Step("nose", "Measure the nose", "diameters")
            {
                Slots = c => Diameters(c, "micrometer", c.Sheet.Balancer.Nose.DiameterMm),
                Judge = c => Next(c, "nose", Version1!),
                Cautions = ["Keep fingers clear of the keyway’s edges."],
            },
            new Step("bore", "Measure the bore", "diameters")
            {
                Slots = c => Diameters(c, "bore-gauge", c.Sheet.Balancer.Nose.DiameterMm),
                Judge = c => Next(c, "bore", Version1!),
                Cautions = ["Lay the balancer flat; it rolls, and it is heavy."],
            },
            new Step("fit", "The fit", "fit")
            {
                Needs = ["nose", "bore"],
                Judge = JudgeFit,
                Gate = "the fit is a go",
                Cautions = ["A tight hub stores its press force. No bigger tool past a Stop."],
            },
            new Step("dress", "Key, oil, sealant", "checks")
            {
                Slots = c =>
                [
                    Slot.Tick("key", "Key home in its slot, not proud"),
                    Slot.Tick("oil", $"Nose and bore: {Chosen(c).Name}"),
                    Slot.Tick("sealant", "Dab of sealant in the keyway"),
                    Slot.Tick("track", "Seal’s track as its lip wants it"),
                ],
                Judge = c => Next(c, "dress", Version1!),
                Cautions = ["Sealant vapour: air the room, no flame near."],
            },
            new Step("tool", "Draw tool in", "checks")
            {
                Slots = _ =>
                [
                    Slot.Tick("adapter", "Adapter in by fingers, full depth, then back a touch"),
                    Slot.Tick("stud", "Stud right in"),
                    Slot.Tick("start", "Hub on its key by hand, square"),
                    Slot.Tick("bearing", "Thrust bearing’s turning face to the nut"),
                ],
                Judge = c => Next(c, "tool", Version1!),
                Cautions = ["No hammer: it bruises rubber and thrust bearing. Not the crank bolt: it strips."],
            },
            new Step("draw", "Draw it on", "draw")
            {
                Slots = c =>
                [
                    DepthSlot(c, "start", "Depth, started by hand", c.Sheet.Balancer.Hub.LengthMm),
                    DepthSlot(c, "part", "Depth, about half way", c.Sheet.Balancer.Hub.LengthMm),
                    Slot.Tick("home", "Force rose sharply: it is home"),
                ],
                Judge = JudgeDraw,
                Cautions = ["Stand clear, never in line with the loaded tool: pieces fly."],
            },
            new Step("seat", "Seated depth", "hub-face")
            {
                Slots = c => [.. s_seatDeg.Select(deg => DepthSlot(c, $"{deg}", $"{Clock.Text(deg)}", c.Sheet.Balancer.Hub.LengthMm) with { AngleDeg = deg })],
                Judge = JudgeSeat,
                Gate = "seated, square",
                Cautions = ["Slack the tool off before you lean over it."],
            },
            new Step("bolt", "Crank bolt", "wrench")
            {
                Slots = c =>
                [
                    Slot.Tick("tool-off", "Tool off, its adapter out of the nose"),
                    Slot.Tick("by-hand", "Bolt and washer in by hand, raised side out"),
                    new Slot("wrench", "Wrench, drive to grip", SlotKind.Number, Dimension.Length, 1, "rule", Plausible: new Band(100, 1500)),
                    new Slot("adaptor", "Adaptor, 0 for none", SlotKind.Number, Dimension.Length, 1, "rule", Plausible: new Band(0, 400)),
                    new Slot("angle", "Adaptor off the wrench’s line", SlotKind.Number, Dimension.Angle, 1, "rule", Plausible: new Band(0, 180)),
                    new Slot("set", "Wrench set to", SlotKind.Number, Dimension.Torque, 0.1, "torque-wrench", Plausible: new Band(c.Sheet.CrankBolt.TorqueNm / 3, c.Sheet.CrankBolt.TorqueNm * 3)),
                    Slot.Tick("click", "One smooth pull to the click, crank held"),
                ],
                Judge = JudgeBolt,
                Cautions = ["Crank locked before you lean on the bar. Pull, don’t push; feet apart."],
            },
            new Step("turn", "Crank turns", "checks")
            {
                Slots = _ =>
                [
                    Slot.Tick("two-turns", "Two full turns by hand, smooth"),
                    Slot.Tick("tight", "No tight place, no scrape"),
                    Slot.Tick("float", "Float feels as it did before"),
                ],
                Judge = c => Next(c, "turn", Version1!),
                Cautions = ["Crank lock out first. Fingers out of chain and belts."],
            },
            new Step("mark", "Mark against true centre", "mark")
            {
                Slots = _ => [new Slot("error", "Mark past pointer, + with rotation", SlotKind.Number, Dimension.Angle, 0.1, "degree-wheel", Plausible: new Band(-20, 20))],
                Judge = JudgeMark,
                Cautions = ["A positive stop in the cylinder: turn by hand only, softly."],
            },
        ]);

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
            "diameter")));
        return [.. sizes, new Slot("temperature", "Its temperature", SlotKind.Number, Dimension.Temperature, 1, "thermometer", Plausible: new Band(-10, 60))];
    }

    private static Slot DepthSlot(StepContext c, string key, string label, double most) => new(
        key, label, SlotKind.Number, Dimension.Length, 0.01, "depth-gauge", Plausible: new Band(0, most), Peers: null);

    private static Lubricant Chosen(StepContext c) =>
        c.Sheet.Balancer.Lubricants.First(l => l.Id == c.Chosen(Lubricant));

    private static Judgement Next(StepContext c, string step, Procedure procedure) =>
        Prompt.Next(c, step, procedure.Steps.First(s => s.Id == step).Slots(c));

    private static Judgement JudgeFit(StepContext c)
    {
        var sheet = c.Sheet.Balancer;
        var noseSlots = Diameters(c, "micrometer", sheet.Nose.DiameterMm);
        if (noseSlots.Any(s => !c.Taken("nose", s.Key) || !c.Taken("bore", s.Key)))
        {
            return new Judgement(Sentence.Of("Measure nose and bore first."));
        }

        IReadOnlyList<InterferenceFit.DiameterReading> Sizes(string step) =>
            [.. noseSlots.Where(s => s.StationMm is not null).Select(s => new InterferenceFit.DiameterReading(s.StationMm!.Value, s.AngleDeg!.Value, c.Number(step, s.Key)!.Value))];
        double Gauge(string step) => noseSlots.Where(s => s.StationMm is not null)
            .Max(s => c.Reading(step, s.Key) is { Instrument: { } by, Value: { } v } ? by.UncertaintyAt(v) : 0);

        var interference = sheet.Interference ?? HouseDefaults.Interference;
        var roundness = sheet.Roundness ?? HouseDefaults.Roundness;
        var taper = sheet.Taper ?? HouseDefaults.Taper;
        var friction = Chosen(c).Friction;
        var answer = InterferenceFit.Solve(new InterferenceFit.Request(
            new InterferenceFit.ShaftPart(Sizes("nose"), sheet.Nose.Material, sheet.Nose.InnerDiameterMm, c.Number("nose", "temperature")!.Value, sheet.Nose.RoughnessRzUm),
            new InterferenceFit.HubPart(Sizes("bore"), sheet.Hub.OuterDiameterMm, sheet.Hub.Material, c.Number("bore", "temperature")!.Value, sheet.Hub.RoughnessRzUm),
            sheet.Hub.LengthMm - sheet.SeatedDepthMm,
            new Band(friction.Low!.Value, friction.High!.Value),
            Limits: new InterferenceFit.FitLimits(interference.Low, interference.High, roundness.High, taper.High),
            GaugeUncertaintyMm: new InterferenceFit.FitGauges(Gauge("nose"), Gauge("bore"))));
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
        var depth = c.Number("draw", "part") ?? c.Number("draw", "start");
        if (depth is null)
        {
            return new Judgement(Sentence.Of("Start the hub by hand on its key, square. Read its depth."));
        }

        var sheet = c.Sheet.Balancer;
        var fit = JudgeFit(c).Answer as InterferenceFit.Answer;
        var answer = DrawTravel.Solve(new DrawTravel.Request(sheet.Hub.LengthMm, sheet.SeatedDepthMm, depth.Value, fit?.PressForceN));
        var done = c.Taken("draw", "home");
        return new Judgement(
            Sentence.Of(
                done ? "It is home. Read its depth at three places."
                    : c.Taken("draw", "part") ? "Draw it {left} more, until the force rises sharply. Hold the stud."
                    : "Draw it {half}, then read the depth again. Hold the stud.",
                ("left", Quantity.Mm(answer.LeftMm, 0.1)),
                ("half", Quantity.Mm(answer.LeftMm / 2, 1))),
            Answer: answer);
    }

    private static Judgement JudgeSeat(StepContext c)
    {
        var sheet = c.Sheet.Balancer;
        var next = s_seatDeg.Select(deg => (int?)deg).FirstOrDefault(deg => !c.Taken("seat", $"{deg}"));
        if (next is { } at)
        {
            return new Judgement(Sentence.Of("Depth gauge across the hub’s face at {clock}, rod on the nose’s rim.", ("clock", Quantity.AtClock(at))));
        }

        var tilt = sheet.Tilt ?? HouseDefaults.HubTilt;
        var answer = Squareness.Solve(new Squareness.Request(
            [.. s_seatDeg.Select(deg => new Squareness.DepthReading(deg, c.Number("seat", $"{deg}")!.Value))],
            sheet.MeasureRadiusMm,
            TargetDepthMm: sheet.SeatedDepthMm,
            DepthToleranceMm: Math.Min(
                (sheet.SeatedDepth.High ?? double.MaxValue) - sheet.SeatedDepthMm,
                sheet.SeatedDepthMm - (sheet.SeatedDepth.Low ?? double.MinValue)),
            TiltLimitMm: tilt.High,
            GaugeUncertaintyMm: s_seatDeg.Max(deg => c.Reading("seat", $"{deg}") is { Instrument: { } by, Value: { } v } ? by.UncertaintyAt(v) : 0)));
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
        if (c.Number("bolt", "wrench") is not { } length || c.Number("bolt", "adaptor") is not { } adaptor || c.Number("bolt", "angle") is not { } angle)
        {
            return Next(c, "bolt", Version1);
        }

        var set = c.Reading("bolt", "set");
        var wrench = set?.Instrument is { Low: { } low, High: { } high, CalibrationDue: { } due }
            ? new WrenchSetting.Wrench(low, high, due, DateOnly.FromDateTime(set.DoneAt.UtcDateTime))
            : null;
        var request = new WrenchSetting.Request(bolt.TorqueNm, length, adaptor, angle, Wrench: wrench);
        var answer = WrenchSetting.Solve(request);
        if (set?.Value is not { } setNm || !c.Taken("bolt", "click"))
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
        var checks = new List<Check>();
        if (bolt.Torque.Low is { } least)
        {
            checks.Add(Check.AtLeast("torque at the bolt", reached, least, uncertainty, Dimension.Torque, bolt.Torque.SourceWords));
        }

        if (bolt.Torque.High is { } most)
        {
            checks.Add(Check.AtMost("torque at the bolt", reached, most, uncertainty, Dimension.Torque, bolt.Torque.SourceWords));
        }

        checks.AddRange(answer.Call?.Checks ?? []);
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
            ("limit", new Quantity(check.Limit, check.Dimension, 0.1))))!;
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
        if (c.Number("mark", "error") is not { } error)
        {
            return new Judgement(Sentence.Of("Crank at true centre, on the positive stop. Read how far the mark stands past the pointer."));
        }

        var limit = HouseDefaults.MarkErrorDeg;
        var uncertainty = c.Reading("mark", "error")?.Instrument?.UncertaintyAt(error) ?? 0;
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
