namespace NeatBore.Core.RunSheets;

/// <summary>Something of a task that has to be left alone for a time: a lip that settles, a sealant that sets.</summary>
/// <param name="What">What it is, in the builder's words.</param>
/// <param name="Since">When that began.</param>
/// <param name="Until">When it may be moved again.</param>
/// <param name="Over">Whether its own task has gone on from it: it holds nothing back any more, though what was moved before its time was
/// moved too soon.</param>
public sealed record Rest(string What, DateTimeOffset Since, DateTimeOffset Until, bool Over = false)
{
    /// <summary>Of several the one that lasts longest, those first that hold anything back still; null for none.</summary>
    public static Rest? Longest(params IEnumerable<Rest?> rests) =>
        rests.OfType<Rest>().OrderBy(r => r.Over).ThenByDescending(r => r.Until).FirstOrDefault();
}
