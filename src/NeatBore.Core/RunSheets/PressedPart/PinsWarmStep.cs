using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.PressedPart;

/// <summary>All of the rods warm through, before the first comes out.</summary>
internal static class PinsWarmStep
{
    private const int TorchRestSeconds = 60;

    public static Step Step =>
        new(HeatStep.Name, "All of them warm", "pressed-heat")
        {
            When = c => Applies.If(Rods.Of(c).Any(r => !Way.ByForce(r, Part.Of(c.Sheet, PressedKind.Pin))), "They go in by force."),
            Slots = Slots,
            Judge = Judge,
            Gate = "warm through",
            Cautions = ["Oven gloves, both hands. No flame on one spot."],
        };

    private static IReadOnlyList<Slot> Slots(StepContext c)
    {
        var (oven, soaked) = c.Chosen(HeatedBy.Name) switch
        {
            "torch" => ("Torch round each eye, moving, then rest", "Rested a minute; round again, rested"),
            "plate" => ("On the plate, eyes down, half way", "Soaked; plate all the way"),
            _ => ("All in the oven, set half way", "Soaked; oven all the way"),
        };
        return
        [
            .. c.Chosen(Way.Name) == Way.Both
                ? [Slot.Tick(HeatStep.Frozen, "Pins in the freezer, cold right through")]
                : Array.Empty<Slot>(),
            Slot.Tick(HeatStep.Oven, oven),
            Slot.Tick(HeatStep.Half, soaked),
            Heating.Eye(
                HeatStep.Outer,
                "The first rod’s eye, by probe",
                Heating.Planned(Rods.Tightest(c), Part.Of(c.Sheet, PressedKind.Pin))
            ),
        ];
    }

    private static Judgement Judge(StepContext c)
    {
        var part = Part.Of(c.Sheet, PressedKind.Pin);
        var rod = Rods.Tightest(c);
        if (Heating.Planned(rod, part) is not { } planned || Heating.Planned(rod, part, c.Number(HeatStep.Outer)) is not { } plan)
        {
            return Slots(c).FirstOrDefault(s => !c.Taken(s)) is { } next
                ? Prompt.For(next)
                : new Judgement(
                    Sentence.Of("One after the other, each straight from the heat."),
                    new Call(Verdict.Decide, Sentence.Of("Their fits were not measured: how long each slides is not known."), [])
                );
        }

        var by = c.Chosen(HeatedBy.Name);
        var oven = by is not ("plate" or "torch");
        var warming =
            !oven && !c.Taken(HeatStep.Outer)
                ? OnPlate(c, planned, by == "torch")
                : HeatStep.Warming(c, part, Pins.Parts, planned, plan, oven ? "back in the oven" : "back to the heat");
        if (warming is not null)
        {
            return warming;
        }

        // What stays in the heat until its turn has its own seconds; only what is out is carried.
        var each = part.Heat!.SlideSeconds + (plan.Answer.CarrySeconds ?? 0);
        var queue = Rods.Of(c).Where(r => !Way.ByForce(r, part)).ToList();
        return new Judgement(
            Sentence.Of("One out at a time, the others stay warm. {first} first.", ("first", Quantity.Word(Rods.Said(c, queue[0].Item)))),
            new Call(
                Verdict.Go,
                Sentence.Of(
                    "{n} in the queue: at most {each} each from out to home, {all} for all.",
                    ("n", Quantity.Count(queue.Count)),
                    ("each", Heating.Roughly(each)),
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
        var half = Heating.Temperature((plan.OuterC + (c.Number(WayStep.Ambient) ?? 20)) / 2);
        var full = Heating.Temperature(plan.OuterC);
        return (c.Taken(HeatStep.Frozen) || c.Chosen(Way.Name) != Way.Both, c.TakenAt(HeatStep.Oven), c.TakenAt(HeatStep.Half)) switch
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
}
