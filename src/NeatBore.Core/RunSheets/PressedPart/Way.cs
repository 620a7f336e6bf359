using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class PressedPart
{
    private static class WayStep
    {
        public static readonly StepName Name = new("way");
        public static readonly NumberSlot Ambient = Name.Number("ambient");
        public static readonly TickSlot Ready = Name.Tick("ready");
    }

    private static string Words(string way, PressedIn.Parts parts) =>
        way switch
        {
            Warm => $"{parts.Outer} warmed",
            Chill => $"{parts.Inner} chilled",
            Both => $"{parts.Outer} warmed, {parts.Inner} chilled",
            _ => "cold, by force",
        };

    private static Judgement JudgeWay(StepContext c, PressedSheet part, PressedIn.Parts parts)
    {
        if (Fit(c, part) is not { } fit)
        {
            return new Judgement(Sentence.Of("Measure the fit first."));
        }

        if (c.Chosen(Way) is Cold or null)
        {
            return new Judgement(
                Sentence.Of(
                    "Cold, oiled: {low} to {high}. Set it up square.",
                    ("low", Quantity.Newtons(fit.PressForceN.Low)),
                    ("high", Quantity.Newtons(fit.PressForceN.High))
                ),
                c.Taken(WayStep.Ready)
                    ? new Call(
                        Verdict.Go,
                        Sentence.Of(
                            "{low} to {high} when home.",
                            ("low", Quantity.Newtons(fit.PressForceN.Low)),
                            ("high", Quantity.Newtons(fit.PressForceN.High))
                        ),
                        []
                    )
                    : null,
                fit
            );
        }

        if (Plan(c, part) is not { } plan)
        {
            return Prompt.Next(c);
        }

        var limit = part.Heat!.Most;
        var warmed = c.Chosen(Way) is Warm or Both;
        var grip = plan.Answer.GripSeconds ?? 3600;
        var checks = new List<Check>();
        if (warmed)
        {
            checks.Add(
                Check.AtMost(
                    $"{parts.Outer}’s temperature",
                    plan.OuterC,
                    limit.High!.Value,
                    OvenC,
                    Dimension.Temperature,
                    limit.SourceWords
                )
            );
        }

        if (plan.Slides)
        {
            checks.Insert(
                0,
                new Check(
                    "seconds to grip",
                    grip >= part.Heat.SlideSeconds ? Verdict.Go
                        : grip * 3 >= part.Heat.SlideSeconds ? Verdict.Decide
                        : Verdict.Stop,
                    grip,
                    part.Heat.SlideSeconds,
                    0,
                    Side.Lower,
                    Dimension.Seconds,
                    "an estimate, × or ÷ 3"
                )
            );
        }

        var call =
            Call.Of(
                checks,
                k =>
                    k.Dimension == Dimension.Temperature
                        ? Sentence.Of(
                            k.Verdict == Verdict.Go ? "{left} to press at {outer}." : "{outer} is above the {limit} that it stands.",
                            ("left", Quantity.Mm(Math.Max(0, plan.LeftMm), 0.001)),
                            ("outer", Temperature(plan.OuterC)),
                            ("limit", Temperature(k.Limit))
                        )
                        : Sentence.Of(
                            k.Verdict == Verdict.Go
                                ? "{clear} to spare; about {grip} until it grips, {need} are needed."
                                : "Only about {grip} until it grips; {need} are needed to push it home.",
                            ("clear", Quantity.Mm(-plan.LeftMm, 0.001)),
                            ("grip", Roughly(k.Value)),
                            ("need", Roughly(k.Limit))
                        )
            )
            ?? new Call(
                Verdict.Go,
                Sentence.Of(
                    "Chilled to {cold} it still has {left} to press: easier, and by force.",
                    ("cold", Temperature(plan.InnerC)),
                    ("left", Quantity.Mm(plan.LeftMm, 0.001))
                ),
                []
            );
        return new Judgement(
            Sentence.Of(
                (call.Verdict, plan.Slides, c.Chosen(Way)) switch
                {
                    (Verdict.Stop, true, _) => "It would grip half way. Chill the other part too, or press it cold.",
                    (Verdict.Stop, _, _) => "Not so hot. Chill the other part, or press it cold.",
                    (_, true, Both) => "{part} to {outer} slowly, {inner} in the freezer. Stop set: in within about {grip}.",
                    (_, true, Warm) => "{part} to {outer}, slowly and evenly. Stop set: in within about {grip}.",
                    (_, true, _) => "{chilled} to {cold}: it slides in. Stop set: in within about {grip}.",
                    _ => "It won’t slide: {left} is left to press. Press it without a pause.",
                },
                ("part", Quantity.Word(Capital(parts.Outer))),
                ("inner", Quantity.Word(parts.Inner)),
                ("chilled", Quantity.Word(Capital(parts.Inner))),
                ("outer", Temperature(plan.OuterC)),
                ("cold", Temperature(plan.InnerC)),
                ("grip", Roughly(grip)),
                ("left", Quantity.Mm(plan.LeftMm, 0.001))
            ),
            c.Taken(WayStep.Ready) ? call : null,
            plan.Answer
        );
    }
}
