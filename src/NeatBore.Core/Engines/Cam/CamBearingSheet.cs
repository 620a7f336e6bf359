using NeatBore.Core.Calculators.CamBearings;

namespace NeatBore.Core.Engines;

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
    IReadOnlyList<Passage> Passages,
    IReadOnlyList<ShellHole> Holes,
    double? JointDeg = null
);
