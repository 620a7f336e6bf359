using NeatBore.Core.Calculators.Centring;
using NeatBore.Core.Calculators.Fasteners;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>The rear seal: its housing centred where it has one, the seal in, the flange bolted up.</summary>
public static partial class RearSeal
{
    private static readonly ChoiceName Job = new("job");
    private static readonly ChoiceName Joint = new("joint");
    private static readonly ChoiceName Wrench = new("wrench");
    private static readonly ChoiceName FlangeWrench = new("flange-wrench");

    private static class FloatFirstStep
    {
        public static readonly StepName Name = new("float-first");
    }

    private static class PartsStep
    {
        public static readonly StepName Name = new("parts");
    }

    private static class LeaveStep
    {
        public static readonly StepName Name = new("leave");
        public static readonly PickSlot Sound = Name.Pick("sound");
    }

    private static class HangStep
    {
        public static readonly StepName Name = new("hang");
    }

    private static class LooseStep
    {
        public static readonly StepName Name = new("loose");
    }

    private static class SweepStep
    {
        public static readonly StepName Name = new("sweep");
    }

    private static class TorqueStep
    {
        public static readonly StepName Name = new("torque");
    }

    private static class FinalStep
    {
        public static readonly StepName Name = new("final");
    }

    private static class DressStep
    {
        public static readonly StepName Name = new("dress");
    }

    private static class PressStep
    {
        public static readonly StepName Name = new("press");
    }

    private static class CapStep
    {
        public static readonly StepName Name = new("cap");
    }

    private static class RestStep
    {
        public static readonly StepName Name = new("rest");
    }

    private static class RailStep
    {
        public static readonly StepName Name = new("rail");
    }

    private static class FlangeStep
    {
        public static readonly StepName Name = new("flange");
        public static readonly TickSlot New = Name.Tick("new");
    }

    private static readonly Sweeping s_sweeping = new(
        sheet => sheet.Rear!.Housing!,
        View.Rear,
        "housing",
        HangStep.Name,
        LooseStep.Name,
        SweepStep.Name,
        "rear-seal"
    );

    private static readonly JointClock s_joint = new(
        Joint,
        new JointWords(
            "Housing on, centred, bolts snug",
            "Bolts snug in order, gently. Tick it when they are.",
            "Closed. Tighten in order.",
            "Closed in time. Tighten in order.",
            "Cured, then oiled. The rear seal is done.",
            "Too late: it has skinned. Housing off, both faces clean, a new bead."
        )
    );

