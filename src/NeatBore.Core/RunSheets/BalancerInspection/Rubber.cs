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
        var (front, back, ring) = (c.Picked(RubberStep.Front), c.Picked(RubberStep.Back), c.Picked(RubberStep.Ring));
        bool Either(params string[] what) => what.Contains(front) || what.Contains(back);
        // What is fatal is called at once: nothing more is asked.
        if (ring == "moved")
        {
            return new Judgement(
                Sentence.Of("Set it aside: the ring has let go of its hub."),
                Found(Verdict.Stop, "The ring has moved on its rubber: mark and balance are gone with it.")
            );
        }

        if (Either("deep", "bulge", "missing"))
        {
            return new Judgement(
                Sentence.Of("Set it aside: the rubber has had its day."),
                Found(Verdict.Stop, "Deep cracks, a bulge or missing rubber: the bond is failing.")
            );
        }

        if (front is null || back is null || ring is null)
        {
            return Prompt.Next(c);
        }

        return Either("fine")
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
