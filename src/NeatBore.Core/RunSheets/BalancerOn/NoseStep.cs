namespace NeatBore.Core.RunSheets.BalancerOn;

/// <summary>The nose measured at its stations, twice across.</summary>
internal static class NoseStep
{
    public static readonly StepName Name = new("nose");
    public static readonly NumberSlot Temperature = Name.Number("temperature");

    public static Step Step =>
        new(Name, "Measure the nose", "nose-diameters")
        {
            When = Which.IsMeasured,
            Slots = c => Fit.Diameters(c, "micrometer", c.Sheet.Balancer!.Nose.DiameterMm),
            Judge = Prompt.Next,
            Hand = [HandWays.SamePart, HandWays.CameOffHard, HandWays.ByHand],
            Catches = Fit.Feels,
            Cautions = ["Keep fingers clear of the keyway’s edges."],
        };
}
