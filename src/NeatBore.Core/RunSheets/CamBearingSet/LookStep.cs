using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.CamBearingSet;

/// <summary>Looked at half way.</summary>
internal static class LookStep
{
    public static readonly StepName Name = new("look");

    /// <summary>How far a shell is in at its first look, mm.</summary>
    private const double BittenMm = 2.5;

    /// <summary>How many times what the shell's grip explains a nut may take before it is looked at.</summary>
    private const double NutTimes = 1.5;

    public static Step Step =>
        new(Name, "Near the end", "cam-look")
        {
            Afresh = true,
            Each = Drive.Driven,
            ItemName = Bearings.Name,
            Together = "drive",
            Needs = [BiteStep.Name],
            Slots = c => [.. ShellPlace.Slots(c), Window.StillTurns(c), .. DriverNut.Slot(c, "Nut’s torque, now")],
            Judge = c => Judge(c) ?? Window.Judge(c, false),
            Cautions = ["Eye to the passage only with the hammer down. Light blows."],
        };

    /// <summary>A nut that takes far more than at the first millimetres, or less: null where nothing of it was read, or it is
    /// well.</summary>
    /// <remarks>A shell grips over what of it is in, so the torque grows as that length; the rod's thread is the same all the
    /// way.</remarks>
    private static Judgement? Judge(StepContext c)
    {
        if (c.Number(DriverNut.Of(BiteStep.Name)) is not { } first || c.Number(DriverNut.Of(Name)) is not { } now || first <= 0)
        {
            return null;
        }

        var most = first * NutTimes * Math.Max(1, Bearings.Of(c).ShellWidthMm / BittenMm);
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
