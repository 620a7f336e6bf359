using NeatBore.Core.Calculators.CamBearings;

namespace NeatBore.Core.RunSheets.CamBearingSet;

/// <summary>The tool that drives them.</summary>
internal static class Driver
{
    public static Facing FacingOf(StepContext c) =>
        Facing.Of(Bearings.Of(c), Drive.Order(c).Order.FirstOrDefault(o => o.Id == c.Item)?.From ?? DriveOrder.DriveEnd.Front);

    public static DriveOrder.DriverKind Tool(StepContext c) =>
        c.Tool(OrderStep.Tool) is { Kind: OrderStep.DriverKind, Screw: not null }
            ? DriveOrder.DriverKind.Rod
            : DriveOrder.DriverKind.Expanding;
}
