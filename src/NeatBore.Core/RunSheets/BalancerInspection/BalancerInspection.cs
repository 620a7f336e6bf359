using NeatBore.Core.Calculators.Centring;
using NeatBore.Core.Calculators.Crank;
using NeatBore.Core.Calculators.Seals;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>A balancer looked at and measured before it goes back: rubber, ring, hub and nose, mark, seal's track, and what becomes of it.</summary>
public static class BalancerInspection
{
    private static class RubberStep
    {
        public static readonly StepName Name = new("rubber");
        public static readonly PickSlot Front = Name.Pick("front");
        public static readonly PickSlot Back = Name.Pick("back");
        public static readonly PickSlot Ring = Name.Pick("ring");
    }

    private static class RadialStep
    {
        public static readonly StepName Name = new("radial");
    }

    private static class FaceStep
    {
        public static readonly StepName Name = new("face");
    }

    private static class MetalStep
    {
        public static readonly StepName Name = new("metal");
        public static readonly PickSlot Bore = Name.Pick("bore");
        public static readonly PickSlot Keyway = Name.Pick("keyway");
        public static readonly PickSlot Nose = Name.Pick("nose");
    }

    private static class MarkStep
    {
        public static readonly StepName Name = new("mark");
        public static readonly NumberSlot Before = Name.Number("before");
        public static readonly NumberSlot After = Name.Number("after");
    }

    private static class GrooveStep
    {
        public static readonly StepName Name = new("groove");
        public static readonly PickSlot Groove = Name.Pick("groove");
        public static readonly NumberSlot Centre = Name.Number("centre");
        public static readonly NumberSlot Width = Name.Number("width");
        public static readonly NumberSlot Depth = Name.Number("depth");
    }

    private static class VerdictStep
    {
        public static readonly StepName Name = new("verdict");
    }

    private static readonly int[] s_sweepDeg = [0, 45, 90, 135, 180, 225, 270, 315];
    private static readonly Option s_sound = new("sound", "sound");

