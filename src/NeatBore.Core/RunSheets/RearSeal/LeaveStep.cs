using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.RearSeal;

/// <summary>A housing that stays where it is, where it is tight and dry.</summary>
internal static class LeaveStep
{
    public static readonly StepName Name = new("leave");
    private static readonly PickSlot s_sound = Name.Pick("sound");
    private static readonly Option s_tight = new("sound", "tight and dry");
    private static readonly Option s_moved = new("moved", "loose, leaking or moved");

    public static Step Step =>
        new(Name, "Leave the housing", "housing")
        {
            When = c =>
                Centring.HasHousing(c)
                    ? Applies.If(c.Is(Job.Name, Job.Reseal), "The engine is apart: the housing is centred afresh.")
                    : Centring.Afresh(c),
            Slots = _ => [Slot.Pick(s_sound, "Housing’s bolts and joint", s_tight, s_moved)],
            Judge = Judge,
            Gate = "the housing stays",
            Cautions = ["A car on stands: battery off, wheels chocked."],
        };

    private static Judgement Judge(StepContext c) =>
        !c.Taken(s_sound) ? new Judgement(Sentence.Of("Don’t touch its bolts: it is centred already. Look whether it is tight and dry."))
        : c.Is(s_sound, s_tight)
            ? new Judgement(
                Sentence.Of("Leave it where it is. Only the seal changes."),
                new Call(Verdict.Go, Sentence.Of("The housing is tight and dry: it is centred already."), [])
            )
        : new Judgement(
            Sentence.Of("Then it has to be centred: take the whole way, “engine apart”."),
            new Call(Verdict.Stop, Sentence.Of("A housing that has moved is no longer central."), [])
        );
}
