namespace NeatBore.Core.RunSheets.BalancerOff;

/// <summary>The crank bolt out.</summary>
internal static class BoltStep
{
    public static readonly StepName Name = new("bolt");

    public static Step Step =>
        new(Name, "Crank bolt out", "crank-bolt-out")
        {
            Leaves = [new("crank bolt out", AfterStep.Name)],
            When = DesignRules.PressedOff,
            Slots = c => [Slot.Tick("bolt", "Bolt and washer out and kept, raised side noted; hub’s holes clean")],
            Judge = Prompt.Next,
            Cautions = ["Crank locked before you lean on the bar. Pull, don’t push."],
        };
}
