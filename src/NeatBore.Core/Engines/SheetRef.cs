namespace NeatBore.Core.Engines;

/// <summary>Names one version of an engine sheet.</summary>
public sealed record SheetRef(string Id, int Version);
