using System.Globalization;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;

namespace NeatBore.Server.Shops;

/// <summary>What an engine shop usually has on its wall, for one that begins empty. Each says that its uncertainty is a default: no one
/// has looked at this shop's own yet.</summary>
/// <remarks>Micrometers: the most that ISO 3611 permits an outside micrometer to be wrong by. A bore gauge is set with one before each
/// use and reads differences; a thousandth is added for that.</remarks>
internal static class UsualInstruments
{
    private const string Default = ", accuracy a default";

    /// <summary>The set of a shop that works in these units: an inch shop's micrometers go by the inch.</summary>
    public static IReadOnlyList<Instrument> For(UnitSystem units)
    {
        var inch = units == UnitSystem.Inch;
        Instrument Reaching(Instrument of, Dimension dimension, (double Low, double High) metric, (double Low, double High) inches)
        {
            var unit = UnitTable.Default.For(dimension, units);
            var (low, high) = inch ? inches : metric;
            return of with { Low = unit.ToBase(low), High = unit.ToBase(high) };
        }

        Instrument Ranged(Instrument of, Dimension dimension, (double Low, double High) metric, (double Low, double High) inches)
        {
            var (low, high) = inch ? inches : metric;
            var symbol = inch ? $" {UnitTable.Default.For(dimension, units).Symbol}" : "";
            var name = string.Create(CultureInfo.InvariantCulture, $"{of.Name} {low}–{high}{symbol}{Default}");
            return Reaching(of with { Name = name }, dimension, metric, inches);
        }

        Instrument Sized(string id, string name, string kind, double uncertainty, (double, double) metric, (double, double) inches) =>
            Ranged(new Instrument(id, name, kind, uncertainty), Dimension.Length, metric, inches);

        Instrument Wrench(string id, double lengthMm, (double, double) metric, (double, double) feet) =>
            Ranged(new(id, "Torque wrench", "torque-wrench", 0, 0.04, LengthMm: lengthMm), Dimension.Torque, metric, feet);

        return
        [
            new("rule-1", $"Steel rule{Default}", "rule", 0.5),
            Sized("mic-1", "Micrometer", "micrometer", 0.004, (0, 25), (0, 1)),
            Sized("mic-2", "Micrometer", "micrometer", 0.004, (25, 50), (1, 2)),
            Sized("mic-3", "Micrometer", "micrometer", 0.005, (50, 75), (2, 3)),
            Sized("mic-4", "Micrometer", "micrometer", 0.005, (75, 100), (3, 4)),
            Sized("bore-1", "Bore gauge", "bore-gauge", 0.005, (18, 35), (0.7, 1.4)),
            Sized("bore-2", "Bore gauge", "bore-gauge", 0.005, (35, 60), (1.4, 2.4)),
            Sized("bore-3", "Bore gauge", "bore-gauge", 0.006, (60, 100), (2.4, 4)),
            Reaching(new("depth-1", $"Depth gauge{Default}", "depth-gauge", 0.03), Dimension.Length, (0, 150), (0, 6)),
            Reaching(new("dial-1", $"Dial indicator{Default}", "dial", 0.015), Dimension.Length, (-5, 5), (-0.2, 0.2)),
            new("feel-1", $"Feeler gauges{Default}", "feeler", 0.02),
            Reaching(new("thermo-1", $"Thermometer{Default}", "thermometer", 2), Dimension.Temperature, (-30, 250), (-20, 480)),
            new("degree-1", $"Degree wheel{Default}", "degree-wheel", 0.5),
            Wrench("torque-1", 280, (5, 25), (4, 20)),
            Wrench("torque-2", 450, (40, 200), (30, 150)),
        ];
    }
}
