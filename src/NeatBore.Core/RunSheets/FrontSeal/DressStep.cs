using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.FrontSeal;

/// <summary>Lip and bore dressed.</summary>
internal static class DressStep
{
    public static readonly StepName Name = new("dress");

    public static Step Step =>
        new(Name, "Lip and track", "seal")
        {
            Slots = c =>
                [
                    SealCare.DressedOver(c.Chosen(SealCare.Lip), "guard sleeve over keyway and edges"),
                    .. (c.Sheet.FrontSeal!.JointsDeg ?? []) is [var first, ..]
                        ? [Slot.Tick("clocked", $"Seal’s notches at the joints, {Clock.Text(first)} and across")]
                        : Array.Empty<Slot>(),
                ],
            Judge = Prompt.Next,
            Cautions = ["A lip folded back leaks from the first turn: look all round."],
        };
}
