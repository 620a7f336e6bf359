using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.CrankFloat;

/// <summary>The crank's end float, by a dial pushed both ways, and the shims that set it: picked from the stock and held against it; a
/// float that is wrong is answered with a new pick.</summary>
internal static class RunSheet
{
    public static Procedure Version1 { get; } =
        new(
            "crank-float",
            1,
            "Crank float",
            sheet => sheet.MayHave(sheet.EndFloat, "endFloat") ? ["rear-seal"] : [],
            [],
            [DialStep.Step, FloatStep.Step, PickStep.Step, TrialStep.Step, AgainStep.Step]
        )
        {
            Stretches = [new(DialStep.Name, "Crank float, shims") { Crank = true }],
            Wants = new("endFloat"),
            Supplies = sheet => sheet.EndFloat?.Shims is null ? [] : [Supply.Part("shims", "Thrust shims to pick from")],
            View = View.Rear,
        };
}
