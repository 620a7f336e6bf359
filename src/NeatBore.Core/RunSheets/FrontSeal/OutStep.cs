using NeatBore.Core.Calculators.Tooling;

namespace NeatBore.Core.RunSheets.FrontSeal;

/// <summary>The old one out.</summary>
internal static class OutStep
{
    public static readonly StepName Name = new("out");
    private static readonly ToolSlot s_tool = Name.Tool("tool");

    public static Step Step =>
        new(Name, "Old seal out", "seal")
        {
            Leaves = [new("no seal in the bore", PressStep.Name)],
            Slots = c =>
                [
                    .. c.Is(Out.Name, Out.Extractor) ? [Extractor(c)] : Array.Empty<Slot>(),
                    Slot.Tick(
                        "pulled",
                        c.Is(Out.Name, Out.Extractor)
                            ? "Bites by hand, not to its thread’s end; screw on the nose’s rim, seal out"
                            : "Shim round the shaft, prised a little all round, seal out"
                    ),
                ],
            Judge = c => FromCrib.Refused(c, s_tool, ExtractorNeed(c)) ?? Prompt.Next(c),
            NoWayBack = true,
            Cautions = ["Eye protection: cases spring. Stand clear of a loaded screw."],
        };

    private static Slot Extractor(StepContext c) => FromCrib.Maybe(s_tool, "Extractor", ExtractorNeed(c));

    // Any that is rated does: a seal’s force is small, and nobody knows it.
    private static ToolMatch.ToolNeed ExtractorNeed(StepContext c) =>
        new("seal-extractor", [], c.Sheet.FrontSeal!.WidthMm, 1, SpreadMm: c.Sheet.FrontSeal.ShaftMm);
}