    /// <summary>The first version.</summary>
    public static Procedure Version1 { get; } =
        new(
            "rear-seal",
            1,
            "Rear seal",
            sheet => sheet.MayHave(sheet.Rear, "rear") ? ["rear-seal"] : [],
            [
                new Choice(Job, PartsStep.Name, "The job", _ => [new("rebuild", "engine apart"), new("reseal", "seal only, sound engine")]),
                new Choice(SealCare.Lip, PartsStep.Name, "What lip it is", sheet => SealCare.Lips(sheet.Rear?.Seal)),
                new Choice(
                    Sweeping.School,
                    HangStep.Name,
                    "How it is centred",
                    _ =>
                        [
                            new("dial", "dial on the crank, no seal in"),
                            new("turn", "seal in, crank turned both ways"),
                            new("feeler", "feelers round the crank"),
                        ]
                ),
                new Choice(Sweeping.Hang, HangStep.Name, "How the engine hangs", _ => Sweeping.Hangs),
                BoltPattern.Wrench(Wrench, TorqueStep.Name),
                BoltPattern.Wrench(FlangeWrench, FlangeStep.Name),
            ],
            [
                new Step(FloatFirstStep.Name, "Float before the seal", "crank-float")
                {
                    When = c =>
                        Applies.If(
                            c.Sheet.EndFloat is not null && c.Other("crank-float") is not Standing.Done,
                            "The float is set, or this engine has none to set."
                        ),
                    Judge = c => new Judgement(
                        Sentence.Of("Set the crank’s float first: a new seal is spoilt by pushing the crank about."),
                        new Call(
                            c.Chosen(Job) == "reseal" ? Verdict.Decide : Verdict.Stop,
                            Sentence.Of("Crank float is not done on this build."),
                            []
                        )
                    ),
                    Gate = "the float is set",
                    Cautions = ["Never under a hanging engine."],
                },
                new Step(PartsStep.Name, "Parts and faces", "housing")
                {
                    Slots = c =>
                        [
                            new Slot("seal", "New seal", SlotKind.Text),
                            Slot.Tick("clean", "Old seal out, bore and faces clean"),
                            Slot.Tick("flange", "Flange’s track smooth, edge broken"),
                            .. c.Sheet.Rear!.Kind == RearKind.TwoPiece
                                ? [Slot.Tick("cap", "Cap’s sides and split clean")]
                                : Array.Empty<Slot>(),
                        ],
                    Judge = c => SealCare.Follows(c, c.Sheet.Rear!.Seal),
                    NoWayBack = true,
                    Cautions = ["Solvent vapour: no flame near. Hook tools slip: guard the shaft."],
                },
                new Step(LeaveStep.Name, "Leave the housing", "housing")
                {
                    When = c =>
                        HasHousing(c) is { Because: not null } none
                            ? none
                            : Applies.If(c.Chosen(Job) == "reseal", "The engine is apart: the housing is centred afresh."),
                    Slots = _ =>
                        [
                            Slot.Pick(
                                LeaveStep.Sound,
                                "Housing’s bolts and joint",
                                new("sound", "tight and dry"),
                                new("moved", "loose, leaking or moved")
                            ),
                        ],
                    Judge = c =>
                        c.Picked(LeaveStep.Sound) switch
                        {
                            null => new Judgement(
                                Sentence.Of("Don’t touch its bolts: it is centred already. Look whether it is tight and dry.")
                            ),
                            "sound" => new Judgement(
                                Sentence.Of("Leave it where it is. Only the seal changes."),
                                new Call(Verdict.Go, Sentence.Of("The housing is tight and dry: it is centred already."), [])
                            ),
                            _ => new Judgement(
                                Sentence.Of("Then it has to be centred: take the whole way, “engine apart”."),
                                new Call(Verdict.Stop, Sentence.Of("A housing that has moved is no longer central."), [])
                            ),
                        },
                    Gate = "the housing stays",
                    Cautions = ["A car on stands: battery off, wheels chocked."],
                },
                new Step(HangStep.Name, "How it hangs; droop", "hang")
                {
                    When = Centred,
                    Slots = Sweeping.SetupSlots,
                    Judge = Sweeping.JudgeSetup,
                    Cautions = ["Never under a hanging engine. Check the stand’s rating."],
                },
                new Step(LooseStep.Name, "On, finger-tight", "housing")
                {
                    Leaves = [new("housing on, finger-tight", TorqueStep.Name)],
                    Afresh = true,
                    When = Centred,
                    Slots = c =>
                        c.Chosen(Sweeping.School) == "turn"
                            ?
                            [
                                Slot.Tick("lip-ok", "Lip is no PTFE: it can centre the housing"),
                                Slot.Tick("in", "Seal in the housing, lip oiled, over a sleeve"),
                                Slot.Tick("turned", "Crank turned both ways, twice"),
                            ]
                            : [Slot.Tick("on", "Housing on, no seal in, bolts finger-tight"), s_sweeping.FreeSlot(c)],
                    Judge = c =>
                        c.Chosen(Sweeping.School) == "turn" && c.Chosen(SealCare.Lip) == "ptfe"
                            ? new Judgement(
                                Sentence.Of("A PTFE lip can’t centre a housing. Take the dial or feelers."),
                                new Call(Verdict.Stop, Sentence.Of("Turning the crank drags a dry PTFE lip and spoils it."), [])
                            )
                            : Prompt.Next(c),
                    Cautions = ["With rods in, the crank is stiff: a bar slips."],
                },
                new Step(SweepStep.Name, "Sweep, finger-tight", "centring")
                {
                    Afresh = true,
                    When = Centred,
                    Slots = s_sweeping.Slots,
                    Judge = c => s_sweeping.Judge(c, "Central, {offset} off. Tighten its bolts in order."),
                    Gate = "the bore is central",
                    Cautions = ["Sleeves tied: the flange turns with the dial."],
                },
                new Step(TorqueStep.Name, "Housing’s bolts in order", "bolts")
                {
                    Afresh = true,
                    When = Centred,
                    Fasteners = sheet => sheet.Rear!.Housing is { } housing ? BoltPattern.Sets(housing, "Rear housing", View.Rear) : [],
                    Slots = c => BoltPattern.Slots(c, HousingPlan(c), c.Chosen(Wrench)),
                    NoHand = true,
                    Judge = c =>
                        BoltPattern.Judge(
                            c,
                            HousingPlan(c),
                            c.Sheet.Rear!.Housing!.Groups,
                            c.Chosen(Wrench),
                            "All tight. Sweep it once more."
                        ),
                    Cautions = ["Small bolts in light alloy: no impact driver."],
                },
                new Step(FinalStep.Name, "Sweep, tight", "centring")
                {
                    Loosens = [TorqueStep.Name],
                    When = Centred,
                    Slots = s_sweeping.Slots,
                    Judge = c => s_sweeping.Judge(c, "The housing sits {offset} off, tight. Now the seal.", tight: true),
                    Gate = "central when tight",
                    Cautions = ["Sleeves tied: the flange turns with the dial."],
                },
                new Step(DressStep.Name, "Lip, case and track", "seal")
                {
                    When = c =>
                        Applies.If(
                            c.Chosen(Sweeping.School) != "turn" || c.Chosen(Job) == "reseal" || HasHousing(c).Because is not null,
                            "The seal is in its housing already."
                        ),
                    Slots = c =>
                        [
                            .. SealCare.Dress(c.Chosen(SealCare.Lip)),
                            Slot.Tick("film", "Case: sealant film, or dry, as the sheet says"),
                            Slot.Tick("guard", "Sleeve over the flange’s edge"),
                        ],
                    Judge = Prompt.Next,
                    Cautions = ["A lip folded back leaks from the first turn: look all round."],
                },
                new Step(PressStep.Name, "Press it in", "seal-depth")
                {
                    Works = ["float"],
                    Afresh = true,
                    When = c =>
                        Applies.If(c.Sheet.Rear!.Kind is RearKind.Housing or RearKind.Block, "It is laid in with the cap, not pressed."),
                    Slots = c =>
                        [
                            Slot.Tick("plate", "Pressing plate on, screws into the flange, even"),
                            .. SealSeat.Slots(c.Sheet.Rear!.Seal, View.Rear, c.Sheet.Rear.Seal.DepthMm, "rear/seal"),
                        ],
                    Judge = c =>
                        SealSeat.Judge(
                            c,
                            c.Sheet.Rear!.Seal,
                            c.Sheet.Rear.Seal.DepthMm,
                            "Square and at depth. Look at spring and case all round.",
                            PlateScrews(c)
                        ),
                    Gate = "square, at depth",
                    Cautions = ["Small turns, round and round. Watch the spring and the case."],
                },
                new Step(CapStep.Name, "Cap and its sides", "seal")
                {
                    Works = ["float"],
                    When = c => Applies.If(c.Sheet.Rear!.Kind is RearKind.TwoPiece or RearKind.Rope, "It has no cap to seal."),
                    Slots = _ =>
                        [
                            Slot.Tick("joints", "Joints turned off the cap’s split"),
                            Slot.Tick("sides", "Cap’s sides sealed"),
                            Slot.Tick("turns", "Cap torqued, crank turns by hand"),
                        ],
                    Judge = Prompt.Next,
                    Cautions = ["Cap fits one way: its mark to the front."],
                },
                new Step(RestStep.Name, "Left to settle", "seal")
                {
                    When = c => Applies.If(c.Chosen(SealCare.Lip) == "ptfe", "This lip needs no rest."),
                    Slots = _ => [Slot.Tick(SealCare.Turned(RestStep.Name), "Crank turned again")],
                    Judge = c => SealCare.Rested(c, c.Sheet.Rear!.Seal, SealSeat.Last(PressStep.Name)),
                    Cautions = ["Tag the crank: do not turn."],
                },
                new Step(FlangeStep.Name, "Flange’s bolts", "flange-bolts")
                {
                    Fasteners = sheet =>
                        [
                            BoltPattern.Set(
                                RearFlange.Group(sheet),
                                "Rear flange",
                                View.Rear,
                                sheet.Rear!.Flange.Places,
                                sheet.Rear.Flange.BoltsUsedOnce
                            ),
                        ],
                    Slots = c =>
                        [
                            .. c.Sheet.Rear!.Flange.BoltsUsedOnce
                                ? [Slot.Tick(FlangeStep.New, "New bolts: these are used once")]
                                : Array.Empty<Slot>(),
                            .. BoltPattern.Slots(c, RearFlange.Plan(c), c.Chosen(FlangeWrench)),
                        ],
                    Judge = c =>
                        c.Sheet.Rear!.Flange.BoltsUsedOnce && !c.Taken(FlangeStep.New)
                            ? Prompt.Next(c)
                            : BoltPattern.Judge(
                                c,
                                RearFlange.Plan(c),
                                [RearFlange.Group(c.Sheet)],
                                c.Chosen(FlangeWrench),
                                "All tight. The rear seal is done."
                            ),
                    NoHand = true,
                    Cautions = ["Crank locked before you lean on the bar. Pull, don’t push."],
                },
            ]
        )
        {
            Rests = c => SealCare.Resting(c, c.Sheet.Rear?.Seal, SealSeat.Last(PressStep.Name), RestStep.Name, "rear seal"),
            Comes = ["crank-float", "rear-sleeve"],
            Stretches =
            [
                new(PartsStep.Name, "Rear housing: parts, seal, rail"),
                new(JointClock.Spread, "Rear housing: sealant, close, seal in")
                {
                    Crank = true,
                    Splits = false,
                    Then = Settles,
                },
                new(RestStep.Name, "Rear seal rested, crank turned") { Crank = true, Then = p => Pauses.CuresAfter(p, Joint, Settles(p)) },
                new(JointClock.Cure, "Rear housing: cured, oil") { Apart = true },
            ],
            Wants = new("rear") { Also = ["endFloat"] },
            Supplies = sheet =>
                [
                    Supply.Seal(sheet.Rear?.Seal, "Rear seal"),
                    .. sheet.Rear?.Kind == RearKind.Housing ? [Supply.Joint(sheet)] : Array.Empty<Supply>(),
                    .. SealCare.Supplies(sheet.Rear?.Seal),
                    .. sheet.Rear?.Flange is { BoltsUsedOnce: true } flange
                        ? [Supply.Part("bolts", $"{flange.Bolts} new flange bolts M{Supply.Sized(flange.MajorMm, flange.PitchMm)}")]
                        : Array.Empty<Supply>(),
                ],
            View = View.Rear,
        };

