using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>Whether the sump face of a part stands flush with the block's, either side: what cover and rear housing share.</summary>
internal static class SumpRail
{
    /// <summary>Both sides, by a straight edge.</summary>
    public static IReadOnlyList<Slot> Slots(string part) =>
        [
            .. new[] { ("left", "9 side"), ("right", "3 side") }.Select(p => new Slot(
                p.Item1,
                $"{part} proud of the block, {p.Item2}; − if below",
                SlotKind.Number,
                Dimension.Length,
                0.01,
                "depth-gauge",
                Plausible: new Band(-2, 2),
                Expected: 0.02
            )),
        ];

    /// <summary>What both sides say.</summary>
    /// <param name="c">The step.</param>
    /// <param name="limit">What it may step, mm.</param>
    /// <param name="flush">What to do next where it is flush.</param>
    /// <param name="steps">What to do where it steps.</param>
    public static Judgement Judge(StepContext c, Limit limit, string flush, string steps)
    {
        var (nine, three) = (c.Step.Name.Number("left"), c.Step.Name.Number("right"));
        if (c.Number(nine) is not { } left || c.Number(three) is not { } right)
        {
            return Prompt.Next(c);
        }

        IEnumerable<Check> Both(string side, double v) => limit.Checks($"rail, {side} side", v, c.Uncertainty(nine));
        var call = Call.Of(
            [.. Both("9", left), .. Both("3", right)],
            k =>
                Sentence.Of(
                    k.Verdict switch
                    {
                        Verdict.Go => "The rail steps {value} at most: the sump’s gasket bridges it.",
                        Verdict.LookAgain => "The {name} stands {value} ± {u}: too close to {limit} for this gauge to decide.",
                        _ => k.Side == Side.Upper
                            ? "The {name} stands {value} proud; up to {limit} is allowed."
                            : "The {name} stands {value}, below the block; {limit} is allowed.",
                    },
                    ("name", Quantity.Word(k.Name)),
                    ("value", Quantity.Mm(k.Value)),
                    ("u", Quantity.Mm(k.Uncertainty)),
                    ("limit", Quantity.Mm(k.Limit))
                )
        );
        return call is null
            ? new Judgement(Sentence.Of(Held.ToldOnly))
            : new Judgement(
                Sentence.Of(
                    call.Verdict switch
                    {
                        Verdict.Go => flush,
                        Verdict.LookAgain => "Straight edge on clean faces: read both sides again.",
                        _ => steps,
                    }
                ),
                call
            );
    }
}
