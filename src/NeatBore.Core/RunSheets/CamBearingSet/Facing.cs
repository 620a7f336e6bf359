using NeatBore.Core.Calculators.CamBearings;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.CamBearingSet;

/// <summary>A bearing's holes and where it goes, as the end that it is driven from sees them.</summary>
internal sealed record Facing(View View, double BoreMm, IReadOnlyList<Passage> Passages, IReadOnlyList<ShellHole> Holes, double FinalMm)
{
    public static Facing Of(CamBearingSheet bearing, DriveOrder.DriveEnd from) =>
        from == DriveOrder.DriveEnd.Front
            ? new Facing(View.Front, bearing.DiameterMm, bearing.Passages, bearing.Holes, bearing.DepthMm)
            : new Facing(
                View.Rear,
                bearing.DiameterMm,
                [
                    .. bearing.Passages.Select(p =>
                        p with
                        {
                            AngleDeg = Clock.FromOtherEnd(p.AngleDeg),
                            FromFaceMm = bearing.WidthMm - p.FromFaceMm,
                        }
                    ),
                ],
                [
                    .. bearing.Holes.Select(h =>
                        h with
                        {
                            AngleDeg = Clock.FromOtherEnd(h.AngleDeg),
                            FromEdgeMm = bearing.ShellWidthMm - h.FromEdgeMm,
                        }
                    ),
                ],
                bearing.WidthMm - bearing.ShellWidthMm - bearing.DepthMm
            );

    /// <summary>What is + seen from the front, as this end sees it.</summary>
    public double Sign => View == View.Front ? 1 : -1;
}
