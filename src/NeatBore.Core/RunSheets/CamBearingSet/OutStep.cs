using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.CamBearingSet;

/// <summary>What came from where.</summary>
internal static class OutStep
{
    public static readonly StepName Name = new("out");

    public static Step Step =>
        new(Name, "Out: what came from where", "cam-out")
        {
            Leaves = [new("old bearing out", SeatStep.Name)],
            Each = Bearings.All,
            ItemName = Bearings.Name,
            Together = "out",
            Slots = c =>
                [
                    Slot.Tick("noted", "Holes, joint and side noted, photo taken"),
                    new Slot(
                        "depth",
                        "Depth it stood at",
                        SlotKind.Number,
                        Dimension.Length,
                        0.1,
                        "depth-gauge",
                        Plausible: new Band(-5, 40),
                        Required: false
                    )
                    {
                        Reads = Bearings.Path(c, "depthMm"),
                    },
                ],
            Judge = Prompt.Next,
            NoWayBack = true,
            Cautions = ["Eye protection: a hammered bar chips. Old shells have sharp edges."],
        };
}
