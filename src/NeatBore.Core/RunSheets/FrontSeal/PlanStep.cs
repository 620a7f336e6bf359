using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.FrontSeal;

/// <summary>The depth that is aimed at.</summary>
internal static class PlanStep
{
    public static readonly StepName Name = new("plan");
    public static readonly NumberSlot Depth = Name.Number("depth");

    public static Step Step =>
        new(Name, "How deep", "seal")
        {
            When = c => Applies.If(!c.Is(Home.Name, Home.Stops), "Its tool stops it at its depth."),
            Weighs = ["groove"],
            Slots = c =>
                [
                    new Slot(
                        Depth,
                        "Planned depth below the cover’s face",
                        SlotKind.Number,
                        Dimension.Length,
                        0.1,
                        "rule",
                        Plausible: new Band(0, c.Sheet.FrontSeal!.WidthMm * 2)
                    ),
                ],
            Judge = Judge,
            Gate = "a depth that can be",
            Cautions = ["Deeper is not safer: a spring that bottoms cuts its lip."],
        };

    private static Judgement Judge(StepContext c)
    {
        var seal = c.Sheet.FrontSeal!;
        if (c.Number(Depth) is not { } planned)
        {
            return new Judgement(
                Sentence.Of(
                    Planned.ByTrackMm(c) is not null
                        ? "The track says {depth}. Type the depth you will press it to."
                        : "The sheet says {depth}. Type the depth you will press it to.",
                    ("depth", Quantity.Mm(Planned.DepthMm(c), 0.1))
                )
            );
        }

        var call = Call.Of(
            [
                .. seal.Depth.Low is { } low
                    ? [Check.AtLeast("depth planned", planned, low, 0, Dimension.Length, seal.Depth.SourceWords)]
                    : Array.Empty<Check>(),
                .. seal.Depth.High is { } high
                    ? [Check.AtMost("depth planned", planned, high, 0, Dimension.Length, seal.Depth.SourceWords)]
                    : Array.Empty<Check>(),
            ],
            k =>
                Sentence.Of(
                    k.Verdict == Verdict.Go ? "{value} is inside what the sheet allows."
                        : k.Side == Side.Upper ? "{value} is deeper than {limit}."
                        : "{value} is shallower than {limit}.",
                    ("value", Quantity.Mm(k.Value)),
                    ("limit", Quantity.Mm(k.Limit))
                )
        );
        return SealSeat.Bottoms(seal, planned)
            ?? new Judgement(
                call is null or { Verdict: Verdict.Go }
                    ? Sentence.Of("Press it to {depth}. Set the ring’s stop to it.", ("depth", Quantity.Mm(planned)))
                    : Sentence.Of(
                        Planned.ByTrackMm(c) is null ? "Plan it again: the sheet says {depth}." : "Plan it again: the track says {depth}.",
                        ("depth", Quantity.Mm(Planned.ByTrackMm(c) ?? seal.DepthMm, 0.1))
                    ),
                call
            );
    }
}
