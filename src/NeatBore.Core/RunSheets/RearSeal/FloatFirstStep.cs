using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.RearSeal;

/// <summary>The crank's float is set before a seal that pushing the crank about would spoil.</summary>
internal static class FloatFirstStep
{
    public static readonly StepName Name = new("float-first");

    public static Step Step =>
        new(Name, "Float before the seal", "crank-float")
        {
            When = c =>
                Applies.If(
                    c.Sheet.EndFloat is not null && (c.Is(Job.Name, Job.Reseal) ? IsBad(c) : c.Other("crank-float") is not Standing.Done),
                    "The float is set, stays as it is, or this engine has none to set."
                ),
            Judge = c => new Judgement(
                Sentence.Of("Set the crank’s float first: a new seal is spoilt by pushing the crank about."),
                new Call(
                    Verdict.Stop,
                    Sentence.Of(
                        IsBad(c) ? "Crank float was measured on this build, and is a stop." : "Crank float is not done on this build."
                    ),
                    []
                )
            ),
            Gate = "the float is set",
            Cautions = ["Never under a hanging engine."],
        };

    private static bool IsBad(StepContext c) => c.Other("crank-float") is Standing.Stop;
}
