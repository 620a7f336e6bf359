using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.PressedPart;

/// <summary>Where it lies.</summary>
internal static class HomeStep
{
    public static readonly StepName Name = new("home");
    private static readonly PickSlot s_slips = Name.Pick("slips");
    private static readonly NumberSlot s_home = Name.Number("home");
    private static readonly Option s_freely = new("freely", "slips and turns freely");
    private static readonly Option s_tight = new("tight", "tight");

    public static Step Of(PressedKind kind, PressedWords parts) =>
        new Step(Name, "Where it lies", "pressed-home")
        {
            Needs = [PressStep.Name, HeatStep.Name],
            Renews = [InsideStep.Name],
            Slots = c =>
                [
                    new Slot(
                        s_home,
                        Part.Of(c.Sheet, kind).HomeWords,
                        SlotKind.Number,
                        Dimension.Length,
                        0.01,
                        "depth-gauge",
                        Plausible: new Band(Part.Of(c.Sheet, kind).HomeMm - 10, Part.Of(c.Sheet, kind).HomeMm + 10),
                        Expected: Part.Of(c.Sheet, kind).HomeMm
                    ),
                    .. kind == PressedKind.Pin ? [Slot.Pick(s_slips, "In its other part, cold", s_freely, s_tight)] : Array.Empty<Slot>(),
                ],
            Judge = c => Judge(c, Part.Of(c.Sheet, kind), parts),
            Gate = "it lies where it should",
            Cautions = ["Let it cool to the touch before it is measured: hot, it reads long."],
        };

    private static Judgement Judge(StepContext c, PressedSheet part, PressedWords parts)
    {
        if (c.Step.Slots(c).Any(s => s.Required && !c.Taken(Name, s)))
        {
            return Prompt.Next(c);
        }

        if (c.Is(s_slips, s_tight))
        {
            return new Judgement(
                Sentence.Of("Press it out: it has to slip in its other part. Measure that bore."),
                new Call(Verdict.Stop, Sentence.Of("The {inner} is tight where it should slip.", ("inner", Quantity.Word(parts.Inner))), [])
            );
        }

        var found = c.Number(s_home)!.Value;
        var call = PressedFit.Between("depth", found, c.Uncertainty(s_home), part.Home);
        return new Judgement(
            Sentence.Of(
                (call.Verdict, call.Checks[0].Side) switch
                {
                    (Verdict.Go, _) => part.RunsOnMm is null
                        ? "It lies where it should. The record is kept."
                        : "It lies where it should. Measure it inside.",
                    (Verdict.LookAgain, _) => "Read where it lies again, on clean faces.",
                    (_, Side.Upper) => "{by} too far: press it back, cold and square.",
                    _ => "{by} short of home: press it on, cold and square.",
                },
                ("by", Quantity.Mm(Math.Abs(found - call.Checks[0].Limit)))
            ),
            call
        );
    }
}
