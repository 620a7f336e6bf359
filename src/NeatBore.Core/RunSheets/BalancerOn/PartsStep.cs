namespace NeatBore.Core.RunSheets.BalancerOn;

/// <summary>The balancer, its bolt, all clean and at rest.</summary>
internal static class PartsStep
{
    public static readonly StepName Name = new("parts");

    public static Step Step =>
        new(Name, "Parts and cleaning", "balancer-parts")
        {
            Afresh = true,
            Works = ["hub"],
            Slots = c =>
                [
                    new Slot("balancer", "Balancer", SlotKind.Text, Required: false),
                    new Slot("bolt", "Crank bolt, new or used", SlotKind.Text, Required: false),
                    Slot.Tick("clean", "Nose, bore, thread deburred; washed, dry, at rest"),
                ],
            Judge = Prompt.Next,
            Cautions = ["Keyway edges cut. Solvent vapour: no flame near."],
        };
}
