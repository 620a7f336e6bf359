using System.Globalization;
using NeatBore.Core.Calculators.Crank;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class CrankFloat
{
    private static readonly PickSlot s_stack = TrialStep.Name.Pick("stack");
    private static readonly TextSlot s_others = TrialStep.Name.Text("fitted");
    private const string Others = "others";
    private const double MmPerInch = 25.4;

    // A shim's own thickness is known to 0.01.
    private const double SameMm = 0.0051;

    /// <summary>The stacks that the stock gives, best first; null where no float was measured or nothing was counted.</summary>
    private static ShimChoice.Answer? Stacks(StepContext c) =>
        c.Once(
            "stacks",
            () => Measured(c, FloatStep.Name) is { } found && c.Taken(PickStep.Stock) ? Chosen(c, found.Float, found.Uncertainty) : null
        );

    private static string IdOf(ShimChoice.Pick pick) =>
        pick.Shims.Count == 0 ? "none" : string.Join('+', pick.Shims.Select(s => s.ToString("0.###", CultureInfo.InvariantCulture)));

    private static string WordsOf(IReadOnlyList<double> shims) =>
        shims.Count == 0 ? "none" : string.Join(" + ", shims.Select(s => s.ToString("0.00#", CultureInfo.InvariantCulture))) + " mm";

    private static IReadOnlyList<Slot> TrialSlots(StepContext c) =>
        [
            Slot.Pick(
                s_stack.Key,
                "Shims fitted",
                [
                    .. (Stacks(c)?.Picks ?? []).Take(3).Select(p => new Option(IdOf(p), WordsOf(p.Shims))),
                    new(Others, "others of the stock"),
                    new("wait", "none yet"),
                ]
            ),
            .. c.Picked(s_stack) == Others ? [new Slot(s_others, "Which, such as 0.26 + 0.20", SlotKind.Text)] : Array.Empty<Slot>(),
            Slot.Tick("torqued", "Oiled, none pinched; flywheel or flange torqued as for good"),
        ];

    /// <summary>What is fitted, mm each; null while that is not told, or is no list of thicknesses.</summary>
    private static IReadOnlyList<double>? Fitted(StepContext c)
    {
        if (c.Picked(s_stack) is not { } picked)
        {
            return null;
        }

        if (picked != Others)
        {
            return Stacks(c)?.Picks.FirstOrDefault(p => IdOf(p) == picked)?.Shims;
        }

        var typed = c.Reading(s_others)?.Typed.Replace(',', '.') ?? "";
        var bare = !typed.Any(char.IsLetter) && !typed.Contains('"', StringComparison.Ordinal);
        var each = typed.Split(bare ? ['+', ';', ' '] : ['+', ';'], StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
        var read = each.Select(e => Entry.Read(e, Dimension.Length, "mm")).ToList();
        if (read.Count == 0 || read.Exists(r => r.Message is not null))
        {
            return null;
        }

        List<double> mm = [.. read.Select(r => r.Value)];
        // Whoever counts a shim in inches writes 0.010: where the stock has none of these in mm, and all of them in inches, they are.
        return bare && !mm.Exists(InStock) && mm.TrueForAll(m => InStock(m * MmPerInch)) ? mm.ConvertAll(m => m * MmPerInch) : mm;

        bool InStock(double thick) => c.Stock(PickStep.Stock).Any(t => t.LengthMm is { } own && Math.Abs(own - thick) < SameMm);
    }

    private static Judgement JudgeTrial(StepContext c)
    {
        if (c.Picked(s_stack) == "wait")
        {
            return new Judgement(
                Sentence.Of("Fit a stack of the stock, then pick it."),
                new Call(Verdict.LookAgain, Sentence.Of("No shims are fitted yet."), [])
            );
        }

        if (c.Picked(s_stack) is null && Stacks(c)?.Picks is [var best, ..])
        {
            return new Judgement(
                Sentence.Of(
                    "Fit {shims}: it leaves {left}. Then pick what is fitted.",
                    ("shims", Quantity.Word(WordsOf(best.Shims))),
                    ("left", Quantity.Mm(best.EndPlayMm, 0.001))
                )
            );
        }

        if (c.Picked(s_stack) is null || (c.Picked(s_stack) == Others && !c.Taken(s_others)))
        {
            return Prompt.Next(c);
        }

        Judgement Stop(Sentence what, Sentence why) => new(what, new Call(Verdict.Stop, why, []));
        if (Fitted(c) is not { } fitted)
        {
            return Stop(
                Sentence.Of("Cross it out, and type each thickness with a plus between, such as 0.26 + 0.20."),
                Sentence.Of("“{typed}” is no list of shims.", ("typed", Quantity.Word(c.Reading(s_others)?.Typed ?? "")))
            );
        }

        // As many of each as are there.
        var left = c.Stock(PickStep.Stock)
            .Where(t => t is { LengthMm: > 0 } && Fits(c, t))
            .Select(t => (Mm: t.LengthMm!.Value, N: t.Quantity ?? 1))
            .ToList();
        foreach (var mm in fitted)
        {
            var at = left.FindIndex(l => Math.Abs(l.Mm - mm) < SameMm && l.N > 0);
            if (at < 0)
            {
                return Stop(
                    Sentence.Of("Count the stock again, or cross it out and pick what is in your hand."),
                    Sentence.Of("There is no shim of {mm} left in the stock.", ("mm", Quantity.Mm(mm, 0.001)))
                );
            }

            left[at] = left[at] with { N = left[at].N - 1 };
        }

        var (sheet, found) = (c.Sheet.EndFloat!, Measured(c, FloatStep.Name));
        if (fitted.Count < sheet.Shims!.Min || fitted.Count > sheet.Shims.Max)
        {
            return Stop(
                Sentence.Of("Fit as many as the engine takes."),
                Sentence.Of(
                    "{n} shims; this engine takes {min} to {max}.",
                    ("n", Quantity.Count(fitted.Count)),
                    ("min", Quantity.Count(sheet.Shims.Min)),
                    ("max", Quantity.Count(sheet.Shims.Max))
                )
            );
        }

        if (!c.Taken(TrialStep.Name.Tick("torqued")))
        {
            return Prompt.Next(c);
        }

        if (found is null)
        {
            return new Judgement(
                Sentence.Of("Push the crank both ways by hand: it must move, and hardly."),
                new Call(Verdict.Decide, Sentence.Of("The float without shims was not measured: nothing says that these do."), [])
            );
        }

        var limit = sheet.Allowed ?? c.Sheet.Usual(NeatBoreDefaults.CrankFloat);
        var leaves = found.Value.Float - fitted.Sum();
        var call = Call.Of(
            [.. limit.Checks("float by these shims", leaves, found.Value.Uncertainty)],
            k =>
                Sentence.Of(
                    k.Verdict == Verdict.Go ? "These shims leave {value}." : "These shims would leave {value}; {limit} is the limit.",
                    ("value", Quantity.Mm(k.Value, 0.001)),
                    ("limit", Quantity.Mm(k.Limit))
                )
        );
        return new Judgement(
            call is null ? Sentence.Of(Held.ToldOnly)
                : call.Verdict == Verdict.Stop
                    ? Sentence.Of("Flywheel off: fit {shims}.", ("shims", Quantity.Word(Best(c, found.Value.Float))))
                : Sentence.Of("Push it both ways and read it."),
            call
        );
    }

    /// <summary>The best stack for a float with none fitted, in words.</summary>
    private static string Best(StepContext c, double floatMm) =>
        Chosen(c, floatMm, 0)?.Picks is [var best, ..]
            ? WordsOf(best.Shims)
            : $"{Wording.Number(floatMm - c.Sheet.EndFloat!.IdealMm, 0.01)} mm in all";

    /// <summary>What a float that is wrong with shims in asks for: a new pick for what the crank floats without them.</summary>
    private static Judgement JudgeShimmed(StepContext c)
    {
        var judged = JudgeFloat(c, AgainStep.Name, true);
        return judged.Call is { Verdict: Verdict.Stop } && Fitted(c) is { } fitted && Measured(c, AgainStep.Name) is { } found
            ? judged with
            {
                Do = Sentence.Of(
                    "{float} with {fitted}. Flywheel off, fit {shims}, and begin the trial again.",
                    ("float", Quantity.Mm(found.Float)),
                    ("fitted", Quantity.Word(WordsOf(fitted))),
                    ("shims", Quantity.Word(Best(c, found.Float + fitted.Sum())))
                ),
            }
            : judged;
    }
}
