using System.Text.Json.Serialization;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Engines;

/// <summary>The crank's nose; lengths in mm, roughness in µm.</summary>
/// <param name="DiameterMm">Across.</param>
/// <param name="InnerDiameterMm">Across the hole in it.</param>
/// <param name="LengthMm">How long it is.</param>
/// <param name="StationsMm">Where it is measured, from its end.</param>
/// <param name="Material">What it is made of.</param>
/// <param name="RoughnessRzUm">Rz.</param>
/// <param name="Hold">What keeps the hub from turning on it; null for a key.</param>
/// <param name="Faces">How the clamped faces go together, where there is no key; null where nobody said.</param>
public sealed record NoseSheet(
    double DiameterMm,
    double InnerDiameterMm,
    double LengthMm,
    IReadOnlyList<double> StationsMm,
    Material Material,
    double RoughnessRzUm,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] NoseHold? Hold = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] ClampedFaces? Faces = null
);

/// <summary>What keeps a hub from turning on its nose.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<NoseHold>))]
public enum NoseHold
{
    /// <summary>A key in a keyway.</summary>
    [JsonStringEnumMemberName("key")]
    Key,

    /// <summary>The crank bolt's clamp alone; it holds the timing gear, too.</summary>
    [JsonStringEnumMemberName("clamp")]
    Clamp,
}

/// <summary>How clamped faces go together.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<ClampedFaces>))]
public enum ClampedFaces
{
    /// <summary>Clean and dry.</summary>
    [JsonStringEnumMemberName("dry")]
    Dry,

    /// <summary>With a film of clean engine oil.</summary>
    [JsonStringEnumMemberName("oiled")]
    Oiled,

    /// <summary>With new friction washers between them, dry.</summary>
    [JsonStringEnumMemberName("washers")]
    Washers,
}
