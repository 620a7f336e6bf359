using NeatBore.Core.Calculators.CamBearings;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.CamBearingSet;

/// <summary>The nut of a screwed driver, felt as it goes.</summary>
internal static class DriverNut
{
    public static NumberSlot Of(StepName step) => step.Number("nut");

    /// <summary>What a threaded rod's nut takes, where a wrench is on it that tells.</summary>
    public static IEnumerable<Slot> Slot(StepContext c, string label) =>
        Driver.Tool(c) == DriveOrder.DriverKind.Rod
            ?
            [
                new Slot(
                    Of(c.Step.Name),
                    label,
                    SlotKind.Number,
                    Dimension.Torque,
                    1,
                    "torque-wrench",
                    Plausible: new Band(0, 300),
                    Required: false
                )
                {
                    IsDone = true,
                },
            ]
            : [];
}
