using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.PressedOff;

/// <summary>What came off, and its seat.</summary>
internal static class FoundStep
{
    public static readonly StepName Name = new("found");
    private static readonly PickSlot s_shaft = Name.Pick("shaft");
    private static readonly PickSlot s_part = Name.Pick("part");

    public static Step Of(PressedKind kind) =>
        new(Name, "What was found", "pressed-facing")
        {
            Slots = _ =>
                [
                    Slot.Pick(
                        s_shaft,
                        "Its seat on the shaft",
                        new("sound", "sound"),
                        new("light", "light scores"),
                        new("torn", "torn or raised")
                    ),
                    Slot.Pick(
                        s_part,
                        kind == PressedKind.Gear ? "The gear" : "The race",
                        new("good", "good to go back"),
                        new("worn", kind == PressedKind.Gear ? "teeth worn" : "a groove where the lip ran"),
                        new("cracked", "cracked")
                    ),
                ],
            Judge = Judge,
            Cautions = ["Burrs cut. Key kept with its part."],
        };

    private static Judgement Judge(StepContext c) =>
        (c.Picked(s_shaft), c.Picked(s_part)) switch
        {
            (null, _) or (_, null) => Prompt.Next(c),
            (_, "cracked") => new Judgement(
                Sentence.Of("Mark it scrap. A new one goes on."),
                new Call(Verdict.Decide, Sentence.Of("A cracked part lets go on the shaft."), [])
            ),
            ("torn", _) => new Judgement(
                Sentence.Of("Dress the raised metal off with a stone, then measure the seat before anything goes on."),
                new Call(Verdict.Decide, Sentence.Of("A torn seat holds less than it measures."), [])
            ),
            (_, "worn") => new Judgement(
                Sentence.Of("A new one, or for a race: turned end for end, where its other end is sound."),
                new Call(Verdict.Decide, Sentence.Of("It is worn."), [])
            ),
            _ => new Judgement(
                Sentence.Of("Good to go back, the way round that it stood."),
                new Call(Verdict.Go, Sentence.Of("Seat and part looked at: sound."), [])
            ),
        };
}
