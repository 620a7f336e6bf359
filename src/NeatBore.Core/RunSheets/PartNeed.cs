using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Engines;

namespace NeatBore.Core.RunSheets;

/// <summary>What a tool must fit to do one job on one engine.</summary>
/// <param name="Sheet">The engine.</param>
/// <param name="Part">The job, in words.</param>
/// <param name="Need">What the tool must fit.</param>
public sealed record PartNeed(string Sheet, string Part, ToolMatch.ToolNeed Need)
{
    /// <summary>Every job on an engine that a tool of the crib is picked for.</summary>
    public static IReadOnlyList<PartNeed> Of(EngineSheet sheet) =>
        sheet.Balancer is not null && BalancerOff.BeforeStep.NeedOf(sheet) is { } need
            ? [new PartNeed(sheet.Name, "balancer off", need)]
            : [];
}
