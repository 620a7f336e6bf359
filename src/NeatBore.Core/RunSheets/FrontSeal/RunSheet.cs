namespace NeatBore.Core.RunSheets.FrontSeal;

/// <summary>The front seal out and in: what lip it is, its track, its joints, pressed to depth and square, left to settle where it
/// must.</summary>
internal static class RunSheet
{
    /// <summary>Pressed to a depth that is measured, or until its tool stops.</summary>
    public static Procedure Version1 { get; } =
        new(
            "front-seal",
            1,
            "Front seal",
            sheet => sheet.MayHave(sheet.FrontSeal, "frontSeal") ? ["cover"] : [],
            [
                new Choice(SealCare.Lip, LipStep.Name, "What lip it is", sheet => SealCare.Lips(sheet.FrontSeal)),
                Out.Choice,
                Joints.Choice,
                Home.Choice,
            ],
            [
                LipStep.Step,
                OutStep.Step,
                CleanStep.Step,
                BalancerInspection.RunSheet.Version1.Steps.First(s => s.Id == "groove"),
                TrackStep.Step,
                PlanStep.Step,
                DressStep.Step,
                PressStep.Step,
                NotchesStep.Step,
                RestStep.Step,
            ]
        )
        {
            Comes = ["balancer-off", "balancer-inspect", "timing-cover", "race-off", "pressed-race"],
            Stretches =
            [
                new(LipStep.Name, "Front seal: out, seat measured"),
                new(DressStep.Name, "Front seal pressed in") { Splits = false, Then = p => Pauses.Rests(p, p.Sheet.FrontSeal) },
                new(RestStep.Name, "Front seal rested, crank turned") { Crank = true },
            ],
            Wants = new("frontSeal") { Also = ["balancer"] },
            Rests = c => Rest.Longest(SealCare.Resting(c, c.Sheet.FrontSeal, PressStep.At(c), RestStep.Name, "front seal"), Setting(c)),
            Supplies = sheet =>
                [
                    Supply.Seal(sheet.FrontSeal, "Front seal"),
                    .. SealCare.Supplies(sheet.FrontSeal),
                    .. (sheet.FrontSeal?.JointsDeg ?? []).Count == 0
                        ? Array.Empty<Supply>()
                        : [Supply.UsedUp("joint", "Primer and sealant for the joint’s notches")],
                ],
        };

    /// <summary>What was injected sets.</summary>
    private static Rest? Setting(StepContext c) =>
        Joints.Clocked(c) is { } clock
            ? new Rest("The sealant in the front seal’s joints sets", c.FirstAt(NotchesStep.Pushed)!.Value, clock.HandleAt)
            : null;
}
