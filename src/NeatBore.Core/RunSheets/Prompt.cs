using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>What a step says while nothing is judged yet.</summary>
public static class Prompt
{
    /// <summary>The next thing to read or tick at the step, or that it is done.</summary>
    public static Judgement Next(StepContext context) =>
        For(context.Step.Slots(context).FirstOrDefault(s => s.Required && !context.Taken(s)));

    /// <summary>What is read or ticked at a place; null for that it is done.</summary>
    internal static Judgement For(Slot? slot) =>
        new(
            slot switch
            {
                null => Sentence.Of("Done. Go on to the next step."),
                { Kind: SlotKind.Tick } => Sentence.Of("{label}. Tick it when it is so.", ("label", Quantity.Word(slot.Label))),
                { Kind: SlotKind.Text } => Sentence.Of("{label}: type what it is marked.", ("label", Quantity.Word(slot.Label))),
                { Kind: SlotKind.Pick } => Sentence.Of("{label}: look, and pick what you find.", ("label", Quantity.Word(slot.Label))),
                { Kind: SlotKind.Tool } => Sentence.Of("Pick the tool. What won’t do says why."),
                { StationMm: { } at } => Sentence.Of(
                    "Measure {at} in, across {label}.",
                    ("at", Quantity.Mm(at, 1)),
                    ("label", Quantity.Word(Clock.Across((int)(slot.AngleDeg ?? 90))))
                ),
                { Dimension: Dimension.Temperature } => Sentence.Of("Take its temperature: it sizes the part."),
                _ => Sentence.Of("Read: {label}.", ("label", Quantity.Word(slot.Label))),
            }
        );
}
