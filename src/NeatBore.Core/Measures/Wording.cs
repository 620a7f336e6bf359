using System.Globalization;
using System.Text.RegularExpressions;

namespace NeatBore.Core.Measures;

/// <summary>Writes quantities and sentences in a reader's units and view. The front end has the same rules; one table tests both.</summary>
public static partial class Wording
{
    /// <summary>A word as it begins a sentence or a label.</summary>
    public static string Capital(string word) => char.ToUpperInvariant(word[0]) + word[1..];

    /// <summary>A quantity with its unit, such as "0.027 mm", "8.8 kN", "1:30", "79 %".</summary>
    public static string Write(Quantity quantity, UnitSystem system = UnitSystem.Metric, View view = View.Front)
    {
        switch (quantity.Dimension)
        {
            case Dimension.Text:
                return quantity.Text ?? "";
            case Dimension.Clock:
                return Clock.Text(Clock.Seen(quantity.Value, view));
            case Dimension.Share:
                return $"{Number(quantity.Value * 100, quantity.Resolution * 100)} %";
            case Dimension.Count:
                return Number(quantity.Value, 1);
            case Dimension.Days:
                return $"{Number(quantity.Value, 1)} days";
            case Dimension.Number:
                return Number(quantity.Value, quantity.Resolution);
            case Dimension.Seconds:
                return quantity.Resolution >= 3600 ? $"{Number(quantity.Value / 3600, quantity.Value < 36000 ? 0.1 : 1)} h"
                    : quantity.Resolution >= 60 ? $"{Number(quantity.Value / 60, quantity.Value < 600 ? 0.1 : 1)} min"
                    : $"{Number(quantity.Value, quantity.Resolution)} s";
            default:
                var unit = UnitTable.Default.For(quantity.Dimension, system);
                var number = Number(unit.FromBase(quantity.Value), quantity.Resolution / unit.Factor);
                return quantity.Dimension == Dimension.Angle ? $"{number}°" : $"{number} {unit.Symbol}";
        }
    }

    /// <summary>A sentence written out.</summary>
    public static string Write(Sentence sentence, UnitSystem system = UnitSystem.Metric, View view = View.Front) =>
        Slot()
            .Replace(
                sentence.Template,
                m => sentence.Args.TryGetValue(m.Groups[1].Value, out var quantity) ? Write(quantity, system, view) : m.Value
            );

    /// <summary>A number rounded, halves away from zero, with a true minus sign, to as many decimals as make a step at most twice the
    /// resolution.</summary>
    public static string Number(double value, double resolution)
    {
        var decimals = Math.Clamp((int)Math.Ceiling(-Math.Log10(resolution) - 0.3), 0, 9);
        var scale = Math.Pow(10, decimals);
        var rounded = Math.Sign(value) * Math.Floor((Math.Abs(value) * scale) + 0.5 + 1e-9) / scale;
        var text = Math.Abs(rounded).ToString("F" + decimals, CultureInfo.InvariantCulture);
        return rounded < 0 ? "−" + text : text;
    }

    /// <summary>Two numbers with as many more decimals as it takes that they don't read the same, unless they are.</summary>
    public static (string A, string B) Apart(double a, double b, double resolution)
    {
        var (one, other) = (Number(a, resolution), Number(b, resolution));
        return one == other && resolution > 1e-7 && Math.Abs(a - b) > Check.Slack ? Apart(a, b, resolution / 10) : (one, other);
    }

    [GeneratedRegex(@"\{(\w+)\}")]
    private static partial Regex Slot();
}
