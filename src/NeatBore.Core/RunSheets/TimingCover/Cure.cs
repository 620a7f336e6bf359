using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class TimingCover
{
    private static class CureStep
    {
        public static readonly StepName Name = new("cure");
        public static readonly TickSlot Oil = Name.Tick("oil");
    }

    private static Judgement JudgeCure(StepContext c)
    {
        if (c.TakenAt(SealantStep.Spread) is not { } spread || Product(c) is not { } product)
        {
            return Prompt.Next(c);
        }

        if (c.TakenAt(CureStep.Oil) is not { } oil)
        {
            var waiting = Clocked(c, spread)!;
            return new Judgement(
                Sentence.Of("No oil, no turning. It cures by itself."),
                Answer: waiting,
                Until: waiting.CureAt,
                Then: Sentence.Of("Cured. Oil may go in.")
            );
        }

        var times = Clocked(c, oil)!;
        var soon = oil < times.CureAt;
        return new Judgement(
            Sentence.Of(
                soon
                    ? "Oiled too soon. Drain it, look along the joint, wait, or a lead says why it will hold."
                    : "Cured, then oiled. The cover is done."
            ),
            new Call(
                soon ? Verdict.Stop : Verdict.Go,
                Sentence.Of(
                    soon
                        ? "Oil came {after} after the bead; {name} wants {cure} here."
                        : "Oil came {after} after the bead; {cure} is enough.",
                    ("after", Quantity.Hours((oil - spread).TotalHours)),
                    ("cure", Quantity.Hours((times.CureAt - spread).TotalHours)),
                    ("name", Quantity.Word(product.Name))
                ),
                [
                    new Check(
                        "time to cure",
                        soon ? Verdict.Stop : Verdict.Go,
                        (oil - spread).TotalSeconds,
                        (times.CureAt - spread).TotalSeconds,
                        0,
                        Side.Lower,
                        Dimension.Seconds,
                        Words(product.Source)
                    ),
                ]
            ),
            times
        );
    }
}
