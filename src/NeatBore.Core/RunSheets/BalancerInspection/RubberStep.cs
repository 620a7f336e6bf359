using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.BalancerInspection;

/// <summary>The rubber on both sides, and whether the ring has moved.</summary>
internal static class RubberStep
{
    public static readonly StepName Name = new("rubber");
    public static readonly PickSlot Front = Name.Pick("front");
    public static readonly PickSlot Back = Name.Pick("back");
    public static readonly PickSlot Ring = Name.Pick("ring");

    public static Step Step =>
        new(Name, "Rubber", "inspect-rubber")
        {
            Slots = _ =>
                [
                    Slot.Tick("clean", "Wiped clean, in good light, both sides"),
                    Slot.Pick(
                        Front,
                        "Rubber, front",
                        Looks.Sound,
                        new("fine", "fine cracks"),
                        new("deep", "deep cracks"),
                        new("bulge", "bulged"),
                        new("missing", "missing")
                    ),
                    Slot.Pick(
                        Back,
                        "Rubber, back",
                        Looks.Sound,
                        new("fine", "fine cracks"),
                        new("deep", "deep cracks"),
                        new("bulge", "bulged"),
                        new("missing", "missing")
                    ),
                    Slot.Pick(Ring, "Ring on its hub", new("firm", "where it was"), new("moved", "moved in or out")),
                ],
            Judge = Judge,
            Cautions = ["No solvent on the rubber: it swells. Lay it flat; it rolls."],
        };

    private static Judgement Judge(StepContext c)
    {
        var (front, back, ring) = (c.Picked(Front), c.Picked(Back), c.Picked(Ring));
        bool Either(params string[] what) => what.Contains(front) || what.Contains(back);
        // What is fatal is called at once: nothing more is asked.
        if (ring == "moved")
        {
            return new Judgement(
                Sentence.Of("Set it aside: the ring has let go of its hub."),
                Looks.Found(Verdict.Stop, "The ring has moved on its rubber: mark and balance are gone with it.")
            );
        }

        if (Either("deep", "bulge", "missing"))
        {
            return new Judgement(
                Sentence.Of("Set it aside: the rubber has had its day."),
                Looks.Found(Verdict.Stop, "Deep cracks, a bulge or missing rubber: the bond is failing.")
            );
        }

        if (front is null || back is null || ring is null)
        {
            return Prompt.Next(c);
        }

        return Either("fine")
            ? new Judgement(
                Sentence.Of("Fine cracks only skin deep: say why it can go on, or set it aside."),
                Looks.Found(Verdict.Decide, "Fine cracks are age; they grow under load.")
            )
            : new Judgement(
                Sentence.Of("The rubber is sound. Set the dial on the ring."),
                Looks.Found(Verdict.Go, "Rubber sound on both sides, the ring where it was.")
            );
    }
}
