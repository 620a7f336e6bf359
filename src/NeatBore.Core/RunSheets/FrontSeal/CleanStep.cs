namespace NeatBore.Core.RunSheets.FrontSeal;

/// <summary>The bore, clean and sound.</summary>
internal static class CleanStep
{
    public static readonly StepName Name = new("clean");
    public static readonly TickSlot Primer = Name.Tick("primer");

    public static Step Step =>
        new(Name, "Bore and joints clean", "seal")
        {
            Slots = c =>
                [
                    Slot.Tick("bore", "Bore clean, no score across; track clean, keyway’s edges broken"),
                    .. (c.Sheet.FrontSeal!.JointsDeg ?? []).Count == 0
                        ? Array.Empty<Slot>()
                        : [Slot.Tick(Primer, "Primer on the castings’ joints")],
                ],
            Judge = Prompt.Next,
            Cautions = ["Primer and solvent vapour: no flame near."],
        };
}
