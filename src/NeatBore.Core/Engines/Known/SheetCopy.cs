using NeatBore.Core.Measures;

namespace NeatBore.Core.Engines;

/// <summary>An engine that is like another one.</summary>
public static class SheetCopy
{
    /// <summary>A first version of another engine's sheet, of what this one says. What a wrong number of could hurt somebody or break a
    /// part is "not known" there until a person has confirmed it against a source: torque, heat, strength and what is used once.</summary>
    /// <param name="sheet">The one that it is like.</param>
    /// <param name="id">The copy's own id.</param>
    /// <param name="name">As the shop calls the other engine.</param>
    /// <remarks>Sealants are not copied, nor a pressed part of which only a whole sheet tells: nothing could be asked of
    /// them.</remarks>
    public static EngineSheet Of(EngineSheet sheet, string id, string name)
    {
        var known = SheetView
            .Of(sheet, [])
            .Parts.SelectMany(p => p.Values)
            .Where(v => v is { Known: true, Source: not LimitSource.Default })
            .Select(v =>
                Confirmed(v)
                    ? new KnownValue(v.Path, null, null, LimitSource.Manual)
                    : new KnownValue(v.Path, v.Number, v.Word, v.Source ?? LimitSource.Manual, v.Typed, v.By)
            )
            .ToList();
        return sheet with
        {
            Id = id,
            Version = 1,
            Name = name,
            Summary = $"Copied from {sheet.Name}, version {sheet.Version}",
            Pressed = sheet.Pressed?.Where(p => PressedValues.PartOf(p.Kind) is not null).ToList() is [_, ..] pressed ? pressed : null,
            Sealants = null,
            House = null,
            Known = known,
        };
    }

    /// <summary>Whether a value counts only once somebody has confirmed it for this very engine.</summary>
    internal static bool Confirmed(WantedValue value) =>
        value.Dimension is Dimension.Torque or Dimension.Temperature
        || value.Path.EndsWith("Mpa", StringComparison.Ordinal)
        || value.Path.EndsWith("Once", StringComparison.Ordinal)
        || value.Path.StartsWith("balancer/warm/", StringComparison.Ordinal)
        // A bolt's angle; where an oil hole stands is no limit.
        || (
            value.Path.EndsWith("/angleDeg", StringComparison.Ordinal)
            && !value.Path.StartsWith("cam/", StringComparison.Ordinal)
            && !value.Path.StartsWith("auxiliary/", StringComparison.Ordinal)
        );
}
