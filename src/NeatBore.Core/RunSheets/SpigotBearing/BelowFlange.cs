using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.SpigotBearing;

/// <summary>How deep a part sits below the flange.</summary>
internal static class BelowFlange
{
    /// <param name="c">The step.</param>
    /// <param name="slot">Where its depth is read, mm.</param>
    /// <param name="limit">What it may be.</param>
    /// <param name="part">What it is of.</param>
    /// <param name="done">What to do next where it is right.</param>
    public static Judgement Judge(StepContext c, NumberSlot slot, Limit limit, string part, string done)
    {
        if (c.Step.Slots(c).Any(s => s.Required && !c.Taken(s)))
        {
            return Prompt.Next(c);
        }

        var depth = c.Number(slot)!.Value;
        var u = c.Uncertainty(slot);
        var call = Call.Of(
            [.. limit.Checks("depth", depth, u)],
            k =>
                Sentence.Of(
                    k.Verdict switch
                    {
                        Verdict.Go => "The {part} sits {value} deep.",
                        Verdict.LookAgain => "The {part} sits {value} ± {u} deep: too close to {limit} for this gauge to decide.",
                        _ => k.Side == Side.Upper
                            ? "The {part} sits {value} deep; at most {limit} is wanted."
                            : "The {part} sits {value} deep; at least {limit} is wanted.",
                    },
                    ("part", Quantity.Word(part)),
                    ("value", Quantity.Mm(k.Value)),
                    ("u", Quantity.Mm(k.Uncertainty)),
                    ("limit", Quantity.Mm(k.Limit))
                )
        )!;
        return new Judgement(
            Sentence.Of(
                (call.Verdict, call.Checks[0].Side) switch
                {
                    (Verdict.Go, _) => done,
                    (Verdict.LookAgain, _) => "Read the depth again, on a clean flange.",
                    (_, Side.Upper) => "Too deep by {by}: out and in again, or pack it as the sheet allows.",
                    _ => "Not deep enough: {by} more, light blows.",
                },
                ("by", Quantity.Mm(Math.Abs(depth - call.Checks[0].Limit)))
            ),
            call
        );
    }
}
