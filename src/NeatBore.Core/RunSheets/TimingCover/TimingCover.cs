using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>A timing cover centred on the crank dry, then sealed and closed to its marks in time, tightened in order, and swept once
/// more.</summary>
public static partial class TimingCover
{
    private static class BeforeStep
    {
        public static readonly StepName Name = new("before");
    }

    private static class SchoolStep
    {
        public static readonly StepName Name = new("school");
    }

    private static class HangStep
    {
        public static readonly StepName Name = new("hang");
    }

    private static class DryStep
    {
        public static readonly StepName Name = new("dry");
    }

    private static class SweepStep
    {
        public static readonly StepName Name = new("sweep");
    }

    private static class SnugStep
    {
        public static readonly StepName Name = new("snug");
    }

    private static class WitnessStep
    {
        public static readonly StepName Name = new("witness");
    }

    private static class ConfirmStep
    {
        public static readonly StepName Name = new("confirm");
    }

    private static class TorqueStep
    {
        public static readonly StepName Name = new("torque");
    }

    private static class FinalStep
    {
        public static readonly StepName Name = new("final");
    }

    private static readonly ChoiceName Sealant = new("sealant");
    private static readonly ChoiceName Wrench = new("wrench");

    private static readonly Sweeping s_sweeping = new(
        sheet => sheet.Cover!,
        View.Front,
        "cover",
        HangStep.Name,
        DryStep.Name,
        SweepStep.Name,
        "timing-cover"
    );
    private static readonly JointClock s_joint = new(
        Sealant,
        new JointWords(
            "Cover on to its marks, bolts snug",
            "Cover on to its marks, bolts snug in order. Tick it when it is closed.",
            "Closed. Sweep once more.",
            "Closed in time. One sweep to confirm.",
            "Cured, then oiled. The cover is done.",
            "Too late: it has skinned. Cover off, both faces clean, a new bead."
        )
    )
    {
        DryRun = c => ClosingMinutes(c),
    };

