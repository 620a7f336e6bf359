namespace NeatBore.Core.RunSheets.BalancerOff;

/// <summary>What came off, and how.</summary>
internal static class AfterStep
{
    public static readonly StepName Name = new("after");

    public static Step Step =>
        new(Name, "Kept together", "kept-together")
        {
            Slots = c =>
                [
                    Slot.Tick(
                        "unlocked",
                        Keyless.Is(c.Sheet)
                            ? "Washers kept, rubber looked at all round, crank lock out; pins stay in"
                            : "Key kept, rubber looked at all round, crank lock out"
                    ),
                ],
            Judge = Prompt.Next,
            Cautions = ["The balancer is heavy and rolls: lay it flat."],
        };
}
