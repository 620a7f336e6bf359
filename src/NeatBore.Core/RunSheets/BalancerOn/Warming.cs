using NeatBore.Core.Calculators.Fits;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.BalancerOn;

/// <summary>What warming the hub gives: its temperature, how long it slides, and the force that is left.</summary>
internal static class Warming
{
    /// <summary>How far the oven or the probe may be off, °C.</summary>
    public const double OvenC = 5;

    /// <summary>Time that sliding a hub home takes, s.</summary>
    private const double SlideSeconds = 5;

    /// <summary>What warming gives: the oven's temperature, kept under the rubber's limit by what the oven may be off, and the share of
    /// the force that is left.</summary>
    public static WarmPlan? Planned(StepContext c, double? measuredC = null) => c.Once($"warmed/{measuredC}", () => Plan(c, measuredC));

    private static WarmPlan? Plan(StepContext c, double? measuredC)
    {
        var sheet = c.Sheet.Balancer!;
        if (sheet.Warm is not { } warm || c.Number(MethodStep.Ambient) is not { } ambient || Fit.Of(c) is not { } fit)
        {
            return null;
        }

        // Planned, it stays under the rubber's limit by what the oven may be off; measured, it is as warm as it is.
        var limit = (warm.Rubber ?? c.Sheet.Usual(NeatBoreDefaults.Rubber)).High!.Value - OvenC;
        var hottest = measuredC is { } measured && measured > ambient ? Math.Min(measured, limit) : limit;
        var answer = ThermalFit.Solve(
            new ThermalFit.Request(
                fit.Hub.MeanMm,
                fit.Shaft.MeanMm,
                new ThermalFit.WarmPart(sheet.Hub.Material, warm.MassKg, warm.SurfaceM2, warm.SpecificHeatJPerKgC, hottest),
                new ThermalFit.ColdPart(sheet.Nose.Material, warm.NoseMassKg, warm.NoseSpecificHeatJPerKgC),
                ambient,
                ambient,
                warm.WantedClearanceMm,
                NeatBoreDefaults.AirFilmWPerM2C,
                new ThermalFit.FilmContact(sheet.Hub.LengthMm - sheet.SeatedDepthMm, NeatBoreDefaults.OilWPerMC),
                SlideSeconds: SlideSeconds,
                OvenUncertaintyC: OvenC
            )
        );
        var plan = Math.Max(ambient, Math.Min(answer.HubTemperatureC, hottest));
        var slides = answer.Allowed && answer.GripSeconds is null or >= SlideSeconds;
        var cold = fit.InterferenceMm.Mean;
        return new WarmPlan(
            plan,
            answer,
            slides,
            cold > 0
                ? Math.Clamp((answer.InterferenceWarmMm - (cold - fit.EffectiveInterferenceMm)) / fit.EffectiveInterferenceMm, 0, 1)
                : 0,
            warm.MassKg * warm.SpecificHeatJPerKgC / (NeatBoreDefaults.AirFilmWPerM2C * warm.SurfaceM2)
        );
    }

    /// <summary>How warm the hub was when it came out, where that is known; null before.</summary>
    private static double? MeasuredC(StepContext c) => c.Is(WarmStep.By, WarmStep.Bare) ? null : c.Number(WarmStep.Hub);

    /// <summary>The force when home if it is drawn at once, the nose still cold; null where it goes on cold.</summary>
    public static Band? Force(StepContext c, InterferenceFit.Answer fit) =>
        c.Is(Method.Name, Method.Warm) && Planned(c, MeasuredC(c)) is { } warm
            ? new Band(fit.PressForceN.Low * warm.EaseShare, fit.PressForceN.High * warm.EaseShare)
            : null;
}
