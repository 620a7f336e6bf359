using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.FrontSeal;

/// <summary>Notches filled, where the joint has them.</summary>
internal static class NotchesStep
{
    public static readonly StepName Name = new("notches");
    public static readonly TickSlot Pushed = Name.Tick("pushed");
    public static readonly NumberSlot Shop = Name.Number("shop");

    public static Step Step =>
        new(Name, "Notches sealed", "seal")
        {
            When = c => Applies.If((c.Sheet.FrontSeal!.JointsDeg ?? []).Count > 0, "No joint runs into this bore."),
            Slots = c =>
                [
                    .. Joints.Injected(c) is null ? Array.Empty<Slot>() : [JointWarmth],
                    Slot.Tick(Pushed, "Sealant pushed into each notch until it shows, wiped off the lip"),
                ],
            Judge = Judge,
            Cautions = ["No flame near."],
        };

    private static Judgement Judge(StepContext c) =>
        Joints.Clocked(c) is { } clock
            ? new Judgement(
                Sentence.Of(
                    c.Taken(Shop)
                        ? "In. Leave it and the crank alone while it sets; oil waits for its cure."
                        : "In. Leave it and the crank alone while it sets, longer in a cold shop: this is its time at 23 °C."
                ),
                Answer: clock,
                Until: clock.HandleAt,
                Then: Sentence.Of("It may be handled. Oil waits for its cure.")
            )
            : Prompt.Next(c);

    private static Slot JointWarmth =>
        new(
            Shop,
            "Temperature of the joint",
            SlotKind.Number,
            Dimension.Temperature,
            1,
            "thermometer",
            Plausible: new Band(-5, 45),
            Required: false,
            Expected: 19
        );
}
