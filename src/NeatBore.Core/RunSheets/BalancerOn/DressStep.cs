namespace NeatBore.Core.RunSheets.BalancerOn;

/// <summary>Key, oil and sealant.</summary>
internal static class DressStep
{
    public static readonly StepName Name = new("dress");

    public static Step Step =>
        new(Name, "Key, oil, sealant", "balancer-dressed")
        {
            When = DesignRules.PressedOn,
            Slots = c =>
                [
                    Slot.Tick(
                        "oil",
                        Keyless.Is(c.Sheet) ? Keyless.Faces(c.Sheet)
                            : c.Is(Method.Name, Method.Warm) ? "Key home, sealant in its way, lip’s track dressed"
                            : $"Key home, sealant in its way; {NoseOil.Of(c).Name}; lip’s track dressed"
                    ),
                ],
            Judge = Prompt.Next,
            Cautions = ["Sealant vapour: air the room, no flame near."],
        };
}
