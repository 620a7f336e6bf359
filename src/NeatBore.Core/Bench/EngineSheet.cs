using System.Text.Json.Serialization;
using NeatBore.Core.Fasteners;
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
/// <param name="Cover">The timing cover.</param>
/// <param name="FrontSeal">The front seal.</param>
/// <param name="EndFloat">The crank's end float.</param>
/// <param name="Rear">The rear seal and what holds it.</param>
/// <param name="Spigot">The spigot bearing in the crank's end.</param>
/// <param name="Cam">The cam tunnel.</param>
/// <param name="Sealants">Sealants that may be used; the first is usual.</param>
/// <param name="Rockers">The rockers and their pressed trunnions.</param>
/// <param name="Pressed">Other parts that are pressed or shrunk.</param>
public sealed record EngineSheet(
    string Id,
    int Version,
    string Name,
    string Summary,
    EngineLayout Layout,
    BalancerSheet Balancer,
    CrankBoltSheet CrankBolt,
    HousingSheet? Cover = null,
    SealSheet? FrontSeal = null,
    FloatSheet? EndFloat = null,
    RearSheet? Rear = null,
    SpigotSheet? Spigot = null,
    IReadOnlyList<SealantSheet>? Sealants = null,
    CamSheet? Cam = null,
    RockerSheet? Rockers = null,
    IReadOnlyList<PressedSheet>? Pressed = null)
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
/// <param name="Design">How it is made and held.</param>
/// <param name="Body">The light body, where one is screwed to the hub.</param>
/// <param name="Spokes">The spokes, where the hub is gripped behind them.</param>
/// <param name="Flange">The flange and its bolts, where there is no press fit.</param>
/// <param name="Warm">What warming the hub takes.</param>
/// <param name="RingRunOut">Full swing of the ring that is allowed.</param>
/// <param name="SealTrack">The hub's track for the front seal.</param>
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
    PullerSheet? Puller = null,
    BalancerDesign Design = BalancerDesign.Solid,
    BodySheet? Body = null,
    SpokeSheet? Spokes = null,
    FlangeSheet? Flange = null,
    WarmSheet? Warm = null,
    RingRunOutSheet? RingRunOut = null,
    SealTrackSheet? SealTrack = null);

/// <summary>How a balancer is made and held on the crank.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<BalancerDesign>))]
public enum BalancerDesign
{
    /// <summary>A solid hub pressed on the nose, pulled by its threaded holes.</summary>
    [JsonStringEnumMemberName("solid")] Solid,

    /// <summary>A light-alloy body screwed to a steel hub that is pressed on the nose.</summary>
    [JsonStringEnumMemberName("screwed-body")] ScrewedBody,

    /// <summary>A spoked hub pressed on the nose, gripped behind its spokes.</summary>
    [JsonStringEnumMemberName("spoked")] Spoked,

    /// <summary>Bolted to a flange on a pilot; nothing is pressed.</summary>
    [JsonStringEnumMemberName("flange")] Flange,
}

/// <summary>A light body screwed to a steel hub: an even number of screws, so that every other one can come out; lengths in mm.</summary>
public sealed record BodySheet(int Screws, double ScrewCircleMm, double MajorMm, double PitchMm, double ThicknessMm, double TorqueNm, Limit Torque);

/// <summary>A spoked hub: how far jaws must open to pass behind it and how far they must reach, mm.</summary>
public sealed record SpokeSheet(int Spokes, double GripDiameterMm, double ReachMm);

/// <summary>A bolted flange: an even number of bolts, and the pilot it sits on; lengths in mm, torque in N·m.</summary>
public sealed record FlangeSheet(int Bolts, double BoltCircleMm, double MajorMm, double PitchMm, double PilotMm, double TorqueNm, Limit Torque);

