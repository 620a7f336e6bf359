using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class PressedPart
{
    private static class InStep
    {
        public static readonly StepName Name = new("in");
        public static readonly NumberSlot Probed = Name.Number("outer");
        public static readonly TickSlot Out = Name.Tick("out");
        public static readonly TickSlot Started = Name.Tick("started");
        public static readonly PickSlot Went = Name.Pick("went");
    }

    private static class FacesStep
    {
        public static readonly TextSlot Front = FacingStep.Name.Text("front");
        public static readonly TextSlot Rear = FacingStep.Name.Text("rear");
    }

    private static ChoiceName HeatedBy => new("heated-by");
    private static ChoiceName Which => new("which");
    private const string All = "all";
    private const int TorchRestSeconds = 60;

    private static readonly PressedIn.Parts s_pin = new(
        "pin",
        "eye",
        "Don’t fit it: the pin would walk. Another pin or rod.",
        "Don’t fit it: the eye would yield. Hone {by} out of it."
    );

    /// <summary>Pins shrunk into their rods, several in one heat: which way each faces is settled for all, and each has its own
    /// seconds.</summary>
    public static Procedure Pin1 { get; } =
        new(
            "shrunk-pin",
            1,
            "Pin, shrunk in",
            sheet => sheet.HasPressed(PressedKind.Pin) ? [EnginePlaces.Pressed] : [],
            [
                new Choice(
                    Which,
                    FacingStep.Name,
                    "Which rods",
                    sheet =>
                        [
                            new(All, "all"),
                            .. PartOf(sheet, PressedKind.Pin).Items.Skip(1).Any()
                                ? PartOf(sheet, PressedKind.Pin).Items.Select((_, i) => new Option($"{i + 1}", $"{i + 1}"))
                                : [],
                        ]
                ),
                new Choice(
                    Way,
                    WayStep.Name,
                    "How it goes in",
                    sheet =>
                        [
                            .. ((string[])[Both, Warm, Cold])
                                .Where(w => w == Cold || PartOf(sheet, PressedKind.Pin).Heat is not null)
                                .Select(w => new Option(w, Words(w, s_pin))),
                        ]
                ),
                new Choice(
                    HeatedBy,
                    WayStep.Name,
                    "Warmed by",
                    _ => [new("oven", "an oven"), new("plate", "a hot plate"), new("torch", "a torch, with soaks")]
                ),
            ],
            [
                new Step(FacingStep.Name, "Which way each faces", "pressed-facing")
                {
                    Slots = FacesSlots,
                    Judge = JudgeFaces,
                    Gate = "which way round is settled",
                    Cautions = ["Settle it now: once it is hot there is no time to look."],
                },
                EachRod(SizesOf(PressedKind.Pin, s_pin) with { Together = "fit", Renews = [PressStep.Name, InStep.Name, HomeStep.Name] }),
                new Step(WayStep.Name, "How they go in", "pressed-way")
                {
                    Slots = c =>
                        c.Chosen(Way) is Cold or null
                            ? [Slot.Tick(WayStep.Ready, "Press and guide to hand")]
                            :
                            [
                                new Slot(
                                    WayStep.Ambient,
                                    "Air in the shop",
                                    SlotKind.Number,
                                    Dimension.Temperature,
                                    1,
                                    "thermometer",
                                    Plausible: new Band(-10, 45),
                                    Expected: 18
                                ),
                                Slot.Tick(WayStep.Ready, "Stop and guide set, rods in a row, gloves, clear path"),
                            ],
                    Judge = c => JudgeWay(Tightest(c), PartOf(c.Sheet, PressedKind.Pin), s_pin),
                    Gate = "a way that does no harm",
                    Cautions = ["Oven gloves; freezer burns too. A torch moves all round and rests: one side alone bends the rod."],
                },
                new Step(HeatStep.Name, "All of them warm", "pressed-heat")
                {
                    When = c => Applies.If(Rods(c).Any(r => !Pressed(r, PartOf(c.Sheet, PressedKind.Pin))), "They go in by force."),
                    Slots = WarmSlots,
                    Judge = JudgeWarm,
                    Gate = "warm through",
                    Cautions = ["Oven gloves, both hands. No flame on one spot."],
                },
                EachRod(
                    new Step(InStep.Name, "Out, in", "pressed-heat")
                    {
                        When = c => Applies.If(!Pressed(c, PartOf(c.Sheet, PressedKind.Pin)), "It goes in by force."),
                        Needs = [SizesStep.Name, HeatStep.Name],
                        Renews = [HomeStep.Name],
                        Slots = InSlots,
                        Judge = JudgeIn,
                        Together = "in",
                        Queue = true,
                        NoWayBack = true,
                        Cautions = ["Oven gloves, both hands. No hammer if it grabs."],
                    }
                ),
                EachRod(
                    StackOf(PressedKind.Pin, s_pin) with
                    {
                        When = c => Applies.If(Pressed(c, PartOf(c.Sheet, PressedKind.Pin)), "It slides in: nothing is pressed."),
                    }
                ),
                EachRod(PressOf(PressedKind.Pin, s_pin)),
                EachRod(HomeOf(PressedKind.Pin, s_pin) with { Needs = [InStep.Name, PressStep.Name], Renews = [] }),
            ]
        )
        {
            Pressed = PressedKind.Pin,
            Comes = ["pin-out"],
            Stretches = Stretched(PressedKind.Pin, "Pins"),
            Wants = PressedValues.PartOf(PressedKind.Pin) is { } part ? new Wants(part) : Wants.Nothing,
            Supplies = sheet => [Supply.Part("part", Counted(sheet))],
        };

    private static string Counted(EngineSheet sheet) =>
        sheet.Pressed?.FirstOrDefault(p => p.Kind == PressedKind.Pin) is { } part
            ? part.Items.Count > 1
                ? $"{part.Name}, {part.Items.Count} of them"
                : part.Name
            : "Pins";

    private static IReadOnlyList<string> Chosen(StepContext c) =>
        c.Chosen(Which) is { } one and not All ? [one] : ItemsOf(PartOf(c.Sheet, PressedKind.Pin));

    private static IEnumerable<StepContext> Rods(StepContext c) => Chosen(c).Select(c.For);

    private static Step EachRod(Step step) => EachOf(PressedKind.Pin, step) with { Each = Chosen };

    /// <summary>The rod that leaves least room: what will do for it will do for all.</summary>
    private static StepContext Tightest(StepContext c) =>
        Rods(c)
            .Where(r => Fit(r, PartOf(c.Sheet, PressedKind.Pin)) is not null)
            .MaxBy(r => Fit(r, PartOf(c.Sheet, PressedKind.Pin))!.InterferenceMm.Mean)
        ?? c;

    private static IReadOnlyList<Slot> FacesSlots(StepContext c)
    {
        var part = PartOf(c.Sheet, PressedKind.Pin);
        return
        [
            .. part.Facing.Select((rule, i) => Slot.Tick($"rule-{i + 1}", Chosen(c).Count > 1 ? $"{rule}, each of them" : rule)),
            .. Chosen(c).Count > 1
                ?
                [
                    new Slot(FacesStep.Front, "Number or oil hole to the front, such as 1-2", SlotKind.Text),
                    new Slot(FacesStep.Rear, "and to the rear, or none", SlotKind.Text),
                ]
                : Array.Empty<Slot>(),
        ];
    }

    private static Judgement JudgeFaces(StepContext c)
    {
        if (FacesSlots(c).Any(s => !c.Taken(s)))
        {
            return Prompt.Next(c);
        }

        var count = Chosen(c).Count;
        if (count == 1)
        {
            return new Judgement(
                Sentence.Of("Settled. Measure the fit."),
                new Call(Verdict.Go, Sentence.Of("Which way round is settled."), [])
            );
        }

        Judgement Again(string what, string why, int n = 0) =>
            new(
                Sentence.Of(what, ("n", Quantity.Count(n)), ("count", Quantity.Count(count))),
                new Call(Verdict.LookAgain, Sentence.Of(why, ("n", Quantity.Count(n)), ("count", Quantity.Count(count))), [])
            );
        if (Named(c, FacesStep.Front) is not { } front || Named(c, FacesStep.Rear) is not { } rear)
        {
            return Again("Type the rods again, such as 1-{count}, or none.", "The rods can’t be read as numbers.");
        }

        IReadOnlyList<int> all = [.. front, .. rear];
        return front.Intersect(rear).FirstOrDefault() is > 0 and var both
                ? Again("Look at rod {n} on the bench: which way does it face?", "Rod {n} is named facing both ways.", both)
            : all.FirstOrDefault(n => n > count) is > 0 and var beyond
                ? Again("Look at the numbers: there is no rod {n}.", "This engine has rods 1 to {count}; {n} is none of them.", beyond)
            : all.GroupBy(n => n).FirstOrDefault(g => g.Count() > 1) is { } twice
                ? Again("Look at the numbers: two rods say {n}.", "Rod {n} is there twice.", twice.Key)
            : Enumerable.Range(1, count).Except(all).FirstOrDefault() is > 0 and var missing
                ? Again("Say which way rod {n} faces.", "Rod {n} is in neither list.", missing)
            : new Judgement(
                Sentence.Of("Lay them in a row as they face. Measure the fits."),
                new Call(
                    Verdict.Go,
                    front.Count == 0 || rear.Count == 0
                        ? Sentence.Of(
                            front.Count == 0 ? "All {count} face the rear." : "All {count} face the front.",
                            ("count", Quantity.Count(count))
                        )
                        : Sentence.Of(
                            "{front} to the front, {rear} to the rear.",
                            ("front", Quantity.Word(Numbered.Say(front))),
                            ("rear", Quantity.Word(Numbered.Say(rear)))
                        ),
                    []
                )
            );
    }

    private static IReadOnlyList<int>? Named(StepContext c, TextSlot slot) =>
        c.Reading(slot)!.Typed.Trim().ToLowerInvariant() is "none" or "no" or "-" or "–" or "0"
            ? []
            : Numbered.Read(c.Reading(slot)!.Typed);

    private static IReadOnlyList<Slot> WarmSlots(StepContext c)
    {
        var (oven, soaked) = c.Chosen(HeatedBy) switch
        {
            "torch" => ("Torch round each eye, moving, then rest", "Rested a minute; round again, rested"),
            "plate" => ("On the plate, eyes down, half way", "Soaked; plate all the way"),
            _ => ("All in the oven, set half way", "Soaked; oven all the way"),
        };
        return
        [
            .. c.Chosen(Way) == Both ? [Slot.Tick(HeatStep.Frozen, "Pins in the freezer, cold right through")] : Array.Empty<Slot>(),
            Slot.Tick(HeatStep.Oven, oven),
            Slot.Tick(HeatStep.Half, soaked),
            Eye(HeatStep.Outer, "The first rod’s eye, by probe", Plan(Tightest(c), PartOf(c.Sheet, PressedKind.Pin))),
        ];
    }

    private static Slot Eye(NumberSlot slot, string label, HeatPlan? plan) =>
        new(slot, label, SlotKind.Number, Dimension.Temperature, 1, "thermometer", Plausible: new Band(30, 400), Expected: plan?.OuterC);

    private static Judgement JudgeWarm(StepContext c)
    {
        var part = PartOf(c.Sheet, PressedKind.Pin);
        var rod = Tightest(c);
        if (Plan(rod, part) is not { } planned || Plan(rod, part, c.Number(HeatStep.Outer)) is not { } plan)
        {
            return WarmSlots(c).FirstOrDefault(s => !c.Taken(s)) is { } next
                ? Prompt.For(next)
                : new Judgement(
                    Sentence.Of("One after the other, each straight from the heat."),
                    new Call(Verdict.Decide, Sentence.Of("Their fits were not measured: how long each slides is not known."), [])
                );
        }

        var by = c.Chosen(HeatedBy);
        var oven = by is not ("plate" or "torch");
        var warming =
            !oven && !c.Taken(HeatStep.Outer)
                ? OnPlate(c, planned, by == "torch")
                : Warming(c, part, s_pin, planned, plan, oven ? "back in the oven" : "back to the heat");
        if (warming is not null)
        {
            return warming;
        }

        // What stays in the heat until its turn has its own seconds; only what is out is carried.
        var each = part.Heat!.SlideSeconds + (plan.Answer.CarrySeconds ?? 0);
        var queue = Rods(c).Where(r => !Pressed(r, part)).ToList();
        return new Judgement(
            Sentence.Of("One out at a time, the others stay warm. {first} first.", ("first", Quantity.Word(Said(c, queue[0].Item)))),
            new Call(
                Verdict.Go,
                Sentence.Of(
                    "{n} in the queue: at most {each} each from out to home, {all} for all.",
                    ("n", Quantity.Count(queue.Count)),
                    ("each", Roughly(each)),
                    ("all", Quantity.Minutes(Math.Max(1, Math.Ceiling(each * queue.Count / 60))))
                ),
                []
            ),
            plan.Answer
        );
    }

    /// <summary>On a plate or by a torch nobody knows how long the heat takes: the probe says when, the torch rests between.</summary>
    private static Judgement OnPlate(StepContext c, HeatPlan plan, bool torch)
    {
        var half = Temperature((plan.OuterC + (c.Number(WayStep.Ambient) ?? 20)) / 2);
        var full = Temperature(plan.OuterC);
        return (c.Taken(HeatStep.Frozen) || c.Chosen(Way) != Both, c.TakenAt(HeatStep.Oven), c.TakenAt(HeatStep.Half)) switch
        {
            (false, _, _) => Prompt.Next(c) with { Answer = plan.Answer },
            (_, null, _) => new Judgement(
                torch
                    ? Sentence.Of("Torch round the eye, always moving, to about {half}. Then let it rest.", ("half", half))
                    : Sentence.Of("Plate to {half} first, eyes flat on it.", ("half", half)),
                Answer: plan.Answer
            ),
            (_, { } since, null) when torch => new Judgement(
                Sentence.Of("Let it rest a minute: the heat goes right through. Then round it again."),
                Answer: plan.Answer,
                Until: since.AddSeconds(TorchRestSeconds),
                Then: Sentence.Of("Round it again, and rest.")
            ),
            (_, _, null) => new Judgement(
                Sentence.Of("Soaked when top and underside are alike. Then the plate to {full}.", ("full", full)),
                Answer: plan.Answer
            ),
            _ => new Judgement(
                Sentence.Of("Probe the first rod’s eye, inside: {full} is wanted, not its colour.", ("full", full)),
                Answer: plan.Answer
            ),
        };
    }

    private static string Said(StepContext c, string item) =>
        item.Length == 0
            ? "It"
            : PartOf(c.Sheet, PressedKind.Pin).Items[int.Parse(item, System.Globalization.CultureInfo.InvariantCulture) - 1];

    private static IReadOnlyList<Slot> InSlots(StepContext c) =>
        [
            // Warmed by itself once more, after it was pressed out cold.
            .. c.Round(InStep.Name) > 1
                ? [Eye(InStep.Probed, "Its eye, warm again, by probe", Plan(c, PartOf(c.Sheet, PressedKind.Pin)))]
                : Array.Empty<Slot>(),
            Slot.Tick(InStep.Out, "Out, to the stop and guide"),
            Slot.Tick(InStep.Started, "It has entered"),
            Slot.Pick(
                InStep.Went,
                "How it went",
                new("home", "home, in one push"),
                new("pressed", "short: pressed on while hot"),
                new("grabbed", "grabbed half way")
            ),
        ];

    private static Judgement JudgeIn(StepContext c)
    {
        var part = PartOf(c.Sheet, PressedKind.Pin);
        var plan = Plan(c, part, c.Number(InStep.Probed) ?? c.Number(HeatStep.Outer));
        if (c.Number(InStep.Probed) is { } probed && plan is not null && probed < Plan(c, part)!.OuterC - OvenC)
        {
            return new Judgement(
                Sentence.Of("Not soaked through: back in the heat, then probe it again."),
                new Call(
                    Verdict.LookAgain,
                    Sentence.Of(
                        "{hot} is below the {plan} that was planned on.",
                        ("hot", Temperature(probed)),
                        ("plan", Temperature(Plan(c, part)!.OuterC))
                    ),
                    []
                ),
                plan.Answer
            );
        }

        if (c.Picked(InStep.Went) is { } went && c.Taken(InStep.Started))
        {
            return (
                went == "grabbed"
                    ? new Judgement(
                        Sentence.Of("Don’t hit it. The others first; then press it out cold over a support, measure both again."),
                        new Call(Verdict.Stop, Sentence.Of("It grabbed half way: hammered now it tears the eye and bends the pin."), [])
                    )
                    : new Judgement(
                        Queued(c) is { } next
                            ? Sentence.Of("Hold it until it grips. Next: {next}.", ("next", Quantity.Word(next)))
                            : Sentence.Of("Hold it until it grips. Let them all cool, then measure."),
                        new Call(
                            Verdict.Go,
                            Sentence.Of(
                                went == "home" ? "Home in one push." : "Home, pressed on a little while it was hot: measure where it lies."
                            ),
                            []
                        )
                    )
            ) with
            {
                Answer = plan?.Answer,
            };
        }

        return plan is null || (InSlots(c)[0].Kind == SlotKind.Number && !c.Taken(InStep.Probed))
            ? Prompt.Next(c)
            : Seconds(c, plan, (InStep.Out, InStep.Started), ("Take it out", HeatOf(c)));
    }

    private static string HeatOf(StepContext c) => c.Chosen(HeatedBy) is "torch" or "plate" ? "heat" : "oven";

    private static string? Queued(StepContext c) =>
        Rods(c).FirstOrDefault(r => r.Item != c.Item && !r.Taken(InStep.Out) && !Pressed(r, PartOf(c.Sheet, PressedKind.Pin))) is { } next
            ? Said(c, next.Item)
            : null;
}
