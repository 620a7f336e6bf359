using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.PressedOff;

/// <summary>The puller, and the gap that it goes into.</summary>
internal static class PullerStep
{
    public static readonly StepName Name = new("puller");
    private static readonly NumberSlot s_gap = Name.Number("gap");
    private static readonly PickSlot s_behind = Name.Pick("next");
    private static readonly Option s_free = new("free", "nothing near");
    private static readonly Option s_next = new("next", "a gear, chain or guide");
    private static readonly NumberSlot s_neighbour = Name.Number("neighbour");
    public static readonly ToolSlot Tool = Name.Tool("tool");

    /// <summary>What a puller’s jaws reach past the part.</summary>
    private const double BehindMm = 10;

    /// <summary>Further than the arms of any puller.</summary>
    private const double FreeMm = 500;

    public static Step Of(PressedKind kind) =>
        new(Name, "Pick the puller", "pressed-home")
        {
            Afresh = true,
            Leaves = [new("puller on the shaft", PullStep.Name.Id)],
            Slots = c =>
                [
                    Behind(s_gap, "Gap behind it, for the jaws’ edge", "feeler"),
                    Slot.Pick(s_behind, "Behind that", s_free, s_next),
                    .. c.Is(s_behind, s_next) ? [Behind(s_neighbour, "From its back to that", "rule")] : Array.Empty<Slot>(),
                    new Slot(Tool, "Puller", SlotKind.Tool, Need: Need(c, PressedPart.Part.Of(c.Sheet, kind))),
                ],
            Judge = c => Judge(c, PressedPart.Part.Of(c.Sheet, kind)),
            Gate = "a puller that goes behind it",
            Catches = "Try its edge in the gap by hand, all the way, before it is loaded",
            CanHurt = true,
            Cautions = ["A screw straight on the crank’s end wrecks its thread."],
        };

    private static Judgement Judge(StepContext c, PressedSheet part)
    {
        if (c.Tool(Tool) is not { } tool)
        {
            return Prompt.Next(c);
        }

        var need = Need(c, part);
        var match = ToolMatch.Solve(new ToolMatch.Request(need, [tool]));
        if (FromCrib.Refused(c, Tool, need) is { } refused)
        {
            return refused;
        }

        if (c.Step.Slots(c).FirstOrDefault(s => s.Required && !c.Taken(s)) is { } open)
        {
            return Prompt.For(open);
        }

        // A jaw whose edge nobody has measured is tried in the gap.
        if (match.Ask is [var ask, ..])
        {
            return new Judgement(
                Sentence.Of("Try its edge in the gap before you load it, all the way round."),
                new Call(Verdict.Decide, Sentence.Of("{because}.", ("because", Quantity.Word(Wording.Capital(ask.Because)))), []),
                match
            );
        }

        return new Judgement(
            PullForce.StopNm(c, tool) is { } stop
                ? Sentence.Of("It goes behind it. Pull it, stop at {torque}.", ("torque", Quantity.Nm(stop)))
                : Sentence.Of("It goes behind it. Its screw’s thread is not known: pull by feel, and stop where it turns hard."),
            new Call(
                Verdict.Go,
                Sentence.Of(
                    "Rated for {rated}; up to {needed} may be needed.",
                    ("rated", Quantity.Newtons(tool.RatedForceN)),
                    ("needed", Quantity.Newtons(need.ForceN!.Value))
                ),
                [Check.AtLeast("rated force", tool.RatedForceN, need.ForceN.Value, 0, Dimension.Force, "expected at the tightest fit")]
            ),
            match
        );
    }

    private static Slot Behind(NumberSlot slot, string label, string gauge) =>
        new(slot, label, SlotKind.Number, Dimension.Length, 0.1, gauge, Plausible: new Band(0.5, 80));

    private static ToolMatch.ToolNeed Need(StepContext c, PressedSheet part) =>
        new(
            "jaw-puller",
            [],
            part.Outer.HeightMm + BehindMm,
            Math.Max(1, PullForce.MostN(c.Sheet, part)),
            SpreadMm: part.Outer.OuterDiameterMm,
            GapMm: c.Number(s_gap),
            NeighbourMm: c.Is(s_behind, s_free) ? FreeMm : c.Number(s_neighbour)
        );
}
