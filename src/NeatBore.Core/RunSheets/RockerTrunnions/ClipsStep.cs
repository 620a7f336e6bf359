using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.RockerTrunnions;

/// <summary>Its clips, in their grooves.</summary>
internal static class ClipsStep
{
    public static readonly StepName Name = new("clips");
    private static readonly PickSlot s_turns = Name.Pick("turns");
    private static readonly PickSlot s_both = Name.Pick("both");

    public static Step Step =>
        Rockers.Each(
            new Step(Name, "Clips, and does it turn", "rocker-clips")
            {
                Needs = [TrunnionStep.Name, SecondStep.Name],
                Renews = [FloatStep.Name],
                Slots = _ =>
                    [
                        Slot.Pick(
                            s_both,
                            "Both clips, each turned with fine pliers",
                            new("seated", "both turn in their grooves"),
                            new("stiff", "one won’t turn"),
                            new("off", "one springs off"),
                            new("none", "it has none")
                        ),
                        Slot.Pick(
                            s_turns,
                            "The trunnion",
                            new("freely", "turns and floats freely"),
                            new("tight", "drags"),
                            new("gritty", "gritty")
                        ),
                    ],
                Judge = JudgeBoth,
                Gate = "both clips in their grooves",
                Cautions = ["Eye protection: clips fly. Keep a thumb over it."],
            }
        );

    private static Judgement JudgeBoth(StepContext c) =>
        c.Picked(s_both) switch
        {
            null => Prompt.Next(c),
            "off" => Again("New clip. Clean its groove, press it right home, turn it."),
            "stiff" => Again("Seat it: press it home all round, then turn it again."),
            var both when JudgeTurns(c) is { } turns => both == "none" && turns.Call is { Verdict: Verdict.Go }
                ? new Judgement(
                    Sentence.Of("Look what holds its trunnion, and say it."),
                    new Call(Verdict.Decide, Sentence.Of("It has no clips."), [])
                )
                : turns,
            _ => Prompt.Next(c),
        };

    private static Judgement Again(string what) =>
        new(
            Sentence.Of(what),
            new Call(Verdict.LookAgain, Sentence.Of("A clip that won’t turn is not in its groove; it lets the trunnion walk out."), [])
        );

    private static Judgement? JudgeTurns(StepContext c) =>
        c.Picked(s_turns) switch
        {
            null => null,
            "freely" => new Judgement(
                Sentence.Of("Now its float, clips in."),
                new Call(Verdict.Go, Sentence.Of("Both clips turn in their grooves; it turns and floats freely."), [])
            ),
            "gritty" => new Judgement(
                Sentence.Of("Swarf is in it. Clips off, wash it through, oil, again."),
                new Call(Verdict.LookAgain, Sentence.Of("It feels gritty: swarf runs in it."), [])
            ),
            _ => new Judgement(
                Sentence.Of("Find where it drags: a bush, the float, a clip. Then again."),
                new Call(Verdict.LookAgain, Sentence.Of("It has to turn and float freely."), [])
            ),
        };
}
