using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.CrankFloat;

/// <summary>The stack fitted, flywheel or flange torqued as for good.</summary>
internal static class TrialStep
{
    public static readonly StepName Name = new("trial");
    private static readonly PickSlot s_stack = Name.Pick("stack");
    private static readonly Option s_other = new("others", "others of the stock");
    private static readonly Option s_none = new("wait", "none yet");
    private static readonly TextSlot s_others = Name.Text("fitted");
    private static readonly TickSlot s_torqued = Name.Tick("torqued");
    private const double MmPerInch = 25.4;

    public static Step Step =>
        new(Name, "Trial, torqued", "shims-trial")
        {
            Works = ["float"],
            Afresh = true,
            When = Shims.Needed,
            Slots = Slots,
            Judge = Judge,
            Gate = "shims of the stock",
            NoHand = true,
            Cautions = ["Crank locked before you lean on the bar."],
        };

    private static IReadOnlyList<Slot> Slots(StepContext c) =>
        [
            Slot.Pick(
                s_stack.Key,
                "Shims fitted",
                [.. (Shims.Stacks(c)?.Picks ?? []).Take(3).Select(p => new Option(Shims.IdOf(p), Shims.WordsOf(p.Shims))), s_other, s_none]
            ),
            .. c.Is(s_stack, s_other) ? [new Slot(s_others, "Which, such as 0.26 + 0.20", SlotKind.Text)] : Array.Empty<Slot>(),
            Slot.Tick(s_torqued, "Oiled, none pinched; flywheel or flange torqued as for good"),
        ];

    /// <summary>What is fitted, mm each; null while that is not told, or is no list of thicknesses.</summary>
    public static IReadOnlyList<double>? Fitted(StepContext c)
    {
        if (c.Picked(s_stack) is not { } picked)
        {
            return null;
        }

        if (picked != s_other.Id)
        {
            return Shims.Stacks(c)?.Picks.FirstOrDefault(p => Shims.IdOf(p) == picked)?.Shims;
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

        bool InStock(double thick) => c.Stock(PickStep.Stock).Any(t => t.LengthMm is { } own && Math.Abs(own - thick) < Shims.SameMm);
    }

    private static Judgement Judge(StepContext c)
    {
        if (c.Is(s_stack, s_none))
        {
            return new Judgement(
                Sentence.Of("Fit a stack of the stock, then pick it."),
                new Call(Verdict.LookAgain, Sentence.Of("No shims are fitted yet."), [])
            );
        }

        if (c.Picked(s_stack) is null && Shims.Stacks(c)?.Picks is [var best, ..])
        {
            return new Judgement(
                Sentence.Of(
                    "Fit {shims}: it leaves {left}. Then pick what is fitted.",
                    ("shims", Quantity.Word(Shims.WordsOf(best.Shims))),
                    ("left", Quantity.Mm(best.EndPlayMm, 0.001))
                )
            );
        }

        if (c.Picked(s_stack) is null || (c.Is(s_stack, s_other) && !c.Taken(s_others)))
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
        var left = Shims.Fitting(c).Select(t => (Mm: t.LengthMm!.Value, N: t.Quantity ?? 1)).ToList();
        foreach (var mm in fitted)
        {
            var at = left.FindIndex(l => Math.Abs(l.Mm - mm) < Shims.SameMm && l.N > 0);
            if (at < 0)
            {
                return Stop(
                    Sentence.Of("Count the stock again, or cross it out and pick what is in your hand."),
                    Sentence.Of("There is no shim of {mm} left in the stock.", ("mm", Quantity.Mm(mm, 0.001)))
                );
            }

            left[at] = left[at] with { N = left[at].N - 1 };
        }

        var (sheet, found) = (c.Sheet.EndFloat!, Pushes.Measured(c, FloatStep.Name));
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

        if (!c.Taken(s_torqued))
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
                    ? Sentence.Of("Flywheel off: fit {shims}.", ("shims", Quantity.Word(Shims.Best(c, found.Value.Float))))
                : Sentence.Of("Push it both ways and read it."),
            call
        );
    }
}
