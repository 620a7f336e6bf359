using NeatBore.Core.Calculators.Fits;

namespace NeatBore.Core.RunSheets.BalancerOn;

/// <summary>What the hub is warmed to, whether it then slides, and the answer behind it.</summary>
internal sealed record WarmPlan(double Plan, ThermalFit.Answer Answer, bool Slides, double EaseShare, double TauSeconds);
