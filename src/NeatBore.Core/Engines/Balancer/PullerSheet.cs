namespace NeatBore.Core.Engines;

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
    string NoseTip
);