/// <summary>What warming the hub takes.</summary>
/// <param name="MassKg">Of the whole balancer, kg.</param>
/// <param name="SurfaceM2">Of the whole balancer, m².</param>
/// <param name="SpecificHeatJPerKgC">Of its metal.</param>
/// <param name="NoseMassKg">Of the nose within the contact and one diameter more, kg.</param>
/// <param name="NoseSpecificHeatJPerKgC">Of the crank's metal.</param>
/// <param name="Rubber">The most that the rubber stands, °C; nothing where only the default is known.</param>
/// <param name="WantedClearanceMm">To slide with, mm.</param>
public sealed record WarmSheet(
    double MassKg, double SurfaceM2, double SpecificHeatJPerKgC, double NoseMassKg, double NoseSpecificHeatJPerKgC, Limit? Rubber = null, double WantedClearanceMm = 0.008);

/// <summary>Full swing of the ring, mm.</summary>
public sealed record RingRunOutSheet(Limit Radial, Limit Face);

/// <summary>The hub's track for the front seal: mm from the hub's front face inwards.</summary>
/// <param name="FromMm">Where the track begins.</param>
/// <param name="ToMm">Where it ends.</param>
/// <param name="LipAtMm">Where the lip runs with the seal at its nominal depth.</param>
/// <param name="LipBandMm">How wide it touches.</param>
/// <param name="SealDepthMm">Nominal depth of the seal in its bore.</param>
/// <param name="SealDepthMinMm">Least.</param>
/// <param name="SealDepthMaxMm">Most.</param>
/// <param name="FloatMm">The crank's end float.</param>
/// <param name="SleeveWallMm">Wall of the thin repair sleeve that is to be had; null for none.</param>
/// <param name="LipMaxGrowthMm">Growth of the track's diameter that the lip can take.</param>
public sealed record SealTrackSheet(
    double FromMm,
    double ToMm,
    double LipAtMm,
    double LipBandMm,
    double SealDepthMm,
    double SealDepthMinMm,
    double SealDepthMaxMm,
    double FloatMm,
    double? SleeveWallMm = null,
    double LipMaxGrowthMm = 0.6);

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
    IReadOnlyList<Landmark>? Landmarks = null);

/// <summary>A point across the engine as seen from the front: x right, y towards 12, mm from the crank's axis.</summary>
public sealed record PlanePoint(double XMm, double YMm);

/// <summary>A bolt as seen from the front, mm, and its group.</summary>
public sealed record BoltPlace(string Id, double XMm, double YMm, string Group);

/// <summary>Bolts of one kind: thread, mm; last torque, N·m, with what may reach it; the shares of each stage, rising to 1.</summary>
public sealed record BoltGroup(string Id, double MajorMm, double PitchMm, double TorqueNm, Limit Torque, IReadOnlyList<double>? Stages = null);

/// <summary>Something to be seen at a clock angle from the front.</summary>
public sealed record Landmark(double AngleDeg, string Name);

/// <summary>What kind of lip a seal has.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<LipKind>))]
public enum LipKind
{
    /// <summary>A sprung rubber lip.</summary>
    [JsonStringEnumMemberName("rubber")] Rubber,

    /// <summary>A PTFE lip, fitted dry over its own sleeve and left to settle.</summary>
    [JsonStringEnumMemberName("ptfe")] Ptfe,

    /// <summary>A seal in two halves.</summary>
    [JsonStringEnumMemberName("split")] Split,

    /// <summary>A rope laid into its groove.</summary>
    [JsonStringEnumMemberName("rope")] Rope,
}

