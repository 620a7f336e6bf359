using System.Text.Json.Serialization;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Engines;

/// <summary>A part that is pressed or shrunk, one or many of a kind.</summary>
/// <param name="Kind">What it is.</param>
/// <param name="Name">As the builder says it, such as "Crank gear".</param>
/// <param name="Items">The places where it is done, such as "Rod 1"; none for one alone.</param>
/// <param name="Inner">The part inside: a shaft, a bush or a pin.</param>
/// <param name="Outer">The part outside: a gear, a race, an eye.</param>
/// <param name="EngagedMm">Length in contact when home, mm.</param>
/// <param name="Friction">When it is pressed.</param>
/// <param name="Interference">At 20 °C, mm.</param>
/// <param name="HomeMm">Depth or gap when home, as it is measured, mm.</param>
/// <param name="Home">What that may be.</param>
/// <param name="HomeWords">How it is measured, such as "Below the block’s face".</param>
/// <param name="Facing">Which way round, asked before any heat.</param>
/// <param name="Heat">What heat and cold can do for it; null where it is pressed cold.</param>
/// <param name="RunsOnMm">What runs inside a bush, mm.</param>
/// <param name="Clearance">Of what runs inside a bush after pressing, mm.</param>
public sealed record PressedSheet(
    PressedKind Kind,
    string Name,
    IReadOnlyList<string> Items,
    PressedInner Inner,
    PressedOuter Outer,
    double EngagedMm,
    Limit Friction,
    Limit Interference,
    double HomeMm,
    Limit Home,
    string HomeWords,
    IReadOnlyList<string> Facing,
    HeatSheet? Heat = null,
    double? RunsOnMm = null,
    Limit? Clearance = null
);

/// <summary>What kind of part is pressed.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<PressedKind>))]
public enum PressedKind
{
    /// <summary>A gear or sprocket on a shaft.</summary>
    [JsonStringEnumMemberName("gear")]
    Gear,

    /// <summary>A race on a shaft.</summary>
    [JsonStringEnumMemberName("race")]
    Race,

    /// <summary>A plain bush in a bore.</summary>
    [JsonStringEnumMemberName("bush")]
    Bush,

    /// <summary>A spigot bearing in the crank's end.</summary>
    [JsonStringEnumMemberName("spigot")]
    Spigot,

    /// <summary>A pin that slips in one part and is held by shrinking in another.</summary>
    [JsonStringEnumMemberName("pin")]
    Pin,
}

/// <summary>The part inside: its outside and the hole through it (0 for solid), mm; roughness in µm.</summary>
public sealed record PressedInner(double DiameterMm, double InnerDiameterMm, double LengthMm, Material Material, double RoughnessRzUm = 0);

/// <summary>The part outside: its outside round the bore and its height there, mm; the flat that it may be stood on, mm; roughness in
/// µm.</summary>
public sealed record PressedOuter(
    double OuterDiameterMm,
    double HeightMm,
    double LandInnerMm,
    double LandOuterMm,
    Material Material,
    double RoughnessRzUm = 0
);
