using System.Globalization;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class RockerTrunnions
{
    private static class FloatStep
    {
        public static readonly StepName Name = new("float");
        public static readonly NumberSlot Float = Name.Number("float");
    }

    private static Judgement JudgeFloat(StepContext c)
    {
        if (c.Number(FloatStep.Float) is not { } found)
        {
            return Prompt.Next(c);
        }

        var call = PressedIn.Between(
            "end float",
            found,
            c.Uncertainty(FloatStep.Float),
            c.Sheet.Rockers!.EndFloat ?? c.Sheet.Usual(NeatBoreDefaults.TrunnionFloat)
        );
        return new Judgement(
            Sentence.Of(
                (call.Verdict, call.Checks[0].Side) switch
                {
                    (Verdict.Go, _) => "It floats. Clips on, and turn each one.",
                    (Verdict.LookAgain, _) => "Measure the float again, with thinner blades.",
                    (_, Side.Lower) => "Press the second side {by} deeper, then measure again.",
                    _ => "Press the second side back by {by}, then measure again.",
                },
                ("by", Quantity.Mm(Math.Abs(c.Sheet.Rockers.FloatIdealMm - found)))
            ),
            call
        );
    }
}
