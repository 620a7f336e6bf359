using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.TimingCover;

/// <summary>Tightened in order.</summary>
internal static class TorqueStep
{
    public static readonly StepName Name = new("torque");

    public static Step Step =>
        new(Name, "Tighten in order", "bolts")
        {
            Afresh = true,
            Fasteners = sheet => BoltPattern.Sets(sheet.Cover!, "Timing cover", View.Front),
            Slots = c =>
                BoltPattern.Slots(c, BoltPattern.Plan(c.Sheet.Cover!.Bolts, c.Sheet.Cover.Groups, View.Front), c.Chosen(Wrench.Name)),
            Judge = c =>
                BoltPattern.Judge(
                    c,
                    BoltPattern.Plan(c.Sheet.Cover!.Bolts, c.Sheet.Cover.Groups, View.Front),
                    c.Sheet.Cover.Groups,
                    c.Chosen(Wrench.Name),
                    "All tight. One last sweep: tightening shifts it."
                ),
            NoHand = true,
            Cautions = ["Small bolts in light alloy: no impact driver."],
        };
}
