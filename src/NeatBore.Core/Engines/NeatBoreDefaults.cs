using NeatBore.Core.Calculators.Fits;

namespace NeatBore.Core.Engines;

/// <summary>Used only where an engine sheet gives nothing, and always shown as Neat Bore defaults.</summary>
public static class NeatBoreDefaults
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

    /// <summary>How many times what the fit explains a force may be before it is too high.</summary>
    public const double ForceTooHigh = PressTrace.TooHigh;

    /// <summary>What share of the least that the fit explains a force may be before it is too low.</summary>
    public const double ForceTooLow = PressTrace.TooLow;

    /// <summary>Share of the torque from which on a bolt counts as snug.</summary>
    public const double SnugShare = 0.25;

    /// <summary>How far a cam bearing may stand off the line through its neighbours, mm.</summary>
    public const double NeighbourStepMm = 0.05;

    /// <summary>A cam bearing's clearance where neither it nor its limits are known, mm.</summary>
    public const double CamClearanceMm = 0.06;

    /// <summary>How far either way a shell may still be turned on its way in, degrees.</summary>
    public const double ShellTurnDeg = 15;

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
    public static Thresholds OilWindow { get; } = new(Go: 0.8, Stop: 0.6, LimitSource.Default);

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

    /// <summary>Mark error, degrees, either way.</summary>
    public static Thresholds MarkErrorDeg { get; } = new(Go: 1, Stop: 3, LimitSource.Default);
}
