using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.PressedPart;

/// <summary>The way it goes in.</summary>
internal static class WayStep
{
    public static readonly StepName Name = new("way");
    public static readonly NumberSlot Ambient = Name.Number("ambient");
    public static readonly TickSlot Ready = Name.Tick("ready");

    public static Step Of(PressedKind kind, PressedWords parts) =>
        Part.Each(
            kind,
            new Step(Name, "How it goes in", "pressed-way")
            {
                Needs = [SizesStep.Name],
                Slots = c =>
                    c.Chosen(Way.Name) is Way.Cold or null
                        ?
                        [
                            Slot.Tick(
                                Ready,
                                Part.Stacked(kind) ? "Press and guide to hand"
                                    : Part.Drawn(kind) ? "Draw tool and sleeve to hand"
                                    : "Soft drift on its outer ring to hand"
                            ),
                        ]
                        : [ShopAir.At(Ambient), Slot.Tick(Ready, "Stop and guide set, gloves, clear path")],
                Judge = c => Judge(c, Part.Of(c.Sheet, kind), parts),
                Gate = "a way that does no harm",
                CanHurt = true,
                Cautions = ["Oven gloves; freezer burns too. No open flame on one side: it bends."],
            }
        );

    public static Judgement Judge(StepContext c, PressedSheet part, PressedWords parts)
    {
        if (Fit.Of(c, part) is not { } fit)
        {
            return new Judgement(Sentence.Of("Measure the fit first."));
        }

        if (c.Chosen(Way.Name) is Way.Cold or null)
        {
            return new Judgement(
                Sentence.Of(
                    "Cold, oiled: {low} to {high}. Set it up square.",
                    ("low", Quantity.Newtons(fit.PressForceN.Low)),
                    ("high", Quantity.Newtons(fit.PressForceN.High))
                ),
                c.Taken(Ready)
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

        if (Heating.Planned(c, part) is not { } plan)
        {
            return Prompt.Next(c);
        }

        var limit = part.Heat!.Most;
        var warmed = c.Chosen(Way.Name) is Way.Warm or Way.Both;
        var grip = plan.Answer.GripSeconds ?? 3600;
        var checks = new List<Check>();
        if (warmed)
        {
            checks.Add(
                Check.AtMost(
                    $"{parts.Outer}’s temperature",
                    plan.OuterC,
                    limit.High!.Value,
                    Heating.OvenC,
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
                            ("outer", Heating.Temperature(plan.OuterC)),
                            ("limit", Heating.Temperature(k.Limit))
                        )
                        : Sentence.Of(
                            k.Verdict == Verdict.Go
                                ? "{clear} to spare; about {grip} until it grips, {need} are needed."
                                : "Only about {grip} until it grips; {need} are needed to push it home.",
                            ("clear", Quantity.Mm(-plan.LeftMm, 0.001)),
                            ("grip", Heating.Roughly(k.Value)),
                            ("need", Heating.Roughly(k.Limit))
                        )
            )
            ?? new Call(
                Verdict.Go,
                Sentence.Of(
                    "Chilled to {cold} it still has {left} to press: easier, and by force.",
                    ("cold", Heating.Temperature(plan.InnerC)),
                    ("left", Quantity.Mm(plan.LeftMm, 0.001))
                ),
                []
            );
        return new Judgement(
            Sentence.Of(
                (call.Verdict, plan.Slides, c.Chosen(Way.Name)) switch
                {
                    (Verdict.Stop, true, _) => "It would grip half way. Chill the other part too, or press it cold.",
                    (Verdict.Stop, _, _) => "Not so hot. Chill the other part, or press it cold.",
                    (_, true, Way.Both) => "{part} to {outer} slowly, {inner} in the freezer. Stop set: in within about {grip}.",
                    (_, true, Way.Warm) => "{part} to {outer}, slowly and evenly. Stop set: in within about {grip}.",
                    (_, true, _) => "{chilled} to {cold}: it slides in. Stop set: in within about {grip}.",
                    _ => "It won’t slide: {left} is left to press. Press it without a pause.",
                },
                ("part", Quantity.Word(Wording.Capital(parts.Outer))),
                ("inner", Quantity.Word(parts.Inner)),
                ("chilled", Quantity.Word(Wording.Capital(parts.Inner))),
                ("outer", Heating.Temperature(plan.OuterC)),
                ("cold", Heating.Temperature(plan.InnerC)),
                ("grip", Heating.Roughly(grip)),
                ("left", Quantity.Mm(plan.LeftMm, 0.001))
            ),
            c.Taken(Ready) ? call : null,
            plan.Answer
        );
    }
}
