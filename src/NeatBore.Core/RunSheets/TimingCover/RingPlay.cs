namespace NeatBore.Core.RunSheets.TimingCover;

/// <summary>How far a ring can leave the cover off.</summary>
internal sealed record RingPlay(int Wraps, double HalfMm, double UncertaintyMm);
