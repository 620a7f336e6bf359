using NeatBore.Core.Engines;

namespace NeatBore.Core.RunSheets;

/// <summary>A choice, asked at a step; the first option is the default.</summary>
public sealed record Choice(string Id, string Step, string Ask, Func<EngineSheet, IReadOnlyList<Option>> Options);

/// <summary>One option of a choice.</summary>
public sealed record Option(string Id, string Label);
