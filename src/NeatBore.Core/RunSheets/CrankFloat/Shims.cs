using NeatBore.Core.Calculators.Crank;
using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class CrankFloat
{
    private static class PickStep
    {
        public static readonly StepName Name = new("pick");
        public static readonly TickSlot Stock = Name.Tick("stock");
    }

    private const string Shim = "shim";

    private static Judgement JudgePick(StepContext c)
    {
        var stock = c.Stock(PickStep.Stock).Where(t => t is { LengthMm: > 0 } && Fits(c, t)).ToList();
        if (!c.Taken(PickStep.Stock) || Measured(c, FloatStep.Name) is not { } found)
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

        var answer = Chosen(c, found.Float, found.Uncertainty)!;
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

    /// <summary>Stacks of the stock for a float with none fitted; null where the stock has none.</summary>
    private static ShimChoice.Answer? Chosen(StepContext c, double floatMm, double uncertaintyMm)
    {
        var (sheet, limit) = (c.Sheet.EndFloat!, c.Sheet.EndFloat!.Allowed ?? c.Sheet.Usual(NeatBoreDefaults.CrankFloat));
        var stock = c.Stock(PickStep.Stock).Where(t => t is { LengthMm: > 0 } && Fits(c, t)).ToList();
        return stock.Count == 0
            ? null
            : ShimChoice.Solve(
                new ShimChoice.Request(
                    floatMm,
                    new ShimChoice.EndPlay(limit.Low ?? 0, limit.High ?? 1, sheet.IdealMm),
                    new ShimChoice.ShimCount(sheet.Shims!.Min, sheet.Shims.Max),
                    [.. stock.Select(t => new ShimChoice.ShimLine(t.LengthMm!.Value, t.Quantity ?? 1))],
                    uncertaintyMm
                )
            );
    }

    private static bool Fits(StepContext c, ToolMatch.CribTool shim) =>
        (shim.InnerMm is not { } inner || Math.Abs(inner - c.Sheet.EndFloat!.ShimInnerMm) <= 1)
        && (shim.OuterMm is not { } outer || Math.Abs(outer - c.Sheet.EndFloat!.ShimOuterMm) <= 1);
}
