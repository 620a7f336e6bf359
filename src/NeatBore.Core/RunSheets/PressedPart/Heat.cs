using NeatBore.Core.Calculators.Fits;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class PressedPart
{
    private static class HeatStep
    {
        public static readonly StepName Name = new("heat");
        public static readonly NumberSlot Outer = Name.Number("outer");
        public static readonly PickSlot Went = Name.Pick("went");
        public static readonly TickSlot Started = Name.Tick("started");
        public static readonly TickSlot Half = Name.Tick("half");
        public static readonly TickSlot Oven = Name.Tick("oven");
        public static readonly TickSlot Frozen = Name.Tick("frozen");
        public static readonly TickSlot Out = Name.Tick("out");
    }

    /// <summary>How far the oven or the probe may be off, °C.</summary>
    private const double OvenC = 5;

    /// <summary>A part in still air is as warm as its oven, to a twentieth, after three time constants.</summary>
    private const double SoaksFor = 3;

    /// <summary>What heat and cold give; null where it goes in by force alone, or before the fit and the air are known.</summary>
    private sealed record HeatPlan(ThermalFit.Answer Answer, double OuterC, double InnerC, double LeftMm, double SoakSeconds)
    {
        public bool Slides => LeftMm <= 0;
    }

    private static HeatPlan? Plan(StepContext c, PressedSheet part, double? measuredC = null) =>
        c.Once(
            $"heat {c.Item}/{measuredC}",
            () =>
            {
                if (
                    part.Heat is not { } heat
                    || c.Chosen(Way) is Cold or null
                    || c.Number(WayStep.Ambient) is not { } ambient
                    || Fit(c, part) is not { } fit
                )
                {
                    return null;
                }

                var chilled = c.Chosen(Way) is Chill or Both;
                var warmed = c.Chosen(Way) is Warm or Both;
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

    /// <summary>Whether force is needed: cold, or where heat and cold leave something to press.</summary>
    private static bool Pressed(StepContext c, PressedSheet part) => c.Chosen(Way) is Cold or null || Plan(c, part) is { Slides: false };

    /// <summary>The fit that is left to press: all of it cold, less where the cold has eased it.</summary>
    private static InterferenceFit.Answer? Eased(StepContext c, PressedSheet part)
    {
        if (Fit(c, part) is not { } fit || Plan(c, part) is not { } plan || fit.InterferenceMm.Mean <= 0)
        {
            return Fit(c, part);
        }

        var share = Math.Clamp(plan.LeftMm / fit.InterferenceMm.Mean, 0, 1);
        // What lies in contact shares its heat in seconds, so a press that pauses ends as a cold one.
        return fit with
        {
            PressForceN = fit.PressForceN with { Low = fit.PressForceN.Low * share },
            Curve = [.. fit.Curve.Select(p => p with { LowN = p.LowN * share })],
        };
    }

    private static Quantity Temperature(double c) => new(c, Dimension.Temperature);

    private static Quantity Roughly(double seconds) => new(seconds, Dimension.Seconds, seconds < 3 ? 0.5 : 1);

    private static IReadOnlyList<Slot> HeatSlots(StepContext c, PressedSheet part, PressedIn.Parts parts)
    {
        var plan = Plan(c, part);
        var warmed = c.Chosen(Way) is Warm or Both;
        return
        [
            .. c.Chosen(Way) is Chill or Both
                ? [Slot.Tick("frozen", $"{Capital(parts.Inner)} in the freezer, cold right through")]
                : Array.Empty<Slot>(),
            .. warmed
                ?
                [
                    Slot.Tick("oven", "In the oven, set half way"),
                    Slot.Tick("half", "Soaked; oven all the way"),
                    new Slot(
                        "outer",
                        $"{Capital(parts.Outer)}, by probe",
                        SlotKind.Number,
                        Dimension.Temperature,
                        1,
                        "thermometer",
                        Plausible: new Band(30, 400),
                        Expected: plan?.OuterC
                    ),
                ]
                : Array.Empty<Slot>(),
            Slot.Tick("out", "Out, to the stop and guide"),
            Slot.Tick("started", "It has entered"),
            Slot.Pick("went", "How it went", new("home", "home, in one push"), new("grabbed", "grabbed half way")),
        ];
    }

    private static Judgement JudgeHeat(StepContext c, PressedSheet part, PressedIn.Parts parts)
    {
        var warmed = c.Chosen(Way) is Warm or Both;
        var measured = warmed ? c.Number(HeatStep.Outer) : null;
        if (Plan(c, part) is not { } planned || Plan(c, part, measured) is not { } plan)
        {
            return new Judgement(Sentence.Of("Say how it goes in first, with the air’s temperature."));
        }

        if (c.Picked(HeatStep.Went) is { } went && c.Taken(HeatStep.Started))
        {
            return went == "home"
                ? new Judgement(
                    Sentence.Of("Hold it against its stop until it grips. Let it cool, then measure."),
                    new Call(Verdict.Go, Sentence.Of("Home in one push."), []),
                    plan.Answer
                )
                : new Judgement(
                    Sentence.Of("Don’t hit it. Let it cool right through, press it out over a support, measure both again."),
                    new Call(
                        Verdict.Stop,
                        Sentence.Of(
                            "It grabbed half way: hammered now it tears the {outer} and bends the {inner}.",
                            ("outer", Quantity.Word(parts.Outer)),
                            ("inner", Quantity.Word(parts.Inner))
                        ),
                        []
                    ),
                    plan.Answer
                );
        }

        if (Warming(c, part, parts, planned, plan) is { } warming)
        {
            return warming;
        }

        return Seconds(c, plan, (HeatStep.Out, HeatStep.Started), ("Take both out", "oven"));
    }

    /// <summary>What is still to do before it comes out of the heat; null once it is warm through.</summary>
    private static Judgement? Warming(
        StepContext c,
        PressedSheet part,
        PressedIn.Parts parts,
        HeatPlan planned,
        HeatPlan plan,
        string back = "back in the oven"
    )
    {
        var warmed = c.Chosen(Way) is Warm or Both;
        var measured = warmed ? c.Number(HeatStep.Outer) : null;
        var half = (planned.OuterC + (c.Number(WayStep.Ambient) ?? 20)) / 2;
        if (warmed && c.TakenAt(HeatStep.Half) is null)
        {
            return c.TakenAt(HeatStep.Oven) is { } since
                ? new Judgement(
                    Sentence.Of(
                        "Let it soak: about {soak} at {half}. Then the oven to {full}.",
                        ("soak", Quantity.Minutes(plan.SoakSeconds / 60)),
                        ("half", Temperature(half)),
                        ("full", Temperature(planned.OuterC))
                    ),
                    Answer: plan.Answer,
                    Until: since.AddSeconds(plan.SoakSeconds),
                    Then: Sentence.Of("Soaked. The oven to {full} now.", ("full", Temperature(planned.OuterC)))
                )
                : Prompt.Next(c) with
                {
                    Do =
                        c.Chosen(Way) == Both && !c.Taken(HeatStep.Frozen)
                            ? Sentence.Of(
                                "{inner} in the freezer at {cold}, until it is cold right through.",
                                ("inner", Quantity.Word(Capital(parts.Inner))),
                                ("cold", Temperature(planned.InnerC))
                            )
                            : Sentence.Of("Oven to {half} first: slowly and evenly, no flame.", ("half", Temperature(half))),
                    Answer = plan.Answer,
                };
        }

        if (warmed && measured is not { })
        {
            return new Judgement(
                Sentence.Of(
                    "Oven at {full}. Soak again, then probe the {outer}’s bore, not the air.",
                    ("full", Temperature(planned.OuterC)),
                    ("outer", Quantity.Word(parts.Outer))
                ),
                Answer: plan.Answer,
                Until: c.TakenAt(HeatStep.Half)!.Value.AddSeconds(plan.SoakSeconds),
                Then: Sentence.Of("Soaked. Probe the {outer}’s bore, not the air.", ("outer", Quantity.Word(parts.Outer)))
            );
        }

        if (measured is { } hot)
        {
            var u = c.Uncertainty(HeatStep.Outer);
            var check = Check.AtMost(
                $"{parts.Outer}’s temperature",
                hot,
                part.Heat!.Most.High!.Value,
                u,
                Dimension.Temperature,
                part.Heat.Most.SourceWords
            );
            var cool = hot < planned.OuterC - OvenC;
            if (check.Verdict != Verdict.Go || cool)
            {
                return new Judgement(
                    Sentence.Of(
                        cool ? "Not soaked through: {back}, then probe it again."
                            : check.Verdict == Verdict.Stop
                                ? "Too hot: its metal may have lost its temper. Let it cool; look at its colour, ask the manual."
                            : "Too close to what it stands: let it cool a little, probe it again.",
                        ("back", Quantity.Word(back))
                    ),
                    new Call(
                        cool ? Verdict.LookAgain : check.Verdict,
                        Sentence.Of(
                            cool ? "{hot} is below the {plan} that was planned on." : "{hot}; {limit} is the most that it stands.",
                            ("hot", Temperature(hot)),
                            ("plan", Temperature(planned.OuterC)),
                            ("limit", Temperature(check.Limit))
                        ),
                        [
                            cool
                                ? check with
                                {
                                    Verdict = Verdict.LookAgain,
                                    Limit = planned.OuterC - OvenC,
                                    Side = Side.Lower,
                                    Source = "planned",
                                }
                                : check,
                        ]
                    ),
                    plan.Answer
                );
            }
        }

        return null;
    }

    /// <summary>The seconds that run once it is out, and once it has entered.</summary>
    private static Judgement Seconds(StepContext c, HeatPlan plan, (TickSlot Out, TickSlot Started) at, (string Out, string Heat) words)
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
}