    /// <summary>The first version.</summary>
    public static Procedure Version1 { get; } = new(
        "balancer-inspect",
        1,
        "Inspection",
        _ => ["balancer"],
        [],
        [
            new Step(RubberStep.Name, "Rubber", "inspect")
            {
                Slots = _ =>
                [
                    Slot.Tick("clean", "Wiped clean, in good light, both sides"),
                    Slot.Pick(RubberStep.Front, "Rubber, front", s_sound, new("fine", "fine cracks"), new("deep", "deep cracks"), new("bulge", "bulged"), new("missing", "missing")),
                    Slot.Pick(RubberStep.Back, "Rubber, back", s_sound, new("fine", "fine cracks"), new("deep", "deep cracks"), new("bulge", "bulged"), new("missing", "missing")),
                    Slot.Pick(RubberStep.Ring, "Ring on its hub", new("firm", "where it was"), new("moved", "moved in or out")),
                ],
                Judge = JudgeRubber,
                Cautions = ["No solvent on the rubber: it swells. Lay it flat; it rolls."],
            },
            new Step(RadialStep.Name, "Run-out, radial", "sweep") { Slots = _ => Sweep(RadialStep.Name), Judge = c => JudgeSweep(c, RadialStep.Name), Cautions = ["Turn by hand. Sleeves tied, fingers out of belts."] },
            new Step(FaceStep.Name, "Run-out, face", "sweep") { Slots = _ => Sweep(FaceStep.Name), Judge = c => JudgeSweep(c, FaceStep.Name), Cautions = ["Push the crank one way as you turn: float reads as run-out."] },
            new Step(MetalStep.Name, "Hub, keyway and nose", "inspect")
            {
                Slots = _ =>
                [
                    Slot.Pick(MetalStep.Bore, "Hub’s bore", s_sound, new("light", "light scores"), new("deep", "deep scores"), new("crack", "cracked")),
                    Slot.Pick(MetalStep.Keyway, "Keyway and key", s_sound, new("burr", "burred"), new("spread", "spread or rolled")),
                    Slot.Pick(MetalStep.Nose, "Nose", s_sound, new("light", "light scores"), new("worn", "worn or deep scores")),
                ],
                Judge = JudgeMetal,
                Cautions = ["Keyway edges cut. Feel with a rag, not a thumb."],
            },
            new Step(MarkStep.Name, "Is the mark true?", "mark")
            {
                Slots = _ =>
                [
                    Slot.Tick("stop", "Positive stop in cylinder 1"),
                    new Slot(MarkStep.Before, "Mark before centre, at the stop", SlotKind.Number, Dimension.Angle, 0.1, "degree-wheel", Plausible: new Band(5, 90), Expected: 24),
                    new Slot(MarkStep.After, "Mark after centre, at the stop", SlotKind.Number, Dimension.Angle, 0.1, "degree-wheel", Plausible: new Band(5, 90), Expected: 23.4),
                ],
                Judge = JudgeMark,
                Cautions = ["Turn by hand only, softly on to the stop. Plugs out."],
            },
            new Step(GrooveStep.Name, "Where the seal ran", "track")
            {
                When = c => Applies.If(c.Sheet.Balancer.SealTrack is not null, "The seal does not run on this hub."),
                Slots = c =>
                [
                    Slot.Pick(GrooveStep.Groove, "Groove in the track", new("none", "none to feel"), new("felt", "a fingernail catches")),
                    .. c.Picked(GrooveStep.Groove) == "felt"
                        ? new[]
                        {
                            new Slot(GrooveStep.Centre, "Its middle, from the hub’s face", SlotKind.Number, Dimension.Length, 0.1, "depth-gauge",
                                Plausible: new Band(c.Sheet.Balancer.SealTrack!.FromMm - 3, c.Sheet.Balancer.SealTrack.ToMm + 3), Expected: c.Sheet.Balancer.SealTrack.LipAtMm),
                            new Slot(GrooveStep.Width, "Its width", SlotKind.Number, Dimension.Length, 0.1, "rule", Plausible: new Band(0.2, 6)),
                            new Slot(GrooveStep.Depth, "Its depth", SlotKind.Number, Dimension.Length, 0.01, "depth-gauge", Plausible: new Band(0, 0.5), Expected: 0.06),
                        }
                        : [],
                ],
                Judge = JudgeGroove,
                Cautions = ["No emery along the track: scratches pump oil out."],
            },
            new Step(VerdictStep.Name, "What now", "tree")
            {
                Weighs = [RubberStep.Name, RadialStep.Name, FaceStep.Name, MetalStep.Name, MarkStep.Name, GrooveStep.Name],
                Judge = JudgeVerdict,
                Gate = "it may go back",
                Cautions = ["A ring that lets go flies. In doubt, it does not go back."],
            },
        ]);

    private static IReadOnlyList<Slot> Sweep(StepName which) =>
    [
        .. s_sweepDeg.Select(deg => new Slot(
            At(which, deg), $"{Clock.Text(deg)}", SlotKind.Number, Dimension.Length, 0.01, "dial", deg, Plausible: new Band(-3, 3),
            Rig: new Dictionary<string, double> { ["sweep"] = which == RadialStep.Name ? 1 : 2 })),
    ];

    private static Call Found(Verdict verdict, string why) => new(verdict, Sentence.Of(why), []);

    private static Judgement JudgeRubber(StepContext c)
    {
        if (c.Picked(RubberStep.Front) is not { } front || c.Picked(RubberStep.Back) is not { } back || c.Picked(RubberStep.Ring) is not { } ring)
        {
            return Prompt.Next(c);
        }

        bool Either(params string[] what) => what.Contains(front) || what.Contains(back);
        return ring == "moved" ? new Judgement(Sentence.Of("Set it aside: the ring has let go of its hub."), Found(Verdict.Stop, "The ring has moved on its rubber: mark and balance are gone with it."))
            : Either("deep", "bulge", "missing") ? new Judgement(Sentence.Of("Set it aside: the rubber has had its day."), Found(Verdict.Stop, "Deep cracks, a bulge or missing rubber: the bond is failing."))
            : Either("fine") ? new Judgement(Sentence.Of("Fine cracks only skin deep: say why it can go on, or set it aside."), Found(Verdict.Decide, "Fine cracks are age; they grow under load."))
            : new Judgement(Sentence.Of("The rubber is sound. Set the dial on the ring."), Found(Verdict.Go, "Rubber sound on both sides, the ring where it was."));
    }

