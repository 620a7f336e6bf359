namespace NeatBore.Core.Engines;

/// <summary>A part that holds a seal round the crank and is bolted to the block: the timing cover, or the rear seal's housing.</summary>
/// <param name="Outline">Its outline as seen from the front, the crank at the middle, x right and y towards 12, mm.</param>
/// <param name="BoreMm">Diameter of the bore for the seal.</param>
/// <param name="Bolts">Its bolts, likewise.</param>
/// <param name="Groups">What the bolts get.</param>
/// <param name="HoleFreeMm">How far its bolt holes let it move any way from the middle.</param>
/// <param name="Dowels">Where its dowels are, as seen from the front, mm.</param>
/// <param name="Offset">How far the bore may stand off the crank.</param>
/// <param name="Rail">Step allowed between its sump face and the block's.</param>
/// <param name="Landmarks">What is to be seen where, for words.</param>
public sealed record HousingSheet(
    IReadOnlyList<PlanePoint> Outline,
    double BoreMm,
    IReadOnlyList<BoltPlace> Bolts,
    IReadOnlyList<BoltGroup> Groups,
    double HoleFreeMm,
    IReadOnlyList<PlanePoint>? Dowels = null,
    Limit? Offset = null,
    Limit? Rail = null,
    IReadOnlyList<Landmark>? Landmarks = null
);

/// <summary>Something to be seen at a clock angle from the front.</summary>
public sealed record Landmark(double AngleDeg, string Name);
