using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.CrankFloat;

/// <summary>Pushed both ways with the shims in.</summary>
internal static class AgainStep
{
    public static readonly StepName Name = new("again");

    public static Step Step =>
        new(Name, "Push it both ways, shimmed", "float")
        {
            When = c => Applies.If(Shims.Set(c), "Measured already: no shims were fitted."),
            Needs = [PickStep.Name],
            Slots = c => Pushes.Slots(c, c.Sheet.EndFloat!.IdealMm),
            Judge = Judge,
            Loosens = [TrialStep.Name],
            Gate = "the float is set",
            Cautions = ["Push, don’t hammer: the thrust faces mark."],
        };

    /// <summary>What a float that is wrong with shims in asks for: a new pick for what the crank floats without them.</summary>
    private static Judgement Judge(StepContext c)
    {
        var judged = Pushes.Judge(c, Name, true);
        return judged.Call is { Verdict: Verdict.Stop } && TrialStep.Fitted(c) is { } fitted && Pushes.Measured(c, Name) is { } found
            ? judged with
            {
                Do = Sentence.Of(
                    "{float} with {fitted}. Flywheel off, fit {shims}, and begin the trial again.",
                    ("float", Quantity.Mm(found.Float)),
                    ("fitted", Quantity.Word(Shims.WordsOf(fitted))),
                    ("shims", Quantity.Word(Shims.Best(c, found.Float + fitted.Sum())))
                ),
            }
            : judged;
    }
}
