using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>The crank's end float, by a dial pushed both ways, and the shims that set it.</summary>
public static partial class CrankFloat
{
    private static class DialStep
    {
        public static readonly StepName Name = new("dial");
    }

    private static class TrialStep
    {
        public static readonly StepName Name = new("trial");
    }

    /// <summary>Fitted shims are picked from the stock and held against it; a float that is wrong is answered with a new pick.</summary>
    public static Procedure Version1 { get; } =
        new(
            "crank-float",
            1,
            "Crank float",
            sheet => sheet.MayHave(sheet.EndFloat, "endFloat") ? ["rear-seal"] : [],
            [],
            [
                new Step(DialStep.Name, "Dial on the flange", "float")
                {
                    Leaves = [new("dial on the flange", FloatStep.Name)],
                    Slots = DialSlots,
                    Judge = Prompt.Next,
                    Cautions = ["A lever on the crank slips: feet apart, fingers clear. Lifting: two hands or a hoist."],
                },
                new Step(FloatStep.Name, "Push it both ways", "float")
                {
                    Slots = c => Pushes(c, c.Sheet.EndFloat!.Shims is null ? c.Sheet.EndFloat.IdealMm : c.Sheet.EndFloat.IdealMm + 0.55),
                    Judge = c => JudgeFloat(c, FloatStep.Name, c.Sheet.EndFloat!.Shims is null),
                    Cautions = ["Push, don’t hammer: the thrust faces mark."],
                },
                new Step(PickStep.Name, "Shims from the stock", "shims")
                {
                    Afresh = true,
                    Needs = [FloatStep.Name],
                    When = c => Applies.If(c.Sheet.EndFloat!.Shims is not null, "The thrust bearing sets this float: no shims."),
                    Slots = _ => [Slot.Tick(PickStep.Stock, "Count the shims in the crib") with { Stock = [Shim] }],
                    Judge = JudgePick,
                    Gate = "a stack that does it",
                    Cautions = ["Shims’ edges cut."],
                },
                new Step(TrialStep.Name, "Trial, torqued", "shims-trial")
                {
                    Works = ["float"],
                    Afresh = true,
                    When = c => Applies.If(c.Sheet.EndFloat!.Shims is not null, "The thrust bearing sets this float: no shims."),
                    Slots = TrialSlots,
                    Judge = JudgeTrial,
                    Gate = "shims of the stock",
                    NoHand = true,
                    Cautions = ["Crank locked before you lean on the bar."],
                },
                new Step(AgainStep.Name, "Push it both ways, shimmed", "float")
                {
                    When = c => Applies.If(c.Sheet.EndFloat!.Shims is not null, "Measured already: no shims were fitted."),
                    Needs = [PickStep.Name],
                    Slots = c => Pushes(c, c.Sheet.EndFloat!.IdealMm),
                    Judge = JudgeShimmed,
                    Loosens = [TrialStep.Name],
                    Gate = "the float is set",
                    Cautions = ["Push, don’t hammer: the thrust faces mark."],
                },
            ]
        )
        {
            Stretches = [new(DialStep.Name, "Crank float, shims") { Crank = true }],
            Wants = new("endFloat"),
            Supplies = sheet => sheet.EndFloat?.Shims is null ? [] : [Supply.Part("shims", "Thrust shims to pick from")],
            View = View.Rear,
        };

    private static IReadOnlyList<Slot> DialSlots(StepContext c) =>
        [
            Slot.Tick(
                "stand",
                c.Sheet.EndFloat!.Shims is null
                    ? "Thrust bearing in, caps torqued; dial on the block, tip square on the flange"
                    : "Flywheel or flange torqued, no shims; dial on the block, tip square on it"
            ),
            Slot.Tick("mark", "Flywheel marked, it goes back one way; skirts and rods clear of edges"),
        ];
}
