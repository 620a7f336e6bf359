using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.PressedPart;

/// <summary>One rod out of the heat, its pin in.</summary>
internal static class InStep
{
    public static readonly StepName Name = new("in");
    private static readonly NumberSlot s_probed = Name.Number("outer");
    private static readonly TickSlot s_out = Name.Tick("out");
    private static readonly TickSlot s_started = Name.Tick("started");
    private static readonly PickSlot s_went = Name.Pick("went");

    public static Step Step =>
        Rods.Each(
            new Step(Name, "Out, in", "pressed-heat")
            {
                When = c => Applies.If(!Way.ByForce(c, Part.Of(c.Sheet, PressedKind.Pin)), "It goes in by force."),
                Needs = [SizesStep.Name, HeatStep.Name],
                Renews = [HomeStep.Name],
                Slots = Slots,
                Judge = Judge,
                Together = "in",
                Queue = true,
                NoWayBack = true,
                Cautions = ["Oven gloves, both hands. No hammer if it grabs."],
            }
        );

    private static IReadOnlyList<Slot> Slots(StepContext c) =>
        [
            // Warmed by itself once more, after it was pressed out cold.
            .. c.Round(Name) > 1
                ? [Heating.Eye(s_probed, "Its eye, warm again, by probe", Heating.Planned(c, Part.Of(c.Sheet, PressedKind.Pin)))]
                : Array.Empty<Slot>(),
            Slot.Tick(s_out, "Out, to the stop and guide"),
            Slot.Tick(s_started, "It has entered"),
            Slot.Pick(
                s_went,
                "How it went",
                new("home", "home, in one push"),
                new("pressed", "short: pressed on while hot"),
                new("grabbed", "grabbed half way")
            ),
        ];

    private static Judgement Judge(StepContext c)
    {
        var part = Part.Of(c.Sheet, PressedKind.Pin);
        var plan = Heating.Planned(c, part, c.Number(s_probed) ?? c.Number(HeatStep.Outer));
        if (c.Number(s_probed) is { } probed && plan is not null && probed < Heating.Planned(c, part)!.OuterC - Heating.OvenC)
        {
            return new Judgement(
                Sentence.Of("Not soaked through: back in the heat, then probe it again."),
                new Call(
                    Verdict.LookAgain,
                    Sentence.Of(
                        "{hot} is below the {plan} that was planned on.",
                        ("hot", Heating.Temperature(probed)),
                        ("plan", Heating.Temperature(Heating.Planned(c, part)!.OuterC))
                    ),
                    []
                ),
                plan.Answer
            );
        }

        if (c.Picked(s_went) is { } went && c.Taken(s_started))
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

        return plan is null || (Slots(c)[0].Kind == SlotKind.Number && !c.Taken(s_probed))
            ? Prompt.Next(c)
            : Heating.Seconds(c, plan, (s_out, s_started), ("Take it out", HeatOf(c)));
    }

    private static string HeatOf(StepContext c) =>
        c.Is(HeatedBy.Name, HeatedBy.Torch) || c.Is(HeatedBy.Name, HeatedBy.Plate) ? "heat" : "oven";

    private static string? Queued(StepContext c) =>
        Rods.Of(c).FirstOrDefault(r => r.Item != c.Item && !r.Taken(s_out) && !Way.ByForce(r, Part.Of(c.Sheet, PressedKind.Pin)))
            is { } next
            ? Rods.Said(c, next.Item)
            : null;
}
