namespace NeatBore.Core.RunSheets.RockerTrunnions;

/// <summary>Back on the engine.</summary>
internal static class BackStep
{
    public static readonly StepName Name = new("back");

    public static Step Step =>
        new Step(Name, "Back to their places", "tray-back")
        {
            Slots = _ =>
                [
                    Slot.Tick("washed", "Washed again, oiled, oil holes clear"),
                    Slot.Tick("places", "Each back at its own place"),
                    Slot.Tick("counted", "Old parts and clips counted: nothing left in the engine"),
                ],
            Judge = Prompt.Next,
            Cautions = ["Turn the engine over twice by hand before it is started."],
        };
}
