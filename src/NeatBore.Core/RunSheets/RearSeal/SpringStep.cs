using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.RearSeal;

/// <summary>Spring and case looked at once the plate is off.</summary>
internal static class SpringStep
{
    public static readonly StepName Name = new("spring");
    private static readonly PickSlot s_looks = Name.Pick("looks");
    private static readonly Option s_whole = new("whole", "spring home, case whole, lip lies out");
    private static readonly Option s_spring = new("spring", "spring off its groove");
    private static readonly Option s_case = new("case", "case buckled, or lip folded");

    public static Step Step =>
        new(Name, "Spring and case", "seal")
        {
            When = c => PressStep.IsPressed(c, "Looked at on the bench."),
            Slots = _ => [Slot.Pick(s_looks, "All round, plate off", s_whole, s_spring, s_case)],
            Judge = Judge,
            Gate = "spring and case are whole",
            Cautions = ["Never lever on the lip."],
        };

    private static Judgement Judge(StepContext c) =>
        !c.Taken(s_looks) ? Prompt.Next(c)
        : c.Is(s_looks, s_whole)
            ? new Judgement(
                Sentence.Of("The rear seal is in. The flange or flywheel is next."),
                new Call(Verdict.Go, Sentence.Of("Spring in its groove, case whole, lip lying out all round."), [])
            )
        : c.Is(s_looks, s_spring)
            ? new Judgement(
                Sentence.Of("Put the spring back with a blunt hook, and look all round again; if it won’t stay, a new seal."),
                new Call(Verdict.Stop, Sentence.Of("A seal without its spring leaks."), [])
            )
        : new Judgement(
            Sentence.Of("Out with it: a new seal, pressed by small turns."),
            new Call(Verdict.Stop, Sentence.Of("A buckled case or a folded lip leaks from the first turn."), [])
        );
}
