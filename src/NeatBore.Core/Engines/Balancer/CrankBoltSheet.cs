namespace NeatBore.Core.Engines;

/// <summary>The crank bolt: thread in mm, torque in N·m with what may reach it.</summary>
public sealed record CrankBoltSheet(double MajorMm, double PitchMm, double TorqueNm, Limit Torque, string Note);
