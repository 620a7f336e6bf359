using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.BalancerOn;

/// <summary>Out of the oven and on the nose, against the clock.</summary>
internal static class WarmStep
{
    public static readonly StepName Name = new("warm");
    public static readonly NumberSlot Hub = Name.Number("hub");
    private static readonly TickSlot s_soaked = Name.Tick("soaked");
    public static readonly PickSlot By = Name.Pick("by");
    private static readonly Option s_probe = new("probe", "a contact probe");
    private static readonly Option s_stick = new("stick", "a melting stick");
    private static readonly Option s_patch = new("patch", "from afar, on a matt patch");
    public static readonly Option Bare = new("bare", "from afar, on bare metal");
    private static readonly TickSlot s_out = Name.Tick("out");
    private static readonly TickSlot s_on = Name.Tick("on");

    /// <summary>The share of its cold force that is left where a hub counts as warm enough: a Neat Bore default.</summary>
    private const double EasedShare = 0.6;

    public static Step Step =>
        new(Name, "Warm the hub, carry it", "cooling")
        {
            Afresh = true,
            When = c =>
                DesignRules.PressedOn(c) is { Because: not null } not
                    ? not
                    : Applies.If(c.Is(Method.Name, Method.Warm), "It goes on cold."),
            Slots = c =>
                [
                    Slot.Tick(s_soaked, "In the oven, soaked right through"),
                    ReadWith,
                    new Slot(
                        Hub,
                        "Hub’s temperature",
                        SlotKind.Number,
                        Dimension.Temperature,
                        1,
                        "thermometer",
                        Plausible: new Band(30, 160),
                        Expected: Warming.Planned(c)?.Plan
                    ),
                    Slot.Tick(s_out, "Out of the oven"),
                    Slot.Tick(s_on, $"On the nose, square{(Keyless.Is(c.Sheet) ? "" : " on its key")}"),
                ],
            Judge = Judge,
            CanHurt = true,
            Cautions = ["Oven gloves. No flame on rubber. Clear path to the engine first."],
        };

    private static Judgement Judge(StepContext c)
    {
        if (Warming.Planned(c) is not { } planned || Warming.Planned(c, c.Number(Hub)) is not { } warm)
        {
            return new Judgement(Sentence.Of("Say how it goes on first, with the air’s temperature."));
        }

        var rubber = c.Sheet.Balancer!.Warm!.Rubber ?? c.Sheet.Usual(NeatBoreDefaults.Rubber);
        if (c.Number(Hub) is not { } hub)
        {
            return Prompt.Next(c) with
            {
                Do = c.Taken(s_soaked)
                    ? Sentence.Of("Probe the hub’s bore, not the oven’s air. Read its temperature.")
                    : Sentence.Of(
                        "Oven at {plan}. Leave it until hub and ring are the same all through.",
                        ("plan", new Quantity(warm.Plan, Dimension.Temperature))
                    ),
                Answer = warm.Answer,
            };
        }

        if (c.Is(By, Bare))
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

        var uncertainty = c.Uncertainty(Hub);
        var checks = new List<Check>
        {
            Check.AtMost("hub temperature", hub, rubber.High!.Value, uncertainty, Dimension.Temperature, rubber.SourceWords),
        };
        // What counts is how warm it is, not how warm it was to be: what is eased enough needs no second heating.
        if (hub < planned.Plan - Warming.OvenC && !warm.Slides && warm.EaseShare > EasedShare)
        {
            checks.Add(
                new Check(
                    "hub temperature",
                    Verdict.LookAgain,
                    hub,
                    planned.Plan - Warming.OvenC,
                    uncertainty,
                    Side.Lower,
                    Dimension.Temperature,
                    "Neat Bore default"
                )
            );
        }

        // Carried until the clearance is gone; where there never was one, until half the ease is.
        var carry = warm.Answer.CarrySeconds is > 0 and { } clear ? clear : warm.TauSeconds * Math.Log(2);
        // From when it first came out: one that went back to the oven is begun again.
        var (left, arrived) = (c.FirstAt(s_out), c.TakenAt(s_on));
        var deadline = left?.AddSeconds(carry);
        if (arrived is { } on && left is { } off)
        {
            var took = Math.Max(0, (on - off).TotalSeconds);
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
                    (Verdict.Go, _, _) when Warming.Force(c, Fit.Of(c)!) is { } =>
                        "Draw it home at once, without a pause. Expect {low} to {high}.",
                    (Verdict.Go, _, _) => "Draw it home without a pause.",
                    (Verdict.Stop, _, _) => "Too hot for its rubber. Let it cool, and look at the rubber again.",
                    (_, "carried", _) => "Too late: back in the oven, then measure again.",
                    (_, _, Side.Lower) => "Not soaked through. Back in the oven, then measure again.",
                    _ => "Let it cool a little, then measure again.",
                },
                ("low", Quantity.Newtons(Warming.Force(c, Fit.Of(c)!)?.Low ?? 0)),
                ("high", Quantity.Newtons(Warming.Force(c, Fit.Of(c)!)?.High ?? 0))
            ),
            call,
            warm.Answer
        );
    }

    private static Slot ReadWith => Slot.Pick(By, "Its temperature is read with", s_probe, s_stick, s_patch, Bare);
}
