namespace NeatBore.Core.RunSheets.TimingCover;

/// <summary>A timing cover centred on the crank dry, then sealed and closed to its marks in time, tightened in order, and swept once
/// more.</summary>
internal static class RunSheet
{
    /// <summary>Swept, or centred by a ring or the balancer; the crank is kept still where it must not turn.</summary>
    public static Procedure Version1 { get; } =
        new(
            "timing-cover",
            1,
            "Timing cover",
            sheet => sheet.MayHave(sheet.Cover, "cover") ? ["cover"] : [],
            [
                CrankTurns.Asked(DryStep.Name),
                BoltPattern.Wrench(Wrench.Name, TorqueStep.Name),
                Sweeping.AskedDowels(SchoolStep.Name),
                new Choice(Sweeping.Hang, HangStep.Name, "How the engine hangs", _ => Sweeping.Hangs),
                Sweeping.AskedSurface(HangStep.Name),
                Sealant.Choice,
                Centring.School,
            ],
            [
                BeforeStep.Step,
                SchoolStep.Step,
                // A ring that leaves too much play goes no further.
                HangStep.Step,
                DryStep.Step,
                SweepStep.Step,
                SnugStep.Step,
                // A rail that steps is dressed while there is no sealant on the face.
                RailStep.Step,
                WitnessStep.Step,
                new Step(JointClock.Spread, "Sealant", "sealant")
                {
                    Leaves = [new("sealant open on the face", JointClock.Close)],
                    Afresh = true,
                    Slots = Sealant.Clock.SpreadSlots,
                    Judge = Sealant.Clock.JudgeSpread,
                    NoWayBack = true,
                    Cautions = ["Sealant vapour: air the room, no flame near. Gloves."],
                },
                new Step(JointClock.Close, "Closed to its marks", "sealant")
                {
                    Leaves = [new("cover closed, bolts snug", TorqueStep.Name)],
                    Afresh = true,
                    Needs = [JointClock.Spread],
                    Slots = _ => [Slot.Tick(JointClock.Closed, "On to its marks, bolts snug in order")],
                    Judge = Sealant.Clock.JudgeClosed,
                    Gate = "closed in time",
                    Cautions = ["Don’t slide it about: it smears the bead."],
                },
                ConfirmStep.Step,
                TorqueStep.Step,
                FinalStep.Step,
                new Step(JointClock.Cure, "Cure, then oil", "sealant")
                {
                    When = c => Applies.If(Sealant.Clock.Product(c) is not null, "A gasket needs no time to cure."),
                    Slots = JointClock.CureSlots,
                    Judge = Sealant.Clock.JudgeCure,
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
                    Then = p => Pauses.Cures(p, Sealant.Name),
                },
                new(JointClock.Cure, "Cover: cured, oil") { Apart = true },
            ],
            Wants = new("cover"),
            Rests = c => Sealant.Clock.Resting(c, "cover"),
            Supplies = sheet => [Supply.Joint(sheet), Supply.UsedUp("solvent", "Solvent and clean cloth")],
        };
}
