namespace NeatBore.Core.RunSheets.RepairSleeve;

/// <summary>Looked at once it is home: flush, and without a nick that would cut the lip.</summary>
internal static class HomeStep
{
    public static readonly StepName Name = new("home");

    public static Step Step =>
        new(Name, "Looked at", "plate")
        {
            When = Way.IsOn,
            Slots = _ =>
                [
                    Slot.Tick("flush", "Flush where the sheet says; sealant wiped off the track"),
                    Slot.Tick("smooth", "No nick, no burr on its edge"),
                ],
            Judge = Prompt.Next,
            Cautions = ["A nick on the edge cuts the lip: stone it off, away from the track."],
        };
}