    private static (Limit Limit, string Name) SweepLimit(StepContext c, StepName which) => which == RadialStep.Name
        ? (c.Sheet.Balancer.RingRunOut?.Radial ?? HouseDefaults.RingRadial, "radial run-out")
        : (c.Sheet.Balancer.RingRunOut?.Face ?? HouseDefaults.RingFace, "face run-out");

    private static NumberSlot At(StepName which, int deg) => which.Number($"{deg}");

    private static RunOut.Answer? Swept(StepContext c, StepName which) => s_sweepDeg.Any(deg => !c.Taken(At(which, deg)))
        ? null
        : RunOut.Solve(new RunOut.Request(
            [.. s_sweepDeg.Select(deg => new RunOut.SweepReading(deg, c.Number(At(which, deg))!.Value))], s_sweepDeg.Max(deg => c.Uncertainty(At(which, deg)))));

    private static Judgement JudgeSweep(StepContext c, StepName which)
    {
        var next = s_sweepDeg.Select(deg => (int?)deg).FirstOrDefault(deg => !c.Taken(At(which, deg!.Value)));
        if (Swept(c, which) is not { } answer)
        {
            return new Judgement(Sentence.Of(
                next == 0 ? "Dial on the ring, zeroed at {clock}. Read it there, then turn the crank." : "Turn the crank until the dial stands at {clock}. Read it.",
                ("clock", Quantity.AtClock(next!.Value))));
        }

        var (limit, name) = SweepLimit(c, which);
        var sweep = answer.Radial;
        // A full swing is the difference of two readings.
        var uncertainty = s_sweepDeg.Max(deg => c.Uncertainty(At(which, deg))) * Math.Sqrt(2);
        var call = Call.Of(
            [Check.AtMost(name, sweep.TirMm, limit.High!.Value, uncertainty, Dimension.Length, limit.SourceWords)],
            check => Sentence.Of(
                check.Verdict == Verdict.LookAgain ? "It swings {value} ± {u}: too close to {limit} for this dial to decide." : "It swings {value} in a turn; at most {limit} is wanted.",
                ("value", Quantity.Mm(check.Value)), ("u", Quantity.Mm(check.Uncertainty)), ("limit", Quantity.Mm(check.Limit))))!;
        return new Judgement(
            Sentence.Of(
                call.Verdict switch
                {
                    Verdict.Go => "It runs true enough. Highest towards {clock}.",
                    Verdict.LookAgain => "Clean the ring under the tip and sweep it again.",
                    _ => "It does not run true: bent, or the ring has slipped. Highest towards {clock}.",
                },
                ("clock", Quantity.AtClock(sweep.OnceDeg ?? 0))),
            call,
            answer);
    }

    private static Judgement JudgeMetal(StepContext c)
    {
        if (c.Picked(MetalStep.Bore) is not { } bore || c.Picked(MetalStep.Keyway) is not { } keyway || c.Picked(MetalStep.Nose) is not { } nose)
        {
            return Prompt.Next(c);
        }

        return bore is "crack" or "deep" || keyway == "spread" ? new Judgement(Sentence.Of("Set the hub aside."), Found(Verdict.Stop, "A cracked or deeply scored bore, or a spread keyway, will not hold."))
            : nose == "worn" ? new Judgement(Sentence.Of("The nose needs a sleeve before a hub goes on."), Found(Verdict.Decide, "A worn nose gives no fit to press on."))
            : bore == "light" || nose == "light" || keyway == "burr" ? new Judgement(Sentence.Of("Dress the high spots with a fine stone, then measure the fit."), Found(Verdict.Go, "Light scores and burrs dress out; the fit is measured before it goes on."))
            : new Judgement(Sentence.Of("Hub, keyway and nose are sound."), Found(Verdict.Go, "Hub, keyway and nose sound."));
    }

    private static TopDeadCentre.Answer? Marked(StepContext c) =>
        c.Number(MarkStep.Before) is { } before && c.Number(MarkStep.After) is { } after
            ? TopDeadCentre.Solve(new TopDeadCentre.Request(
                before, after, c.Sheet.Balancer.Ring.OuterDiameterMm,
                new TopDeadCentre.MarkLimits(HouseDefaults.MarkErrorDeg.Low!.Value, HouseDefaults.MarkErrorDeg.High!.Value),
                Math.Max(c.Uncertainty(MarkStep.Before), c.Uncertainty(MarkStep.After))))
            : null;

