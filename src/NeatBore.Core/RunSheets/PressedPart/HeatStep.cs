using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.PressedPart;

/// <summary>Soaked, out and in, against the clock.</summary>
internal static class HeatStep
{
    public static readonly StepName Name = new("heat");
    public static readonly NumberSlot Outer = Name.Number("outer");
    private static readonly PickSlot s_went = Name.Pick("went");
    private static readonly TickSlot s_started = Name.Tick("started");
    public static readonly TickSlot Half = Name.Tick("half");
    public static readonly TickSlot Oven = Name.Tick("oven");
    public static readonly TickSlot Frozen = Name.Tick("frozen");
    private static readonly TickSlot s_out = Name.Tick("out");

    public static Step Of(PressedKind kind, PressedWords parts) =>
        Part.Each(
            kind,
            new Step(Name, "Soak, out, in", "pressed-heat")
            {
                When = c => Applies.If(!Way.ByForce(c, Part.Of(c.Sheet, kind)), "It goes in by force."),
                Needs = [SizesStep.Name, WayStep.Name, FacingStep.Name],
                Works = kind == PressedKind.Race ? [TurnedRace.SealGroove] : [],
                Renews = [HomeStep.Name, InsideStep.Name],
                Slots = c => Slots(c, Part.Of(c.Sheet, kind), parts),
                Judge = c => Judge(c, Part.Of(c.Sheet, kind), parts),
                Gate = "it is home",
                NoWayBack = true,
                CanHurt = true,
                Cautions = ["Oven gloves, both hands. No hammer if it grabs."],
            }
        );

    private static IReadOnlyList<Slot> Slots(StepContext c, PressedSheet part, PressedWords parts)
    {
        var plan = Heating.Planned(c, part);
        var warmed = c.Chosen(Way.Name) is Way.Warm or Way.Both;
        return
        [
            .. c.Chosen(Way.Name) is Way.Chill or Way.Both
                ? [Slot.Tick("frozen", $"{Wording.Capital(parts.Inner)} in the freezer, cold right through")]
                : Array.Empty<Slot>(),
            .. warmed
                ?
                [
                    Slot.Tick("oven", "In the oven, set half way"),
                    Slot.Tick("half", "Soaked; oven all the way"),
                    new Slot(
                        "outer",
                        $"{Wording.Capital(parts.Outer)}, by probe",
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

    private static Judgement Judge(StepContext c, PressedSheet part, PressedWords parts)
    {
        var warmed = c.Chosen(Way.Name) is Way.Warm or Way.Both;
        var measured = warmed ? c.Number(Outer) : null;
        if (Heating.Planned(c, part) is not { } planned || Heating.Planned(c, part, measured) is not { } plan)
        {
            return new Judgement(Sentence.Of("Say how it goes in first, with the air’s temperature."));
        }

        if (c.Picked(s_went) is { } went && c.Taken(s_started))
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

        return Heating.Seconds(c, plan, (s_out, s_started), ("Take both out", "oven"));
    }

    /// <summary>What is still to do before it comes out of the heat; null once it is warm through.</summary>
    public static Judgement? Warming(
        StepContext c,
        PressedSheet part,
        PressedWords parts,
        HeatPlan planned,
        HeatPlan plan,
        string back = "back in the oven"
    )
    {
        var warmed = c.Chosen(Way.Name) is Way.Warm or Way.Both;
        var measured = warmed ? c.Number(Outer) : null;
        var half = (planned.OuterC + (c.Number(WayStep.Ambient) ?? 20)) / 2;
        if (warmed && c.TakenAt(Half) is null)
        {
            return c.TakenAt(Oven) is { } since
                ? new Judgement(
                    Sentence.Of(
                        "Let it soak: about {soak} at {half}. Then the oven to {full}.",
                        ("soak", Quantity.Minutes(plan.SoakSeconds / 60)),
                        ("half", Heating.Temperature(half)),
                        ("full", Heating.Temperature(planned.OuterC))
                    ),
                    Answer: plan.Answer,
                    Until: since.AddSeconds(plan.SoakSeconds),
                    Then: Sentence.Of("Soaked. The oven to {full} now.", ("full", Heating.Temperature(planned.OuterC)))
                )
                : Prompt.Next(c) with
                {
                    Do =
                        c.Chosen(Way.Name) == Way.Both && !c.Taken(Frozen)
                            ? Sentence.Of(
                                "{inner} in the freezer at {cold}, until it is cold right through.",
                                ("inner", Quantity.Word(Wording.Capital(parts.Inner))),
                                ("cold", Heating.Temperature(planned.InnerC))
                            )
                            : Sentence.Of("Oven to {half} first: slowly and evenly, no flame.", ("half", Heating.Temperature(half))),
                    Answer = plan.Answer,
                };
        }

        if (warmed && measured is not { })
        {
            return new Judgement(
                Sentence.Of(
                    "Oven at {full}. Soak again, then probe the {outer}’s bore, not the air.",
                    ("full", Heating.Temperature(planned.OuterC)),
                    ("outer", Quantity.Word(parts.Outer))
                ),
                Answer: plan.Answer,
                Until: c.TakenAt(Half)!.Value.AddSeconds(plan.SoakSeconds),
                Then: Sentence.Of("Soaked. Probe the {outer}’s bore, not the air.", ("outer", Quantity.Word(parts.Outer)))
            );
        }

        if (measured is { } hot)
        {
            var u = c.Uncertainty(Outer);
            var check = Check.AtMost(
                $"{parts.Outer}’s temperature",
                hot,
                part.Heat!.Most.High!.Value,
                u,
                Dimension.Temperature,
                part.Heat.Most.SourceWords
            );
            var cool = hot < planned.OuterC - Heating.OvenC;
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
                            ("hot", Heating.Temperature(hot)),
                            ("plan", Heating.Temperature(planned.OuterC)),
                            ("limit", Heating.Temperature(check.Limit))
                        ),
                        [
                            cool
                                ? check with
                                {
                                    Verdict = Verdict.LookAgain,
                                    Limit = planned.OuterC - Heating.OvenC,
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
}
