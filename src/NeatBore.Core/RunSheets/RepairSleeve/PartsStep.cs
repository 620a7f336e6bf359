namespace NeatBore.Core.RunSheets.RepairSleeve;

/// <summary>What is needed for the way chosen, and which way round it goes.</summary>
internal static class PartsStep
{
    public static readonly StepName Name = new("parts");

    public static Step Step =>
        new(Name, "Sleeve and flange", "plate")
        {
            Slots = c =>
                c.Is(Way.Name, Way.Off)
                    ? [Slot.Tick("guard", "Shaft behind it guarded"), Slot.Tick("chisel", "Chisel blunt, rounded, as wide as the sleeve")]
                    :
                    [
                        new Slot("sleeve", "Sleeve", SlotKind.Text),
                        Slot.Pick("film", "Its seat, as its maker says", new("dry", "dry"), new("film", "a film of sealant")),
                        Slot.Pick(
                            "end",
                            "Which end first",
                            new("chamfer", "its chamfer"),
                            new("lip-side", "no chamfer: lip side as its sheet says")
                        ),
                    ],
            Judge = Prompt.Next,
            Cautions = ["Chisel: eye protection. A hammer on hardened steel chips."],
        };
}
