namespace NeatBore.Core.RunSheets.TimingCover;

/// <summary>Cover and faces, bare and flat; how it is centred.</summary>
internal static class SchoolStep
{
    public static readonly StepName Name = new("school");

    public static Step Step =>
        new(Name, "Parts and faces", "cover")
        {
            Slots = c =>
                [
                    new Slot("cover", "Cover", SlotKind.Text, Required: false),
                    Slot.Tick("clean", "Faces bare and degreased, flat on a plate; dowels and holes clean"),
                ],
            Judge = Prompt.Next,
            Cautions = ["Solvent vapour: air the room, no flame near. Scrapers cut."],
        };
}
