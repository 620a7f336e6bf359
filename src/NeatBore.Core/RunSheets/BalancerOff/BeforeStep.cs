using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Engines;

namespace NeatBore.Core.RunSheets.BalancerOff;

/// <summary>What is noted before anything moves.</summary>
internal static class BeforeStep
{
    public static readonly StepName Name = new("before");

    public static Step Step =>
        new(Name, "Mark noted, crank locked", "crank-locked")
        {
            Leaves = [new("crank locked", AfterStep.Name)],
            Slots = c =>
                [
                    new Slot("mark", "Mark against its pointer", SlotKind.Text, Required: false),
                    Slot.Tick("locked", "Engine cold, battery off, mark noted; crank locked as chosen"),
                ],
            Judge = Prompt.Next,
            Cautions = ["A car on stands: never under it. Sleeves tied, rings off."],
        };

    /// <summary>What a puller must fit on this engine, with the force of its tightest fit; null where nothing is pulled.</summary>
    public static ToolMatch.ToolNeed? NeedOf(EngineSheet sheet) => DesignRules.Of(sheet).Need(sheet);
}
