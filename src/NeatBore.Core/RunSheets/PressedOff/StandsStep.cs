using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.PressedOff;

/// <summary>How it stands, before it moves.</summary>
internal static class StandsStep
{
    public static readonly StepName Name = new("stands");
    private static readonly NumberSlot s_depth = Name.Number("depth");

    public static Step Step =>
        new(Name, "How it stands", "pressed-home")
        {
            Slots = c =>
                [
                    new Slot(
                        s_depth,
                        "Its face, from the shaft’s end",
                        SlotKind.Number,
                        Dimension.Length,
                        0.1,
                        "depth-gauge",
                        Plausible: new Band(-50, 400)
                    ),
                    Slot.Pick(
                        "facing",
                        "Which way round",
                        new("mark-front", "mark or boss to the front"),
                        new("mark-back", "mark or boss to the back"),
                        new("alike", "both sides alike")
                    ),
                ],
            Judge = c =>
                c.Step.Slots(c).All(s => c.Taken(s))
                    ? new Judgement(Sentence.Of("Kept: it goes back as it stood. Timing set, engine cold."))
                    : Prompt.Next(c),
            Catches = "A photo of it, before it moves",
            Cautions = ["Timing chain or belt off and tied back first. Don’t turn the crank with it off and the head on."],
        };
}
