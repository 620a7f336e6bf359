using NeatBore.Core.Measures;

namespace NeatBore.Core.Log;

/// <summary>A kind of instrument, and what it reads.</summary>
/// <param name="Id">As steps name it.</param>
/// <param name="Label">As the builder says it.</param>
/// <param name="Dimension">What it reads.</param>
public sealed record InstrumentKind(string Id, string Label, Dimension Dimension)
{
    /// <summary>Every kind that a step asks for.</summary>
    public static IReadOnlyList<InstrumentKind> All { get; } =
    [
        new("micrometer", "Micrometer", Dimension.Length),
        new("bore-gauge", "Bore gauge", Dimension.Length),
        new("depth-gauge", "Depth gauge", Dimension.Length),
        new("dial", "Dial indicator", Dimension.Length),
        new("feeler", "Feeler gauges", Dimension.Length),
        new("rule", "Steel rule", Dimension.Length),
        new("thermometer", "Thermometer", Dimension.Temperature),
        new("degree-wheel", "Degree wheel", Dimension.Angle),
        new("torque-wrench", "Torque wrench", Dimension.Torque),
        new("angle-wrench", "Angle wrench", Dimension.Torque),
        new("press", "Press with a gauge", Dimension.Force),
        new("force-gauge", "Force gauge", Dimension.Force),
    ];

    /// <summary>What a kind reads; length where it is none of these.</summary>
    internal static Dimension Reads(string kind) => All.FirstOrDefault(k => k.Id == kind)?.Dimension ?? Dimension.Length;
}
