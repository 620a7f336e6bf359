using System.Text.Json.Serialization;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Engines;

/// <summary>A trunnion: its diameter, its length, and from clip to clip inside the grooves, mm.</summary>
public sealed record TrunnionSheet(double DiameterMm, double LengthMm, double BetweenClipsMm);

/// <summary>What a trunnion kit brings.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<TrunnionKind>))]
public enum TrunnionKind
{
    /// <summary>A plain bush each side.</summary>
    [JsonStringEnumMemberName("bush")]
    Bush,

    /// <summary>Caged needles in a drawn cup each side, the marked end out.</summary>
    [JsonStringEnumMemberName("needles")]
    Needles,
}

/// <summary>A trunnion kit: what goes in at each side, mm.</summary>
/// <param name="Id">In choices.</param>
/// <param name="Name">As the shop calls it.</param>
/// <param name="Kind">Bushes or needles.</param>
/// <param name="OuterMm">Outside of a bush or cup.</param>
/// <param name="InnerMm">Inside before pressing.</param>
/// <param name="LengthMm">Its length.</param>
/// <param name="Material">What it is made of.</param>
/// <param name="RoughnessRzUm">Of its outside, µm.</param>
/// <param name="Friction">When it is pressed in.</param>
/// <param name="Interference">In the body, mm.</param>
/// <param name="Clearance">Of the trunnion after pressing, mm; null where it is not measured.</param>
public sealed record TrunnionKit(
    string Id,
    string Name,
    TrunnionKind Kind,
    double OuterMm,
    double InnerMm,
    double LengthMm,
    Material Material,
    double RoughnessRzUm,
    Limit Friction,
    Limit? Interference = null,
    Limit? Clearance = null
);
