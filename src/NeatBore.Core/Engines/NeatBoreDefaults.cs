using NeatBore.Core.Calculators.Fits;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Engines;

/// <summary>Used only where an engine sheet gives nothing, and always shown as Neat Bore defaults.</summary>
public static class NeatBoreDefaults
{
    /// <summary>Interference of a balancer on a 30–45 mm steel nose, mm.</summary>
    public static DefaultLimit Interference { get; } =
        new("interference", "Balancer’s interference", Dimension.Length, new(-0.05, 0.3), 0.001, 0.010, 0.050);

    /// <summary>By how much the usual interference is larger or smaller on a nose outside 30 to 45 mm: in proportion beyond its nearer
    /// end.</summary>
    public static double InterferenceFactor(double noseMm) =>
        noseMm < 30 ? noseMm / 30
        : noseMm > 45 ? noseMm / 45
        : 1;

    /// <summary>Yield of a puller's forcing screw where nobody knows it: of a common heat-treated screw, MPa.</summary>
    public const double PullerScrewYieldMpa = 640;

    /// <summary>Tensile strength of a draw tool's stud where nobody knows it: property class 8.8, MPa.</summary>
    public const double DrawStudTensileMpa = 800;

    /// <summary>Roundness of nose and bore, mm.</summary>
    public static DefaultLimit Roundness { get; } =
        new("roundness", "Out of round, nose and bore", Dimension.Length, new(0, 0.2), 0.001, null, 0.010);

    /// <summary>Taper of nose and bore, mm.</summary>
    public static DefaultLimit Taper { get; } = new("taper", "Taper, nose and bore", Dimension.Length, new(0, 0.2), 0.001, null, 0.010);

    /// <summary>Tilt of a seated hub across its measuring circle, mm.</summary>
    public static DefaultLimit HubTilt { get; } = new("hub-tilt", "Tilt of a seated hub", Dimension.Length, new(0, 2), 0.01, null, 0.10);

    /// <summary>Friction when pulling off after years, dry or corroded.</summary>
    public static DefaultLimit PullFriction { get; } =
        new("pull-friction", "Friction, pulling off", Dimension.Number, new(0.02, 1), 0.01, 0.15, 0.30);

    /// <summary>Friction in a greased forcing screw and under its tip; the high one is reckoned with.</summary>
    public static DefaultLimit GreasedScrewFriction { get; } =
        new("screw-friction", "Friction, greased screw", Dimension.Number, new(0.02, 1), 0.01, 0.08, 0.12);

    /// <summary>Tilt of a puller's yoke across its screws, mm.</summary>
    public static DefaultLimit YokeTilt { get; } = new("yoke-tilt", "Tilt of a puller’s yoke", Dimension.Length, new(0, 5), 0.1, null, 0.5);

    /// <summary>The most that a balancer's rubber stands, °C.</summary>
    public static DefaultLimit Rubber { get; } =
        new("rubber", "Heat that a balancer’s rubber stands", Dimension.Temperature, new(40, 200), 1, null, 100);

    /// <summary>Full swing of the balancer's ring, radial, mm.</summary>
    public static DefaultLimit RingRadial { get; } =
        new("ring-radial", "Ring’s run-out, radial", Dimension.Length, new(0, 2), 0.01, null, 0.20);

    /// <summary>Full swing of the balancer's ring, on its face, mm.</summary>
    public static DefaultLimit RingFace { get; } = new("ring-face", "Ring’s run-out, face", Dimension.Length, new(0, 2), 0.01, null, 0.30);

    /// <summary>Room wanted between a lip and a groove, mm.</summary>
    public static DefaultLimit LipClear { get; } =
        new("lip-clear", "Room between lip and groove", Dimension.Length, new(0, 5), 0.1, 0.5, null);

    /// <summary>Depth of a groove worth worrying about, mm.</summary>
    public static DefaultLimit GrooveDepth { get; } =
        new("groove-depth", "Groove worth worrying about, deep", Dimension.Length, new(0, 1), 0.01, null, 0.03);

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
    public static DefaultLimit SealOffset { get; } =
        new("seal-offset", "Seal’s bore off the crank", Dimension.Length, new(0, 1), 0.01, null, 0.10);

    /// <summary>Oval of a seal's bore, radial, mm.</summary>
    public static DefaultLimit SealOval { get; } = new("seal-oval", "Oval of a seal’s bore", Dimension.Length, new(0, 1), 0.01, null, 0.10);

    /// <summary>How long a joint's primer flashes off before sealant or a seal meets it, s.</summary>
    public static DefaultLimit PrimerFlash { get; } =
        new("primer-flash", "Primer’s flash time", Dimension.Seconds, new(0, 3600), 10, 300, null);

    /// <summary>Tilt of a seal across its face, mm.</summary>
    public static DefaultLimit SealTilt { get; } = new("seal-tilt", "Tilt of a seal", Dimension.Length, new(0, 2), 0.01, null, 0.20);

    /// <summary>Step between a cover's sump face and the block's, mm, either way.</summary>
    public static DefaultLimit RailStep { get; } =
        new("rail-step", "Step at the sump rail", Dimension.Length, new(-1, 1), 0.01, -0.10, 0.10);

    /// <summary>The crank's end float, mm.</summary>
    public static DefaultLimit CrankFloat { get; } =
        new("crank-float", "Crank’s end float", Dimension.Length, new(0.005, 1), 0.01, 0.05, 0.25);

    /// <summary>Gap at which a sleeve drawn on the flange is home, mm.</summary>
    public static DefaultLimit SleeveHome { get; } =
        new("sleeve-home", "Gap of a sleeve that is home", Dimension.Length, new(0, 1), 0.01, null, 0.10);

