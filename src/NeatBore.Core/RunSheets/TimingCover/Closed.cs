using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class TimingCover
{
    private static class CloseStep
    {
        public static readonly StepName Name = new("close");
        public static readonly TickSlot Closed = Name.Tick("closed");
    }

    private static Judgement JudgeClosed(StepContext c)
    {
        if (Product(c) is not { } product)
        {
            return c.Taken(CloseStep.Closed) ? new Judgement(Sentence.Of("Closed. Sweep once more.")) : Prompt.Next(c);
        }

        if (c.TakenAt(CloseStep.Closed) is not { } closed)
        {
            var by = c.TakenAt(SealantStep.Spread) is { } began ? Clocked(c, began) : null;
            return new Judgement(
                Sentence.Of("Cover on to its marks, bolts snug in order. Tick it when it is closed."),
                Answer: by,
                Deadline: by?.CloseUpBy,
                Then: s_skinned
            );
        }

        var times = Clocked(c, closed)!;
        var spread = c.TakenAt(SealantStep.Spread)!.Value;
        var (took, open) = ((closed - spread).TotalSeconds, (times.CloseUpBy - spread).TotalSeconds);
        var late = took > open;
        return new Judgement(
            Sentence.Of(late ? "Too late: off with it, clean both faces, begin again." : "Closed in time. One sweep to confirm."),
            new Call(
                late ? Verdict.Stop : Verdict.Go,
                Sentence.Of(
                    late
                        ? "Closed {took} after the bead was begun; {name} stays open {open} here: it has skinned."
                        : "Closed {took} after the bead was begun, within {open}.",
                    ("took", Quantity.Minutes(took / 60)),
                    ("open", Quantity.Minutes(open / 60)),
                    ("name", Quantity.Word(product.Name))
                ),
                [
                    new Check(
                        "time open",
                        late ? Verdict.Stop : Verdict.Go,
                        took,
                        open,
                        0,
                        Side.Upper,
                        Dimension.Seconds,
                        Words(product.Source)
                    ),
                ]
            ),
            times
        );
    }
}