    private static Judgement JudgeMark(StepContext c)
    {
        if (Marked(c) is not { } answer)
        {
            return Prompt.Next(c);
        }

        var call = answer.Call!.Sourced(_ => HouseDefaults.MarkErrorDeg.SourceWords);
        return new Judgement(
            Sentence.Of(
                call.Verdict switch
                {
                    Verdict.Go => "The mark is true.",
                    Verdict.LookAgain => "Bring it to the stop from both sides again and read it finer.",
                    _ => "The mark lies by {error}. Cut a new one {move} round the ring, {way} rotation.",
                },
                ("error", Quantity.Degrees(Math.Abs(answer.MarkErrorDeg))),
                ("move", Quantity.Mm(Math.Abs(answer.MoveMarkMm ?? 0), 0.1)),
                ("way", Quantity.Word(answer.MarkErrorDeg > 0 ? "with" : "against"))),
            call,
            answer);
    }

    internal static LipTrack.Answer? TrackOf(StepContext c)
    {
        if (c.Sheet.Balancer.SealTrack is not { } track || c.Picked(GrooveStep.Groove) is not { } felt)
        {
            return null;
        }

        LipTrack.Groove? groove = null;
        if (felt == "felt")
        {
            if (c.Number(GrooveStep.Centre) is not { } centre || c.Number(GrooveStep.Width) is not { } width || c.Number(GrooveStep.Depth) is not { } depth)
            {
                return null;
            }

            groove = new LipTrack.Groove(centre, width, depth);
        }

        return LipTrack.Solve(new LipTrack.Request(
            new LipTrack.Span(track.FromMm, track.ToMm),
            new LipTrack.Lip(track.LipAtMm, track.LipBandMm),
            new LipTrack.DepthRange(track.SealDepthMm, track.SealDepthMinMm, track.SealDepthMaxMm),
            track.FloatMm,
            0.2,
            HouseDefaults.LipClear.Low!.Value,
            HouseDefaults.GrooveDepth.High!.Value,
            groove,
            Sleeve: track.SleeveWallMm is { } wall ? new LipTrack.RepairSleeve(track.FromMm, track.ToMm, wall, track.LipMaxGrowthMm) : null));
    }

    private static Judgement JudgeGroove(StepContext c)
    {
        if (TrackOf(c) is not { } answer)
        {
            return Prompt.Next(c);
        }

        var pick = answer.Options.First(o => o.Kind == answer.Pick);
        var verdict = pick.Kind == LipTrack.Way.Renew ? Verdict.Stop : pick.Kind == LipTrack.Way.Sleeve ? Verdict.Decide : pick.Verdict;
        return new Judgement(
            Sentence.Of(
                pick.Kind switch
                {
                    LipTrack.Way.AsIs => "The lip runs on good metal. Press the seal to its usual {depth}.",
                    LipTrack.Way.Shallower => "Press the next seal to {depth}, shallower, and the lip clears the groove.",
                    LipTrack.Way.Deeper => "Press the next seal to {depth}, deeper, and the lip clears the groove.",
                    LipTrack.Way.Sleeve => "Fit a thin repair sleeve over the groove, or say why not.",
                    _ => "The track is past mending: another hub.",
                },
                ("depth", Quantity.Mm(pick.SealDepthMm ?? 0, 0.1))),
            new Call(
                verdict,
                Sentence.Of("{why}", ("why", Quantity.Word(pick.Because))),
                pick.ClearMm is { } clear ? [new Check("clear of the groove", verdict, clear, HouseDefaults.LipClear.Low!.Value, 0, Side.Lower, Dimension.Length, HouseDefaults.LipClear.SourceWords)] : []),
            answer);
    }