    /// <summary>How much larger a lip runs on a repair sleeve, on the diameter, mm: two thin walls of it.</summary>
    public static DefaultLimit SleeveGrowth { get; } =
        new("sleeve-growth", "Lip larger on a repair sleeve", Dimension.Length, new(0, 3), 0.01, null, 0.60);

    /// <summary>Crush of a cam bearing's shell, mm.</summary>
    public static DefaultLimit ShellCrush { get; } =
        new("shell-crush", "Crush of a cam bearing’s shell", Dimension.Length, new(0, 0.5), 0.01, 0.05, 0.13);

    /// <summary>How far a cam bearing's edge may stand off the depth that its sheet gives, mm.</summary>
    public static DefaultLimit ShellEdge { get; } =
        new("shell-edge", "Cam bearing’s edge off its depth", Dimension.Length, new(-5, 5), 0.1, -0.5, 0.5);

    /// <summary>Clearance of a cam's journal, mm.</summary>
    public static DefaultLimit CamClearance { get; } =
        new("cam-clearance", "Clearance of a cam’s journal", Dimension.Length, new(0, 0.5), 0.01, 0.04, 0.11);

    /// <summary>Share of an oil passage that is wanted open, and the least that can work.</summary>
    public static DefaultLimit OilWindow { get; } =
        new("oil-window", "Oil passage open", Dimension.Share, new(0, 1), 0.01, 0.6, 0.8) { StopSide = Side.Lower };

    /// <summary>Torque that turns a cam by hand, N·m.</summary>
    public static DefaultLimit CamTurns { get; } =
        new("cam-turns", "Torque that turns a cam by hand", Dimension.Torque, new(0, 30), 0.1, null, 3);

    /// <summary>Interference of a spigot bearing in the crank's end, mm.</summary>
    public static DefaultLimit SpigotInterference { get; } =
        new("spigot-interference", "Interference of a spigot bearing", Dimension.Length, new(-0.02, 0.2), 0.001, 0.005, 0.030);

    /// <summary>Interference of a trunnion's bush, mm.</summary>
    public static DefaultLimit TrunnionInterference { get; } =
        new("trunnion-interference", "Interference of a trunnion’s bush", Dimension.Length, new(-0.02, 0.2), 0.001, 0.010, 0.040);

    /// <summary>End float of a rocker on its trunnion, mm.</summary>
    public static DefaultLimit TrunnionFloat { get; } =
        new("trunnion-float", "End float of a rocker", Dimension.Length, new(0, 2), 0.01, 0.10, 0.50);

    /// <summary>Running clearance of a trunnion in a plain bush, mm.</summary>
    public static DefaultLimit TrunnionClearance { get; } =
        new("trunnion-clearance", "Clearance of a trunnion in its bush", Dimension.Length, new(0, 0.5), 0.001, 0.010, 0.050);

    /// <summary>How far a part that is pressed flush may stand proud or deep, mm.</summary>
    public static DefaultLimit Flush { get; } =
        new("flush", "Part pressed flush: proud or deep", Dimension.Length, new(-2, 2), 0.01, -0.15, 0.15);

    /// <summary>How true what is seen down a passage is, mm (k = 2).</summary>
    public const double SightMm = 0.4;

    /// <summary>How far a shell may start out of square under a threaded rod, mm across.</summary>
    public const double RodSquareMm = 0.5;

    /// <summary>How often a shell may be driven: measured again at the second, a stop at the third.</summary>
    public const int MostDrives = 3;

    /// <summary>How much a crank that lies loose in its dry bearings adds to the uncertainty of a centring, mm.</summary>
    public const double LooseCrankMm = 0.02;

    /// <summary>How far off its angle a bolt may be turned where its sheet says nothing, degrees either way.</summary>
    public const double AngleWindowDeg = 5;

    /// <summary>Time that one bolt takes in one pass, s.</summary>
    public const double SecondsPerBolt = 12;

    /// <summary>Mark error, degrees, either way.</summary>
    public static DefaultLimit MarkErrorDeg { get; } =
        new("mark-error", "Mark off true centre, either way", Dimension.Angle, new(0, 20), 0.1, 1, 3) { StopSide = Side.Upper };

    /// <summary>How a reading of a sweep turned by hand scatters, one standard deviation, mm.</summary>
    public static DefaultLimit SweepScatter { get; } =
        new("sweep-scatter", "Scatter of a sweep turned by hand", Dimension.Length, new(0, 0.1), 0.001, null, 0.008);

    /// <summary>How many readings that knowledge is worth.</summary>
    public const int SweepScatterDof = 4;

    /// <summary>Every limit that a shop may replace with a rule of its own, in the order of the work.</summary>
    public static IReadOnlyList<DefaultLimit> All { get; } =
    [
        Interference,
        Roundness,
        Taper,
        HubTilt,
        PullFriction,
        GreasedScrewFriction,
        YokeTilt,
        Rubber,
        RingRadial,
        RingFace,
        LipClear,
        GrooveDepth,
        SealOffset,
        SealOval,
        SealTilt,
        PrimerFlash,
        RailStep,
        CrankFloat,
        SleeveHome,
        SleeveGrowth,
        ShellCrush,
        ShellEdge,
        CamClearance,
        CamTurns,
        SpigotInterference,
        TrunnionInterference,
        TrunnionFloat,
        TrunnionClearance,
        Flush,
        OilWindow,
        MarkErrorDeg,
        SweepScatter,
    ];
}
