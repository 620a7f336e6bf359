using NeatBore.Core.Calculators.Crank;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class BalancerInspection
{
    private static class MarkStep
    {
        public static readonly StepName Name = new("mark");
        public static readonly NumberSlot Before = Name.Number("before");
        public static readonly NumberSlot After = Name.Number("after");
    }

    private static TopDeadCentre.Answer? Marked(StepContext c) =>
        c.Number(MarkStep.Before) is { } before && c.Number(MarkStep.After) is { } after
            ? TopDeadCentre.Solve(
                new TopDeadCentre.Request(
                    before,
                    after,
                    c.Sheet.Balancer!.Ring.OuterDiameterMm,
                    new TopDeadCentre.MarkLimits(
                        c.Sheet.UsualThresholds(NeatBoreDefaults.MarkErrorDeg).Go,
                        c.Sheet.UsualThresholds(NeatBoreDefaults.MarkErrorDeg).Stop
                    ),
                    Math.Max(c.Uncertainty(MarkStep.Before), c.Uncertainty(MarkStep.After))
                )
            )
            : null;

    private static Judgement JudgeMark(StepContext c)
    {
        if (Marked(c) is not { } answer)
        {
            return Prompt.Next(c);
        }

        var call = answer.Call!.Sourced(_ => c.Sheet.UsualThresholds(NeatBoreDefaults.MarkErrorDeg).SourceWords);
        return new Judgement(
            Sentence.Of(
                call.Verdict switch
                {
                    Verdict.Go => "The mark is true.",
                    Verdict.LookAgain => "Bring it to the stop from both sides again and read it finer.",
                    _ => "The mark lies by {error}. Cut a new one {move} round the ring, {way} rotation.",
                },
                ("error", Quantity.Degrees(Math.Abs(answer.MarkErrorDeg))),
                ("move", Quantity.Mm(Math.Abs(answer.MoveMarkMm ?? 0), 0.1)),
                ("way", Quantity.Word(answer.MarkErrorDeg > 0 ? "with" : "against"))
            ),
            call,
            answer
        );
    }
}
