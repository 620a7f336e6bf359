namespace NeatBore.Core.Engines;

/// <summary>The balancer's outer ring and the rubber under it, mm.</summary>
public sealed record RingSheet(double OuterDiameterMm, double InnerDiameterMm, double WidthMm, double RubberMm);

/// <summary>Full swing of the ring, mm.</summary>
public sealed record RingRunOutSheet(Limit Radial, Limit Face);
