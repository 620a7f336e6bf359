using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>A solid hub pressed on the nose, pulled by its threaded holes.</summary>
internal sealed class SolidHub : DesignRules<SolidBalancer>
{
    /// <inheritdoc/>
    public override ToolMatch.ToolNeed? Need(EngineSheet sheet) => Pulling.ByScrews(sheet, throughMm: 0);

    /// <inheritdoc/>
    public override IReadOnlyList<Slot> PullerSlots(StepContext c) => Pulling.ScrewSlots(c);

    /// <inheritdoc/>
    public override Judgement JudgePuller(StepContext c) => Pulling.JudgeScrews(c);
}
