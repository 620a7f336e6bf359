using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.RepairSleeve;

/// <summary>An old one stretched until it slides off: never cut.</summary>
internal static class OffStep
{
    public static readonly StepName Name = new("off");
    private static readonly PickSlot s_shaft = Name.Pick("shaft");
    private static readonly Option s_sound = new("sound", "unmarked");
    private static readonly Option s_marked = new("marked", "marked");

    public static Step Step =>
        new(Name, "Stretched off", "plate")
        {
            When = c => Applies.If(c.Is(Way.Name, Way.Off), "A new one goes on."),
            Slots = _ =>
                [
                    Slot.Tick("light", "Many light blows across its whole width"),
                    Slot.Tick("slid", "It slid off: not cut"),
                    Slot.Pick(s_shaft, "Track beneath", s_sound, s_marked),
                ],
            Judge = Judge,
            NoWayBack = true,
            Cautions = ["Stretch it, never cut it: the shaft beneath is the thing to protect."],
        };

    private static Judgement Judge(StepContext c) =>
        !c.Taken(s_shaft) ? Prompt.Next(c)
        : c.Is(s_shaft, s_sound)
            ? new Judgement(
                Sentence.Of("Off, and the flange is unmarked."),
                new Call(Verdict.Go, Sentence.Of("The track beneath is unmarked."), [])
            )
        : new Judgement(
            Sentence.Of("Dress the mark flush, or say why the lip will not run there."),
            new Call(Verdict.Decide, Sentence.Of("The track beneath is marked."), [])
        );
}
