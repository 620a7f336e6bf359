using System.Globalization;
using NeatBore.Core.Calculators.Crank;
using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.CrankFloat;

/// <summary>The shims of the stock, and the stacks that they give.</summary>
internal static class Shims
{
    // A shim's own thickness is known to 0.01.
    public const double SameMm = 0.0051;

    /// <summary>Whether shims set this engine's float.</summary>
    public static bool Set(StepContext c) => c.Sheet.EndFloat!.Shims is not null;

    /// <summary>Steps with shims.</summary>
    public static Applies Needed(StepContext c) => Applies.If(Set(c), "The thrust bearing sets this float: no shims.");

    /// <summary>Those of the stock that go on this crank.</summary>
    public static IReadOnlyList<ToolMatch.CribTool> Fitting(StepContext c) =>
        [.. c.Stock(PickStep.Stock).Where(t => t is { LengthMm: > 0 } && Fits(c, t))];

    /// <summary>The stacks that the stock gives, best first; null where no float was measured or nothing was counted.</summary>
    public static ShimChoice.Answer? Stacks(StepContext c) =>
        c.Once(
            "stacks",
            () =>
                Pushes.Measured(c, FloatStep.Name) is { } found && c.Taken(PickStep.Stock)
                    ? Stacks(c, found.Float, found.Uncertainty)
                    : null
        );

    /// <summary>Stacks of the stock for a float with none fitted; null where the stock has none.</summary>
    public static ShimChoice.Answer? Stacks(StepContext c, double floatMm, double uncertaintyMm)
    {
        var (sheet, limit) = (c.Sheet.EndFloat!, c.Sheet.EndFloat!.Allowed ?? c.Sheet.Usual(NeatBoreDefaults.CrankFloat));
        var stock = Fitting(c);
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

    /// <summary>A stack as an option names it.</summary>
    public static string IdOf(ShimChoice.Pick pick) =>
        pick.Shims.Count == 0 ? "none" : string.Join('+', pick.Shims.Select(s => s.ToString("0.###", CultureInfo.InvariantCulture)));

    /// <summary>A stack in words.</summary>
    public static string WordsOf(IReadOnlyList<double> shims) =>
        shims.Count == 0 ? "none" : string.Join(" + ", shims.Select(s => s.ToString("0.00#", CultureInfo.InvariantCulture))) + " mm";

    /// <summary>The best stack for a float with none fitted, in words.</summary>
    public static string Best(StepContext c, double floatMm) =>
        Stacks(c, floatMm, 0)?.Picks is [var best, ..]
            ? WordsOf(best.Shims)
            : $"{Wording.Number(floatMm - c.Sheet.EndFloat!.IdealMm, 0.01)} mm in all";

    private static bool Fits(StepContext c, ToolMatch.CribTool shim) =>
        (shim.InnerMm is not { } inner || Math.Abs(inner - c.Sheet.EndFloat!.ShimInnerMm) <= 1)
        && (shim.OuterMm is not { } outer || Math.Abs(outer - c.Sheet.EndFloat!.ShimOuterMm) <= 1);
}