/// <summary>A seal round the crank.</summary>
/// <param name="Lips">Lips that are to be had for it; the first is usual.</param>
/// <param name="ShaftMm">Diameter that the lip runs on.</param>
/// <param name="OuterMm">Outside diameter.</param>
/// <param name="WidthMm">Width.</param>
/// <param name="DepthMm">Depth of its face below the housing's.</param>
/// <param name="Depth">What the depth may be.</param>
/// <param name="BottomsMm">Depth at which its spring or case touches what is behind it.</param>
/// <param name="Tilt">Most tilt across it.</param>
/// <param name="JointsDeg">Where joints of castings run into its bore, degrees from the front.</param>
/// <param name="RestHours">How long a PTFE lip is left alone before the crank is turned.</param>
public sealed record SealSheet(
    IReadOnlyList<LipKind> Lips,
    double ShaftMm,
    double OuterMm,
    double WidthMm,
    double DepthMm,
    Limit Depth,
    double? BottomsMm = null,
    Limit? Tilt = null,
    IReadOnlyList<double>? JointsDeg = null,
    double RestHours = 4);

/// <summary>The crank's end float.</summary>
/// <param name="Allowed">What it may be, mm.</param>
/// <param name="IdealMm">What it should be.</param>
/// <param name="Shims">How many shims set it; null where the thrust bearing does.</param>
/// <param name="ShimInnerMm">Inside diameter of the shims.</param>
/// <param name="ShimOuterMm">Outside diameter.</param>
public sealed record FloatSheet(Limit? Allowed, double IdealMm, ShimCountSheet? Shims = null, double ShimInnerMm = 0, double ShimOuterMm = 0);

/// <summary>How many shims, 0 to 6.</summary>
public sealed record ShimCountSheet(int Min, int Max);

/// <summary>How the rear seal is held.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<RearKind>))]
public enum RearKind
{
    /// <summary>In a housing that floats on its bolts.</summary>
    [JsonStringEnumMemberName("housing")] Housing,

    /// <summary>In a bore of the block.</summary>
    [JsonStringEnumMemberName("block")] Block,

    /// <summary>In two halves, in block and cap.</summary>
    [JsonStringEnumMemberName("two-piece")] TwoPiece,

    /// <summary>A rope, in block and cap.</summary>
    [JsonStringEnumMemberName("rope")] Rope,
}

/// <summary>The rear seal and what holds it.</summary>
/// <param name="Kind">How it is held.</param>
/// <param name="Seal">The seal.</param>
/// <param name="Flange">The crank's flange.</param>
/// <param name="Housing">Its housing, where it has one.</param>
/// <param name="SleeveMm">Length of the repair sleeve that is to be had; null for none.</param>
public sealed record RearSheet(RearKind Kind, SealSheet Seal, RearFlangeSheet Flange, HousingSheet? Housing = null, double? SleeveMm = null)
{
    /// <summary>The plate that is bolted on the flange's own circle to press a seal or draw a sleeve, as seen from the rear.</summary>
    public BoltCircle.Request Plate => new(
        Flange.BoltCircleMm,
        Flange.Bolts,
        Flange.MajorMm + 0.5,
        Seal.ShaftMm + 12,
        View.Rear,
        // Clockwise from the front is anticlockwise from the rear.
        Offsets: Flange.OffsetHoleDeg is { } off ? [new BoltCircle.Offset(new(Flange.Bolts), 0, -off)] : null,
        CentreHoleMm: 0);
}

/// <summary>The crank's rear flange: bolts on a circle, one perhaps offset; lengths in mm, torque in N·m.</summary>
public sealed record RearFlangeSheet(
    int Bolts, double BoltCircleMm, double MajorMm, double PitchMm, double TorqueNm, Limit Torque, bool BoltsUsedOnce, double? OffsetHoleDeg = null)
{
    /// <summary>Where its bolts are as seen from the front, numbered clockwise from 12 as its builder sees them, from the rear; the last may be offset.</summary>
    public IReadOnlyList<BoltPlace> Places => Procedures.BoltPattern.Ring(Bolts, BoltCircleMm, "flange", View.Rear, OffsetHoleDeg);
}