    /// <summary>It seals the housing's joint against the clock, keeps the order of a housing that is centred by turning, asks for
    /// little, and leaves the flange to a task of its own.</summary>
    public static Procedure Version2 { get; } =
        Version1 with
        {
            Version = 2,
            Choices =
            [
                .. Version1.Choices.Where(c => c.Name == Job || c.Name == SealCare.Lip),
                Version1.Choices.First(c => c.Name == Sweeping.School) with
                {
                    AskedAt = RailStep.Name,
                },
                new Choice(Joint, JointClock.Spread, "The joint", JointClock.Kinds),
                CrankTurns.Asked(LooseStep.Name),
                Version1.Choices.First(c => c.Name == Sweeping.Hang),
                BoltPattern.Wrench(Wrench, TorqueStep.Name),
            ],
            Steps =
            [
                First(FloatFirstStep.Name) with
                {
                    When = c =>
                        Applies.If(
                            c.Chosen(Job) != "reseal" && c.Sheet.EndFloat is not null && c.Other("crank-float") is not Standing.Done,
                            "The float is set, stays as it is, or this engine has none to set."
                        ),
                },
                First(PartsStep.Name) with
                {
                    Slots = c =>
                        [
                            new Slot("seal", "New seal", SlotKind.Text, Required: false),
                            Slot.Tick(
                                "clean",
                                c.Sheet.Rear!.Kind == RearKind.TwoPiece
                                    ? "Old seal out; bore, faces, cap’s sides and split clean; track smooth, its edge broken"
                                    : "Old seal out; bore and faces clean; flange’s track smooth, its edge broken"
                            ),
                        ],
                },
                First(LeaveStep.Name),
                new Step(RailStep.Name, "Dry on the block: sump rail", "rail")
                {
                    When = Centred,
                    Slots = _ => SumpRail.Slots("Housing"),
                    Judge = c =>
                        SumpRail.Judge(
                            c,
                            c.Sheet.Rear!.Housing!.Rail ?? c.Sheet.Usual(NeatBoreDefaults.RailStep),
                            "The rail is flush. Housing off again.",
                            "The sump would leak at this corner. Dress or shim the rail now, while it is dry; sealant alone won’t do."
                        ),
                    Gate = "the rail is flush",
                    Cautions = ["Edges of the rail cut."],
                },
                First(HangStep.Name) with
                {
                    When = c =>
                        Swung(c) is { Because: not null } none ? none : Applies.If(c.Chosen(Sweeping.School) == "dial", "Nothing droops."),
                },
                new Step(BenchStep.Name, "Seal in, on the bench", "seal")
                {
                    Leaves = [new("seal in a housing that is not on yet", LooseStep.Name)],
                    When = Turned,
                    Slots = c => [SealCare.DressedOver(c.Chosen(SealCare.Lip), "pressed flush and square, on the bench")],
                    Judge = JudgeBench,
                    Gate = "a lip that can centre it",
                    Cautions = ["Support the housing right under its bore: light alloy cracks."],
                },
                new Step(JointClock.Spread, "The joint", "sealant")
                {
                    Leaves = [new("sealant open on the face", JointClock.Close)],
                    Afresh = true,
                    When = Centred,
                    Slots = c => s_joint.SpreadSlots(c),
                    Judge = c => s_joint.JudgeSpread(c),
                    NoWayBack = true,
                    Cautions = ["Sealant vapour: air the room, no flame near. Gloves."],
                },
                First(LooseStep.Name) with
                {
                    Slots = LooseSlots,
                    Judge = JudgeLoose,
                },
                First(SweepStep.Name) with
                {
                    When = Swung,
                    Judge = c => s_sweeping.Judge(c, "Central, {offset} off. Snug its bolts in order."),
                },
                new Step(JointClock.Close, "Snug, in time", "sealant")
                {
                    When = c =>
                        Centred(c) is { Because: not null } none
                            ? none
                            : Applies.If(s_joint.Product(c) is not null, "A gasket waits for nobody."),
                    Afresh = true,
                    Needs = [JointClock.Spread],
                    Slots = _ => [Slot.Tick(JointClock.Closed, "Bolts snug in order")],
                    Judge = c => s_joint.JudgeClosed(c),
                    Gate = "closed in time",
                    Cautions = ["Don’t slide it about: it smears the bead."],
                },
                First(TorqueStep.Name) with
                {
                    Judge = c =>
                        BoltPattern.Judge(
                            c,
                            HousingPlan(c),
                            c.Sheet.Rear!.Housing!.Groups,
                            c.Chosen(Wrench),
                            c.Chosen(Sweeping.School) == "turn" ? "All tight. Look round the lip." : "All tight. Sweep it once more."
                        ),
                },
                First(FinalStep.Name) with
                {
                    When = Swung,
                },
                new Step(ReachStep.Name, "Round the lip, tight", "seal")
                {
                    Loosens = [TorqueStep.Name],
                    When = Turned,
                    Slots = ReachSlots,
                    Judge = JudgeReach,
                    Gate = "the lip lies even",
                    Cautions = ["A feeler beside a lip cuts it: only where there is room, never under it."],
                },
                First(DressStep.Name) with
                {
                    When = c => Applies.If(Turned(c).Because is not null, "The seal is in its housing already."),
                    Slots = c => [SealCare.DressedOver(c.Chosen(SealCare.Lip), "case as the sheet says, sleeve over the flange’s edge")],
                },
                First(PressStep.Name) with
                {
                    When = c =>
                        Turned(c).Because is null
                            ? Applies.If(false, "The seal is in its housing already.")
                            : Applies.If(
                                c.Sheet.Rear!.Kind is RearKind.Housing or RearKind.Block,
                                "It is laid in with the cap, not pressed."
                            ),
                    Title = "Press it in, plate off, read it",
                    Slots = c => SealSeat.Slots(c.Sheet.Rear!.Seal, View.Rear, c.Sheet.Rear.Seal.DepthMm, "rear/seal"),
                    Cautions = ["Plate’s gap even all round: small turns, round and round. Watch the spring and the case."],
                },
                new Step(SpringStep.Name, "Spring and case", "seal")
                {
                    When = c =>
                        Turned(c).Because is null
                            ? Applies.If(false, "Looked at on the bench.")
                            : Applies.If(
                                c.Sheet.Rear!.Kind is RearKind.Housing or RearKind.Block,
                                "It is laid in with the cap, not pressed."
                            ),
                    Slots = _ =>
                        [
                            Slot.Pick(
                                SpringStep.Looks,
                                "All round, plate off",
                                new("whole", "spring home, case whole, lip lies out"),
                                new("spring", "spring off its groove"),
                                new("case", "case buckled, or lip folded")
                            ),
                        ],
                    Judge = JudgeSpring,
                    Gate = "spring and case are whole",
                    Cautions = ["Never lever on the lip."],
                },
                First(CapStep.Name),
                First(RestStep.Name),
                new Step(JointClock.Cure, "Cure, then oil", "sealant")
                {
                    When = c =>
                        Centred(c) is { Because: not null } none
                            ? none
                            : Applies.If(s_joint.Product(c) is not null, "A gasket needs no time to cure."),
                    Slots = _ => [Slot.Tick(JointClock.Oil, "Oil in")],
                    Judge = c => s_joint.JudgeCure(c),
                    Cautions = ["Don’t turn or fill early: a torn bead leaks for ever."],
                },
            ],
            Rests = c =>
                SealCare.Resting(c, c.Sheet.Rear?.Seal, SealSeat.Last(PressStep.Name), RestStep.Name, "rear seal")
                ?? s_joint.Resting(c, "rear housing"),
            Supplies = sheet =>
                [
                    Supply.Seal(sheet.Rear?.Seal, "Rear seal"),
                    .. sheet.Rear?.Kind == RearKind.Housing ? [Supply.Joint(sheet)] : Array.Empty<Supply>(),
                    .. SealCare.Supplies(sheet.Rear?.Seal),
                ],
        };

