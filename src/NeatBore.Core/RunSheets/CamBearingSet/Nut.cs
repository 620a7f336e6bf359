using NeatBore.Core.Calculators.CamBearings;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class CamBearingSet
{
    /// <summary>How far a shell is in at its first look, mm.</summary>
    private const double BittenMm = 2.5;

    /// <summary>How many times what the shell's grip explains a nut may take before it is looked at.</summary>
    private const double NutTimes = 1.5;

    private static NumberSlot Nut(StepName step) => step.Number("nut");

    /// <summary>What a threaded rod's nut takes, where a wrench is on it that tells.</summary>
    private static IEnumerable<Slot> NutSlot(StepContext c, string label) =>
        Tool(c) == DriveOrder.DriverKind.Rod
            ?
            [
                new Slot(
                    Nut(c.Step.Name),
                    label,
                    SlotKind.Number,
                    Dimension.Torque,
                    1,
                    "torque-wrench",
                    Plausible: new Band(0, 300),
                    Required: false
                ),
            ]
            : [];

    /// <summary>A nut that takes far more than at the first millimetres, or less: null where nothing of it was read, or it is
    /// well.</summary>
    /// <remarks>A shell grips over what of it is in, so the torque grows as that length; the rod's thread is the same all the
    /// way.</remarks>
    private static Judgement? JudgeNut(StepContext c)
    {
        if (c.Number(Nut(BiteStep.Name)) is not { } first || c.Number(Nut(LookStep.Name)) is not { } now || first <= 0)
        {
            return null;
        }

        var most = first * NutTimes * Math.Max(1, Of(c).ShellWidthMm / BittenMm);
        var (hard, easy) = (now > most, now < first);
        return hard || easy
            ? new Judgement(
                hard
                    ? Sentence.Of("Back the nut off. Look for a cocked edge, oil the rod and its washer, then draw again.")
                    : Sentence.Of(
                        "Look at the rod’s thread and the shell’s outside: its crush may be gone. A new shell, or say why it holds."
                    ),
                new Call(
                    hard ? Verdict.LookAgain : Verdict.Decide,
                    Sentence.Of(
                        hard
                            ? "The nut takes {now}; by its {first} at the start at most {most}."
                            : "The nut takes {now}, less than the {first} at the start.",
                        ("now", Quantity.Nm(now)),
                        ("first", Quantity.Nm(first)),
                        ("most", Quantity.Nm(most))
                    ),
                    [
                        new Check(
                            "nut’s torque",
                            hard ? Verdict.LookAgain : Verdict.Decide,
                            now,
                            hard ? most : first,
                            0,
                            hard ? Side.Upper : Side.Lower,
                            Dimension.Torque,
                            "its own start"
                        ),
                    ]
                )
            )
            : null;
    }
}
