using NeatBore.Core.Calculators.Crank;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.BalancerOn;

/// <summary>The mark against true centre.</summary>
internal static class MarkStep
{
    public static readonly StepName Name = new("mark");
    private static readonly NumberSlot s_error = Name.Number("error");

    public static Step Step =>
        new(Name, "Mark against true centre", "mark")
        {
            When = c => Applies.If(!Which.IsSame(c), "The same one is back on its key: its mark is where it was."),
            Slots = _ =>
                [
                    new Slot(
                        s_error,
                        "Mark past pointer, + with rotation",
                        SlotKind.Number,
                        Dimension.Angle,
                        0.1,
                        "degree-wheel",
                        Plausible: new Band(-20, 20)
                    ),
                ],
            Judge = Judge,
            Cautions = ["A positive stop in the cylinder: turn by hand only, softly."],
        };

    private static Judgement Judge(StepContext c)
    {
        if (c.Number(s_error) is not { } error)
        {
            return new Judgement(Sentence.Of("Crank at true centre, on the positive stop. Read how far the mark stands past the pointer."));
        }

        var limit = c.Sheet.UsualThresholds(NeatBoreDefaults.MarkErrorDeg);
        var uncertainty = c.Reading(s_error)?.Instrument?.UncertaintyAt(error) ?? 0;
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
