using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.FlywheelOn;

/// <summary>Flywheel or flange on: the one way that it fits, new bolts, a star in passes and perhaps an angle, the float once
/// more.</summary>
internal static class RunSheet
{
    /// <summary>The first version.</summary>
    public static Procedure Version1 { get; } =
        new(
            "flywheel-on",
            1,
            "Flywheel",
            sheet => sheet.MayHave(sheet.Rear, "rear") ? ["rear-seal"] : [],
            [Way.Choice, BoltPattern.Wrench(Wrench.Name, BoltsStep.Name, geared: true)],
            [FacesStep.Step, HungStep.Step, BoltsStep.Step, FloatStep.Step]
        )
        {
            Comes = ["rear-seal", "rear-sleeve", "spigot-bearing", "pressed-spigot", "crank-float"],
            Stretches =
            [
                new(FacesStep.Name, "Flywheel faces cleaned, looked at"),
                new(HungStep.Name, "Flywheel hung and bolted")
                {
                    People = 2,
                    Crank = true,
                    Splits = false,
                },
            ],
            Wants = new("rear") { Also = ["endFloat"] },
            Supplies = sheet =>
                sheet.Rear?.Flange is { BoltsUsedOnce: true } flange
                    ?
                    [
                        Supply.Part(
                            "bolts",
                            flange.Bolts == 1
                                ? $"New flywheel nut {Supply.Thread(flange.MajorMm, flange.PitchMm)}"
                                : $"{flange.Bolts} new flywheel bolts {Supply.Thread(flange.MajorMm, flange.PitchMm)}"
                        ),
                    ]
                    : [],
            View = View.Rear,
        };
}
