using NeatBore.Core.Measures;

namespace NeatBore.Core.Engines;

/// <summary>What one version of a sheet says otherwise than the one before.</summary>
/// <param name="Label">As the builder says it.</param>
/// <param name="Was">Null where it was not known.</param>
/// <param name="Is">Null where it is not known any more.</param>
/// <param name="Source">Where it came from.</param>
/// <param name="By">Who typed it.</param>
public sealed record SheetChange(string Label, Quantity? Was, Quantity? Is, LimitSource? Source, string By)
{
    /// <summary>All that differs, in the order of the drawing; what only follows by rule is left out.</summary>
    public static IReadOnlyList<SheetChange> Between(EngineSheet before, EngineSheet after)
    {
        var was = Values(before);
        return
        [
            .. Values(after)
                .Values.Select(now => (Now: now, Was: was.GetValueOrDefault(now.Path)))
                .Where(v =>
                    (Told(v.Now)?.Number, Told(v.Now)?.Word, Told(v.Now)?.Source)
                    != (Told(v.Was)?.Number, Told(v.Was)?.Word, Told(v.Was)?.Source)
                )
                .Select(v => new SheetChange(v.Now.Label, Said(Told(v.Was)), Said(Told(v.Now)), Told(v.Now)?.Source, v.Now.By)),
        ];
    }

    private static Dictionary<string, WantedValue> Values(EngineSheet sheet) =>
        SheetView.Of(sheet, []).Parts.SelectMany(p => p.Values).ToDictionary(v => v.Path, StringComparer.Ordinal);

    private static WantedValue? Told(WantedValue? value) => value?.Source == LimitSource.Default ? null : value;

    /// <summary>A value as it is written.</summary>
    internal static Quantity? Said(WantedValue? value) =>
        value?.Number is { } number ? new Quantity(number, value.Dimension, Step(value.Dimension))
        : value?.Word is { } word ? Quantity.Word(value.Words?.FirstOrDefault(w => w.Id == word)?.Label ?? word)
        : null;

    /// <summary>The smallest step that a value of a sheet is written with.</summary>
    internal static double Step(Dimension dimension) =>
        dimension switch
        {
            Dimension.Length => 0.001,
            Dimension.Count => 1,
            _ => 0.1,
        };
}
