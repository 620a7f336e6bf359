namespace NeatBore.Core.Engines;

/// <summary>The engine seen from its side. z in mm from the block's front face, rearwards; heights in mm above the crank's axis.</summary>
/// <param name="BlockLengthMm">Front face to rear face.</param>
/// <param name="DeckMm">Deck above the crank's axis.</param>
/// <param name="RailMm">Sump rail below the crank's axis.</param>
/// <param name="StrokeMm">Of the pistons.</param>
/// <param name="CamHeightMm">Cam's axis above the crank's.</param>
/// <param name="Mains">Main bearings.</param>
/// <param name="Throws">Crank throws, with their angle.</param>
/// <param name="CamBearings">Cam bearings, "cam-1" at the front.</param>
/// <param name="Lobes">Cam lobes, with their angle.</param>
/// <param name="Rockers">Rockers along the deck.</param>
/// <param name="CoverDepthMm">How far the timing cover stands ahead of the block.</param>
/// <param name="FlangeDiameterMm">Of the crank's rear flange.</param>
public sealed record EngineLayout(
    double BlockLengthMm,
    double DeckMm,
    double RailMm,
    double StrokeMm,
    double CamHeightMm,
    IReadOnlyList<JournalPlace> Mains,
    IReadOnlyList<TurnedPlace> Throws,
    IReadOnlyList<JournalPlace> CamBearings,
    IReadOnlyList<TurnedPlace> Lobes,
    IReadOnlyList<double> Rockers,
    double CoverDepthMm,
    double FlangeDiameterMm
)
{
    /// <summary>A layout good enough to be map and navigation, where only the arrangement is known.</summary>
    /// <exception cref="Measures.UnusableInputException">No engine is arranged like that: by its field, what would be right.</exception>
    public static EngineLayout From(Arrangement engine) => ArrangedLayout.Of(engine);
}

/// <summary>A journal or bearing: its middle, width and diameter, mm.</summary>
public sealed record JournalPlace(string Id, double ZMm, double WidthMm, double DiameterMm);

/// <summary>A throw or a lobe: its middle, mm, width, mm, and angle, degrees.</summary>
public sealed record TurnedPlace(double ZMm, double WidthMm, double AngleDeg);
