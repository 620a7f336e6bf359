using NeatBore.Core.Calculators.CamBearings;
using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class CamBearingSet
{
    private static class OrderStep
    {
        public static readonly StepName Name = new("order");
        public static readonly ToolSlot Tool = Name.Tool("tool");
    }

    private const string DriverKind = "bearing-driver";

    /// <summary>A driver whose cone is held true by a fitted shell; how far it reaches is the order's own question.</summary>
    private static ToolMatch.ToolNeed DriverFor(EngineSheet sheet)
    {
        var inside = sheet.Cam!.Bearings.Select(b => b.ShellOuterMm - (2 * b.WallMm)).Order().ToList();
        return new ToolMatch.ToolNeed(DriverKind, [], 0, 1, SpreadMm: inside[inside.Count / 2]);
    }

    private static DriveOrder.DriverKind Tool(StepContext c) =>
        c.Tool(OrderStep.Tool) is { Kind: DriverKind, Screw: not null } ? DriveOrder.DriverKind.Rod : DriveOrder.DriverKind.Expanding;

    /// <summary>The order from the sheet's sizes and the tool in hand; from the sheet alone, an ordinary long driver.</summary>
    private static DriveOrder.Answer Order(StepContext c) =>
        (c.Tool(OrderStep.Tool) is { Kind: DriverKind } driver ? c.Once("order", () => Order(c, driver)) : null)
        ?? c.Once("order by the sheet", () => Order(c, null))!;

    private static DriveOrder.Answer Order(StepContext c, ToolMatch.CribTool? tool) =>
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
                new DriveOrder.OpenEnds(true, c.Chosen(Stand) != "stand"),
                new DriveOrder.Driver(
                    Tool(c),
                    tool?.ReachMm ?? 1000,
                    tool?.SpreadMm?[0] ?? 10,
                    tool?.SpreadMm?[1] ?? 200,
                    tool?.OuterMm ?? 25,
                    tool?.LengthMm ?? 35
                ),
                c.Chosen(School) == "nearer-end" ? DriveOrder.DriveSchool.NearerEnd : DriveOrder.DriveSchool.FarEndFirst,
                [.. c.Sheet.Cam!.Bearings.Select(b => b.Id).Except(All(c))]
            )
        );

    private static IReadOnlyList<string> Driven(StepContext c)
    {
        var order = Order(c);
        return [.. order.Order.Select(o => o.Id), .. order.Impossible.Select(i => i.Id)];
    }

    private static Judgement JudgeOrder(StepContext c)
    {
        if (c.Tool(OrderStep.Tool) is not { } tool)
        {
            return new Judgement(Sentence.Of("Pick the driver: its reach, bar and cone decide the order."), Answer: Order(c));
        }

        if (tool.Kind != DriverKind || c.Once("order", () => Order(c, tool)) is not { } answer)
        {
            return new Judgement(
                Sentence.Of(
                    "Not this one. Cross it out and pick a driver for {bearings}.",
                    ("bearings", Quantity.Word(ShaftWords.Of(c.Sheet).Noun))
                ),
                new Call(
                    Verdict.Stop,
                    tool.Kind == DriverKind
                        ? Sentence.Of(
                            "{tool}: its reach, bar or cone in the crib can’t be right.",
                            ("tool", Quantity.Word(tool.Name ?? tool.Id))
                        )
                        : Sentence.Of("{tool} drives no shells.", ("tool", Quantity.Word(tool.Name ?? tool.Id))),
                    []
                ),
                Order(c)
            );
        }

        var never = answer.Impossible;
        if (never.Count > 0)
        {
            return new Judgement(
                Sentence.Of(
                    never[0].Because.Contains("closed", StringComparison.Ordinal)
                        ? "{bearing} can’t be driven so. Take the engine off its stand: cart or bench."
                        : "{bearing} can’t be driven with this. Pick a longer driver, or drive from the other end.",
                    ("bearing", Quantity.Word(Name(c.Sheet, never[0].Id)))
                ),
                new Call(
                    Verdict.Stop,
                    Sentence.Of(
                        "{bearing}: {why}.",
                        ("bearing", Quantity.Word(Name(c.Sheet, never[0].Id))),
                        ("why", Quantity.Word(never[0].Because))
                    ),
                    []
                ),
                answer
            );
        }

        return new Judgement(
            Sentence.Of(
                answer.Order.Count == 1 ? "{first}, from the {end}." : "{first} first, from the {end}. Then as the arrows say.",
                ("first", Quantity.Word(Name(c.Sheet, answer.Order[0].Id))),
                ("end", Quantity.Word(answer.Order[0].From == DriveOrder.DriveEnd.Front ? "front" : "rear"))
            ),
            new Call(
                Verdict.Go,
                Sentence.Of(
                    answer.Order.Count == 1 ? "It can be driven with {tool}." : "All {n} can be driven with {tool}.",
                    ("n", Quantity.Count(answer.Order.Count)),
                    ("tool", Quantity.Word(tool.Name ?? tool.Id))
                ),
                []
            ),
            answer
        );
    }
}
