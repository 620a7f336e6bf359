using NeatBore.Core.Calculators.Fasteners;

namespace NeatBore.Core.RunSheets.RepairSleeve;

/// <summary>The plate that draws it on, on the flange's own circle.</summary>
internal static class PlateStep
{
    public static readonly StepName Name = new("plate");

    public static Step Step =>
        new(Name, "Plate on the flange’s circle", "plate")
        {
            Leaves = [new("plate and screws on the flange", HomeStep.Name)],
            Afresh = true,
            When = Way.IsOn,
            Slots = c =>
                [
                    Slot.Tick("made", $"Plate with its centre hole; {c.Sheet.Rear!.Flange.Bolts / 2} screws start by hand"),
                    Slot.Tick("square", "Flange clean, burrs dressed; sleeve square by hand"),
                ],
            Judge = c => Prompt.Next(c) with { Answer = BoltCircle.Solve(c.Sheet.Rear!.Plate) },
            Cautions = ["No hammer."],
        };
}
