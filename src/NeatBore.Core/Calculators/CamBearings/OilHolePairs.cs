namespace NeatBore.Core.Calculators.CamBearings;

/// <summary>A passage and its hole, with how far the hole stands off where the shell is in the middle of its
/// reach and its edge at nought.</summary>
internal sealed record OilHolePair(string Id, HoleShape Passage, HoleShape Hole, double AroundMm, double AlongMm, double MostMm2);

/// <summary>All of a bearing’s passages with their holes, wherever the shell is moved.</summary>
internal sealed record OilHolePairs(IReadOnlyList<OilHolePair> List, double BoreMm)
{
    public static OilHolePairs Of(OilHoleWindow.Request request, double fromDeg) =>
        new(
            [
                .. request.Passages.Select(p =>
                {
                    var hole = HolePairs.HoleOf(p, request.ShellHoles);
                    return new OilHolePair(
                        p.Id,
                        p.Shape,
                        hole.Shape,
                        HolePairs.Around(hole.AngleDeg - p.AngleDeg + fromDeg, request.BoreDiameterMm),
                        hole.FromEdgeMm - p.FromFaceMm,
                        SharedArea.Most(p.Shape, hole.Shape)
                    );
                }),
            ],
            request.BoreDiameterMm
        );

    public double Mm(double deg) => BoreMm / 2 * deg * Math.PI / 180;

    public List<OilHoleWindow.Window> At(double rotationDeg, double depthMm) =>
        [
            .. List.Select(p =>
            {
                var (x, y) = (HolePairs.Around((p.AroundMm + Mm(rotationDeg)) / Mm(1), BoreMm), p.AlongMm + depthMm);
                var open = SharedArea.Of(p.Passage, p.Hole, x, y);
                return new OilHoleWindow.Window(p.Id, open, open / p.MostMm2, x, y);
            }),
        ];

    public double Worst(double rotationDeg, double depthMm) => List.Min(p => Share(p, Mm(rotationDeg), depthMm));

    public static double Share(OilHolePair p, double turnMm, double depthMm) =>
        SharedArea.Of(p.Passage, p.Hole, p.AroundMm + turnMm, p.AlongMm + depthMm) / p.MostMm2;

    /// <summary>The worst share; where a window is shut, how far its shapes are apart, as a negative number, so that a search finds
    /// its way.</summary>
    public double Height(double turnMm, double depthMm)
    {
        var worst = double.MaxValue;
        foreach (var p in List)
        {
            var share = Share(p, turnMm, depthMm);
            worst = Math.Min(worst, share > 0 ? share : -Gap(p, turnMm, depthMm));
        }

        return worst;
    }

    private static double Gap(OilHolePair p, double turnMm, double depthMm)
    {
        var (x, y) = (Math.Abs(p.AroundMm + turnMm), Math.Abs(p.AlongMm + depthMm));
        var (bx, by) = (Core(p.Passage).X + Core(p.Hole).X, Core(p.Passage).Y + Core(p.Hole).Y);
        // Both are a segment or a point grown by a radius, so their distance is that of the segments less the radii.
        var (dx, dy) = (Math.Max(0, x - bx), Math.Max(0, y - by));
        return Math.Max(0, Math.Sqrt((dx * dx) + (dy * dy)) - Radius(p.Passage) - Radius(p.Hole)) + 1e-12;
    }

    private static double Radius(HoleShape s) => s.Kind == ShapeKind.Circle ? s.DiameterMm!.Value / 2 : s.WidthMm!.Value / 2;

    private static (double X, double Y) Core(HoleShape s) =>
        s.Kind switch
        {
            ShapeKind.Circle => (0, 0),
            ShapeKind.Groove => (1e9, 0),
            _ => s.Axis == SlotAxis.Around
                ? ((s.LengthMm!.Value - s.WidthMm!.Value) / 2, 0)
                : (0, (s.LengthMm!.Value - s.WidthMm!.Value) / 2),
        };
}
