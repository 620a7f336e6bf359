using NeatBore.Core.Calculators.Fits;

namespace NeatBore.Core.RunSheets.PressedPart;

/// <summary>What heat and cold give; null where it goes in by force alone, or before the fit and the air are known.</summary>
internal sealed record HeatPlan(ThermalFit.Answer Answer, double OuterC, double InnerC, double LeftMm, double SoakSeconds)
{
    public bool Slides => LeftMm <= 0;
}
