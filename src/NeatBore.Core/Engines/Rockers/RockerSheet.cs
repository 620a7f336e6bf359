using System.Text.Json.Serialization;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Engines;

/// <summary>The set of rockers that turn on pressed trunnions.</summary>
/// <param name="Places">8 to 32, each with its own number, in the order in which they lie.</param>
/// <param name="Body">A rocker's body.</param>
/// <param name="Trunnion">What it turns on.</param>
/// <param name="Kits">What may go in; the first is usual.</param>
/// <param name="NeedlesEach">Needles in a rocker as it was made; 0 where it had none.</param>
/// <param name="EndFloat">End float of a body between its clips, mm.</param>
/// <param name="FloatIdealMm">What it should be.</param>
public sealed record RockerSheet(
    IReadOnlyList<RockerPlace> Places,
    RockerBodySheet Body,
    TrunnionSheet Trunnion,
    IReadOnlyList<TrunnionKit> Kits,
    int NeedlesEach = 0,
    Limit? EndFloat = null,
    double FloatIdealMm = 0.25
)
{
    /// <summary>What is wrong with the places: too few, too many, one missing or there twice; null where nothing is.</summary>
    public string? Fault()
    {
        var numbers = Places.Select(p => p.Number).ToList();
        return Places.Count is < 8 or > 32 ? $"a set has 8 to 32 rockers; this one has {Places.Count}"
            : numbers.GroupBy(n => n).FirstOrDefault(g => g.Count() > 1) is { } twice
                ? $"rocker {twice.Key} is there twice; each place has one"
            : Enumerable.Range(1, Places.Count).Except(numbers).FirstOrDefault() is > 0 and var missing
                ? $"rocker {missing} is missing; the places are numbered 1 to {Places.Count}"
            : null;
    }
}

/// <summary>Where a rocker belongs: its number in the set, its middle along the engine, mm, its bank and its valve.</summary>
public sealed record RockerPlace(int Number, double ZMm, string Bank, string Valve)
{
    /// <summary>Its name in addresses.</summary>
    [JsonIgnore]
    public string Id => $"rocker-{Number}";
}

/// <summary>A rocker's body: its bore right through, the boss round it and the flat that it may be stood on, mm; roughness in µm.</summary>
public sealed record RockerBodySheet(
    double BoreMm,
    double OuterMm,
    double WidthMm,
    double LandInnerMm,
    double LandOuterMm,
    Material Material,
    double RoughnessRzUm = 0
);
