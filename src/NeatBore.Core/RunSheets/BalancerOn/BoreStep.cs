namespace NeatBore.Core.RunSheets.BalancerOn;

/// <summary>The bore measured at the same stations.</summary>
internal static class BoreStep
{
    public static readonly StepName Name = new("bore");
    public static readonly NumberSlot Temperature = Name.Number("temperature");

    public static Step Step =>
        new(Name, "Measure the bore", "bore-diameters")
        {
            When = Which.IsMeasured,
            Slots = c => Fit.Diameters(c, "bore-gauge", c.Sheet.Balancer!.Nose.DiameterMm),
            Judge = Prompt.Next,
            Hand = [HandWays.SamePart, HandWays.CameOffHard, HandWays.ByHand],
            Catches = Fit.Feels,
            Cautions = ["Lay the balancer flat; it rolls, and it is heavy."],
        };
}
