using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.PressedOut;

/// <summary>One out, and what its eye looks like.</summary>
internal static class OutStep
{
    public static readonly StepName Name = new("out");
    private static readonly PickSlot s_came = Name.Pick("came");
    private static readonly PickSlot s_eye = Name.Pick("eye");

    public static Step Of(PressedKind kind, string word) =>
        new(Name, "Out", "pressed-home")
        {
            Each = c =>
                PressedPart.Part.Of(c.Sheet, kind).Items.Count == 0
                    ? [""]
                    : [.. PressedPart.Part.Of(c.Sheet, kind).Items.Select((_, i) => $"{i + 1}")],
            ItemName = (sheet, item) =>
                item.Length == 0
                    ? ""
                    : PressedPart.Part.Of(sheet, kind).Items[int.Parse(item, System.Globalization.CultureInfo.InvariantCulture) - 1],
            Together = "out",
            Apart = true,
            NoWayBack = true,
            Slots = _ =>
                [
                    Slot.Tick("stands", "On its flat, over a notched or hollow support; number and way round kept"),
                    Slot.Pick(
                        s_came,
                        $"How the {word} came out",
                        new("eased", "easily"),
                        new("as-others", "as the others"),
                        new("hard", "hard, or with a bang")
                    ),
                    Slot.Pick(
                        s_eye,
                        "The eye, looked at and felt",
                        new("sound", "sound"),
                        new("scored", "scored"),
                        new("cracked", "cracked, or pulled out of round")
                    ),
                ],
            Judge = c => Judge(c, word),
            Cautions = ["Never on the edge of a rod or a piston’s skirt. Stand aside of a loaded stack."],
        };

    private static Judgement Judge(StepContext c, string word) =>
        (c.Picked(s_came), c.Picked(s_eye)) switch
        {
            _ when c.Step.Slots(c).Any(s => !c.Taken(s)) => Prompt.Next(c),
            (_, "cracked") => new Judgement(
                Sentence.Of("Set it aside: another rod, or its eye made good by a machinist."),
                new Call(
                    Verdict.Stop,
                    Sentence.Of("A cracked or oval eye does not hold the next {what}.", ("what", Quantity.Word(word))),
                    []
                )
            ),
            (_, "scored") => new Judgement(
                Sentence.Of("Hone the high spots off, and measure the eye before the next one goes in."),
                new Call(Verdict.Decide, Sentence.Of("A scored eye holds less than it measures."), [])
            ),
            ("eased", _) => new Judgement(
                Sentence.Of("Measure the eye: it may have been turning."),
                new Call(Verdict.Decide, Sentence.Of("It came out easily: the fit was gone."), [])
            ),
            _ => new Judgement(Sentence.Of("Out. The next one."), new Call(Verdict.Go, Sentence.Of("Out whole, its eye sound."), [])),
        };
}