    private static Step First(StepName name) => Version1.Steps.First(s => s.Name == name);

    private static Applies HasHousing(StepContext c) =>
        Applies.If(c.Sheet.Rear!.Kind == RearKind.Housing, "This seal has no housing that floats.");

    private static Applies Centred(StepContext c) =>
        HasHousing(c) is { Because: not null } none
            ? none
            : Applies.If(c.Chosen(Job) != "reseal", "Only the seal changes: the housing is centred already.");

    private static TorquePlan.Answer HousingPlan(StepContext c) =>
        BoltPattern.Plan(c.Sheet.Rear!.Housing!.Bolts, c.Sheet.Rear.Housing.Groups, View.Rear);

    private static IReadOnlyList<Squareness.Screw> PlateScrews(StepContext c)
    {
        var flange = c.Sheet.Rear!.Flange;
        return
        [
            .. c
                .Sheet.Rear!.Flange.Places.Where((_, i) => i % 2 == 0)
                .Select(b => new Squareness.Screw(b.Id, Sweeping.Deg(b.XMm, b.YMm), flange.BoltCircleMm / 2, flange.PitchMm)),
        ];
    }

    /// <summary>Until the crank may turn again: the joint is set, and the lip has rested.</summary>
    private static Pause? Settles(Planned planned) =>
        Pauses.Longer(Pauses.Sets(planned, Joint), Pauses.Rests(planned, planned.Sheet.Rear?.Seal));
}
