using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>Whether a step is done, with the reason where it is not.</summary>
/// <param name="Because">Why it is left out; null where it is done.</param>
public sealed record Applies(Sentence? Because)
{
    /// <summary>It is done.</summary>
    public static Applies Yes { get; } = new((Sentence?)null);

    /// <summary>It is done where <paramref name="holds"/>, and otherwise left out for this reason.</summary>
    public static Applies If(bool holds, string otherwise) => holds ? Yes : new(Sentence.Of(otherwise));
}
