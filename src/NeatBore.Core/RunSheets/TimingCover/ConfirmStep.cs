namespace NeatBore.Core.RunSheets.TimingCover;

/// <summary>Swept again, closed and snug.</summary>
internal static class ConfirmStep
{
    public static readonly StepName Name = new("confirm");

    public static Step Step =>
        new(Name, "One confirming sweep", "centring")
        {
            When = Ring.Swept,
            Afresh = true,
            Slots = Centring.Sweeps.Slots,
            Judge = c => Centring.Sweeps.Judge(c, "On its marks, {offset} off. Tighten in order.", tight: true),
            Gate = "central on its sealant",
            Cautions = ["Keep fingers out of the chain while the crank turns."],
        };
}