    private static Judgement JudgeVerdict(StepContext c)
    {
        var (radial, face, mark, track) = (Swept(c, RadialStep.Name), Swept(c, FaceStep.Name), Marked(c), TrackOf(c));
        if (c.Picked(RubberStep.Ring) is null || radial is null || face is null || c.Picked(MetalStep.Nose) is null || mark is null
            || (track is null && c.Sheet.Balancer.SealTrack is not null))
        {
            return new Judgement(Sentence.Of("Look at and measure everything first."));
        }

        bool Says(params PickSlot[] slots) => slots.Any(s => c.Picked(s) is "deep" or "bulge" or "missing" or "moved" or "crack" or "spread");
        var (radialLimit, faceLimit) = (SweepLimit(c, RadialStep.Name).Limit.High!.Value, SweepLimit(c, FaceStep.Name).Limit.High!.Value);
        var branches = new List<BalancerVerdict.Branch>
        {
            new("Rubber sound, ring where it was?", Word(c, RubberStep.Front, RubberStep.Back, RubberStep.Ring), BalancerVerdict.Outcome.Replace, Says(RubberStep.Front, RubberStep.Back, RubberStep.Ring)),
            new(
                "Ring runs true?",
                Sentence.Of("{radial} radial, {face} face", ("radial", Quantity.Mm(radial.Radial.TirMm)), ("face", Quantity.Mm(face.Radial.TirMm))),
                BalancerVerdict.Outcome.Replace,
                radial.Radial.TirMm > radialLimit || face.Radial.TirMm > faceLimit),
            new("Hub’s bore and keyway hold?", Word(c, MetalStep.Bore, MetalStep.Keyway), BalancerVerdict.Outcome.Replace, Says(MetalStep.Bore, MetalStep.Keyway)),
            new("Nose fit to press on?", Word(c, MetalStep.Nose), BalancerVerdict.Outcome.Sleeve, c.Picked(MetalStep.Nose) == "worn"),
        };
        if (track is not null)
        {
            var pick = track.Options.First(o => o.Kind == track.Pick);
            branches.Add(new(
                "Good metal for the seal’s lip?",
                Sentence.Of("{pick}", ("pick", Quantity.Word(pick.Kind switch
                {
                    LipTrack.Way.AsIs => "as it is",
                    LipTrack.Way.Shallower => "seal pressed shallower",
                    LipTrack.Way.Deeper => "seal pressed deeper",
                    LipTrack.Way.Sleeve => "only on a sleeve",
                    _ => "none left",
                }))),
                pick.Kind == LipTrack.Way.Renew ? BalancerVerdict.Outcome.Replace : BalancerVerdict.Outcome.Sleeve,
                pick.Kind is LipTrack.Way.Sleeve or LipTrack.Way.Renew));
        }

        branches.Add(new(
            "Mark true?",
            Sentence.Of("{error} off", ("error", Quantity.Degrees(Math.Abs(mark.MarkErrorDeg)))),
            BalancerVerdict.Outcome.ReMark,
            Math.Abs(mark.MarkErrorDeg) > HouseDefaults.MarkErrorDeg.Low!.Value));
        var answer = BalancerVerdict.Solve(branches);
        var why = branches.FirstOrDefault(b => b.Fault && b.LeadsTo == answer.Outcome);
        var because = why is null
            ? Sentence.Of("Every question was answered well.")
            : Sentence.Of("{ask} No: {found}.", ("ask", Quantity.Word(why.Ask)), ("found", Quantity.Word(Wording.Write(why.Found))));
        return answer.Outcome switch
        {
            BalancerVerdict.Outcome.Reuse => new Judgement(Sentence.Of("Use it again. Measure nose and bore before it goes on."), new Call(Verdict.Go, because, []), answer),
            BalancerVerdict.Outcome.ReMark => new Judgement(
                Sentence.Of("Cut a new mark at true centre and deface the old one. Say when it is done."), new Call(Verdict.Decide, because, []), answer),
            BalancerVerdict.Outcome.Sleeve => new Judgement(Sentence.Of("Sleeve it first. Say what was fitted, then it may go back."), new Call(Verdict.Decide, because, []), answer),
            _ => new Judgement(Sentence.Of("Replace it. It does not go back on an engine."), new Call(Verdict.Stop, because, []), answer),
        };
    }

    private static Sentence Word(StepContext c, params PickSlot[] slots) =>
        Sentence.Of("{found}", ("found", Quantity.Word(string.Join(", ", slots.Select(s => c.Reading(s)?.Typed).Distinct()))));
}
