using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>A spoked hub pressed on the nose, gripped behind its spokes.</summary>
internal sealed class SpokedHub : DesignRules<SpokedBalancer>
{
    /// <inheritdoc/>
    public override ToolMatch.ToolNeed? Need(EngineSheet sheet) =>
        Mine(sheet)?.Spokes is { } spokes
            ? new ToolMatch.ToolNeed(
                "jaw-puller",
                [],
                spokes.ReachMm,
                Pulling.ReleaseForce(sheet).High,
                SpreadMm: spokes.GripDiameterMm,
                NoseTip: "nose cap"
            )
            : null;

    /// <inheritdoc/>
    public override bool ComesOff(EngineSheet sheet) => Mine(sheet)?.Spokes is not null;

    /// <inheritdoc/>
    public override string? SquareByItself => "Jaws pull square by themselves: look along them from two sides.";

    /// <inheritdoc/>
    public override IReadOnlyList<Slot> PullerSlots(StepContext c) =>
        [
            new Slot(PullerStep.Tool, "Puller", SlotKind.Tool, Need: Need(c.Sheet)),
            Slot.Tick(PullerStep.Behind, "All jaws fully behind the hub, none on ring or rubber"),
        ];

    /// <inheritdoc/>
    public override Judgement JudgePuller(StepContext c)
    {
        if (!Pulling.Fits(c))
        {
            return Pulling.JudgeTool(c);
        }

        if (!c.Taken(PullerStep.Behind))
        {
            return new Judgement(
                Sentence.Of(
                    "Jaws right behind the hub, between its {count} spokes, {reach} in. Nothing on the ring.",
                    ("count", Quantity.Count(Mine(c.Sheet)!.Spokes!.Spokes)),
                    ("reach", Quantity.Mm(Mine(c.Sheet)!.Spokes!.ReachMm, 1))
                )
            );
        }

        var (tool, needN) = (c.Tool(PullerStep.Tool)!, Need(c.Sheet)!.ForceN!.Value);
        var screw = Pulling.ScrewAt(c.Sheet, tool, needN);
        var call = Call.Of(
            [Check.AtLeast("rated force", tool.RatedForceN, needN, 0, Dimension.Force, "expected at the tightest fit")],
            _ =>
                Sentence.Of(
                    "The tool is rated for {rated} and {needed} may be needed.",
                    ("rated", Quantity.Newtons(tool.RatedForceN)),
                    ("needed", Quantity.Newtons(needN))
                )
        );
        return new Judgement(
            Sentence.Of(
                "It holds. Expect up to {torque} at its screw. Pull it.",
                ("torque", new Quantity(screw?.TorqueNm ?? 0, Dimension.Torque, 1))
            ),
            call,
            screw
        );
    }
}
