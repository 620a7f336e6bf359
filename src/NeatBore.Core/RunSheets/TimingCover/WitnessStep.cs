namespace NeatBore.Core.RunSheets.TimingCover;

/// <summary>Marked across the joint, and off again.</summary>
internal static class WitnessStep
{
    public static readonly StepName Name = new("witness");

    public static Step Step =>
        new(Name, "Witness marks, cover off", "cover")
        {
            Leaves = [new("cover off, marks on the joint", JointClock.Close)],
            When = Ring.Swept,
            Afresh = true,
            Slots = c => [Slot.Tick("marks", "Marks scribed or pins in; cover off, wiped dry; bolts, wrench, rag to hand")],
            Judge = Prompt.Next,
            Cautions = ["A scriber slips: eye protection."],
        };
}
