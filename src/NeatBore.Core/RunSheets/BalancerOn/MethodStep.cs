using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.BalancerOn;

/// <summary>The way it goes on, with a hot hub’s plan.</summary>
internal static class MethodStep
{
    public static readonly StepName Name = new("method");
    public static readonly NumberSlot Ambient = Name.Number("ambient");
    private static readonly TickSlot s_ready = Name.Tick("ready");

    public static Step Step =>
        new(Name, "How it goes on", "method")
        {
            When = DesignRules.PressedOn,
            Slots = c =>
                c.Chosen(Method.Name) switch
                {
                    "warm" => [ShopAir.At(Ambient), Slot.Tick(s_ready, "Nose, keyway, tool and path ready")],
                    "cold" => [Slot.Tick(s_ready, "Draw tool, thrust bearing to hand")],
                    _ => [],
                },
            Judge = Judge,
            Gate = "a way that does no harm",
            CanHurt = true,
            Cautions = ["A hot hub burns: oven gloves, both hands."],
        };

    private static Judgement Judge(StepContext c)
    {
        var sheet = c.Sheet.Balancer!;
        Judgement Refused(string instead, string why) => new(Sentence.Of(instead), new Call(Verdict.Stop, Sentence.Of(why), []));
        switch (c.Chosen(Method.Name))
        {
            case "hammer":
                return Refused(
                    "Put the hammer away. Draw it on cold, or warm the hub.",
                    "Blows bruise the rubber and go through the crank into its thrust bearing."
                );
            case "crank-bolt":
                return Refused(
                    "Not with the crank bolt. Use a screw tool with a thrust bearing.",
                    "It starts with few of its threads in, and they strip in the crank’s nose."
                );
            case "warm":
                if (Warming.Planned(c) is not { } warm)
                {
                    return c.Taken(Ambient) ? new Judgement(Sentence.Of("Measure nose and bore first.")) : Prompt.Next(c);
                }

                var rubber = sheet.Warm!.Rubber ?? c.Sheet.Usual(NeatBoreDefaults.Rubber);
                var (easy, home) = (Warming.Force(c, Fit.Of(c)!)!, Fit.HomeForce(c)!);
                var call = Call.Of(
                    [
                        Check.AtMost(
                            "hub temperature",
                            warm.Plan,
                            rubber.High!.Value,
                            Warming.OvenC,
                            Dimension.Temperature,
                            rubber.SourceWords
                        ),
                    ],
                    check =>
                        warm.Slides
                            ? Sentence.Of(
                                "It slides with {clear} to spare and stays so for about {grip}; the rubber stands {limit}.",
                                ("clear", Quantity.Mm(sheet.Warm.WantedClearanceMm, 0.001)),
                                ("grip", new Quantity(warm.Answer.GripSeconds ?? 3600, Dimension.Seconds)),
                                ("limit", new Quantity(check.Limit, Dimension.Temperature))
                            )
                            : Sentence.Of(
                                "The oil carries its heat off in about {grip}. At most {easy} while the nose is cold, up to "
                                    + "{high} if you pause. The rubber stands {limit}.",
                                ("easy", Quantity.Newtons(easy.High)),
                                ("high", Quantity.Newtons(home.High)),
                                (
                                    "grip",
                                    new Quantity(
                                        Math.Max(0.1, warm.Answer.GripSeconds ?? 3600),
                                        Dimension.Seconds,
                                        (warm.Answer.GripSeconds ?? 60) < 1 ? 0.1 : 1
                                    )
                                ),
                                ("limit", new Quantity(check.Limit, Dimension.Temperature))
                            )
                )!;
                return new Judgement(
                    Sentence.Of(
                        warm.Slides
                            ? "Oven at {plan}. It slides on: stop and guide ready."
                            : "Oven at {plan}. It won’t slide home: draw it, without a pause.",
                        ("plan", new Quantity(warm.Plan, Dimension.Temperature))
                    ),
                    c.Taken(s_ready) ? call : null,
                    warm.Answer
                );
            default:
                var force = Fit.HomeForce(c);
                return new Judgement(
                    Sentence.Of("Draw it on cold with a screw tool and its thrust bearing. It needs no luck."),
                    !c.Taken(s_ready)
                        ? null
                        : new Call(
                            Verdict.Go,
                            force is { } f
                                ? Sentence.Of(
                                    "{low} to {high} when home, with {oil}.",
                                    ("low", Quantity.Newtons(f.Low)),
                                    ("high", Quantity.Newtons(f.High)),
                                    ("oil", Quantity.Word(NoseOil.Of(c).Name))
                                )
                                : Sentence.Of("The usual way."),
                            []
                        ),
                    Fit.Of(c)
                );
        }
    }
}
