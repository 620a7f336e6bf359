using NeatBore.Core.Log;

namespace NeatBore.Server.Shops;

/// <summary>What an engine shop usually has on its wall, for one that begins empty. Each says that its uncertainty is a default: no one
/// has looked at this shop's own yet.</summary>
/// <remarks>Micrometers: the most that ISO 3611 permits an outside micrometer to be wrong by. A bore gauge is set with one before each
/// use and reads differences; a thousandth is added for that.</remarks>
internal static class UsualInstruments
{
    private const string Default = ", accuracy a default";

    public static IReadOnlyList<Instrument> All { get; } =
    [
        new("rule-1", $"Steel rule{Default}", "rule", 0.5),
        new("mic-1", $"Micrometer 0–25{Default}", "micrometer", 0.004, Low: 0, High: 25),
        new("mic-2", $"Micrometer 25–50{Default}", "micrometer", 0.004, Low: 25, High: 50),
        new("mic-3", $"Micrometer 50–75{Default}", "micrometer", 0.005, Low: 50, High: 75),
        new("mic-4", $"Micrometer 75–100{Default}", "micrometer", 0.005, Low: 75, High: 100),
        new("bore-1", $"Bore gauge 18–35{Default}", "bore-gauge", 0.005, Low: 18, High: 35),
        new("bore-2", $"Bore gauge 35–60{Default}", "bore-gauge", 0.005, Low: 35, High: 60),
        new("bore-3", $"Bore gauge 60–100{Default}", "bore-gauge", 0.006, Low: 60, High: 100),
        new("depth-1", $"Depth gauge{Default}", "depth-gauge", 0.03, Low: 0, High: 150),
        new("dial-1", $"Dial indicator{Default}", "dial", 0.015, Low: -5, High: 5),
        new("feel-1", $"Feeler gauges{Default}", "feeler", 0.02),
        new("thermo-1", $"Thermometer{Default}", "thermometer", 2, Low: -30, High: 250),
        new("degree-1", $"Degree wheel{Default}", "degree-wheel", 0.5),
        new("torque-1", $"Torque wrench 5–25{Default}", "torque-wrench", 0, 0.04, 5, 25, LengthMm: 280),
        new("torque-2", $"Torque wrench 40–200{Default}", "torque-wrench", 0, 0.04, 40, 200, LengthMm: 450),
    ];
}
