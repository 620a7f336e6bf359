using System.Text.Json.Serialization;

namespace NeatBore.Core.Engines;

/// <summary>The balancer and the nose it is pressed on.</summary>
/// <param name="Nose">The crank's nose.</param>
/// <param name="Hub">The balancer's hub.</param>
/// <param name="Ring">The balancer's outer ring.</param>
/// <param name="SeatedDepthMm">Depth of the nose's end below the hub's front face when seated.</param>
/// <param name="SeatedDepth">What the seated depth may be.</param>
/// <param name="MeasureRadiusMm">Radius at which the seated depth is taken.</param>
/// <param name="Lubricants">What may be used on nose and bore; the first is usual.</param>
/// <param name="Interference">Wanted interference at 20 °C.</param>
/// <param name="Roundness">Most difference of diameters at one station.</param>
/// <param name="Taper">Most difference between station means.</param>
/// <param name="Tilt">Most tilt across the measuring circle when seated.</param>
/// <param name="Puller">What a puller finds on the hub.</param>
/// <param name="Design">How it is made and held.</param>
/// <param name="Body">The light body, where one is screwed to the hub.</param>
/// <param name="Spokes">The spokes, where the hub is gripped behind them.</param>
/// <param name="Flange">The flange and its bolts, where there is no press fit.</param>
/// <param name="Warm">What warming the hub takes.</param>
/// <param name="RingRunOut">Full swing of the ring that is allowed.</param>
/// <param name="SealTrack">The hub's track for the front seal.</param>
public sealed record BalancerSheet(
    NoseSheet Nose,
    HubSheet Hub,
    RingSheet Ring,
    double SeatedDepthMm,
    Limit SeatedDepth,
    double MeasureRadiusMm,
    IReadOnlyList<Lubricant> Lubricants,
    Limit? Interference = null,
    Limit? Roundness = null,
    Limit? Taper = null,
    Limit? Tilt = null,
    PullerSheet? Puller = null,
    BalancerDesign Design = BalancerDesign.Solid,
    BodySheet? Body = null,
    SpokeSheet? Spokes = null,
    FlangeSheet? Flange = null,
    WarmSheet? Warm = null,
    RingRunOutSheet? RingRunOut = null,
    SealTrackSheet? SealTrack = null
);

/// <summary>How a balancer is made and held on the crank.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<BalancerDesign>))]
public enum BalancerDesign
{
    /// <summary>A solid hub pressed on the nose, pulled by its threaded holes.</summary>
    [JsonStringEnumMemberName("solid")]
    Solid,

    /// <summary>A light-alloy body screwed to a steel hub that is pressed on the nose.</summary>
    [JsonStringEnumMemberName("screwed-body")]
    ScrewedBody,

    /// <summary>A spoked hub pressed on the nose, gripped behind its spokes.</summary>
    [JsonStringEnumMemberName("spoked")]
    Spoked,

    /// <summary>Bolted to a flange on a pilot; nothing is pressed.</summary>
    [JsonStringEnumMemberName("flange")]
    Flange,
}
