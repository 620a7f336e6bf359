using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class CamBearingSet
{
    private static class PlugStep
    {
        public static readonly StepName Name = new("plug");
        public static readonly NumberSlot Depth = Name.Number("depth");
    }

    private static Judgement JudgePlug(StepContext c)
    {
        if (c.Number(PlugStep.Depth) is not { } depth)
        {
            return Prompt.Next(c);
        }

        var limit = c.Sheet.Cam!.PlugDepth!;
        var u = c.Uncertainty(PlugStep.Depth);
        var call = Call.Of(
            [
                .. limit.Low is { } low
                    ? [Check.AtLeast("depth", depth, low, u, Dimension.Length, limit.SourceWords)]
                    : Array.Empty<Check>(),
                .. limit.High is { } high
                    ? [Check.AtMost("depth", depth, high, u, Dimension.Length, limit.SourceWords)]
                    : Array.Empty<Check>(),
            ],
            k =>
                Sentence.Of(
                    k.Verdict == Verdict.Go ? "The plug sits {value} deep." : "The plug sits {value} deep; {limit} is the limit.",
                    ("value", Quantity.Mm(k.Value, 0.1)),
                    ("limit", Quantity.Mm(k.Limit, 0.1))
                )
        )!;
        return new Judgement(
            Sentence.Of(
                call.Verdict switch
                {
                    Verdict.Go => "Plug in. Look over the tunnel.",
                    Verdict.LookAgain => "Read its depth again.",
                    _ => call.Checks[0].Side == Side.Lower
                        ? "Drive it deeper, evenly."
                        : "Too deep: it touches shaft or oilway. A new one.",
                }
            ),
            call
        );
    }
}
