namespace NeatBore.Core.RunSheets.FlywheelOn;

/// <summary>Hung the one way that it fits.</summary>
internal static class HungStep
{
    public static readonly StepName Name = new("hung");

    public static Step Step =>
        new(Name, "On, the one way", "flywheel-on")
        {
            Works = ["float"],
            Leaves = [new("flywheel on, bolts by hand", BoltsStep.Name)],
            Afresh = true,
            Slots = c =>
                [
                    Slot.Tick("on", OnWords(c.Chosen(Way.Name))),
                    Slot.Tick(
                        "run",
                        c.Sheet.Rear!.Flange.BoltsUsedOnce
                            ? "New bolts, under them what the sheet says, run in by hand"
                            : "Bolts clean, under them what the sheet says, run in by hand"
                    ),
                    Slot.Tick("locked", "Crank locked"),
                ],
            Judge = Prompt.Next,
            NoHand = true,
            Cautions = ["Two bolts in by hand before anybody lets go of it."],
        };

    private static string OnWords(string? way) =>
        way switch
        {
            "dowel" => "On over its dowel, home all round",
            "mark" => "On, both marks in line, home all round",
            "offset" => "On the one way that every bolt enters, home all round",
            _ => "On, home all round; marked for next time",
        };
}
