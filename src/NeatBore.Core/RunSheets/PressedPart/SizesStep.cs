using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.PressedPart;

/// <summary>Both sizes, and the fit.</summary>
internal static class SizesStep
{
    public static readonly StepName Name = new("sizes");
    public static readonly NumberSlot Temperature = Name.Number("temperature");
    public static readonly Diameters Inner = new(Name, "inner");
    public static readonly Diameters Outer = new(Name, "outer");

    public static Step Of(PressedKind kind, PressedWords parts) =>
        new Step(Name, "The fit", "pressed-sizes")
        {
            Renews = [PressStep.Name, HeatStep.Name, HomeStep.Name, InsideStep.Name],
            Slots = c =>
                [
                    Slot.Tick("clean", "Both deburred, washed, dry"),
                    .. PressedFit
                        .Across(Inner, $"{Wording.Capital(parts.Inner)}, outside", "micrometer", Part.Of(c.Sheet, kind).Inner.DiameterMm)
                        .Select(s => s with { Reads = $"{PressedValues.PartOf(kind)}/inner/diameterMm" }),
                    .. PressedFit.Across(
                        Outer,
                        $"{Wording.Capital(parts.Outer)}, bore",
                        "bore-gauge",
                        Part.Of(c.Sheet, kind).Inner.DiameterMm,
                        Part.Of(c.Sheet, kind).Inner.DiameterMm - Fit.Middle(Part.Of(c.Sheet, kind))
                    ),
                    new Slot(
                        Temperature,
                        "Both at",
                        SlotKind.Number,
                        Dimension.Temperature,
                        1,
                        "thermometer",
                        Plausible: new Band(-10, 60),
                        Expected: 20
                    ),
                ],
            Judge = c =>
                c.Step.Slots(c).Any(s => s.Required && !c.Taken(Name, s)) || Fit.Of(c, Part.Of(c.Sheet, kind)) is not { } fit
                    ? Prompt.Next(c)
                    : PressedFit.Judge(c.Sheet, fit, Part.Of(c.Sheet, kind).Interference, parts, "It fits. Cold it takes {low} to {high}."),
            Gate = "the fit is a go",
            Cautions = ["Edges cut. Both parts at the same temperature before they are measured."],
        };
}
