using NeatBore.Core.Engines;

namespace NeatBore.Core.RunSheets.CamBearingSet;

/// <summary>Where it lies, its hole and its bore.</summary>
internal static class SeatStep
{
    public static readonly StepName Name = new("seat");
    public static readonly NumberSlot Inside = Name.Number("inside");

    public static Step Step =>
        new(Name, "At depth", "cam-seat")
        {
            Afresh = true,
            Renews = [ReamStep.Name, LineStep.Name, TrialStep.Name, TurnStep.Name],
            Each = Drive.Driven,
            ItemName = Bearings.Name,
            Together = "drive",
            Needs = [LookStep.Name],
            Slots = c => [.. ShellPlace.Slots(c), .. Recess.Slots(c), Bored(c)],
            Judge = c => Window.Judge(c, true),
            Hand = [HandWays.Wire, HandWays.ByEye],
            Gate = "every passage open",
            Cautions = ["Shaved metal out before the next one: wash, blow, wipe."],
        };

    private static Slot Bored(StepContext c) =>
        Bore.Diameter(Inside, "Inside, driven", "bore-gauge", Bearings.Of(c).JournalMm + NeatBoreDefaults.CamClearanceMm) with
        {
            Required = false,
        };
}
