using System.Text.Json.Serialization;

namespace NeatBore.Core.Engines;

/// <summary>One value of an engine that somebody told, or that a rule gave.</summary>
/// <param name="Path">Where it stands in a sheet, such as "balancer/nose/diameterMm".</param>
/// <param name="Number">In the base unit of what it measures; null for a word, and where it is said to be not known.</param>
/// <param name="Word">One of its words, by id; null for a number.</param>
/// <param name="Source">Where it came from.</param>
/// <param name="Typed">As it was typed, with its unit; empty where a rule gave it.</param>
/// <param name="By">Who typed it, by name; empty where a rule gave it.</param>
/// <param name="FromPaper">It was written on a printed card first.</param>
public sealed record KnownValue(
    string Path,
    double? Number,
    string? Word,
    LimitSource Source,
    string Typed = "",
    string By = "",
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)] bool FromPaper = false
)
{
    /// <summary>Whether it says that the value is not known after all.</summary>
    [JsonIgnore]
    public bool NotKnown => Number is null && Word is null;
}
