namespace NeatBore.Core.RunSheets.TimingCover;

/// <summary>Swept again, snug.</summary>
internal static class SnugStep
{
    public static readonly StepName Name = new("snug");

    public static Step Step =>
        new(Name, "Sweep, snug", "centring")
        {
            When = Ring.Swept,
            Afresh = true,
            Slots = Centring.Sweeps.Slots,
            Judge = c => Centring.Sweeps.Judge(c, "Still central, {offset} off. Read the sump rail while it is dry."),
            Gate = "central when snug",
            Cautions = ["Tightening shifts it: sweep before you mark."],
        };
}
