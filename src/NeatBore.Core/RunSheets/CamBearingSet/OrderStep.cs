using NeatBore.Core.Calculators.CamBearings;
using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.CamBearingSet;

/// <summary>The order, and the tool.</summary>
internal static class OrderStep
{
    public static readonly StepName Name = new("order");
    public static readonly ToolSlot Tool = Name.Tool("tool");
    public const string DriverKind = "bearing-driver";

    public static Step Step =>
        new(Name, "The order and the tool", "cam-order")
        {
            Slots = c => [new Slot(Tool, "Driver", SlotKind.Tool, Need: DriverFor(c.Sheet))],
            Judge = Judge,
            Gate = "every shell can be driven",
            Cautions = ["Never under a hanging engine. A stand that closes the rear: cart or bench."],
        };

    private static Judgement Judge(StepContext c)
    {
        if (c.Tool(Tool) is not { } tool)
        {
            return new Judgement(Sentence.Of("Pick the driver: its reach, bar and cone decide the order."), Answer: Drive.Order(c));
        }

        if (tool.Kind != DriverKind || c.Once("order", () => Drive.Order(c, tool)) is not { } answer)
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
                Drive.Order(c)
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
                    ("bearing", Quantity.Word(Bearings.Name(c.Sheet, never[0].Id)))
                ),
                new Call(
                    Verdict.Stop,
                    Sentence.Of(
                        "{bearing}: {why}.",
                        ("bearing", Quantity.Word(Bearings.Name(c.Sheet, never[0].Id))),
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
                ("first", Quantity.Word(Bearings.Name(c.Sheet, answer.Order[0].Id))),
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

    /// <summary>A driver whose cone is held true by a fitted shell; how far it reaches is the order's own question.</summary>
    private static ToolMatch.ToolNeed DriverFor(EngineSheet sheet)
    {
        var inside = sheet.Cam!.Bearings.Select(b => b.ShellOuterMm - (2 * b.WallMm)).Order().ToList();
        return new ToolMatch.ToolNeed(DriverKind, [], 0, 1, SpreadMm: inside[inside.Count / 2]);
    }
}
