namespace NeatBore.Core.RunSheets.CrankFloat;

/// <summary>Pushed both ways with no shims in; where the thrust bearing sets the float, it is the float.</summary>
internal static class FloatStep
{
    public static readonly StepName Name = new("float");

    /// <summary>What shims usually take up, mm: what is expected without them.</summary>
    private const double WithoutMm = 0.55;

    public static Step Step =>
        new(Name, "Push it both ways", "float")
        {
            Slots = c => Pushes.Slots(c, c.Sheet.EndFloat!.IdealMm + (Shims.Set(c) ? WithoutMm : 0)),
            Judge = c => Pushes.Judge(c, Name, !Shims.Set(c)),
            Cautions = ["Push, don’t hammer: the thrust faces mark."],
        };
}
