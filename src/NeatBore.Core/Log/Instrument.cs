using System.Text.Json.Serialization;

namespace NeatBore.Core.Log;

/// <summary>What a reading was taken with, as it was at that moment.</summary>
/// <param name="Id">The shop's own id.</param>
/// <param name="Name">As the shop calls it.</param>
/// <param name="Kind">What it is, such as "micrometer".</param>
/// <param name="Uncertainty">Expanded uncertainty (k = 2) in the base unit of what it reads.</param>
/// <param name="UncertaintyShare">Expanded uncertainty as a share of the reading; the larger of the two counts.</param>
/// <param name="Low">Lower end of its range.</param>
/// <param name="High">Upper end of its range.</param>
/// <param name="CalibrationDue">When its calibration runs out.</param>
/// <param name="LengthMm">Length of a wrench, mm.</param>
/// <param name="Simulated">Whether it is a made-up stand-in.</param>
/// <param name="Line">Where it sends its readings: host and port of its line, or "stand-in" for the simulated one that ships; null where
/// it is read by eye.</param>
/// <param name="Resolution">The smallest step that it shows, in the base unit of what it reads; null where nobody said.</param>
public sealed record Instrument(
    string Id,
    string Name,
    string Kind,
    double Uncertainty,
    double UncertaintyShare = 0,
    double? Low = null,
    double? High = null,
    DateOnly? CalibrationDue = null,
    double? LengthMm = null,
    bool Simulated = false,
    string? Line = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] double? Resolution = null
)
{
    /// <summary>Expanded uncertainty of a reading.</summary>
    public double UncertaintyAt(double value) => Math.Max(Uncertainty, Math.Abs(value) * UncertaintyShare);
}
