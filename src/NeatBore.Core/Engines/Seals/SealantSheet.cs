using NeatBore.Core.Calculators.Seals;

namespace NeatBore.Core.Engines;

/// <summary>A sealant with its times, and where they came from.</summary>
public sealed record SealantSheet(string Id, string Name, SealantClock.Product Product, LimitSource Source);
