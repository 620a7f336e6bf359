using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.RearSeal;

/// <summary>Lip, case and track, before the seal meets the shaft.</summary>
internal static class DressStep
{
    public static readonly StepName Name = new("dress");

    public static Step Step =>
        new(Name, "Lip, case and track", "seal")
        {
            When = c => Applies.If(Centring.BySeal(c).Because is not null, "The seal is in its housing already."),
            Slots = c => [SealCare.DressedOver(c.Chosen(SealCare.Lip), "case as the sheet says, sleeve over the flange’s edge")],
            Judge = Prompt.Next,
            Cautions = ["A lip folded back leaks from the first turn: look all round."],
        };
}
