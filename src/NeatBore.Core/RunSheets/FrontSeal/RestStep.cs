using NeatBore.Core.Engines;

namespace NeatBore.Core.RunSheets.FrontSeal;

/// <summary>The lip left to settle.</summary>
internal static class RestStep
{
    public static readonly StepName Name = new("rest");

    public static Step Step =>
        new(Name, "Left to settle", "seal")
        {
            When = c => Applies.If(SealCare.Is(c, LipKind.Ptfe), "This lip needs no rest."),
            Slots = c => SealCare.RestSlots(c, PressStep.At(c)),
            Judge = c => SealCare.JudgeRest(c, c.Sheet.FrontSeal!, PressStep.At(c)),
            Cautions = ["Tag the crank: do not turn."],
        };
}
