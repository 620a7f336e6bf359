using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.CamBearingSet;

/// <summary>Once it has bitten, looked at again.</summary>
internal static class BiteStep
{
    public static readonly StepName Name = new("bite");
    private static readonly PickSlot s_mark = Name.Pick("mark");

    public static Step Step =>
        new(Name, "Two or three millimetres in", "cam-bite")
        {
            Afresh = true,
            Each = Drive.Driven,
            ItemName = Bearings.Name,
            Together = "drive",
            Needs = [StartStep.Name],
            Slots = c =>
                [
                    Slot.Pick(
                        s_mark,
                        "Tool’s mark against the passage",
                        new("in-line", "in line"),
                        new("clockwise", "off, clockwise"),
                        new("anticlockwise", "off, anticlockwise")
                    ),
                    Window.StillTurns(c),
                    .. DriverNut.Slot(c, "Nut’s torque, first turns"),
                ],
            Judge = Judge,
            Cautions = ["Light blows. Eye protection: a hammered bar chips."],
        };

    private static Judgement Judge(StepContext c)
    {
        if (c.Picked(s_mark) is not { } mark || c.Picked(Window.Turns(c)) is not { } turns)
        {
            return Prompt.Next(c);
        }

        // The holes begin to show when less than a third of the smallest is left to go.
        var left = Quantity.Mm(Bearings.Of(c).Holes.Min(h => h.Shape.AlongMm) / 3, 0.1);
        var way = Quantity.Word(mark == "clockwise" ? "anticlockwise" : "clockwise");
        return (mark, turns) switch
        {
            ("in-line", _) => new Judgement(
                Sentence.Of("Drive it on, light blows, until the holes begin to show: {left} to go.", ("left", left)),
                new Call(Verdict.Go, Sentence.Of("The tool’s mark stands at its passage."), [])
            ),
            (_, "yes") => new Judgement(
                Sentence.Of("Turn it {way} now, while it still turns, until the mark stands at the passage.", ("way", way)),
                new Call(Verdict.LookAgain, Sentence.Of("The mark is off, and it still turns."), [])
            ),
            _ => new Judgement(
                Sentence.Of("It is stuck and off. Drive on and judge it near the end, or out and again: say which."),
                new Call(Verdict.Decide, Sentence.Of("The mark is off, and it no longer turns."), [])
            ),
        };
    }
}