/// <summary>The spigot bearing: its sizes, its depth in the crank's end and its seal's depth, mm.</summary>
public sealed record SpigotSheet(double OuterMm, double InnerMm, double WidthMm, double DepthMm, Limit Depth, double? SealDepthMm = null, Limit? SealDepth = null);

/// <summary>The cam tunnel: its bearings front to rear, and what cam and block are made of.</summary>
/// <param name="Bearings">As they stand in the layout.</param>
/// <param name="Block">Of the block.</param>
/// <param name="Shell">Of the shells.</param>
/// <param name="Cam">Of the cam.</param>
/// <param name="OperatingC">Temperature of the block when hot, °C.</param>
/// <param name="ThrustPlate">The bearing whose shell must stand below the face for a thrust plate; null for none.</param>
/// <param name="Recess">How deep that one stands below the face, mm.</param>
/// <param name="Crush">Crush wanted, mm.</param>
/// <param name="Clearance">Clearance wanted, mm.</param>
/// <param name="TurnTorque">Most torque to turn the cam by hand, N·m.</param>
/// <param name="PlugDepth">Depth of the blanking plug behind the rear bearing, mm; null where there is none.</param>
public sealed record CamSheet(
    IReadOnlyList<CamBearingSheet> Bearings,
    Material Block,
    Material Shell,
    Material Cam,
    double OperatingC,
    string? ThrustPlate = null,
    Limit? Recess = null,
    Limit? Crush = null,
    Limit? Clearance = null,
    Limit? TurnTorque = null,
    Limit? PlugDepth = null);

/// <summary>A cam bearing: its bore and its shell, mm. Angles from the front, depths from the bore's front face.</summary>
/// <param name="Id">As in the layout.</param>
/// <param name="ZMm">The bore's front face.</param>
/// <param name="WidthMm">Of the bore.</param>
/// <param name="DiameterMm">Of the bore.</param>
/// <param name="Mark">What its shell is marked.</param>
/// <param name="ShellOuterMm">Outside of the shell.</param>
/// <param name="WallMm">Its wall.</param>
/// <param name="ShellWidthMm">Its width.</param>
/// <param name="JournalMm">The cam's journal.</param>
/// <param name="DepthMm">Depth of the shell's front edge when driven.</param>
/// <param name="Passages">Oil passages in the bore.</param>
/// <param name="Holes">Holes in the shell.</param>
/// <param name="JointDeg">Where the shell's joint stands; null for a seamless one.</param>
public sealed record CamBearingSheet(
    string Id,
    double ZMm,
    double WidthMm,
    double DiameterMm,
    string Mark,
    double ShellOuterMm,
    double WallMm,
    double ShellWidthMm,
    double JournalMm,
    double DepthMm,
    IReadOnlyList<CamBearings.Passage> Passages,
    IReadOnlyList<CamBearings.ShellHole> Holes,
    double? JointDeg = null);

/// <summary>The set of rockers that turn on pressed trunnions.</summary>
/// <param name="Places">8 to 32, each with its own number, in the order in which they lie.</param>
/// <param name="Body">A rocker's body.</param>
/// <param name="Trunnion">What it turns on.</param>
/// <param name="Kits">What may go in; the first is usual.</param>
/// <param name="NeedlesEach">Needles in a rocker as it was made; 0 where it had none.</param>
/// <param name="EndFloat">End float of a body between its clips, mm.</param>
/// <param name="FloatIdealMm">What it should be.</param>
public sealed record RockerSheet(
    IReadOnlyList<RockerPlace> Places,
    RockerBodySheet Body,
    TrunnionSheet Trunnion,
    IReadOnlyList<TrunnionKit> Kits,
    int NeedlesEach = 0,
    Limit? EndFloat = null,
    double FloatIdealMm = 0.25)
{
    /// <summary>What is wrong with the places: too few, too many, one missing or there twice; null where nothing is.</summary>
    public string? Fault()
    {
        var numbers = Places.Select(p => p.Number).ToList();
        return Places.Count is < 8 or > 32 ? $"a set has 8 to 32 rockers; this one has {Places.Count}"
            : numbers.GroupBy(n => n).FirstOrDefault(g => g.Count() > 1) is { } twice ? $"rocker {twice.Key} is there twice; each place has one"
            : Enumerable.Range(1, Places.Count).Except(numbers).FirstOrDefault() is > 0 and var missing ? $"rocker {missing} is missing; the places are numbered 1 to {Places.Count}"
            : null;
    }
}

