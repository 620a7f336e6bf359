using System.Globalization;

namespace NeatBore.Core.Measures;

/// <summary>A number as a person typed it.</summary>
public static class TypedNumber
{
    // In base units: more than that of anything is a slip of the finger.
    private const double Most = 1e6;

    /// <summary>Understands a typed number, in the base unit of what it measures.</summary>
    /// <param name="typed">As it was typed.</param>
    /// <param name="unit">The symbol of the unit that stood beside the field; empty for the metric one.</param>
    /// <param name="mark">What stands before the decimals: a point or a comma.</param>
    /// <param name="dimension">What it measures.</param>
    /// <exception cref="UnusableInputException">It can't be read, or can't be: what would be right.</exception>
    public static double Read(string typed, string unit, string mark, Dimension dimension)
    {
        if (mark is not ("." or ","))
        {
            throw new UnusableInputException("decimalMark", "must be a point or a comma");
        }

        var read = Entry.Read(
            typed,
            dimension,
            unit.Length > 0 ? unit : UnitTable.Default.For(dimension, UnitSystem.Metric).Symbol,
            mark[0]
        );
        return read.Message is not null ? throw new UnusableInputException("typed", read.Message)
            : Math.Abs(read.Value) > Most ? throw new UnusableInputException("typed", Between(read.Unit))
            : dimension == Dimension.Count && (read.Value < 0 || read.Value != Math.Floor(read.Value))
                ? throw new UnusableInputException("typed", "must be a whole number from 0: it is a count")
            : read.Value;
    }

    private static string Between(string symbol)
    {
        var unit = UnitTable.Default.BySymbol(symbol);
        string Said(double value) => (unit?.FromBase(value) ?? value).ToString("#,0.#", CultureInfo.InvariantCulture).Replace('-', '−');
        return $"must be between {Said(-Most)} and {Said(Most)} {symbol}".TrimEnd();
    }
}
