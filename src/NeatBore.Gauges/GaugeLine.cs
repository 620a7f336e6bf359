using System.Globalization;
using System.Text.RegularExpressions;
using NeatBore.Core.Measures;

namespace NeatBore.Gauges;

/// <summary>One value from a gauge.</summary>
/// <param name="Gauge">The gauge's id.</param>
/// <param name="Quantity">What it is, such as "force" or "travel".</param>
/// <param name="Dimension">What it measures.</param>
/// <param name="Value">In the base unit of the dimension.</param>
/// <param name="Sequence">Counts the gauge's lines, one by one.</param>
/// <param name="Missed">How many lines of this gauge were lost just before this one.</param>
public sealed record GaugeSample(string Gauge, string Quantity, Dimension Dimension, double Value, long Sequence, int Missed = 0);

/// <summary>A stand-in has heard all that it was aimed with up to a mark.</summary>
public sealed record HeardMark(string Gauge, string Mark);

/// <summary>The line protocol: <c>&lt;id&gt; &lt;quantity&gt; &lt;value&gt; &lt;unit&gt; &lt;sequence&gt;</c> and a newline. See
/// docs/formats/gauge-line.md.</summary>
public static partial class GaugeLine
{
    /// <summary>The longest line, bytes without its newline.</summary>
    public const int Longest = 120;

    /// <summary>What is measured, by the word that stands in the line.</summary>
    private static readonly (string Word, Dimension Dimension)[] s_quantities =
    [
        ("length", Dimension.Length),
        ("travel", Dimension.Length),
        ("force", Dimension.Force),
        ("torque", Dimension.Torque),
        ("angle", Dimension.Angle),
        ("temperature", Dimension.Temperature),
    ];

    /// <summary>Reads a line.</summary>
    /// <param name="line">Without its newline; a carriage return at its end is let pass.</param>
    /// <param name="sample">The value in its base unit.</param>
    /// <returns>What is wrong with it and what would be right; null if it was understood.</returns>
    public static string? Read(string line, out GaugeSample? sample)
    {
        sample = null;
        var words = line.TrimEnd('\r').Split(' ');
        if (words.Length != 5)
        {
            return "must be five words: id, quantity, value, unit, sequence";
        }

        if (!Id().IsMatch(words[0]))
        {
            return "the id must be 1 to 32 small letters, digits and hyphens";
        }

        // The table's own word is handed on, so that what keeps thousands of values keeps it once.
        var (quantity, dimension) = Quantity(words[1]);
        if (quantity is null)
        {
            return $"the quantity must be one of {string.Join(", ", s_quantities.Select(q => q.Word))}";
        }

        if (
            !double.TryParse(
                words[2],
                NumberStyles.AllowLeadingSign | NumberStyles.AllowDecimalPoint,
                CultureInfo.InvariantCulture,
                out var value
            ) || !(Math.Abs(value) <= 1e6)
        )
        {
            return "the value must be a number with a decimal point, between -1000000 and 1000000";
        }

        if (UnitTable.Default.BySymbol(words[3]) is not { } unit || unit.Dimension != dimension)
        {
            var known = UnitTable.Default.Units.Where(u => u.Dimension == dimension).Select(u => u.Symbol);
            return $"the unit of {words[1]} must be one of {string.Join(", ", known)}, not {Shown(words[3])}";
        }

        if (!long.TryParse(words[4], NumberStyles.None, CultureInfo.InvariantCulture, out var sequence))
        {
            return "the sequence must be a whole number, 0 or more";
        }

        sample = new GaugeSample(words[0], quantity, dimension, unit.ToBase(value), sequence);
        return null;
    }

    /// <summary>Writes a line, without its newline.</summary>
    public static string Write(string gauge, string quantity, double value, string unit, long sequence) =>
        string.Create(CultureInfo.InvariantCulture, $"{gauge} {quantity} {value:0.######} {unit} {sequence}");

    /// <summary>Writes a line that aims a stand-in, without its newline: what it is set up with, as one word each.</summary>
    /// <exception cref="ArgumentException">A word is empty, too long or has a space in it.</exception>
    public static string Aim(string gauge, string key, string value) =>
        Word().IsMatch(gauge) && Word().IsMatch(key) && Word().IsMatch(value)
            ? $"aim {gauge} {key} {value}"
            : throw new ArgumentException("Each must be one word of 1 to 60 letters, digits and -+./@_ signs.");

    /// <summary>Writes the line by which a stand-in says that it has heard all aims up to a mark; what it sends after it is of
    /// that.</summary>
    public static string Heard(string gauge, string mark) => $"heard {gauge} {mark}";

    /// <summary>Reads such a line; null for any other.</summary>
    public static HeardMark? ReadHeard(string line) =>
        line.StartsWith("heard ", StringComparison.Ordinal)
        && line.TrimEnd('\r').Split(' ') is ["heard", var gauge, var mark]
        && Id().IsMatch(gauge)
        && Word().IsMatch(mark)
            ? new HeardMark(gauge, mark)
            : null;

    private static (string? Word, Dimension Dimension) Quantity(string word)
    {
        foreach (var quantity in s_quantities)
        {
            if (quantity.Word == word)
            {
                return quantity;
            }
        }

        return default;
    }

    private static string Shown(string word) => word.Length > 12 ? word[..12] + "…" : word;

    [GeneratedRegex("^[a-z0-9-]{1,32}$")]
    private static partial Regex Id();

    [GeneratedRegex(@"^[A-Za-z0-9\-+./@_]{1,60}$")]
    private static partial Regex Word();
}
