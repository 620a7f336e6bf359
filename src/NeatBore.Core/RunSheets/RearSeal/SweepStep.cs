using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.RearSeal;

/// <summary>Swept finger-tight, and moved until it is central.</summary>
internal static class SweepStep
{
    public static readonly StepName Name = new("sweep");

    public static Step Step =>
        new(Name, "Sweep, finger-tight", "centring")
        {
            Afresh = true,
            When = Centring.BySweep,
            Slots = Centring.Sweeps.Slots,
            Judge = c => Centring.Sweeps.Judge(c, "Central, {offset} off. Snug its bolts in order."),
            Gate = "the bore is central",
            Cautions = ["Sleeves tied: the flange turns with the dial."],
        };
}
