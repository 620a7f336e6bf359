using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.RockerTrunnions;

/// <summary>The float between the clips.</summary>
internal static class FloatStep
{
    public static readonly StepName Name = new("float");
    public static readonly NumberSlot Float = Name.Number("float");
    private static readonly NumberSlot s_spacer = Name.Number("spacer");

    public static Step Step =>
        Rockers.Each(
            new Step(Name, "End float, clips in", "rocker-float")
            {
                Needs = [ClipsStep.Name],
                // More float is had by taking the clips off and pressing on: both are done again.
                Loosens = [SecondStep.Name, ClipsStep.Name],
                Slots = c =>
                    [
                        new Slot(
                            Float,
                            "Float under a clip",
                            SlotKind.Number,
                            Dimension.Length,
                            0.01,
                            "feeler",
                            Plausible: new Band(0, 3),
                            Expected: c.Sheet.Rockers!.FloatIdealMm
                        ),
                        new Slot(
                            s_spacer,
                            "Spacer, where one sets the float",
                            SlotKind.Number,
                            Dimension.Length,
                            0.01,
                            Plausible: new Band(0, 5),
                            Required: false
                        ),
                    ],
                Judge = Judge,
                Gate = "it floats",
                Catches = "Push it to and fro: it clicks, and turns wherever it lies",
                Cautions = ["Feeler blades cut: flat on, not edge on."],
            }
        );

    private static Judgement Judge(StepContext c)
    {
        if (c.Number(Float) is not { } found)
        {
            return Prompt.Next(c);
        }

        var call = PressedFit.Between(
            "end float",
            found,
            c.Uncertainty(Float),
            c.Sheet.Rockers!.EndFloat ?? c.Sheet.Usual(NeatBoreDefaults.TrunnionFloat)
        );
        var off = Math.Abs(c.Sheet.Rockers.FloatIdealMm - found);
        var spacer = c.Number(s_spacer);
        // A thicker spacer takes float away, a thinner one gives it.
        var size = spacer + found - c.Sheet.Rockers.FloatIdealMm;
        return new Judgement(
            Sentence.Of(
                (call.Verdict, call.Checks[0].Side) switch
                {
                    (Verdict.Go, _) => "Done. Back on the tray; the next one.",
                    (Verdict.LookAgain, _) => "Gauge the float again, with thinner blades.",
                    _ when size is > 0 => "Fit a spacer of {size} instead of {spacer}, then again.",
                    (_, Side.Lower) => "Clips off. Press the second side {by} deeper, by hundredths; clips, and gauge it again.",
                    _ => "It can’t come back. Where a spacer sets the float, fit one of {by}; else press it out, new bush.",
                },
                ("by", Quantity.Mm(off)),
                ("size", Quantity.Mm(size ?? 0)),
                ("spacer", Quantity.Mm(spacer ?? 0))
            ),
            call
        );
    }
}
