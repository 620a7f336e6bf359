namespace NeatBore.Core.Engines;

/// <summary>Up to where a value is a go, and from where it is a stop; what lies between is for the builder to decide. Not a
/// <see cref="Limit"/>, which has a go on one side of each end and a stop on the other.</summary>
/// <param name="Go">The last value that is a go, in the base unit of what is judged.</param>
/// <param name="Stop">Past it is a stop: above it where that is the larger one, below it where that is the smaller.</param>
/// <param name="Source">Where they came from.</param>
public sealed record Thresholds(double Go, double Stop, LimitSource Source)
{
    /// <summary>The source in words.</summary>
    public string SourceWords => Source.Words();
}
