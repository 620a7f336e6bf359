using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.RockerTrunnions;

/// <summary>The old one out, every needle accounted for.</summary>
internal static class OutStep
{
    public static readonly StepName Name = new("out");
    private static readonly PickSlot s_came = Name.Pick("came");
    private static readonly Option s_bushes = new("bushes", "plain bushes");
    private static readonly Option s_caged = new("caged", "caged needles");
    private static readonly Option s_loose = new("loose", "loose needles");
    private static readonly Option s_races = new("races", "two-piece races");
    private static readonly PickSlot s_whole = Name.Pick("whole");
    private static readonly Option s_wholeWhole = new("whole", "whole: every needle, every piece");
    private static readonly Option s_not = new("not", "not whole, or not sure");
    private static readonly NumberSlot s_needles = Name.Number("needles");
    private static readonly PickSlot s_clipsOff = Name.Pick("clips");

    public static Step Step =>
        Rockers.Each(
            new Step(Name, "Out", "rocker-out")
            {
                Leaves = [new("trunnion out", FloatStep.Name)],
                Slots = Slots,
                Judge = JudgeOutWhole,
                Gate = "every needle accounted for",
                NoWayBack = true,
                Cautions = ["Eye protection: clips fly. Work over the tray: needles roll."],
            }
        );

    private static IReadOnlyList<Slot> Slots(StepContext c)
    {
        var broken = c.Is(s_whole, s_not);
        return
        [
            Slot.Pick(s_whole, "How it came out", s_wholeWhole, s_not).Unless(c.Taken(s_needles)),
            new Slot(
                s_needles,
                "Needles counted",
                SlotKind.Number,
                Dimension.Count,
                1,
                Plausible: new Band(0, Math.Max(100, c.Sheet.Rockers!.NeedlesEach * 2)),
                Required: broken && !c.Is(s_came, s_bushes)
            ),
            Slot.Pick(s_came, "What came out", s_bushes, s_caged, s_loose, s_races) with
            {
                Required = false,
            },
            Slot.Pick(s_clipsOff, "Its clips", new("off", "both off"), new("none", "it had none")) with
            {
                Required = false,
            },
        ];
    }

    private static Judgement JudgeOutWhole(StepContext c) =>
        c.Is(s_whole, s_not) && c.Is(s_came, s_bushes) && !c.Taken(s_needles)
            ? new Judgement(
                Sentence.Of("Find the rest of the bush: in the head, the valley, the sump. Then again."),
                new Call(Verdict.LookAgain, Sentence.Of("A bush that broke has pieces somewhere."), [])
            )
            : JudgeOut(c);

    private static Judgement JudgeOut(StepContext c)
    {
        var expected = c.Sheet.Rockers!.NeedlesEach;
        // One short is a stop, whatever else was picked.
        if (c.Number(s_needles) is { } early && expected > 0 && early < expected)
        {
            return Counted(early, expected);
        }

        if (c.Step.Slots(c).Any(s => s.Required && !c.Taken(Name, s)))
        {
            return Prompt.Next(c);
        }

        if (c.Number(s_needles) is { } counted)
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
                c.Is(s_whole, s_wholeWhole) ? Sentence.Of("It came out whole.") : Sentence.Of("No needles to account for."),
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
