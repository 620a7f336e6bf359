namespace NeatBore.Core.Bench;

/// <summary>A shop: its people and its instruments.</summary>
public sealed record Shop(string Name, IReadOnlyList<Signer> People, IReadOnlyList<Instrument> Instruments);
