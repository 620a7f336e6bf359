using System.Text.Json.Serialization;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Bench;

/// <summary>Where a limit or a value came from. A default is always shown as a default.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<LimitSource>))]
public enum LimitSource
{
    /// <summary>The engine's manual.</summary>
    [JsonStringEnumMemberName("manual")] Manual,

    /// <summary>Measured in this shop.</summary>
    [JsonStringEnumMemberName("measured")] Measured,

    /// <summary>A house rule of this shop.</summary>
    [JsonStringEnumMemberName("house")] House,

    /// <summary>A Neat Bore default: used only where a sheet gives nothing.</summary>
    [JsonStringEnumMemberName("default")] Default,
}

/// <summary>A limit with where it came from; values in the base unit of what it limits.</summary>
public sealed record Limit(double? Low, double? High, LimitSource Source)
{
    /// <summary>The source in words.</summary>
    [JsonIgnore]
    public string SourceWords => Source switch
    {
        LimitSource.Manual => "engine's manual",
        LimitSource.Measured => "measured here",
        LimitSource.House => "house rule",
        _ => "Neat Bore default",
    };
}

/// <summary>Names one version of an engine sheet.</summary>
public sealed record SheetRef(string Id, int Version);

/// <summary>What is known of an engine model. One version is never edited; a change is a new version.</summary>
/// <param name="Id">The sheet's id, the same in every version.</param>
/// <param name="Version">1 and up.</param>
/// <param name="Name">As the shop calls the engine.</param>
/// <param name="Summary">One line about it.</param>
/// <param name="Layout">Where things stand along the crank.</param>
/// <param name="Balancer">The balancer, its nose and its limits.</param>
/// <param name="CrankBolt">The bolt that holds the balancer.</param>
public sealed record EngineSheet(
    string Id,
    int Version,
    string Name,
    string Summary,
    EngineLayout Layout,
    BalancerSheet Balancer,
    CrankBoltSheet CrankBolt)
{
    /// <summary>The name of this version.</summary>
    [JsonIgnore]
    public SheetRef Ref => new(Id, Version);
}

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
    double FlangeDiameterMm);

/// <summary>A journal or bearing: its middle, width and diameter, mm.</summary>
public sealed record JournalPlace(string Id, double ZMm, double WidthMm, double DiameterMm);

/// <summary>A throw or a lobe: its middle, mm, width, mm, and angle, degrees.</summary>
public sealed record TurnedPlace(double ZMm, double WidthMm, double AngleDeg);

/// <summary>The balancer and the nose it is pressed on.</summary>
/// <param name="Nose">The crank's nose.</param>
/// <param name="Hub">The balancer's hub.</param>
/// <param name="Ring">The balancer's outer ring.</param>
/// <param name="SeatedDepthMm">Depth of the nose's end below the hub's front face when seated.</param>
/// <param name="SeatedDepth">What the seated depth may be.</param>
/// <param name="MeasureRadiusMm">Radius at which the seated depth is taken.</param>
/// <param name="Lubricants">What may be used on nose and bore; the first is usual.</param>
/// <param name="Interference">Wanted interference at 20 °C.</param>
/// <param name="Roundness">Most difference of diameters at one station.</param>
/// <param name="Taper">Most difference between station means.</param>
/// <param name="Tilt">Most tilt across the measuring circle when seated.</param>
/// <param name="Puller">What a puller finds on the hub.</param>
public sealed record BalancerSheet(
    NoseSheet Nose,
    HubSheet Hub,
    RingSheet Ring,
    double SeatedDepthMm,
    Limit SeatedDepth,
    double MeasureRadiusMm,
    IReadOnlyList<Lubricant> Lubricants,
    Limit? Interference = null,
    Limit? Roundness = null,
    Limit? Taper = null,
    Limit? Tilt = null,
    PullerSheet? Puller = null);

/// <summary>What a puller finds on the hub; lengths in mm, strengths in MPa.</summary>
/// <param name="Holes">Evenly spaced threaded holes in the hub.</param>
/// <param name="BoltCircleMm">Circle that they are on.</param>
/// <param name="MajorMm">Their thread.</param>
/// <param name="PitchMm">Their pitch.</param>
/// <param name="DepthMm">Full thread in each.</param>
/// <param name="HubTensileMpa">Tensile strength of the hub.</param>
/// <param name="ScrewTensileMpa">Tensile strength that the screws must have.</param>
/// <param name="ReachMm">From the hub's face to the nose's end and room to work.</param>
/// <param name="NoseTip">What keeps the forcing screw off the crank's thread.</param>
public sealed record PullerSheet(
    int Holes,
    double BoltCircleMm,
    double MajorMm,
    double PitchMm,
    double DepthMm,
    double HubTensileMpa,
    double ScrewTensileMpa,
    double ReachMm,
    string NoseTip);

/// <summary>The crank's nose; lengths in mm, roughness in µm.</summary>
public sealed record NoseSheet(
    double DiameterMm, double InnerDiameterMm, double LengthMm, IReadOnlyList<double> StationsMm, Material Material, double RoughnessRzUm);

/// <summary>The balancer's hub; lengths in mm, roughness in µm.</summary>
public sealed record HubSheet(double OuterDiameterMm, double LengthMm, Material Material, double RoughnessRzUm);

/// <summary>The balancer's outer ring and the rubber under it, mm.</summary>
public sealed record RingSheet(double OuterDiameterMm, double InnerDiameterMm, double WidthMm, double RubberMm);

/// <summary>A lubricant for pressing, with the friction it gives.</summary>
public sealed record Lubricant(string Id, string Name, Limit Friction);

/// <summary>The crank bolt: thread in mm, torque in N·m with what may reach it.</summary>
public sealed record CrankBoltSheet(double MajorMm, double PitchMm, double TorqueNm, Limit Torque, string Note);

/// <summary>Used only where an engine sheet gives nothing, and always shown as Neat Bore defaults.</summary>
public static class HouseDefaults
{
    /// <summary>Interference of a balancer on a 30–45 mm steel nose, mm.</summary>
    public static Limit Interference { get; } = new(0.010, 0.050, LimitSource.Default);

    /// <summary>Roundness of nose and bore, mm.</summary>
    public static Limit Roundness { get; } = new(null, 0.010, LimitSource.Default);

    /// <summary>Taper of nose and bore, mm.</summary>
    public static Limit Taper { get; } = new(null, 0.010, LimitSource.Default);

    /// <summary>Tilt of a seated hub across its measuring circle, mm.</summary>
    public static Limit HubTilt { get; } = new(null, 0.10, LimitSource.Default);

    /// <summary>Friction when pulling off after years, dry or corroded.</summary>
    public static Limit PullFriction { get; } = new(0.15, 0.30, LimitSource.Default);

    /// <summary>Friction in a greased forcing screw and under its tip; the high one is reckoned with.</summary>
    public static Limit GreasedScrewFriction { get; } = new(0.08, 0.12, LimitSource.Default);

    /// <summary>Tilt of a puller's yoke across its screws, mm.</summary>
    public static Limit YokeTilt { get; } = new(null, 0.5, LimitSource.Default);

    /// <summary>Mark error, degrees: a go up to the low one, a stop above the high one.</summary>
    public static Limit MarkErrorDeg { get; } = new(1, 3, LimitSource.Default);
}
