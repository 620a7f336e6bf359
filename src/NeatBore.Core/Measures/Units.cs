using System.Collections.Frozen;
using System.Globalization;
using System.Text.Json;
using System.Text.Json.Serialization;

namespace NeatBore.Core.Measures;

/// <summary>The units that a reader has chosen.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<UnitSystem>))]
public enum UnitSystem
{
    /// <summary>mm, °C, kN, N·m.</summary>
    [JsonStringEnumMemberName("metric")]
    Metric,

    /// <summary>in, °F, lbf, lbf·ft.</summary>
    [JsonStringEnumMemberName("inch")]
    Inch,
}

/// <summary>One unit: value in the base unit = typed · Factor + Offset.</summary>
public sealed record Unit(string Symbol, IReadOnlyList<string> Also, Dimension Dimension, double Factor, double Offset = 0)
{
    /// <summary>From this unit to the dimension's base unit.</summary>
    public double ToBase(double value) => (value * Factor) + Offset;

    /// <summary>From the dimension's base unit to this one.</summary>
    public double FromBase(double value) => (value - Offset) / Factor;
}

/// <summary>The table of units in <c>units.json</c>, which the front end reads as well.</summary>
/// <remarks>Factors: the inch is 25.4 mm exactly; the pound-force 4.4482216152605 N exactly (NIST SP 811, appendix B).</remarks>
public sealed record UnitTable(
    IReadOnlyList<Unit> Units,
    IReadOnlyDictionary<Dimension, IReadOnlyDictionary<UnitSystem, string>> Shown,
    IReadOnlyDictionary<Dimension, string> Names,
    IReadOnlyDictionary<string, string> Errors
)
{
    private readonly FrozenDictionary<string, Unit> _spelt = Spelt(Units, StringComparer.Ordinal);
    private readonly FrozenDictionary<string, Unit> _anyCase = Spelt(Units, StringComparer.OrdinalIgnoreCase);

    /// <summary>The table that ships with the core.</summary>
    public static UnitTable Default { get; } = Load();

    /// <summary>The unit that a dimension is shown in.</summary>
    public Unit For(Dimension dimension, UnitSystem system) => BySymbol(Shown[dimension][system])!;

    /// <summary>Finds a unit by its symbol or one of its other spellings; null if there is none.</summary>
    public Unit? BySymbol(string symbol) => _spelt.GetValueOrDefault(symbol) ?? _anyCase.GetValueOrDefault(symbol);

    // Where two units share a spelling, the first has it.
    private static FrozenDictionary<string, Unit> Spelt(IEnumerable<Unit> units, StringComparer by) =>
        units
            .SelectMany(u => u.Also.Prepend(u.Symbol).Select(s => (Spelling: s, Unit: u)))
            .DistinctBy(s => s.Spelling, by)
            .ToFrozenDictionary(s => s.Spelling, s => s.Unit, by);

    private static UnitTable Load()
    {
        using var stream = typeof(UnitTable).Assembly.GetManifestResourceStream("units.json")!;
        return JsonSerializer.Deserialize(stream, UnitsJson.Default.UnitTable)!;
    }
}

/// <summary>A typed entry as it was understood.</summary>
/// <param name="Value">In the dimension's base unit.</param>
/// <param name="Unit">The unit it was typed in.</param>
/// <param name="Error">The kind of error, one of the keys of <see cref="UnitTable.Errors"/>; null if it was understood.</param>
/// <param name="Message">What would be right; null if it was understood.</param>
public sealed record Typed(double Value, string Unit, string? Error = null, string? Message = null);

/// <summary>Reads what a builder types: <c>0.0015in</c>, <c>1.5 thou</c>, <c>38um</c>, <c>1/16"</c>, <c>+.002</c>, <c>170F</c>.</summary>
public static class Entry
{
    /// <summary>Understands one typed number.</summary>
    /// <param name="text">As typed.</param>
    /// <param name="dimension">What is wanted.</param>
    /// <param name="unit">The unit beside the field, used for a bare number.</param>
    /// <param name="decimalMark">The reader's decimal mark, <c>.</c> or <c>,</c>.</param>
    public static Typed Read(string text, Dimension dimension, string unit, char decimalMark = '.')
    {
        var table = UnitTable.Default;
        var typed = text.Trim();

        Typed Fail(string error, string found = "", string other = "")
        {
            var units = table.Units.Where(u => u.Dimension == dimension).Select(u => u.Symbol);
            return new Typed(
                0,
                unit,
                error,
                table
                    .Errors[error]
                    .Replace("{typed}", typed, StringComparison.Ordinal)
                    .Replace("{mark}", decimalMark == '.' ? "point" : "comma", StringComparison.Ordinal)
                    .Replace("{unit}", unit, StringComparison.Ordinal)
                    .Replace("{found}", found, StringComparison.Ordinal)
                    .Replace("{other}", other, StringComparison.Ordinal)
                    .Replace("{dimension}", table.Names[dimension], StringComparison.Ordinal)
                    .Replace("{units}", string.Join(", ", units), StringComparison.Ordinal)
            );
        }

        if (typed.Length == 0)
        {
            return Fail("empty");
        }

        var sign = typed[0] is '-' or '−' ? -1 : 1;
        var unsigned = typed[0] is '-' or '−' or '+' ? typed[1..].TrimStart() : typed;
        var end = 0;
        while (
            end < unsigned.Length
            && (
                char.IsAsciiDigit(unsigned[end])
                || unsigned[end] is '.' or ',' or '/'
                || (unsigned[end] == ' ' && IsMixedFraction(unsigned, end))
            )
        )
        {
            end++;
        }

        var number = unsigned[..end];
        var symbol = unsigned[end..].Trim();
        if (number.Length == 0 || !number.Any(char.IsAsciiDigit))
        {
            return Fail("not-a-number");
        }

        if (number.Count(c => c is '.' or ',') > 1)
        {
            return Fail("two-marks");
        }

        if (number.Contains(decimalMark == '.' ? ',' : '.', StringComparison.Ordinal))
        {
            return Fail("wrong-mark");
        }

        double magnitude;
        if (number.Contains('/', StringComparison.Ordinal))
        {
            var parts = number.Split(' ', '/');
            var whole = parts.Length == 3 ? parts[0] : "0";
            if (number.Count(c => c == '/') > 1 || parts.Length > 3 || parts.Any(p => p.Length == 0 || !p.All(char.IsAsciiDigit)))
            {
                return Fail("not-a-number");
            }

            var below = double.Parse(parts[^1], CultureInfo.InvariantCulture);
            if (below == 0)
            {
                return Fail("zero-denominator");
            }

            magnitude = double.Parse(whole, CultureInfo.InvariantCulture) + (double.Parse(parts[^2], CultureInfo.InvariantCulture) / below);
        }
        else
        {
            magnitude = double.Parse(number.Replace(',', '.'), NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture);
        }

        var found = symbol.Length == 0 ? unit : symbol;
        if (table.BySymbol(found) is not { } known)
        {
            // What begins like a number and goes on in letters that are no unit is read as no number at all.
            return symbol.Any(char.IsAsciiDigit) ? Fail("not-a-number") : Fail("unknown-unit", symbol);
        }

        return known.Dimension == dimension
            ? new Typed(known.ToBase(sign * magnitude), known.Symbol)
            : Fail("wrong-dimension", known.Symbol, table.Names[known.Dimension]);
    }

    private static bool IsMixedFraction(string text, int space)
    {
        var slash = text.IndexOf('/', space);
        return slash > space + 1 && text[(space + 1)..slash].All(char.IsAsciiDigit);
    }
}
