using NeatBore.Core.Calculators.Crank;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class BalancerOn
{
    private static class MarkStep
    {
        public static readonly StepName Name = new("mark");
        public static readonly NumberSlot Error = Name.Number("error");
    }

    private static Judgement JudgeMark(StepContext c)
    {
        if (c.Number(MarkStep.Error) is not { } error)
        {
            return new Judgement(Sentence.Of("Crank at true centre, on the positive stop. Read how far the mark stands past the pointer."));
        }

        var limit = c.Sheet.UsualThresholds(NeatBoreDefaults.MarkErrorDeg);
        var uncertainty = c.Reading(MarkStep.Error)?.Instrument?.UncertaintyAt(error) ?? 0;
        var call = MarkError.Judge(error, uncertainty, limit.Go, limit.Stop, limit.SourceWords);
        return new Judgement(
            Sentence.Of(
                call.Verdict switch
                {
                    Verdict.Go => "The balancer is on. Its record is kept.",
                    Verdict.LookAgain => "Bring it to the stop from both sides again and read it finer.",
                    Verdict.Decide => "Re-mark the ring at true centre, or say why it can stay.",
                    _ => "The mark lies: the ring has walked, or key or hub is wrong. Don’t time the engine by it.",
                }
            ),
            call
        );
    }
}
