using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

/// <summary>What the strip of an engine is drawn from, the same for all builds of it.</summary>
/// <param name="Engine">The engine sheet, by id.</param>
/// <param name="Name">The engine's name.</param>
/// <param name="Layout">Where its parts lie along the crank.</param>
/// <param name="Balancer">The balancer's outline.</param>
/// <param name="Rockers">How many rockers lie in the tray.</param>
/// <param name="Places">Its places with what can be done at each.</param>
public sealed record EngineStrip(
    string Engine,
    string Name,
    EngineLayout Layout,
    BalancerOutline Balancer,
    int Rockers,
    IReadOnlyList<StripPlace> Places
)
{
    /// <summary>The strip of an engine.</summary>
    /// <param name="sheet">The newest version of its sheet.</param>
    /// <param name="book">Every run sheet.</param>
    public static EngineStrip Of(EngineSheet sheet, ProcedureBook book) =>
        new(
            sheet.Id,
            sheet.Name,
            sheet.Layout,
            BalancerOutline.Of(sheet),
            sheet.Rockers?.Places.Count ?? sheet.Layout.Rockers.Count,
            [
                .. HeadEvaluation
                    .PlacesOf(sheet, book, [])
                    .Select(p => new StripPlace(p.Id, p.Label, p.FromMm, p.ToMm, [.. p.Tasks.Select(t => new StripTask(t.Ref, t.Title))])),
            ]
        );
}

/// <summary>The sizes of a balancer that its outline is drawn from, mm.</summary>
public sealed record BalancerOutline(double HubLengthMm, double HubDiameterMm, double RingDiameterMm, double RingWidthMm)
{
    /// <summary>The outline of an engine's balancer; where nobody has described it, of a usual one.</summary>
    public static BalancerOutline Of(EngineSheet sheet) =>
        sheet.Balancer is { } balancer
            ? new(balancer.Hub.LengthMm, balancer.Hub.OuterDiameterMm, balancer.Ring.OuterDiameterMm, balancer.Ring.WidthMm)
            : new(EnginePlaces.UsualHubMm, 60, 170, 28);
}

/// <summary>A place of a strip, mm along the crank, with what can be done there.</summary>
public sealed record StripPlace(string Id, string Label, double FromMm, double ToMm, IReadOnlyList<StripTask> Tasks);

/// <summary>A task that can be done at a place.</summary>
public sealed record StripTask(TaskRef Ref, string Title);
