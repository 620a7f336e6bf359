namespace NeatBore.Core.RunSheets;

/// <summary>What a step leaves on an engine that a hand has to know of before it goes on: a lock, a puller, a part that only
/// hangs.</summary>
/// <param name="What">It, in the builder's words, such as "crank locked".</param>
/// <param name="Until">The step that ends it, by its name in addresses.</param>
public sealed record Loose(string What, string Until);
