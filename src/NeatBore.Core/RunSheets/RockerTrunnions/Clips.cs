using System.Globalization;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class RockerTrunnions
{
    private static class ClipsStep
    {
        public static readonly StepName Name = new("clips");
        public static readonly PickSlot Turns = Name.Pick("turns");
        public static readonly PickSlot Front = Name.Pick("front-clip");
        public static readonly PickSlot Rear = Name.Pick("rear-clip");
    }

    private static Slot Clip(string key, string label) =>
        Slot.Pick(key, label, new("seated", "seated: turns in its groove"), new("stiff", "won’t turn"), new("off", "springs off"));

    private static Judgement JudgeClips(StepContext c)
    {
        foreach (var (clip, words) in new[] { (ClipsStep.Front, "front"), (ClipsStep.Rear, "rear") })
        {
            if (c.Picked(clip) is { } found and not "seated")
            {
                return new Judgement(
                    Sentence.Of(
                        found == "off"
                            ? "New clip at the {end}. Clean its groove, press it right home, turn it."
                            : "Seat the {end} clip: press it home all round, then turn it again.",
                        ("end", Quantity.Word(words))
                    ),
                    new Call(
                        Verdict.LookAgain,
                        Sentence.Of(
                            "A clip that won’t turn is not in its groove; it lets the trunnion walk out.",
                            ("end", Quantity.Word(words))
                        ),
                        []
                    )
                );
            }
        }

        return c.Picked(ClipsStep.Turns) switch
        {
            null => Prompt.Next(c),
            "freely" => new Judgement(
                Sentence.Of("Done. Back on the tray; the next one."),
                new Call(Verdict.Go, Sentence.Of("Both clips turn in their grooves; it turns and floats freely."), [])
            ),
            "gritty" => new Judgement(
                Sentence.Of("Swarf is in it. Clips off, trunnion out, wash, oil, again."),
                new Call(Verdict.LookAgain, Sentence.Of("It feels gritty: swarf runs in it."), [])
            ),
            _ => new Judgement(
                Sentence.Of("Find where it drags: a bush, the float, a clip. Then again."),
                new Call(Verdict.LookAgain, Sentence.Of("It has to turn and float freely."), [])
            ),
        };
    }
}
