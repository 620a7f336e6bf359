namespace NeatBore.Core.Measures;

/// <summary>A number as a person typed it.</summary>
public static class TypedNumber
{
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
            : Math.Abs(read.Value) > 1e6 ? throw new UnusableInputException("typed", "must be between −1,000,000 and 1,000,000")
            : dimension == Dimension.Count && read.Value != Math.Floor(read.Value)
                ? throw new UnusableInputException("typed", "must be a whole number: it is a count")
            : read.Value;
    }
}
