using System.Text.Json.Serialization;

namespace NeatBore.Core.Engines;

/// <summary>The hub's track for the front seal: mm from the hub's front face inwards.</summary>
/// <param name="FromMm">Where the track begins.</param>
/// <param name="ToMm">Where it ends.</param>
/// <param name="LipAtMm">Where the lip runs with the seal at its nominal depth.</param>
/// <param name="LipBandMm">How wide it touches.</param>
/// <param name="SealDepthMm">Nominal depth of the seal in its bore.</param>
/// <param name="SealDepthMinMm">Least.</param>
/// <param name="SealDepthMaxMm">Most.</param>
/// <param name="FloatMm">The crank's end float.</param>
/// <param name="SleeveWallMm">Wall of the thin repair sleeve that is to be had; null for none.</param>
/// <param name="LipMaxGrowthMm">Growth of the track's diameter that the lip can take.</param>
/// <param name="RaceFromMm">Where the pressed race begins that the track is on and that can be turned; null where the hub itself is the
/// track.</param>
/// <param name="RaceToMm">Where that race ends.</param>
public sealed record SealTrackSheet(
    double FromMm,
    double ToMm,
    double LipAtMm,
    double LipBandMm,
    double SealDepthMm,
    double SealDepthMinMm,
    double SealDepthMaxMm,
    double FloatMm,
    double? SleeveWallMm = null,
    double LipMaxGrowthMm = 0.6,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] double? RaceFromMm = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] double? RaceToMm = null
);
