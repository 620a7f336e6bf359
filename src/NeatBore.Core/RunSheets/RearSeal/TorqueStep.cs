using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.RearSeal;

/// <summary>The housing's bolts, in order.</summary>
internal static class TorqueStep
{
    public static readonly StepName Name = new("torque");
    public static readonly ChoiceName Wrench = new("wrench");

    public static Step Step =>
        new(Name, "Housing’s bolts in order", "bolts")
        {
            Afresh = true,
            When = Centring.Afresh,
            Fasteners = sheet => sheet.Rear!.Housing is { } housing ? BoltPattern.Sets(housing, "Rear housing", View.Rear) : [],
            Slots = c => BoltPattern.Slots(c, Plan(c), c.Chosen(Wrench)),
            NoHand = true,
            Judge = c =>
                BoltPattern.Judge(
                    c,
                    Plan(c),
                    c.Sheet.Rear!.Housing!.Groups,
                    c.Chosen(Wrench),
                    c.Is(Sweeping.School, Centring.Turned) ? "All tight. Look round the lip." : "All tight. Sweep it once more."
                ),
            Cautions = ["Small bolts in light alloy: no impact driver."],
        };

    private static Calculators.Fasteners.TorquePlan.Answer Plan(StepContext c) =>
        BoltPattern.Plan(c.Sheet.Rear!.Housing!.Bolts, c.Sheet.Rear.Housing.Groups, View.Rear);
}