/// <summary>Where a rocker belongs: its number in the set, its middle along the engine, mm, its bank and its valve.</summary>
public sealed record RockerPlace(int Number, double ZMm, string Bank, string Valve)
{
    /// <summary>Its name in addresses.</summary>
    [JsonIgnore]
    public string Id => $"rocker-{Number}";
}

/// <summary>A rocker's body: its bore right through, the boss round it and the flat that it may be stood on, mm; roughness in µm.</summary>
public sealed record RockerBodySheet(
    double BoreMm, double OuterMm, double WidthMm, double LandInnerMm, double LandOuterMm, Material Material, double RoughnessRzUm = 0);

/// <summary>A trunnion: its diameter, its length, and from clip to clip inside the grooves, mm.</summary>
public sealed record TrunnionSheet(double DiameterMm, double LengthMm, double BetweenClipsMm);

/// <summary>What a trunnion kit brings.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<TrunnionKind>))]
public enum TrunnionKind
{
    /// <summary>A plain bush each side.</summary>
    [JsonStringEnumMemberName("bush")] Bush,

    /// <summary>Caged needles in a drawn cup each side, the marked end out.</summary>
    [JsonStringEnumMemberName("needles")] Needles,
}

/// <summary>A trunnion kit: what goes in at each side, mm.</summary>
/// <param name="Id">In choices.</param>
/// <param name="Name">As the shop calls it.</param>
/// <param name="Kind">Bushes or needles.</param>
/// <param name="OuterMm">Outside of a bush or cup.</param>
/// <param name="InnerMm">Inside before pressing.</param>
/// <param name="LengthMm">Its length.</param>
/// <param name="Material">What it is made of.</param>
/// <param name="RoughnessRzUm">Of its outside, µm.</param>
/// <param name="Friction">When it is pressed in.</param>
/// <param name="Interference">In the body, mm.</param>
/// <param name="Clearance">Of the trunnion after pressing, mm; null where it is not measured.</param>
public sealed record TrunnionKit(
    string Id,
    string Name,
    TrunnionKind Kind,
    double OuterMm,
    double InnerMm,
    double LengthMm,
    Material Material,
    double RoughnessRzUm,
    Limit Friction,
    Limit? Interference = null,
    Limit? Clearance = null);

/// <summary>What kind of part is pressed.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<PressedKind>))]
public enum PressedKind
{
    /// <summary>A gear or sprocket on a shaft.</summary>
    [JsonStringEnumMemberName("gear")] Gear,

    /// <summary>A race on a shaft.</summary>
    [JsonStringEnumMemberName("race")] Race,

    /// <summary>A plain bush in a bore.</summary>
    [JsonStringEnumMemberName("bush")] Bush,

    /// <summary>A spigot bearing in the crank's end.</summary>
    [JsonStringEnumMemberName("spigot")] Spigot,

    /// <summary>A pin that slips in one part and is held by shrinking in another.</summary>
    [JsonStringEnumMemberName("pin")] Pin,
}

