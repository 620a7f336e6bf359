namespace NeatBore.Core.RunSheets.FrontSeal;

/// <summary>The lip on its track.</summary>
internal static class LipStep
{
    public static readonly StepName Name = new("lip");

    public static Step Step =>
        new(Name, "What lip is it?", "seal")
        {
            Slots = c =>
                [new Slot("seal", "New seal", SlotKind.Text, Required: false), Slot.Tick("size", "Sizes read off it match the sheet")],
            Judge = c => SealCare.Follows(c, c.Sheet.FrontSeal!),
            Cautions = ["The lip is cut by a fingernail: hold it by its case."],
        };
}
