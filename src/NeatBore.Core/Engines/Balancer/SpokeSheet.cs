namespace NeatBore.Core.Engines;

/// <summary>A spoked hub: how far jaws must open to pass behind it and how far they must reach, mm.</summary>
public sealed record SpokeSheet(int Spokes, double GripDiameterMm, double ReachMm);