/// <summary>A part that is pressed or shrunk, one or many of a kind.</summary>
/// <param name="Kind">What it is.</param>
/// <param name="Name">As the builder says it, such as "Crank gear".</param>
/// <param name="Items">The places where it is done, such as "Rod 1"; none for one alone.</param>
/// <param name="Inner">The part inside: a shaft, a bush or a pin.</param>
/// <param name="Outer">The part outside: a gear, a race, an eye.</param>
/// <param name="EngagedMm">Length in contact when home, mm.</param>
/// <param name="Friction">When it is pressed.</param>
/// <param name="Interference">At 20 °C, mm.</param>
/// <param name="HomeMm">Depth or gap when home, as it is measured, mm.</param>
/// <param name="Home">What that may be.</param>
/// <param name="HomeWords">How it is measured, such as "Below the block’s face".</param>
/// <param name="Facing">Which way round, asked before any heat.</param>
/// <param name="Heat">What heat and cold can do for it; null where it is pressed cold.</param>
/// <param name="RunsOnMm">What runs inside a bush, mm.</param>
/// <param name="Clearance">Of what runs inside a bush after pressing, mm.</param>
public sealed record PressedSheet(
    PressedKind Kind,
    string Name,
    IReadOnlyList<string> Items,
    PressedInner Inner,
    PressedOuter Outer,
    double EngagedMm,
    Limit Friction,
    Limit Interference,
    double HomeMm,
    Limit Home,
    string HomeWords,
    IReadOnlyList<string> Facing,
    HeatSheet? Heat = null,
    double? RunsOnMm = null,
    Limit? Clearance = null);

/// <summary>The part inside: its outside and the hole through it (0 for solid), mm; roughness in µm.</summary>
public sealed record PressedInner(double DiameterMm, double InnerDiameterMm, double LengthMm, Material Material, double RoughnessRzUm = 0);

/// <summary>The part outside: its outside round the bore and its height there, mm; the flat that it may be stood on, mm; roughness in µm.</summary>
public sealed record PressedOuter(double OuterDiameterMm, double HeightMm, double LandInnerMm, double LandOuterMm, Material Material, double RoughnessRzUm = 0);

/// <summary>What heat and cold can do: mass in kg, surface in m², heat in J/(kg·°C), temperatures in °C.</summary>
/// <param name="OuterMassKg">Of what is warmed.</param>
/// <param name="OuterSurfaceM2">Of what is warmed.</param>
/// <param name="OuterSpecificHeatJPerKgC">Of what is warmed.</param>
/// <param name="Most">The most that it may be warmed to.</param>
/// <param name="InnerMassKg">Of what lies within the contact and one diameter more.</param>
/// <param name="InnerSurfaceM2">Of the same.</param>
/// <param name="InnerSpecificHeatJPerKgC">Of the same.</param>
/// <param name="FreezerC">How cold the shop's freezer makes it.</param>
/// <param name="WantedClearanceMm">To slide with, mm.</param>
/// <param name="SlideSeconds">Time that pushing it to its stop takes, s.</param>
public sealed record HeatSheet(
    double OuterMassKg,
    double OuterSurfaceM2,
    double OuterSpecificHeatJPerKgC,
    Limit Most,
    double InnerMassKg,
    double InnerSurfaceM2,
    double InnerSpecificHeatJPerKgC,
    double FreezerC = -18,
    double WantedClearanceMm = 0.02,
    double SlideSeconds = 4);

