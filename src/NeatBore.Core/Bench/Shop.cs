using NeatBore.Core.Tooling;

namespace NeatBore.Core.Bench;

/// <summary>A shop: its people, its instruments and the tools of its crib.</summary>
public sealed record Shop(
    string Name, IReadOnlyList<Signer> People, IReadOnlyList<Instrument> Instruments, IReadOnlyList<ToolMatch.CribTool> Crib);
