using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

public static partial class RockerTrunnions
{
    private static readonly PickSlot s_clipsOff = OutStep.Name.Pick("clips");
    private static readonly PickSlot s_both = ClipsStep.Name.Pick("both");
    private static readonly NumberSlot s_spacer = FloatStep.Name.Number("spacer");

    private static IReadOnlyList<Slot> OutSlots(StepContext c)
    {
        var broken = c.Picked(OutStep.Whole) == "not";
        return
        [
            Slot.Pick(
                OutStep.Whole,
                "How it came out",
                new("whole", "whole: every needle, every piece"),
                new("not", "not whole, or not sure")
            ) with
            {
                Required = !c.Taken(OutStep.Needles),
            },
            new Slot(
                OutStep.Needles,
                "Needles counted",
                SlotKind.Number,
                Dimension.Count,
                1,
                Plausible: new Band(0, Math.Max(100, c.Sheet.Rockers!.NeedlesEach * 2)),
                Required: broken && c.Picked(OutStep.Came) != "bushes"
            ),
            Slot.Pick(
                OutStep.Came,
                "What came out",
                new("bushes", "plain bushes"),
                new("caged", "caged needles"),
                new("loose", "loose needles"),
                new("races", "two-piece races")
            ) with
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
        c.Picked(OutStep.Whole) == "not" && c.Picked(OutStep.Came) == "bushes" && !c.Taken(OutStep.Needles)
            ? new Judgement(
                Sentence.Of("Find the rest of the bush: in the head, the valley, the sump. Then again."),
                new Call(Verdict.LookAgain, Sentence.Of("A bush that broke has pieces somewhere."), [])
            )
            : JudgeOut(c);

    private static IReadOnlyList<Slot> TrunnionSlots(StepContext c)
    {
        var needles = KitOf(c).Kind == TrunnionKind.Needles;
        return
        [
            Slot.Pick(
                TrunnionStep.Turns,
                needles ? "Trunnion in, right way round; every new needle in both cups" : "Trunnion oiled and in, right way round",
                new("freely", "so, and turns freely"),
                new("tight", "tight"),
                new("not", needles ? "a needle missing, or wrong way" : "wrong way round")
            ),
            .. needles
                ? Array.Empty<Slot>()
                :
                [
                    .. PressedIn
                        .Across(InsideStep.Inside, "Inside", "bore-gauge", KitOf(c).InnerMm, KitOf(c).InnerMm - ClosesUp(c))
                        .Select(s => s with { Required = false }),
                    new Slot(
                        BodyStep.Trunnion,
                        "Trunnion, across",
                        SlotKind.Number,
                        Dimension.Length,
                        0.001,
                        "micrometer",
                        Plausible: new Band(TrunnionOf(c).DiameterMm * 0.98, TrunnionOf(c).DiameterMm * 1.02),
                        Required: false,
                        Expected: TrunnionOf(c).DiameterMm
                    )
                    {
                        Reads = "rockers/trunnion/diameterMm",
                    },
                ],
        ];
    }

    private static Judgement JudgeTrunnion(StepContext c)
    {
        var bush = KitOf(c).Kind == TrunnionKind.Bush;
        List<NumberSlot> inside = [.. new[] { Inside(0), Inside(90) }.Where(i => c.Taken(i))];
        var across = TrunnionStep.Name.Number(BodyStep.Trunnion.Key);
        var gauged =
            bush && inside.Count > 0 && c.Number(across) is { } trunnion
                ? PressedIn.JudgeInside(
                    inside.Average(i => c.Number(i)!.Value),
                    trunnion,
                    Math.Sqrt(Math.Pow(c.Uncertainty(inside[0]), 2) + Math.Pow(c.Uncertainty(across), 2)),
                    KitOf(c).Clearance ?? c.Sheet.Usual(NeatBoreDefaults.TrunnionClearance),
                    "trunnion",
                    "Now the second side, over the trunnion."
                )
                : null;
        if (gauged?.Call is { Verdict: not Verdict.Go })
        {
            return gauged;
        }

        return c.Picked(TrunnionStep.Turns) switch
        {
            null => new Judgement(
                bush
                    ? Sentence.Of("Oil the trunnion and put it in, right way round. Does it turn?")
                    : Sentence.Of("Trunnion in, right way round: push the retainer off over it or a mandrel, so that no needle drops.")
            ),
            "tight" => new Judgement(
                Sentence.Of("Take it out. Measure the inside: ream or hone it, wash it, then again."),
                new Call(Verdict.LookAgain, Sentence.Of("It has to turn in the first side before the second goes in."), [])
            ),
            "not" => new Judgement(
                Sentence.Of(
                    bush ? "Take it out, turn it round, then again." : "Take it out. Find the needle, or turn it round, then again."
                ),
                new Call(Verdict.LookAgain, Sentence.Of("What is wrong now can’t be reached once the second side is in."), [])
            ),
            _ => new Judgement(
                Sentence.Of("Now the second side, over the trunnion."),
                gauged?.Call
                    ?? new Call(
                        Verdict.Go,
                        bush
                            ? Sentence.Of("It turns freely in the first side; its inside was not measured.")
                            : Sentence.Of("It turns freely in the first side, every needle there."),
                        []
                    )
            ),
        };
    }

    private static NumberSlot Inside(int deg) => TrunnionStep.Name.Number(InsideStep.Inside.At(deg).Key);

    private static Step ClipsIn =>
        new(ClipsStep.Name, "Clips, and does it turn", "rocker-clips")
        {
            Needs = [TrunnionStep.Name, SecondStep.Name],
            Renews = [FloatStep.Name],
            Slots = _ =>
                [
                    Slot.Pick(
                        s_both,
                        "Both clips, each turned with fine pliers",
                        new("seated", "both turn in their grooves"),
                        new("stiff", "one won’t turn"),
                        new("off", "one springs off"),
                        new("none", "it has none")
                    ),
                    Slot.Pick(
                        ClipsStep.Turns,
                        "The trunnion",
                        new("freely", "turns and floats freely"),
                        new("tight", "drags"),
                        new("gritty", "gritty")
                    ),
                ],
            Judge = JudgeBoth,
            Gate = "both clips in their grooves",
            Cautions = ["Eye protection: clips fly. Keep a thumb over it."],
        };

    private static Judgement JudgeBoth(StepContext c) =>
        c.Picked(s_both) switch
        {
            null => Prompt.Next(c),
            "off" => Again("New clip. Clean its groove, press it right home, turn it."),
            "stiff" => Again("Seat it: press it home all round, then turn it again."),
            var both when JudgeTurns(c) is { } turns => both == "none" && turns.Call is { Verdict: Verdict.Go }
                ? new Judgement(
                    Sentence.Of("Look what holds its trunnion, and say it."),
                    new Call(Verdict.Decide, Sentence.Of("It has no clips."), [])
                )
                : turns,
            _ => Prompt.Next(c),
        };

    private static Judgement Again(string what) =>
        new(
            Sentence.Of(what),
            new Call(Verdict.LookAgain, Sentence.Of("A clip that won’t turn is not in its groove; it lets the trunnion walk out."), [])
        );

    private static Judgement? JudgeTurns(StepContext c) =>
        c.Picked(ClipsStep.Turns) switch
        {
            null => null,
            "freely" => new Judgement(
                Sentence.Of("Now its float, clips in."),
                new Call(Verdict.Go, Sentence.Of("Both clips turn in their grooves; it turns and floats freely."), [])
            ),
            "gritty" => new Judgement(
                Sentence.Of("Swarf is in it. Clips off, wash it through, oil, again."),
                new Call(Verdict.LookAgain, Sentence.Of("It feels gritty: swarf runs in it."), [])
            ),
            _ => new Judgement(
                Sentence.Of("Find where it drags: a bush, the float, a clip. Then again."),
                new Call(Verdict.LookAgain, Sentence.Of("It has to turn and float freely."), [])
            ),
        };

    private static Step FloatUnderClips =>
        new(FloatStep.Name, "End float, clips in", "rocker-float")
        {
            Needs = [ClipsStep.Name],
            // More float is had by taking the clips off and pressing on: both are done again.
            Loosens = [SecondStep.Name, ClipsStep.Name],
            Slots = c =>
                [
                    new Slot(
                        FloatStep.Float,
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
            Judge = JudgeFloatUnderClips,
            Gate = "it floats",
            Catches = "Push it to and fro: it clicks, and turns wherever it lies",
            Cautions = ["Feeler blades cut: flat on, not edge on."],
        };

    private static Judgement JudgeFloatUnderClips(StepContext c)
    {
        if (c.Number(FloatStep.Float) is not { } found)
        {
            return Prompt.Next(c);
        }

        var call = PressedIn.Between(
            "end float",
            found,
            c.Uncertainty(FloatStep.Float),
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
