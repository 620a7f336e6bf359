using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.RockerTrunnions;

/// <summary>The trunnion in, turning.</summary>
internal static class TrunnionStep
{
    public static readonly StepName Name = new("trunnion");
    private static readonly PickSlot s_turns = Name.Pick("turns");

    private static readonly Diameters s_inside = new(Name, "inside");

    public static Step Step =>
        Rockers.Each(
            new Step(Name, "Trunnion in", "rocker-trunnion")
            {
                Needs = [FirstStep.Name],
                Renews = [SecondStep.Name, ClipsStep.Name, FloatStep.Name],
                Slots = Slots,
                Judge = Judge,
                Gate = "the trunnion turns",
                Cautions = ["Turn a reamer forwards only. Chips out before the trunnion goes in; oil off the floor."],
            }
        );

    private static IReadOnlyList<Slot> Slots(StepContext c)
    {
        var needles = Kit.Of(c).Kind == TrunnionKind.Needles;
        return
        [
            Slot.Pick(
                s_turns,
                needles ? "Trunnion in, right way round; every new needle in both cups" : "Trunnion oiled and in, right way round",
                new("freely", "so, and turns freely"),
                new("tight", "tight"),
                new("not", needles ? "a needle missing, or wrong way" : "wrong way round")
            ),
            .. needles
                ? Array.Empty<Slot>()
                :
                [
                    .. PressedFit
                        .Across(s_inside, "Inside", "bore-gauge", Kit.Of(c).InnerMm, Kit.Of(c).InnerMm - ClosesUp(c))
                        .Select(s => s with { Required = false }),
                    new Slot(
                        BodyStep.Trunnion,
                        "Trunnion, across",
                        SlotKind.Number,
                        Dimension.Length,
                        0.001,
                        "micrometer",
                        Plausible: new Band(Rockers.Trunnion(c).DiameterMm * 0.98, Rockers.Trunnion(c).DiameterMm * 1.02),
                        Required: false,
                        Expected: Rockers.Trunnion(c).DiameterMm
                    )
                    {
                        Reads = "rockers/trunnion/diameterMm",
                    },
                ],
        ];
    }

    private static Judgement Judge(StepContext c)
    {
        var bush = Kit.Of(c).Kind == TrunnionKind.Bush;
        List<NumberSlot> inside = [.. new[] { s_inside.At(0), s_inside.At(90) }.Where(i => c.Taken(i))];
        var across = Name.Number(BodyStep.Trunnion.Key);
        var gauged =
            bush && inside.Count > 0 && c.Number(across) is { } trunnion
                ? PressedFit.JudgeInside(
                    inside.Average(i => c.Number(i)!.Value),
                    trunnion,
                    Math.Sqrt(Math.Pow(c.Uncertainty(inside[0]), 2) + Math.Pow(c.Uncertainty(across), 2)),
                    Kit.Of(c).Clearance ?? c.Sheet.Usual(NeatBoreDefaults.TrunnionClearance),
                    "trunnion",
                    "Now the second side, over the trunnion."
                )
                : null;
        if (gauged?.Call is { Verdict: not Verdict.Go })
        {
            return gauged;
        }

        return c.Picked(s_turns) switch
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

    private static double ClosesUp(StepContext c) =>
        Fit.Of(c) is { } fit ? PressedFit.ClosesUpMm(fit.PressureMpa, Kit.Of(c).OuterMm, Kit.Of(c).InnerMm, Kit.Of(c).Material) : 0;
}
