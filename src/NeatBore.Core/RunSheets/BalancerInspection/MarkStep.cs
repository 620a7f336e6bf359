using NeatBore.Core.Calculators.Crank;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.BalancerInspection;

/// <summary>The mark against true centre.</summary>
internal static class MarkStep
{
    public static readonly StepName Name = new("mark");
    private static readonly NumberSlot s_before = Name.Number("before");
    private static readonly NumberSlot s_after = Name.Number("after");

    public static Step Step =>
        new(Name, "Is the mark true?", "positive-stop")
        {
            Slots = _ =>
                [
                    Slot.Tick("stop", "Positive stop in cylinder 1"),
                    new Slot(
                        s_before,
                        "Mark before centre, at the stop",
                        SlotKind.Number,
                        Dimension.Angle,
                        0.1,
                        "degree-wheel",
                        Plausible: new Band(5, 90),
                        Expected: 24
                    ),
                    new Slot(
                        s_after,
                        "Mark after centre, at the stop",
                        SlotKind.Number,
                        Dimension.Angle,
                        0.1,
                        "degree-wheel",
                        Plausible: new Band(5, 90),
                        Expected: 23.4
                    ),
                ],
            Judge = Judge,
            Cautions = ["Turn by hand only, softly on to the stop. Plugs out."],
        };

    private static Judgement Judge(StepContext c)
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

    public static TopDeadCentre.Answer? Marked(StepContext c) =>
        c.Number(s_before) is { } before && c.Number(s_after) is { } after
            ? TopDeadCentre.Solve(
                new TopDeadCentre.Request(
                    before,
                    after,
                    c.Sheet.Balancer!.Ring.OuterDiameterMm,
                    new TopDeadCentre.MarkLimits(
                        c.Sheet.UsualThresholds(NeatBoreDefaults.MarkErrorDeg).Go,
                        c.Sheet.UsualThresholds(NeatBoreDefaults.MarkErrorDeg).Stop
                    ),
                    Math.Max(c.Uncertainty(s_before), c.Uncertainty(s_after))
                )
            )
            : null;
}
