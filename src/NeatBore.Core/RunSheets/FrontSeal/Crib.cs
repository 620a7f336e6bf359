using NeatBore.Core.Calculators.Tooling;

namespace NeatBore.Core.RunSheets;

/// <summary>What the crib has for a front seal: an extractor by the shaft that it goes round, a ring by the seal that it presses.</summary>
public static partial class FrontSeal
{
    private static Slot Extractor(StepContext c) => FromCrib.Maybe(OutStep.Tool, "Extractor", ExtractorNeed(c));

    private static Slot Ring(StepContext c) => FromCrib.Maybe(PressStep.Tool, "Pressing ring, as wide as the seal", RingNeed(c));

    // Any that is rated does: a seal’s force is small, and nobody knows it.
    private static ToolMatch.ToolNeed ExtractorNeed(StepContext c) =>
        new("seal-extractor", [], c.Sheet.FrontSeal!.WidthMm, 1, SpreadMm: c.Sheet.FrontSeal.ShaftMm);

    private static ToolMatch.ToolNeed RingNeed(StepContext c) =>
        new("seal-press", [], c.Sheet.FrontSeal!.WidthMm, 1, SpreadMm: c.Sheet.FrontSeal.OuterMm);
}
