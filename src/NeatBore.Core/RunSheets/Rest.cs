namespace NeatBore.Core.RunSheets;

/// <summary>Something of a task that has to be left alone for a time: a lip that settles, a sealant that sets.</summary>
/// <param name="What">What it is, in the builder's words.</param>
/// <param name="Until">When it may be moved again.</param>
public sealed record Rest(string What, DateTimeOffset Until);
