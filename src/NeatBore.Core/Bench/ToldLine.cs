using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Bench;

/// <summary>A value of the engine that was told on a build, as its record shows it.</summary>
/// <param name="Label">As the builder says it.</param>
/// <param name="Is">What was told; null where it was said to be not known.</param>
/// <param name="Was">What stood there on this build before; null for nothing.</param>
/// <param name="Source">Where it came from.</param>
/// <param name="By">Who told it.</param>
/// <param name="At">When.</param>
/// <param name="Because">Why it was corrected, where work had begun on another.</param>
/// <param name="FromPaper">It was written on a printed card first.</param>
public sealed record ToldLine(
    string Label,
    Quantity? Is,
    Quantity? Was,
    LimitSource Source,
    Signer By,
    DateTimeOffset At,
    string? Because,
    bool FromPaper
)
{
    /// <summary>All that was told on a build, in order.</summary>
    public static IReadOnlyList<ToldLine> Of(WorkedBuild build)
    {
        var before = new Dictionary<string, Quantity?>(StringComparer.Ordinal);
        var lines = new List<ToldLine>();
        foreach (var entry in build.Log.Where(e => e.Event is ValueTold))
        {
            var told = (ValueTold)entry.Event;
            var value = SheetValues.Find(told.Value.Path, build.Newest.Layout);
            var now = Said(told.Value, value);
            lines.Add(
                new(
                    value?.Label ?? told.Value.Path,
                    now,
                    told.Was is { } was ? Said(was, value) : before.GetValueOrDefault(told.Value.Path),
                    told.Value.Source,
                    entry.By,
                    told.DoneAt,
                    told.Because,
                    told.Value.FromPaper
                )
            );
            before[told.Value.Path] = now;
        }

        return lines;
    }

    private static Quantity? Said(KnownValue told, SheetValue? value) =>
        told.Number is { } number
            ? new Quantity(number, value?.Dimension ?? Dimension.Number, SheetChange.Step(value?.Dimension ?? Dimension.Number))
        : told.Word is { } word ? Quantity.Word(value?.Words?.FirstOrDefault(w => w.Id == word)?.Label ?? word)
        : null;
}
