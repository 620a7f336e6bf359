using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class BalancerInspection
{
    private static class RubberStep
    {
        public static readonly StepName Name = new("rubber");
        public static readonly PickSlot Front = Name.Pick("front");
        public static readonly PickSlot Back = Name.Pick("back");
        public static readonly PickSlot Ring = Name.Pick("ring");
    }

    private static Judgement JudgeRubber(StepContext c)
    {
        if (
            c.Picked(RubberStep.Front) is not { } front
            || c.Picked(RubberStep.Back) is not { } back
            || c.Picked(RubberStep.Ring) is not { } ring
        )
        {
            return Prompt.Next(c);
        }

        bool Either(params string[] what) => what.Contains(front) || what.Contains(back);
        return ring == "moved"
                ? new Judgement(
                    Sentence.Of("Set it aside: the ring has let go of its hub."),
                    Found(Verdict.Stop, "The ring has moved on its rubber: mark and balance are gone with it.")
                )
            : Either("deep", "bulge", "missing")
                ? new Judgement(
                    Sentence.Of("Set it aside: the rubber has had its day."),
                    Found(Verdict.Stop, "Deep cracks, a bulge or missing rubber: the bond is failing.")
                )
            : Either("fine")
                ? new Judgement(
                    Sentence.Of("Fine cracks only skin deep: say why it can go on, or set it aside."),
                    Found(Verdict.Decide, "Fine cracks are age; they grow under load.")
                )
            : new Judgement(
                Sentence.Of("The rubber is sound. Set the dial on the ring."),
                Found(Verdict.Go, "Rubber sound on both sides, the ring where it was.")
            );
    }
}
