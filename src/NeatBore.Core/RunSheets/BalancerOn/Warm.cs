using NeatBore.Core.Calculators.Fits;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class BalancerOn
{
    private static class WarmStep
    {
        public static readonly StepName Name = new("warm");
        public static readonly NumberSlot Hub = Name.Number("hub");
        public static readonly TickSlot Soaked = Name.Tick("soaked");
        public static readonly PickSlot By = Name.Pick("by");
        public static readonly TickSlot Out = Name.Tick("out");
        public static readonly TickSlot On = Name.Tick("on");
    }

    /// <summary>How far the oven or the probe may be off, °C.</summary>
    private const double OvenC = 5;

    /// <summary>Time that sliding a hub home takes, s.</summary>
    private const double SlideSeconds = 5;

    /// <summary>The share of its cold force that is left where a hub counts as warm enough: a Neat Bore default.</summary>
    private const double EasedShare = 0.6;

    private static Slot ReadWith =>
        Slot.Pick(
            WarmStep.By,
            "Its temperature is read with",
            new("probe", "a contact probe"),
            new("stick", "a melting stick"),
            new("patch", "from afar, on a matt patch"),
            new("bare", "from afar, on bare metal")
        );

    private sealed record WarmPlan(double Plan, ThermalFit.Answer Answer, bool Slides, double EaseShare, double TauSeconds);

    /// <summary>What warming gives: the oven's temperature, kept under the rubber's limit by what the oven may be off, and the share of
    /// the force that is left.</summary>
    private static WarmPlan? Warmed(StepContext c, double? measuredC = null) => c.Once($"warmed/{measuredC}", () => Plan(c, measuredC));

    private static WarmPlan? Plan(StepContext c, double? measuredC)
    {
        var sheet = c.Sheet.Balancer!;
        if (sheet.Warm is not { } warm || c.Number(MethodStep.Ambient) is not { } ambient || FitOf(c) is not { } fit)
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
    private static double? MeasuredC(StepContext c) => c.Picked(WarmStep.By) == "bare" ? null : c.Number(WarmStep.Hub);

    /// <summary>The force when home if it is drawn at once, the nose still cold; null where it goes on cold.</summary>
    private static Band? WarmForce(StepContext c, InterferenceFit.Answer fit) =>
        c.Chosen(Method) == "warm" && Warmed(c, MeasuredC(c)) is { } warm
            ? new Band(fit.PressForceN.Low * warm.EaseShare, fit.PressForceN.High * warm.EaseShare)
            : null;

    private static Judgement JudgeWarm(StepContext c)
    {
        if (Warmed(c) is not { } planned || Warmed(c, c.Number(WarmStep.Hub)) is not { } warm)
        {
            return new Judgement(Sentence.Of("Say how it goes on first, with the air’s temperature."));
        }

        var rubber = c.Sheet.Balancer!.Warm!.Rubber ?? c.Sheet.Usual(NeatBoreDefaults.Rubber);
        if (c.Number(WarmStep.Hub) is not { } hub)
        {
            return Prompt.Next(c) with
            {
                Do = c.Taken(WarmStep.Soaked)
                    ? Sentence.Of("Probe the hub’s bore, not the oven’s air. Read its temperature.")
                    : Sentence.Of(
                        "Oven at {plan}. Leave it until hub and ring are the same all through.",
                        ("plan", new Quantity(warm.Plan, Dimension.Temperature))
                    ),
                Answer = warm.Answer,
            };
        }

        if (c.Picked(WarmStep.By) == "bare")
        {
            return new Judgement(
                Sentence.Of("Put matt tape or paint on it, give it a minute, read again there; or a probe, or a stick."),
                new Call(
                    Verdict.LookAgain,
                    Sentence.Of(
                        "Bright metal reads far too cold from afar: {hub} is no number.",
                        ("hub", new Quantity(hub, Dimension.Temperature))
                    ),
                    []
                )
            );
        }

        var uncertainty = c.Uncertainty(WarmStep.Hub);
        var checks = new List<Check>
        {
            Check.AtMost("hub temperature", hub, rubber.High!.Value, uncertainty, Dimension.Temperature, rubber.SourceWords),
        };
        // What counts is how warm it is, not how warm it was to be: what is eased enough needs no second heating.
        if (hub < planned.Plan - OvenC && !warm.Slides && warm.EaseShare > EasedShare)
        {
            checks.Add(
                new Check(
                    "hub temperature",
                    Verdict.LookAgain,
                    hub,
                    planned.Plan - OvenC,
                    uncertainty,
                    Side.Lower,
                    Dimension.Temperature,
                    "Neat Bore default"
                )
            );
        }

        // Carried until the clearance is gone; where there never was one, until half the ease is.
        var carry = warm.Answer.CarrySeconds is > 0 and { } clear ? clear : warm.TauSeconds * Math.Log(2);
        var (left, arrived) = (c.Reading(WarmStep.Out), c.Reading(WarmStep.On));
        var deadline = left?.DoneAt.AddSeconds(carry);
        if (arrived is not null && left is not null)
        {
            var took = Math.Max(0, (arrived.DoneAt - left.DoneAt).TotalSeconds);
            checks.Add(
                took <= carry
                    ? new Check("carried", Verdict.Go, took, carry, 0, Side.Upper, Dimension.Seconds, "worked out")
                    : new Check("carried", Verdict.LookAgain, took, carry, 0, Side.Upper, Dimension.Seconds, "worked out")
            );
        }

        var worst = checks.Max(k => k.Verdict);
        if (worst == Verdict.Go && (left is null || arrived is null))
        {
            return new Judgement(
                left is null
                    ? Sentence.Of(
                        "Hub at {hub}. Take it out and carry it: {carry} until it is too cool.",
                        ("hub", new Quantity(hub, Dimension.Temperature)),
                        ("carry", new Quantity(carry, Dimension.Seconds))
                    )
                    : Sentence.Of("Carry it. On the nose, square on its key, before the time is up."),
                Answer: warm.Answer,
                Deadline: deadline,
                Then: Sentence.Of("The time is up: it may grab half way. Don’t force it. Back in the oven, and carry it again.")
            );
        }

        var call = Call.Of(
            checks,
            check =>
                Sentence.Of(
                    (check.Name, check.Verdict, check.Side) switch
                    {
                        ("carried", Verdict.Go, _) or (_, Verdict.Go, _) => "Hub at {hub}, carried in time.",
                        ("carried", _, _) => "It took {value}; after {limit} it is too cool.",
                        (_, _, Side.Lower) => "{value} is below the {limit} that was planned on.",
                        (_, Verdict.LookAgain, _) => "{value} is too close to the {limit} that the rubber stands.",
                        _ => "{value} is above the {limit} that the rubber stands.",
                    },
                    ("hub", new Quantity(hub, Dimension.Temperature)),
                    ("value", new Quantity(check.Value, check.Dimension)),
                    ("limit", new Quantity(check.Limit, check.Dimension))
                )
        )!;
        return new Judgement(
            Sentence.Of(
                (call.Verdict, call.Checks[0].Name, call.Checks[0].Side) switch
                {
                    (Verdict.Go, _, _) when warm.Slides => "Push it home against its stop and hold it.",
                    (Verdict.Go, _, _) when WarmForce(c, FitOf(c)!) is { } =>
                        "Draw it home at once, without a pause. Expect {low} to {high}.",
                    (Verdict.Go, _, _) => "Draw it home without a pause.",
                    (Verdict.Stop, _, _) => "Too hot for its rubber. Let it cool, and look at the rubber again.",
                    (_, "carried", _) => "Too late: back in the oven, then measure again.",
                    (_, _, Side.Lower) => "Not soaked through. Back in the oven, then measure again.",
                    _ => "Let it cool a little, then measure again.",
                },
                ("low", Quantity.Newtons(WarmForce(c, FitOf(c)!)?.Low ?? 0)),
                ("high", Quantity.Newtons(WarmForce(c, FitOf(c)!)?.High ?? 0))
            ),
            call,
            warm.Answer
        );
    }
}
