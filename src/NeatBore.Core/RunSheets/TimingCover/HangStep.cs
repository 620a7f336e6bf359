using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.TimingCover;

/// <summary>What centres it: how the dial droops, or what play the ring has.</summary>
internal static class HangStep
{
    public static readonly StepName Name = new("hang");

    public static Step Step =>
        new(Name, "What centres it", "hang")
        {
            Gate = "what centres it is good",
            When = c =>
                Applies.If(
                    c.Is(Sweeping.School, Centring.Dial) || c.Is(Sweeping.School, Centring.Ring),
                    "Nothing droops, and no ring is measured."
                ),
            Slots = Slots,
            Judge = Judge,
            Cautions = ["Never under a hanging engine. Check the stand’s rating."],
        };

    private static IReadOnlyList<Slot> Slots(StepContext c) =>
        c.Is(Sweeping.School, Centring.Ring)
            ?
            [
                Diameter(Ring.Inside, "Ring, inside", "bore-gauge"),
                Diameter(Ring.Nose, "Nose, under the ring", "micrometer"),
                Diameter(Ring.Outside, "Ring, outside", "micrometer"),
                Diameter(Ring.Bore, "Seal’s bore, bare", "bore-gauge"),
                Diameter(Ring.Tape, "Tape, thickness of one layer", "micrometer", required: false),
            ]
            : Sweeping.SetupSlots(c);

    private static Judgement Judge(StepContext c)
    {
        if (!c.Is(Sweeping.School, Centring.Ring))
        {
            return Sweeping.JudgeSetup(c);
        }

        if (Ring.Play(c) is not { } play)
        {
            return Prompt.Next(c);
        }

        var (onNose, inBore) = (
            c.Number(Ring.Inside)!.Value - c.Number(Ring.Nose)!.Value,
            c.Number(Ring.Bore)!.Value - c.Number(Ring.Outside)!.Value
        );
        if (onNose < 0 || inBore < 0)
        {
            return new Judgement(
                Sentence.Of(
                    onNose < 0 ? "It does not go on the nose: take another ring." : "It does not go into the bore: take another ring."
                ),
                new Call(Verdict.Stop, Sentence.Of("It is {by} too tight.", ("by", Quantity.Mm(Math.Max(-onNose, -inBore)))), [])
            );
        }

        var limit = Ring.Offset(c);
        var bound = Ring.Bound(play, limit);
        return new Judgement(
            bound.Verdict == Verdict.Go
                ? Sentence.Of(
                    play.Wraps == 0
                        ? "It centres the cover to {half}. Cover on with the ring in."
                        : "Wrap the nose {wraps} times, evenly: then it centres the cover to {half}. Cover on with the ring in.",
                    ("wraps", Quantity.Count(play.Wraps)),
                    ("half", Quantity.Mm(play.HalfMm))
                )
                : Sentence.Of(
                    c.Taken(Ring.Tape)
                        ? "One more wrap, or thinner tape: it still has {half} of play a side."
                        : "Tape the nose, and type one layer’s thickness: it has {half} of play a side.",
                    ("half", Quantity.Mm(play.HalfMm))
                ),
            Call.Of(
                [bound],
                k =>
                    Sentence.Of(
                        "The ring lets the cover sit up to {half} off; at most {limit} is wanted.",
                        ("half", Quantity.Mm(k.Value)),
                        ("limit", Quantity.Mm(k.Limit))
                    )
            )
        );
    }

    private static Slot Diameter(SlotName slot, string label, string gauge, bool required = true) =>
        new(
            slot.Key,
            label,
            SlotKind.Number,
            Dimension.Length,
            0.01,
            gauge,
            Plausible: slot == Ring.Tape ? new Band(0.02, 0.5) : new Band(10, 250),
            Required: required
        )
        {
            Same =
                slot == Ring.Nose ? "nose/in-0"
                : slot == Ring.Bore ? "seal-bore/0"
                : null,
        };
}
