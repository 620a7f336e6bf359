using NeatBore.Core.Measures;

namespace NeatBore.Core.Engines;

/// <summary>A value that a task wants, as far as it is known.</summary>
/// <param name="Path">Where it stands in a sheet.</param>
/// <param name="Label">As the builder says it.</param>
/// <param name="Dimension">What it measures; text for a word.</param>
/// <param name="Plausible">What it can be at all, in the base unit.</param>
/// <param name="Words">The words that it may be; null for a number.</param>
/// <param name="Need">What happens where it is not known.</param>
/// <param name="Number">It, in the base unit; null where it is a word or not known.</param>
/// <param name="Word">It, by the id of one of its words.</param>
/// <param name="Drawn">What it is drawn with until it is known; nothing is judged by it.</param>
/// <param name="Source">Where it came from; null where it is not known, or stands in the sheet without a source.</param>
/// <param name="Typed">As it was typed.</param>
/// <param name="By">Who typed it.</param>
/// <param name="Fault">What is wrong with it, beside another value.</param>
public sealed record WantedValue(
    string Path,
    string Label,
    Dimension Dimension,
    Band Plausible,
    IReadOnlyList<NamedWord>? Words,
    Need Need,
    double? Number,
    string? Word,
    double? Drawn,
    LimitSource? Source,
    string Typed,
    string By,
    string? Fault
)
{
    /// <summary>Whether it is known, or a rule gives it.</summary>
    public bool Known => Number is not null || Word is not null;

    /// <summary>Whether a task can't begin for it.</summary>
    public bool Missing => Need == Need.Must && !Known;
}
