using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class TimingCover
{
    private static class RailStep
    {
        public static readonly StepName Name = new("rail");
        public static readonly NumberSlot Left = Name.Number("left");
        public static readonly NumberSlot Right = Name.Number("right");
    }

    private static Judgement JudgeRail(StepContext c)
    {
        if (c.Number(RailStep.Left) is not { } left || c.Number(RailStep.Right) is not { } right)
        {
            return Prompt.Next(c);
        }

        var limit = c.Sheet.Cover!.Rail ?? c.Sheet.Usual(NeatBoreDefaults.RailStep);
        IEnumerable<Check> Both(string side, double v) => limit.Checks($"rail, {side} side", v, c.Uncertainty(RailStep.Left));
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
                        Verdict.Go => First(c) ? "The rail is flush. Leave the joint to cure."
                        : BySweep(c) ? "The rail is flush. Scribe witness marks across the joint."
                        : "The rail is flush. Cover off, and the sealant.",
                        Verdict.LookAgain => "Straight edge on clean faces: read both sides again.",
                        _ when First(c) => "The sump will leak at this corner. Dress or shim the rail; more sealant there alone won’t do.",
                        _ => "The sump would leak at this corner. Dress or shim the rail now, while it is dry; sealant alone won’t do.",
                    }
                ),
                call
            );
    }
}
