using System.Text.Json.Serialization;

namespace NeatBore.Core.Engines;

/// <summary>The balancer and the nose it is pressed on, by how it is made and held; lengths in mm.</summary>
/// <remarks>A closed union, a file a design; a new one adds its line here, to <see cref="BalancerDesign.All"/> and to the designs'
/// rules.</remarks>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "design")]
[JsonDerivedType(typeof(SolidBalancer), SolidBalancer.Id)]
[JsonDerivedType(typeof(ScrewedBodyBalancer), ScrewedBodyBalancer.Id)]
[JsonDerivedType(typeof(SpokedBalancer), SpokedBalancer.Id)]
[JsonDerivedType(typeof(FlangeBalancer), FlangeBalancer.Id)]
public abstract record BalancerSheet
{
    private protected BalancerSheet() { }

    /// <summary>The crank's nose.</summary>
    public required NoseSheet Nose { get; init; }

    /// <summary>The balancer's hub.</summary>
    public required HubSheet Hub { get; init; }

    /// <summary>The balancer's outer ring.</summary>
    public required RingSheet Ring { get; init; }

    /// <summary>Depth of the nose's end below the hub's front face when seated.</summary>
    public required double SeatedDepthMm { get; init; }

    /// <summary>What the seated depth may be.</summary>
    public required Limit SeatedDepth { get; init; }

    /// <summary>Radius at which the seated depth is taken.</summary>
    public required double MeasureRadiusMm { get; init; }

    /// <summary>What may be used on nose and bore; the first is usual.</summary>
    public required IReadOnlyList<Lubricant> Lubricants { get; init; }

    /// <summary>Wanted interference at 20 °C.</summary>
    public Limit? Interference { get; init; }

    /// <summary>Most difference of diameters at one station.</summary>
    public Limit? Roundness { get; init; }

    /// <summary>Most difference between station means.</summary>
    public Limit? Taper { get; init; }

    /// <summary>Most tilt across the measuring circle when seated.</summary>
    public Limit? Tilt { get; init; }

    /// <summary>What a puller finds on the hub; null where it finds no threads there.</summary>
    public PullerSheet? Puller { get; init; }

    /// <summary>What warming the hub takes.</summary>
    public WarmSheet? Warm { get; init; }

    /// <summary>Full swing of the ring that is allowed.</summary>
    public RingRunOutSheet? RingRunOut { get; init; }

    /// <summary>The hub's track for the front seal.</summary>
    public SealTrackSheet? SealTrack { get; init; }
}
