namespace NeatBore.Core.RunSheets.CrankFloat;

/// <summary>The dial set up, the flywheel marked.</summary>
internal static class DialStep
{
    public static readonly StepName Name = new("dial");

    public static Step Step =>
        new(Name, "Dial on the flange", "float")
        {
            Leaves = [new("dial on the flange", FloatStep.Name)],
            Slots = c =>
                [
                    Slot.Tick(
                        "stand",
                        Shims.Set(c)
                            ? "Flywheel or flange torqued, no shims; dial on the block, tip square on it"
                            : "Thrust bearing in, caps torqued; dial on the block, tip square on the flange"
                    ),
                    Slot.Tick("mark", "Flywheel marked, it goes back one way; skirts and rods clear of edges"),
                ],
            Judge = Prompt.Next,
            Cautions = ["A lever on the crank slips: feet apart, fingers clear. Lifting: two hands or a hoist."],
        };
}
