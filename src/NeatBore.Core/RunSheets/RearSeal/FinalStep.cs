using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.RearSeal;

/// <summary>Swept once more: tightening moves it.</summary>
internal static class FinalStep
{
    public static readonly StepName Name = new("final");

    public static Step Step =>
        new(Name, "Sweep, tight", "centring")
        {
            Loosens = [TorqueStep.Name],
            When = Centring.BySweep,
            Slots = Centring.Sweeps.Slots,
            Judge = c => Centring.Sweeps.Judge(c, "The housing sits {offset} off, tight. Now the seal.", tight: true),
            Gate = "central when tight",
            Cautions = ["Sleeves tied: the flange turns with the dial."],
        };
}
