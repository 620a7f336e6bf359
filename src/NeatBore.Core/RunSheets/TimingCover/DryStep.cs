namespace NeatBore.Core.RunSheets.TimingCover;

/// <summary>On dry, so that it can be moved.</summary>
internal static class DryStep
{
    public static readonly StepName Name = new("dry");

    public static Step Step =>
        new(Name, "On dry, finger-tight", "cover")
        {
            Leaves = [new("cover on dry, finger-tight", WitnessStep.Name)],
            Afresh = true,
            Slots = c =>
                [
                    Slot.Tick("on", "On dry, all bolts finger-tight: it moves by hand"),
                    .. Sweeping.HeldByDowels(c) ? Array.Empty<Slot>() : [Centring.Sweeps.FreeSlot(c)],
                ],
            Judge = Prompt.Next,
            Cautions = ["Keep fingers out of the chain."],
        };
}