/// <summary>A sealant with its times, and where they came from.</summary>
public sealed record SealantSheet(string Id, string Name, Seals.SealantClock.Product Product, LimitSource Source);

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

    /// <summary>The most that a balancer's rubber stands, °C.</summary>
    public static Limit Rubber { get; } = new(null, 100, LimitSource.Default);

    /// <summary>Full swing of the balancer's ring, radial, mm.</summary>
    public static Limit RingRadial { get; } = new(null, 0.20, LimitSource.Default);

    /// <summary>Full swing of the balancer's ring, on its face, mm.</summary>
    public static Limit RingFace { get; } = new(null, 0.30, LimitSource.Default);

    /// <summary>Room wanted between a lip and a groove, mm.</summary>
    public static Limit LipClear { get; } = new(0.5, null, LimitSource.Default);

    /// <summary>Depth of a groove worth worrying about, mm.</summary>
    public static Limit GrooveDepth { get; } = new(null, 0.03, LimitSource.Default);

    /// <summary>Film coefficient of still air round a warm part, W/(m²·°C).</summary>
    public const double AirFilmWPerM2C = 12;

    /// <summary>Conductivity of the oil in a gap, W/(m·°C).</summary>
    public const double OilWPerMC = 0.13;

    /// <summary>Conductivity of the warm air in a dry gap, W/(m·°C).</summary>
    public const double AirWPerMC = 0.03;

    /// <summary>How many times the force of the fit a part may see when it is pressed home.</summary>
    public const double PressLimitFactor = 2;

    /// <summary>How far either side of the seat it may come to rest, mm.</summary>
    public const double SeatToleranceMm = 0.8;

    /// <summary>How far a seal's bore may stand off the crank, mm.</summary>
    public static Limit SealOffset { get; } = new(null, 0.10, LimitSource.Default);

    /// <summary>Oval of a seal's bore, radial, mm.</summary>
    public static Limit SealOval { get; } = new(null, 0.10, LimitSource.Default);

    /// <summary>Tilt of a seal across its face, mm.</summary>
    public static Limit SealTilt { get; } = new(null, 0.20, LimitSource.Default);

    /// <summary>Step between a cover's sump face and the block's, mm, either way.</summary>
    public static Limit RailStep { get; } = new(-0.10, 0.10, LimitSource.Default);

    /// <summary>The crank's end float, mm.</summary>
    public static Limit CrankFloat { get; } = new(0.05, 0.25, LimitSource.Default);

    /// <summary>Gap at which a sleeve drawn on the flange is home, mm.</summary>
    public static Limit SleeveHome { get; } = new(null, 0.10, LimitSource.Default);

    /// <summary>Crush of a cam bearing's shell, mm.</summary>
    public static Limit ShellCrush { get; } = new(0.05, 0.13, LimitSource.Default);

    /// <summary>Clearance of a cam's journal, mm.</summary>
    public static Limit CamClearance { get; } = new(0.04, 0.11, LimitSource.Default);

    /// <summary>Share of an oil passage that is wanted open, and the least that can work.</summary>
    public static Limit OilWindow { get; } = new(0.6, 0.8, LimitSource.Default);

    /// <summary>Torque that turns a cam by hand, N·m.</summary>
    public static Limit CamTurns { get; } = new(null, 3, LimitSource.Default);

    /// <summary>Interference of a trunnion's bush, mm.</summary>
    public static Limit TrunnionInterference { get; } = new(0.010, 0.040, LimitSource.Default);

    /// <summary>End float of a rocker on its trunnion, mm.</summary>
    public static Limit TrunnionFloat { get; } = new(0.10, 0.50, LimitSource.Default);

    /// <summary>Running clearance of a trunnion in a plain bush, mm.</summary>
    public static Limit TrunnionClearance { get; } = new(0.010, 0.050, LimitSource.Default);

    /// <summary>How far a part that is pressed flush may stand proud or deep, mm.</summary>
    public static Limit Flush { get; } = new(-0.15, 0.15, LimitSource.Default);

    /// <summary>How true what is seen down a passage is, mm (k = 2).</summary>
    public const double SightMm = 0.4;

    /// <summary>How often a shell may be driven: measured again at the second, a stop at the third.</summary>
    public const int MostDrives = 3;

    /// <summary>How much a crank that lies loose in its dry bearings adds to the uncertainty of a centring, mm.</summary>
    public const double LooseCrankMm = 0.02;

    /// <summary>Time that one bolt takes in one pass, s.</summary>
    public const double SecondsPerBolt = 12;

    /// <summary>Mark error, degrees: a go up to the low one, a stop above the high one.</summary>
    public static Limit MarkErrorDeg { get; } = new(1, 3, LimitSource.Default);
}
