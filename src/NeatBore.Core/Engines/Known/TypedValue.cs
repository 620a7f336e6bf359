using NeatBore.Core.Calculators.Threads;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Engines;

/// <summary>A value of an engine as a person typed it.</summary>
/// <param name="Path">Where it stands in a sheet.</param>
/// <param name="Typed">As it was typed; of a word, its id; empty for not known.</param>
/// <param name="Unit">The symbol of the unit that stood beside the field.</param>
/// <param name="DecimalMark">What stands before the decimals.</param>
/// <param name="Source">Where it came from.</param>
public sealed record TypedValue(
    string Path,
    string Typed,
    string Unit = "",
    string DecimalMark = ".",
    LimitSource Source = LimitSource.Manual
)
{
    private const string Major = "/majorMm";
    private const string Pitch = "/pitchMm";

    /// <summary>Understands it; a thread by its name, or its pitch by its threads to the inch, too.</summary>
    /// <param name="layout">The engine's, for what it has.</param>
    /// <param name="by">Who typed it, by name.</param>
    /// <param name="fromPaper">It was written on a printed card first.</param>
    /// <exception cref="UnusableInputException">There is no such value, or it can't be that: what would be right.</exception>
    public KnownValue Read(EngineLayout layout, string by, bool fromPaper = false)
    {
        var value =
            SheetValues.Find(Path, layout)
            ?? throw new UnusableInputException("path", $"there is nothing to be known at “{Path}” on this engine");
        if (Source == LimitSource.Default)
        {
            throw new UnusableInputException("source", "must be the manual, measured here, or a house rule: what is typed is no default");
        }

        var typed = Typed.Trim();
        if (typed.Length == 0)
        {
            return new KnownValue(Path, null, null, Source, "", by, fromPaper);
        }

        if (value.Words is { } words)
        {
            return words.Any(w => w.Id == typed)
                ? new KnownValue(Path, null, typed, Source, typed, by, fromPaper)
                : throw new UnusableInputException("typed", $"must be one of {string.Join(", ", words.Select(w => w.Id))}");
        }

        var number = Thread(typed) ?? TypedNumber.Read(typed, Unit, DecimalMark, value.Dimension);
        if (number < value.Plausible.Low || number > value.Plausible.High)
        {
            Quantity Of(double end) => new(end, value.Dimension, value.Dimension == Dimension.Count ? 1 : 0.01);
            throw new UnusableInputException(
                "typed",
                $"{value.Label}: must be from {Wording.Write(Of(value.Plausible.Low))} to {Wording.Write(Of(value.Plausible.High))}"
            );
        }

        return new KnownValue(Path, number, null, Source, typed, by, fromPaper);
    }

    /// <summary>It, and the pitch that a thread's name tells with it.</summary>
    /// <param name="layout">The engine's, for what it has.</param>
    public IEnumerable<TypedValue> WithPitch(EngineLayout layout)
    {
        yield return this;
        if (
            Path.EndsWith(Major, StringComparison.Ordinal)
            && ThreadName.Is(Typed)
            && $"{Path[..^Major.Length]}{Pitch}" is var pitch
            && SheetValues.Find(pitch, layout) is not null
        )
        {
            yield return this with
            {
                Path = pitch,
            };
        }
    }

    /// <summary>What a thread's name, or its threads to the inch, tell of this value; null where neither is typed, or it is no
    /// thread's.</summary>
    private double? Thread(string typed) =>
        Path.EndsWith(Major, StringComparison.Ordinal) && ThreadName.Is(typed) ? ThreadName.Read(typed).MajorMm
        : !Path.EndsWith(Pitch, StringComparison.Ordinal) ? null
        : ThreadName.Is(typed) ? ThreadName.Read(typed).PitchMm
        : ThreadName.ToTheInch(typed);
}
