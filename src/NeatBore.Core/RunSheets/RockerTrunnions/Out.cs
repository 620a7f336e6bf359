using System.Globalization;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class RockerTrunnions
{
    private static class OutStep
    {
        public static readonly StepName Name = new("out");
        public static readonly PickSlot Came = Name.Pick("came");
        public static readonly PickSlot Whole = Name.Pick("whole");
        public static readonly NumberSlot Needles = Name.Number("needles");
    }

    private static Judgement JudgeOut(StepContext c)
    {
        var expected = c.Sheet.Rockers!.NeedlesEach;
        // One short is a stop, whatever else was picked.
        if (c.Number(OutStep.Needles) is { } early && expected > 0 && early < expected)
        {
            return Counted(early, expected);
        }

        if (c.Step.Slots(c).Any(s => s.Required && !c.Taken(OutStep.Name, s)))
        {
            return Prompt.Next(c);
        }

        if (c.Number(OutStep.Needles) is { } counted)
        {
            return expected > 0
                ? Counted(counted, expected)
                : new Judgement(
                    Sentence.Of("Count what a whole one of the set holds, and compare; or say where the rest is."),
                    new Call(
                        Verdict.Decide,
                        Sentence.Of("{n} counted; nobody knows how many belong to it.", ("n", Quantity.Count((int)counted))),
                        []
                    )
                );
        }

        return new Judgement(
            Sentence.Of("Wash the body, then measure it."),
            new Call(
                Verdict.Go,
                c.Picked(OutStep.Whole) == "whole" ? Sentence.Of("It came out whole.") : Sentence.Of("No needles to account for."),
                []
            )
        );
    }

    private static Judgement Counted(double counted, int expected)
    {
        var check = new Check(
            "needles",
            counted == expected ? Verdict.Go
                : counted < expected ? Verdict.Stop
                : Verdict.LookAgain,
            counted,
            expected,
            0,
            Side.Lower,
            Dimension.Count,
            "engine’s sheet"
        );
        return new Judgement(
            Sentence.Of(
                check.Verdict switch
                {
                    Verdict.Go => "All there. Wash the body, then measure it.",
                    Verdict.Stop => "Find {short} needles: in the head, the valley, the sump. They go through the engine.",
                    _ => "Count them again: there are more than one rocker holds.",
                },
                ("short", Quantity.Count((int)Math.Abs(expected - counted)))
            ),
            new Call(
                check.Verdict,
                Sentence.Of("{n} counted, {of} belong to it.", ("n", Quantity.Count((int)counted)), ("of", Quantity.Count(expected))),
                [check]
            )
        );
    }
}
