using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.RearSeal;

/// <summary>The rear seal: its housing centred where it has one, and sealed against the clock; the seal in; the lip left to settle. The
/// flange or flywheel is a task of its own.</summary>
internal static class RunSheet
{
    public static Procedure Version1 { get; } =
        new(
            "rear-seal",
            1,
            "Rear seal",
            sheet => sheet.MayHave(sheet.Rear, "rear") ? ["rear-seal"] : [],
            [
                new Choice(Job.Name, PartsStep.Name, "The job", _ => [Job.Apart, Job.Reseal]),
                new Choice(SealCare.Lip, PartsStep.Name, "What lip it is", sheet => SealCare.Lips(sheet.Rear?.Seal)),
                new Choice(Sweeping.School, RailStep.Name, "How it is centred", _ => [Centring.Dial, Centring.Turned, Centring.Feelers]),
                new Choice(Joints.Choice, JointClock.Spread, "The joint", JointClock.Kinds),
                CrankTurns.Asked(LooseStep.Name),
                new Choice(Sweeping.Hang, HangStep.Name, "How the engine hangs", _ => Sweeping.Hangs),
                BoltPattern.Wrench(TorqueStep.Wrench, TorqueStep.Name),
            ],
            [
                FloatFirstStep.Step,
                PartsStep.Step,
                LeaveStep.Step,
                RailStep.Step,
                HangStep.Step,
                BenchStep.Step,
                Joints.Spread,
                LooseStep.Step,
                SweepStep.Step,
                Joints.Close,
                TorqueStep.Step,
                FinalStep.Step,
                ReachStep.Step,
                DressStep.Step,
                PressStep.Step,
                SpringStep.Step,
                CapStep.Step,
                RestStep.Step,
                Joints.Cure,
            ]
        )
        {
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
                new(RestStep.Name, "Rear seal rested, crank turned")
                {
                    Crank = true,
                    Then = p => Pauses.CuresAfter(p, Joints.Choice, Settles(p)),
                },
                new(JointClock.Cure, "Rear housing: cured, oil") { Apart = true },
            ],
            Wants = new("rear") { Also = ["endFloat"] },
            Rests = c =>
                Rest.Longest(
                    SealCare.Resting(c, c.Sheet.Rear?.Seal, SealSeat.Last(PressStep.Name), RestStep.Name, "rear seal"),
                    Joints.Clock.Resting(c, "rear housing")
                ),
            Supplies = sheet =>
                [
                    Supply.Seal(sheet.Rear?.Seal, "Rear seal"),
                    .. sheet.Rear?.Kind == RearKind.Housing ? [Supply.Joint(sheet)] : Array.Empty<Supply>(),
                    .. SealCare.Supplies(sheet.Rear?.Seal),
                ],
            View = View.Rear,
        };

    /// <summary>Until the crank may turn again: the joint is set, and the lip has rested.</summary>
    private static Pause? Settles(Planned planned) =>
        Pauses.Longer(Pauses.Sets(planned, Joints.Choice), Pauses.Rests(planned, planned.Sheet.Rear?.Seal));
}
