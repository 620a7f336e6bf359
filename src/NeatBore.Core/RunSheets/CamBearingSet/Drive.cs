using NeatBore.Core.Calculators.CamBearings;
using NeatBore.Core.Calculators.Tooling;

namespace NeatBore.Core.RunSheets.CamBearingSet;

/// <summary>The order that they are driven in, from which end.</summary>
internal static class Drive
{
    /// <summary>The order from the sheet's sizes and the tool in hand; from the sheet alone, an ordinary long driver.</summary>
    public static DriveOrder.Answer Order(StepContext c) =>
        (c.Tool(OrderStep.Tool) is { Kind: OrderStep.DriverKind } driver ? c.Once("order", () => Order(c, driver)) : null)
        ?? c.Once("order by the sheet", () => Order(c, null))
        // Bearings that can't stand so say which.
        ?? Order(c, null);

    public static DriveOrder.Answer Order(StepContext c, ToolMatch.CribTool? tool) =>
        DriveOrder.Solve(
            new DriveOrder.Request(
                [
                    .. c.Sheet.Cam!.Bearings.Select(b => new DriveOrder.Bore(
                        b.Id,
                        b.ZMm,
                        b.WidthMm,
                        b.DiameterMm,
                        b.ShellOuterMm,
                        b.ShellOuterMm - (2 * b.WallMm),
                        b.ShellWidthMm
                    )),
                ],
                new DriveOrder.OpenEnds(true, !c.Is(Stand.Name, Stand.OnStand)),
                new DriveOrder.Driver(
                    Driver.Tool(c),
                    tool?.ReachMm ?? 1000,
                    tool?.SpreadMm?[0] ?? 10,
                    tool?.SpreadMm?[1] ?? 200,
                    tool?.OuterMm ?? 25,
                    tool?.LengthMm ?? 35
                ),
                c.Is(School.Name, School.NearerEnd) ? DriveOrder.DriveSchool.NearerEnd : DriveOrder.DriveSchool.FarEndFirst,
                [.. c.Sheet.Cam!.Bearings.Select(b => b.Id).Except(Bearings.All(c))]
            )
        );

    public static IReadOnlyList<string> Driven(StepContext c)
    {
        var order = Order(c);
        return [.. order.Order.Select(o => o.Id), .. order.Impossible.Select(i => i.Id)];
    }
}
