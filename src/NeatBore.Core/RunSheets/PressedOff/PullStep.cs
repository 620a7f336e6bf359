using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.PressedOff;

/// <summary>Pulled, up to what the puller is good for.</summary>
internal static class PullStep
{
    public static readonly StepName Name = new("pull");
    private static readonly TickSlot s_rest = Name.Tick("rest");
    private static readonly TickSlot s_seated = Name.Tick("seated");
    private static readonly NumberSlot s_peak = Name.Number("peak");
    private static readonly TickSlot s_off = Name.Tick("off");

    public static Step Of(PressedKind kind) =>
        new(Name, "Pull it", "pressed-home")
        {
            Afresh = true,
            Works = [kind == PressedKind.Gear ? "gear-seat" : "race-seat"],
            Slots = _ =>
                [
                    Slot.Tick(s_rest, "Crank bolt back in by hand, or a cap: the screw rests on it, never on the thread"),
                    Slot.Tick(s_seated, "One side started first, both in; preloaded until it no longer rocks"),
                    new Slot(
                        s_peak,
                        "Most torque at its screw",
                        SlotKind.Number,
                        Dimension.Torque,
                        1,
                        "torque-wrench",
                        Plausible: new Band(1, 400),
                        Required: false
                    )
                    {
                        IsDone = true,
                    },
                    Slot.Tick(s_off, "Off"),
                ],
            Judge = c => Judge(c),
            NoHand = true,
            CanHurt = true,
            Cautions = ["Stand clear, never in line with the loaded screw: pieces fly. Eye protection."],
        };

    private static Judgement Judge(StepContext c)
    {
        var stop = c.Tool(PullerStep.Tool) is { } tool ? PullForce.StopNm(c, tool) : null;
        if (c.Number(s_peak) is { } peak && stop is { } most && peak > most)
        {
            return new Judgement(
                Sentence.Of("Stop. Slack it off, warm the part, oil its seat, wait; then begin again."),
                new Call(
                    Verdict.Stop,
                    Sentence.Of(
                        "{peak} is over the {stop} that the puller is good for.",
                        ("peak", Quantity.Nm(peak)),
                        ("stop", Quantity.Nm(most))
                    ),
                    [Check.AtMost("torque", peak, most, 0, Dimension.Torque, "the puller’s rating")]
                )
            );
        }

        return c.Step.Slots(c).FirstOrDefault(s => s.Required && !c.Taken(s)) is { } open
            ? open.Key == s_off.Key && stop is { } at
                ? new Judgement(
                    Sentence.Of("Pull, a quarter turn at a time; stop at {torque}. Tick it when it is off.", ("torque", Quantity.Nm(at)))
                )
                : Prompt.For(open)
            : new Judgement(Sentence.Of("Off. Look at its seat and at the part."));
    }
}
