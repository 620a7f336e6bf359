using NeatBore.Core.Calculators.Fits;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.PressedPart;

/// <summary>How warm or cold each has to be, how long it then slides, and how it is said.</summary>
internal static class Heating
{
    /// <summary>How far the oven or the probe may be off, °C.</summary>
    public const double OvenC = 5;

    /// <summary>A part in still air is as warm as its oven, to a twentieth, after three time constants.</summary>
    private const double SoaksFor = 3;

    public static HeatPlan? Planned(StepContext c, PressedSheet part, double? measuredC = null) =>
        c.Once(
            $"heat {c.Item}/{measuredC}",
            () =>
            {
                if (
                    part.Heat is not { } heat
                    || c.Chosen(Way.Name) is Way.Cold or null
                    || c.Number(WayStep.Ambient) is not { } ambient
                    || Fit.Of(c, part) is not { } fit
                )
                {
                    return null;
                }

                var chilled = c.Chosen(Way.Name) is Way.Chill or Way.Both;
                var warmed = c.Chosen(Way.Name) is Way.Warm or Way.Both;
                var inner = chilled ? Math.Min(heat.FreezerC, ambient) : ambient;
                var most = heat.Most.High!.Value - OvenC;
                // Chilled alone, the outer part stays as the shop is: a shade above it, since a plan without any warmth is none.
                var hottest =
                    !warmed ? ambient + 0.01
                    : measuredC is { } hot && hot > ambient ? Math.Min(hot, most)
                    : most;
                var answer = ThermalFit.Solve(
                    new ThermalFit.Request(
                        fit.Hub.MeanMm,
                        fit.Shaft.MeanMm,
                        new ThermalFit.WarmPart(
                            part.Outer.Material,
                            heat.OuterMassKg,
                            heat.OuterSurfaceM2,
                            heat.OuterSpecificHeatJPerKgC,
                            hottest
                        ),
                        new ThermalFit.ColdPart(part.Inner.Material, heat.InnerMassKg, heat.InnerSpecificHeatJPerKgC, heat.InnerSurfaceM2),
                        inner,
                        ambient,
                        heat.WantedClearanceMm,
                        NeatBoreDefaults.AirFilmWPerM2C,
                        new ThermalFit.FilmContact(part.EngagedMm, NeatBoreDefaults.AirWPerMC),
                        SlideSeconds: heat.SlideSeconds,
                        OvenUncertaintyC: OvenC
                    )
                );
                var outer = !warmed ? ambient : measuredC ?? Math.Min(answer.HubTemperatureC, most);
                // The worst of the oven, so that what is promised to slide does.
                var left =
                    (fit.Shaft.MeanMm * (1 + (part.Inner.Material.ExpansionPerC * (inner - 20))))
                    - (fit.Hub.MeanMm * (1 + (part.Outer.Material.ExpansionPerC * (outer - (warmed ? OvenC : 0) - 20))));
                return new HeatPlan(
                    answer,
                    outer,
                    inner,
                    left,
                    SoaksFor * heat.OuterMassKg * heat.OuterSpecificHeatJPerKgC / (NeatBoreDefaults.AirFilmWPerM2C * heat.OuterSurfaceM2)
                );
            }
        );

    public static Quantity Temperature(double c) => new(c, Dimension.Temperature);

    public static Quantity Roughly(double seconds) => new(seconds, Dimension.Seconds, seconds < 3 ? 0.5 : 1);

    /// <summary>The seconds that run once it is out, and once it has entered.</summary>
    public static Judgement Seconds(StepContext c, HeatPlan plan, (TickSlot Out, TickSlot Started) at, (string Out, string Heat) words)
    {
        var grip = plan.Answer.GripSeconds ?? 3600;
        return (c.TakenAt(at.Out), c.TakenAt(at.Started)) switch
        {
            (null, _) => new Judgement(
                Sentence.Of(
                    "Stop and guide ready? {out}: {carry} until it no longer slides.",
                    ("out", Quantity.Word(words.Out)),
                    ("carry", Roughly(plan.Answer.CarrySeconds ?? 3600))
                ),
                Answer: plan.Answer
            ),
            ({ } left, null) => new Judgement(
                Sentence.Of("To the guide, straight in. Tap when it enters."),
                Answer: plan.Answer,
                Deadline: left.AddSeconds(plan.Answer.CarrySeconds ?? 3600),
                Then: Sentence.Of(
                    "Too late to slide. Don’t force it: back to the {heat}, and probe it again.",
                    ("heat", Quantity.Word(words.Heat))
                )
            ),
            (_, { } entered) => new Judgement(
                Sentence.Of("Push it home now, one push, against its stop. About {grip}.", ("grip", Roughly(grip))),
                Answer: plan.Answer,
                Deadline: entered.AddSeconds(grip),
                Then: Sentence.Of("It has grabbed by now. Don’t hit it: tick where it stands.")
            ),
        };
    }

    public static Slot Eye(NumberSlot slot, string label, HeatPlan? plan) =>
        new(slot, label, SlotKind.Number, Dimension.Temperature, 1, "thermometer", Plausible: new Band(30, 400), Expected: plan?.OuterC);
}
