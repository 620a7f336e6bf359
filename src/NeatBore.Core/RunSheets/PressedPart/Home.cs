using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class PressedPart
{
    private static class HomeStep
    {
        public static readonly StepName Name = new("home");
        public static readonly PickSlot Slips = Name.Pick("slips");
        public static readonly NumberSlot Home = Name.Number("home");
    }

    private static Judgement JudgeHome(StepContext c, PressedSheet part, PressedIn.Parts parts)
    {
        if (c.Step.Slots(c).Any(s => s.Required && !c.Taken(HomeStep.Name, s)))
        {
            return Prompt.Next(c);
        }

        if (c.Picked(HomeStep.Slips) == "tight")
        {
            return new Judgement(
                Sentence.Of("Press it out: it has to slip in its other part. Measure that bore."),
                new Call(Verdict.Stop, Sentence.Of("The {inner} is tight where it should slip.", ("inner", Quantity.Word(parts.Inner))), [])
            );
        }

        var found = c.Number(HomeStep.Home)!.Value;
        var call = PressedIn.Between("depth", found, c.Uncertainty(HomeStep.Home), part.Home);
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
