using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class BalancerOn
{
    private static class MethodStep
    {
        public static readonly StepName Name = new("method");
        public static readonly NumberSlot Ambient = Name.Number("ambient");
        public static readonly TickSlot Ready = Name.Tick("ready");
    }

    private static Judgement JudgeMethod(StepContext c)
    {
        var sheet = c.Sheet.Balancer!;
        Judgement Refused(string instead, string why) => new(Sentence.Of(instead), new Call(Verdict.Stop, Sentence.Of(why), []));
        switch (c.Chosen(Method))
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
                if (Warmed(c) is not { } warm)
                {
                    return c.Taken(MethodStep.Ambient) ? new Judgement(Sentence.Of("Measure nose and bore first.")) : Prompt.Next(c);
                }

                var rubber = sheet.Warm!.Rubber ?? c.Sheet.Usual(NeatBoreDefaults.Rubber);
                var (easy, home) = (WarmForce(c, FitOf(c)!)!, HomeForce(c)!);
                var call = Call.Of(
                    [Check.AtMost("hub temperature", warm.Plan, rubber.High!.Value, OvenC, Dimension.Temperature, rubber.SourceWords)],
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
                    c.Taken(MethodStep.Ready) ? call : null,
                    warm.Answer
                );
            default:
                var force = HomeForce(c);
                return new Judgement(
                    Sentence.Of("Draw it on cold with a screw tool and its thrust bearing. It needs no luck."),
                    !c.Taken(MethodStep.Ready)
                        ? null
                        : new Call(
                            Verdict.Go,
                            force is { } f
                                ? Sentence.Of(
                                    "{low} to {high} when home, with {oil}.",
                                    ("low", Quantity.Newtons(f.Low)),
                                    ("high", Quantity.Newtons(f.High)),
                                    ("oil", Quantity.Word(Chosen(c).Name))
                                )
                                : Sentence.Of("The usual way."),
                            []
                        ),
                    FitOf(c)
                );
        }
    }
}