    /// <summary>Swept, or centred by a ring or the balancer; the crank is kept still where it must not turn.</summary>
    public static Procedure Version1 { get; } =
        new(
            "timing-cover",
            1,
            "Timing cover",
            sheet => sheet.MayHave(sheet.Cover, "cover") ? ["cover"] : [],
            [
                CrankTurns.Asked(DryStep.Name),
                BoltPattern.Wrench(Wrench, TorqueStep.Name),
                new Choice(
                    Sweeping.Dowelled,
                    SchoolStep.Name,
                    "Dowels",
                    sheet =>
                    {
                        Option[] all = [new("none", "none"), new("one", "one"), new("two", "two")];
                        var there = all[Math.Min(sheet.Cover?.Dowels?.Count ?? 0, 2)];
                        return [there, .. all.Where(o => o != there)];
                    }
                ),
                new Choice(Sweeping.Hang, HangStep.Name, "How the engine hangs", _ => Sweeping.Hangs),
                new Choice(
                    Sweeping.Surface,
                    HangStep.Name,
                    "The dial’s tip reads",
                    _ => [new("bore", "the seal’s bore"), new("outside", "an outside")]
                ),
                new Choice(Sealant, JointClock.Spread, "The joint", JointClock.Kinds),
                new Choice(
                    Sweeping.School,
                    SchoolStep.Name,
                    "How it is centred",
                    _ =>
                        [
                            new("dial", "dial on the crank"),
                            new("feeler", "feelers"),
                            new("ring", "ring, bore bare"),
                            new("lip", "ring, seal in"),
                            new("balancer", "balancer on first"),
                        ]
                ),
            ],
            [
                new Step(BeforeStep.Name, "Balancer comes later", "cover-before")
                {
                    When = c =>
                        Applies.If(BalancerIsOn(c) && c.Chosen(Sweeping.School) != "balancer", "The balancer is not on: it goes on last."),
                    Judge = c => new Judgement(
                        Sentence.Of("Balancer off again, or choose “balancer on first”. " + Covered(c.Sheet)),
                        new Call(
                            Verdict.Stop,
                            Sentence.Of("A balancer on the nose hides the seal’s bore and holds the cover wherever it is."),
                            []
                        )
                    ),
                    Gate = "the nose is free",
                    Cautions = ["No hammer on the balancer."],
                },
                new Step(SchoolStep.Name, "Parts and faces", "cover")
                {
                    Slots = c =>
                        [
                            new Slot("cover", "Cover", SlotKind.Text, Required: false),
                            Slot.Tick("clean", "Faces bare and degreased, flat on a plate; dowels and holes clean"),
                        ],
                    Judge = Prompt.Next,
                    Cautions = ["Solvent vapour: air the room, no flame near. Scrapers cut."],
                },
                // A ring that leaves too much play goes no further.
                new Step(HangStep.Name, "What centres it", "hang")
                {
                    Gate = "what centres it is good",
                    When = c => Applies.If(c.Chosen(Sweeping.School) is "dial" or "ring", "Nothing droops, and no ring is measured."),
                    Slots = SetupSlots,
                    Judge = JudgeSetup,
                    Cautions = ["Never under a hanging engine. Check the stand’s rating."],
                },
                new Step(DryStep.Name, "On dry, finger-tight", "cover")
                {
                    Leaves = [new("cover on dry, finger-tight", WitnessStep.Name)],
                    Afresh = true,
                    Slots = c =>
                        [
                            Slot.Tick("on", "On dry, all bolts finger-tight: it moves by hand"),
                            .. c.Chosen(Sweeping.Dowelled) == "two" ? Array.Empty<Slot>() : [s_sweeping.FreeSlot(c)],
                        ],
                    Judge = Prompt.Next,
                    Cautions = ["Keep fingers out of the chain."],
                },
                new Step(SweepStep.Name, "Sweep, finger-tight", "centring")
                {
                    When = Swept,
                    Afresh = true,
                    Slots = s_sweeping.Slots,
                    Judge = c => s_sweeping.Judge(c, "Central, {offset} off. Snug the bolts in order, then sweep again."),
                    Gate = "the bore is central",
                    Cautions = ["Keep fingers out of the chain while the crank turns."],
                },
                new Step(SnugStep.Name, "Sweep, snug", "centring")
                {
                    When = Swept,
                    Afresh = true,
                    Slots = s_sweeping.Slots,
                    Judge = c => s_sweeping.Judge(c, "Still central, {offset} off. Read the sump rail while it is dry."),
                    Gate = "central when snug",
                    Cautions = ["Tightening shifts it: sweep before you mark."],
                },
                // A rail that steps is dressed while there is no sealant on the face.
                new Step(RailStep.Name, "Sump rail", "rail")
                {
                    Slots = _ => SumpRail.Slots("Cover"),
                    Judge = JudgeRail,
                    Afresh = true,
                    Gate = "the rail is flush",
                    Cautions = ["Edges of the rail cut."],
                },
                new Step(WitnessStep.Name, "Witness marks, cover off", "cover")
                {
                    Leaves = [new("cover off, marks on the joint", JointClock.Close)],
                    When = Swept,
                    Afresh = true,
                    Slots = c => [Slot.Tick("marks", "Marks scribed or pins in; cover off, wiped dry; bolts, wrench, rag to hand")],
                    Judge = Prompt.Next,
                    Cautions = ["A scriber slips: eye protection."],
                },
                new Step(JointClock.Spread, "Sealant", "sealant")
                {
                    Leaves = [new("sealant open on the face", JointClock.Close)],
                    Afresh = true,
                    Slots = s_joint.SpreadSlots,
                    Judge = s_joint.JudgeSpread,
                    NoWayBack = true,
                    Cautions = ["Sealant vapour: air the room, no flame near. Gloves."],
                },
                new Step(JointClock.Close, "Closed to its marks", "sealant")
                {
                    Leaves = [new("cover closed, bolts snug", TorqueStep.Name)],
                    Afresh = true,
                    Needs = [JointClock.Spread],
                    Slots = _ => [Slot.Tick(JointClock.Closed, "On to its marks, bolts snug in order")],
                    Judge = s_joint.JudgeClosed,
                    Gate = "closed in time",
                    Cautions = ["Don’t slide it about: it smears the bead."],
                },
                new Step(ConfirmStep.Name, "One confirming sweep", "centring")
                {
                    When = Swept,
                    Afresh = true,
                    Slots = s_sweeping.Slots,
                    Judge = c => s_sweeping.Judge(c, "On its marks, {offset} off. Tighten in order.", tight: true),
                    Gate = "central on its sealant",
                    Cautions = ["Keep fingers out of the chain while the crank turns."],
                },
                new Step(TorqueStep.Name, "Tighten in order", "bolts")
                {
                    Afresh = true,
                    Fasteners = sheet => BoltPattern.Sets(sheet.Cover!, "Timing cover", View.Front),
                    Slots = c =>
                        BoltPattern.Slots(c, BoltPattern.Plan(c.Sheet.Cover!.Bolts, c.Sheet.Cover.Groups, View.Front), c.Chosen(Wrench)),
                    Judge = c =>
                        BoltPattern.Judge(
                            c,
                            BoltPattern.Plan(c.Sheet.Cover!.Bolts, c.Sheet.Cover.Groups, View.Front),
                            c.Sheet.Cover.Groups,
                            c.Chosen(Wrench),
                            "All tight. One last sweep: tightening shifts it."
                        ),
                    NoHand = true,
                    Cautions = ["Small bolts in light alloy: no impact driver."],
                },
                new Step(FinalStep.Name, "Sweep, tight", "centring")
                {
                    Loosens = [TorqueStep.Name],
                    Slots = FinalSlots,
                    Judge = JudgeFinal,
                    Catches = "Turn the crank two turns by hand and look round the lip: the same gap all round, no weeping when it runs",
                    Gate = "central when tight",
                    Cautions = ["Keep fingers out of the chain while the crank turns."],
                },
                new Step(JointClock.Cure, "Cure, then oil", "sealant")
                {
                    When = c => Applies.If(s_joint.Product(c) is not null, "A gasket needs no time to cure."),
                    Slots = _ => [Slot.Tick(JointClock.Oil, "Oil in")],
                    Judge = s_joint.JudgeCure,
                    Cautions = ["Don’t turn or fill early: a torn bead leaks for ever."],
                },
            ]
        )
        {
            Comes =
            [
                "balancer-off",
                "gear-off",
                "race-off",
                "cam-bearings",
                "auxiliary-bushes",
                "pressed-gear",
                "pressed-race",
                "crank-float",
            ],
            Stretches =
            [
                new(BeforeStep.Name, "Cover on dry, swept") { Crank = true },
                new(JointClock.Spread, "Cover: sealant, close, torque")
                {
                    Crank = true,
                    Splits = false,
                    Then = p => Pauses.Cures(p, Sealant),
                },
                new(JointClock.Cure, "Cover: cured, oil") { Apart = true },
            ],
            Wants = new("cover"),
            Rests = c => s_joint.Resting(c, "cover"),
            Supplies = sheet => [Supply.Joint(sheet), Supply.UsedUp("solvent", "Solvent and clean cloth")],
        };
}
