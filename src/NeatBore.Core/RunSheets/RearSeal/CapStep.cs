using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.RearSeal;

/// <summary>A seal in halves, or a rope: the cap's split and sides.</summary>
internal static class CapStep
{
    public static readonly StepName Name = new("cap");

    public static Step Step =>
        new(Name, "Cap and its sides", "seal")
        {
            Works = ["float"],
            When = c => Applies.If(c.Sheet.Rear!.Kind is RearKind.TwoPiece or RearKind.Rope, "It has no cap to seal."),
            Slots = _ =>
                [
                    Slot.Tick("joints", "Joints turned off the cap’s split"),
                    Slot.Tick("sides", "Cap’s sides sealed"),
                    Slot.Tick("turns", "Cap torqued, crank turns by hand"),
                ],
            Judge = Prompt.Next,
            Cautions = ["Cap fits one way: its mark to the front."],
        };
}
