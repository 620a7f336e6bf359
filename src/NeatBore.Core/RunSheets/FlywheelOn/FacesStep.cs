using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.FlywheelOn;

/// <summary>Faces and marks.</summary>
internal static class FacesStep
{
    public static readonly StepName Name = new("faces");
    private static readonly PickSlot s_marks = Name.Pick("marks");

    public static Step Step =>
        new(Name, "Faces and the way round", "flywheel")
        {
            Slots = _ =>
                [
                    Slot.Pick(
                        s_marks,
                        "Faces, holes, dowel",
                        new("clean", "clean and flat, threads chased"),
                        new("burr", "a burr or a bruise"),
                        new("cracked", "cracked, or holes drawn")
                    ),
                ],
            Judge = Judge,
            Gate = "both faces are flat",
            CanHurt = true,
            Cautions = ["A flywheel is heavy and its ring gear cuts: two hands or a hoist, toes clear."],
        };

    private static Judgement Judge(StepContext c) =>
        c.Picked(s_marks) switch
        {
            null => Prompt.Next(c),
            "clean" => new Judgement(
                Sentence.Of("Wipe both faces dry. Up with it."),
                new Call(Verdict.Go, Sentence.Of("Nothing stands between the faces."), [])
            ),
            "burr" => new Judgement(
                Sentence.Of("Stone it flat, wipe, and look again: a burr under the face swings the rim."),
                new Call(Verdict.Stop, Sentence.Of("It can’t lie flat on a burr."), [])
            ),
            _ => new Judgement(
                Sentence.Of("Another flywheel, or a machinist’s word on it."),
                new Call(Verdict.Stop, Sentence.Of("A cracked flywheel bursts."), [])
            ),
        };
}
