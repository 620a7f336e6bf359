namespace NeatBore.Core.RunSheets.TimingCover;

/// <summary>The sweep that it is moved by.</summary>
internal static class SweepStep
{
    public static readonly StepName Name = new("sweep");

    public static Step Step =>
        new(Name, "Sweep, finger-tight", "centring")
        {
            When = Ring.Swept,
            Afresh = true,
            Slots = Centring.Sweeps.Slots,
            Judge = c => Centring.Sweeps.Judge(c, "Central, {offset} off. Snug the bolts in order, then sweep again."),
            Gate = "the bore is central",
            Cautions = ["Keep fingers out of the chain while the crank turns."],
        };
}
