using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.FlywheelOn;

/// <summary>New bolts, in a star and passes.</summary>
internal static class BoltsStep
{
    public static readonly StepName Name = new("bolts");

    public static Step Step =>
        new(Name, "Bolts in a star", "flange-bolts")
        {
            Afresh = true,
            NoWayBack = true,
            Fasteners = sheet =>
                [
                    BoltPattern.Set(
                        RearFlange.Group(sheet),
                        "Flywheel",
                        View.Rear,
                        sheet.Rear!.Flange.Places,
                        sheet.Rear.Flange.BoltsUsedOnce
                    ),
                ],
            Slots = c => BoltPattern.Slots(c, RearFlange.Plan(c), c.Chosen(Wrench.Name), renew: c.Sheet.Rear!.Flange.BoltsUsedOnce),
            Judge = c =>
                BoltPattern.Judge(
                    c,
                    RearFlange.Plan(c),
                    [RearFlange.Group(c.Sheet)],
                    c.Chosen(Wrench.Name),
                    c.Sheet.EndFloat is null
                        ? "All tight. Crank lock out. The flywheel is on."
                        : "All tight. Crank lock out; the float once more."
                ),
            NoHand = true,
            CanHurt = true,
            Cautions = ["Crank locked before you lean on the bar. Pull, don’t push. No impact driver on the last pull."],
        };
}
