using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.PressedPart;

/// <summary>What it closed up to inside.</summary>
internal static class InsideStep
{
    public static readonly StepName Name = new("inside");
    private static readonly Diameters s_inside = new(Name, "inside");

    public static Step Of(PressedKind kind) =>
        Part.Each(
            kind,
            new Step(Name, "Inside, after pressing", "pressed-inside")
            {
                When = c => Applies.If(Part.Of(c.Sheet, kind).RunsOnMm is not null, "Nothing runs inside it."),
                Needs = [HomeStep.Name],
                Slots = c => [.. PressedFit.Across(s_inside, "Inside", "bore-gauge", Part.Of(c.Sheet, kind).Inner.InnerDiameterMm)],
                Judge = c => Judge(c, Part.Of(c.Sheet, kind)),
                Gate = "what runs in it will run",
                Cautions = ["Turn a reamer forwards only. Chips out, wash everything again."],
            }
        );

    private static Judgement Judge(StepContext c, PressedSheet part)
    {
        var inside = new[] { c.Number(s_inside.At(0)), c.Number(s_inside.At(90)) }.OfType<double>().ToList();
        if (inside.Count < 2 || part.RunsOnMm is not { } runs)
        {
            var by = Fit.Of(c, part) is { } fit
                ? PressedFit.ClosesUpMm(fit.PressureMpa, part.Inner.DiameterMm, part.Inner.InnerDiameterMm, part.Inner.Material)
                : 0;
            return new Judgement(
                Sentence.Of("Measure it inside, twice across. By its fit it closed up {by}.", ("by", Quantity.Mm(by, 0.001)))
            );
        }

        return PressedFit.JudgeInside(
            inside.Average(),
            runs,
            c.Uncertainty(s_inside.At(0)),
            part.Clearance ?? c.Sheet.Usual(NeatBoreDefaults.TrunnionClearance),
            "pin",
            "It runs. Wash the chips out; the record is kept."
        );
    }
}
