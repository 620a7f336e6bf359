using NeatBore.Core.Calculators.Fits;
using NeatBore.Core.Engines;

namespace NeatBore.Core.RunSheets.PressedPart;

/// <summary>Pressed or drawn, by its force against travel.</summary>
internal static class PressStep
{
    public static readonly StepName Name = new("press");

    public static Step Of(PressedKind kind, PressedWords parts) =>
        new Step(Name, Begins(kind), "pressed-press")
        {
            When = c => Applies.If(Way.ByForce(c, Part.Of(c.Sheet, kind)), "It slides in: nothing is pressed."),
            Needs = [SizesStep.Name, WayStep.Name, StackStep.Name],
            Works = kind == PressedKind.Race ? [TurnedRace.SealGroove] : [],
            Renews = [HomeStep.Name, InsideStep.Name],
            Slots = c =>
                [
                    Slot.Tick("square", "Started by hand, square"),
                    .. PressForce.Slots(c, Name, Eased(c, Part.Of(c.Sheet, kind)), Part.Of(c.Sheet, kind).EngagedMm, Begins(kind)),
                ],
            Judge = c =>
                PressForce.Judge(
                    c,
                    Eased(c, Part.Of(c.Sheet, kind)),
                    Part.Of(c.Sheet, kind).EngagedMm,
                    kind != PressedKind.Pin,
                    "In. Measure where it lies.",
                    parts.Loose
                ),
            Gate = "it went in as it should",
            NoWayBack = true,
            CanHurt = true,
            Cautions = ["Stand clear of a loaded press or tool line: pieces fly."],
        };

    private static string Begins(PressedKind kind) => Part.Drawn(kind) ? "Draw it on" : "Press it in";

    /// <summary>The fit that is left to press: all of it cold, less where the cold has eased it.</summary>
    private static InterferenceFit.Answer? Eased(StepContext c, PressedSheet part)
    {
        if (Fit.Of(c, part) is not { } fit || Heating.Planned(c, part) is not { } plan || fit.InterferenceMm.Mean <= 0)
        {
            return Fit.Of(c, part);
        }

        var share = Math.Clamp(plan.LeftMm / fit.InterferenceMm.Mean, 0, 1);
        // What lies in contact shares its heat in seconds, so a press that pauses ends as a cold one.
        return fit with
        {
            PressForceN = fit.PressForceN with { Low = fit.PressForceN.Low * share },
            Curve = [.. fit.Curve.Select(p => p with { LowN = p.LowN * share })],
        };
    }
}
