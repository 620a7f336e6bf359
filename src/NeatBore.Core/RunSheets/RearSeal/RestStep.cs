using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.RearSeal;

/// <summary>A lip that has to settle before the crank turns.</summary>
internal static class RestStep
{
    public static readonly StepName Name = new("rest");

    public static Step Step =>
        new(Name, "Left to settle", "seal")
        {
            When = c => Applies.If(SealCare.Is(c, LipKind.Ptfe), "This lip needs no rest."),
            Slots = c => SealCare.RestSlots(c, SealSeat.Last(PressStep.Name)),
            Judge = c => SealCare.JudgeRest(c, c.Sheet.Rear!.Seal, SealSeat.Last(PressStep.Name)),
            Cautions = ["Tag the crank: do not turn."],
        };
}
