using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.CrankFloat;

/// <summary>A stack of the stock that leaves the float that is wanted.</summary>
internal static class PickStep
{
    public static readonly StepName Name = new("pick");
    public static readonly TickSlot Stock = Name.Tick("stock");

    public static Step Step =>
        new(Name, "Shims from the stock", "shims")
        {
            Afresh = true,
            Needs = [FloatStep.Name],
            When = Shims.Needed,
            Slots = _ => [Slot.Tick(Stock, "Count the shims in the crib") with { Stock = ["shim"] }],
            Judge = Judge,
            Gate = "a stack that does it",
            Cautions = ["Shims’ edges cut."],
        };

    private static Judgement Judge(StepContext c)
    {
        var stock = Shims.Fitting(c);
        if (!c.Taken(Stock) || Pushes.Measured(c, FloatStep.Name) is not { } found)
        {
            return Prompt.Next(c);
        }

        var (sheet, limit) = (c.Sheet.EndFloat!, c.Sheet.EndFloat!.Allowed ?? c.Sheet.Usual(NeatBoreDefaults.CrankFloat));
        if (stock.Count == 0)
        {
            return new Judgement(
                Sentence.Of(
                    "No shim in the crib fits {inner} × {outer}. Put them in the crib, or order {thickness} in all.",
                    ("inner", Quantity.Mm(sheet.ShimInnerMm, 0.1)),
                    ("outer", Quantity.Mm(sheet.ShimOuterMm, 0.1)),
                    ("thickness", Quantity.Mm(found.Float - sheet.IdealMm, 0.001))
                ),
                new Call(Verdict.Stop, Sentence.Of("There is no shim to pick from."), [])
            );
        }

        var answer = Shims.Stacks(c, found.Float, found.Uncertainty)!;
        if (!answer.Reachable)
        {
            return new Judgement(
                Sentence.Of(
                    answer.Picks.Count == 0
                        ? "There are not enough shims. Order {wanted} in all."
                        : "The nearest stack leaves {left}. Order or grind to {wanted} in all.",
                    ("left", Quantity.Mm(answer.Picks.Count == 0 ? 0 : answer.Picks[0].EndPlayMm, 0.001)),
                    ("wanted", Quantity.Mm(found.Float - sheet.IdealMm, 0.001))
                ),
                new Call(
                    Verdict.Stop,
                    Sentence.Of(
                        "No stack of {min} to {max} shims in the crib leaves {low} to {high}.",
                        ("min", Quantity.Count(sheet.Shims!.Min)),
                        ("max", Quantity.Count(sheet.Shims.Max)),
                        ("low", Quantity.Mm(limit.Low ?? 0)),
                        ("high", Quantity.Mm(limit.High ?? 0))
                    ),
                    []
                ),
                answer
            );
        }

        var best = answer.Picks[0];
        return new Judgement(
            Sentence.Of(
                "Fit {shims}: it leaves {left}.",
                ("shims", Quantity.Word(string.Join(" + ", best.Shims.Select(s => Wording.Number(s, 0.001))) + " mm")),
                ("left", Quantity.Mm(best.EndPlayMm, 0.001))
            ),
            best.Call.Sourced(_ => limit.SourceWords),
            answer
        );
    }
}
