using NeatBore.Core.Calculators.Tooling;

namespace NeatBore.Core.Log;

/// <summary>A shop: its people, its instruments and the tools of its crib.</summary>
public sealed record Shop(
    string Name,
    IReadOnlyList<Signer> People,
    IReadOnlyList<Instrument> Instruments,
    IReadOnlyList<ToolMatch.CribTool> Crib
);
