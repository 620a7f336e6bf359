using System.Text.Json.Serialization;

namespace NeatBore.Core.Measures;

/// <summary>What kind of thing a number measures. The base unit of each is named beside it.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<Dimension>))]
public enum Dimension
{
    /// <summary>No unit: a word.</summary>
    [JsonStringEnumMemberName("text")]
    Text,

    /// <summary>Millimetres.</summary>
    [JsonStringEnumMemberName("length")]
    Length,

    /// <summary>Degrees Celsius.</summary>
    [JsonStringEnumMemberName("temperature")]
    Temperature,

    /// <summary>Newtons.</summary>
    [JsonStringEnumMemberName("force")]
    Force,

    /// <summary>Newton metres.</summary>
    [JsonStringEnumMemberName("torque")]
    Torque,

    /// <summary>Megapascals.</summary>
    [JsonStringEnumMemberName("pressure")]
    Pressure,

    /// <summary>Degrees of arc.</summary>
    [JsonStringEnumMemberName("angle")]
    Angle,

    /// <summary>A clock position, degrees from 12, clockwise seen from the front.</summary>
    [JsonStringEnumMemberName("clock")]
    Clock,

    /// <summary>A share of one, shown in per cent.</summary>
    [JsonStringEnumMemberName("share")]
    Share,

    /// <summary>A count of things.</summary>
    [JsonStringEnumMemberName("count")]
    Count,

    /// <summary>Kilograms.</summary>
    [JsonStringEnumMemberName("mass")]
    Mass,

    /// <summary>Whole days.</summary>
    [JsonStringEnumMemberName("days")]
    Days,

    /// <summary>A plain number: turns, a factor.</summary>
    [JsonStringEnumMemberName("number")]
    Number,

    /// <summary>Seconds.</summary>
    [JsonStringEnumMemberName("seconds")]
    Seconds,
}

/// <summary>A number with its dimension, in the base unit, and the smallest step of it that is worth showing.</summary>
/// <param name="Value">In the base unit of the dimension.</param>
/// <param name="Dimension">What it measures.</param>
/// <param name="Resolution">The smallest step worth showing, in the base unit; larger than 0.</param>
/// <param name="Text">The word, where the dimension is <see cref="Dimension.Text"/>.</param>
public sealed record Quantity(double Value, Dimension Dimension, double Resolution = 1, string? Text = null)
{
    /// <summary>A length in mm, shown to a hundredth unless said otherwise.</summary>
    public static Quantity Mm(double value, double resolution = 0.01) => new(value, Dimension.Length, resolution);

    /// <summary>A force in N, shown to a tenth of a kilonewton.</summary>
    public static Quantity Newtons(double value) => new(value, Dimension.Force, 100);

    /// <summary>A torque in N·m, shown to a tenth.</summary>
    public static Quantity Nm(double value) => new(value, Dimension.Torque, 0.1);

    /// <summary>A clock position, degrees from 12 seen from the front.</summary>
    public static Quantity AtClock(double frontDeg) => new(frontDeg, Dimension.Clock, 7.5);

    /// <summary>An angle in degrees, shown to a tenth.</summary>
    public static Quantity Degrees(double value) => new(value, Dimension.Angle, 0.1);

    /// <summary>A share of one, shown in whole per cent.</summary>
    public static Quantity Share(double value) => new(value, Dimension.Share, 0.01);

    /// <summary>A time in minutes, written as such.</summary>
    public static Quantity Minutes(double minutes) => new(minutes * 60, Dimension.Seconds, 60);

    /// <summary>A time in hours, written as such.</summary>
    public static Quantity Hours(double hours) => new(hours * 3600, Dimension.Seconds, 3600);

    /// <summary>A count.</summary>
    public static Quantity Count(int value) => new(value, Dimension.Count);

    /// <summary>A word that is not translated between units.</summary>
    public static Quantity Word(string text) => new(0, Dimension.Text, 1, text);
}

/// <summary>One plain sentence as a template with typed quantities, so that each reader sees it in their own units and view.</summary>
/// <param name="Template">Words with <c>{name}</c> where a quantity stands.</param>
/// <param name="Args">The quantities by name.</param>
public sealed record Sentence(string Template, IReadOnlyDictionary<string, Quantity> Args)
{
    private const string PlusMinus = " ± {u}";

    /// <summary>A sentence with its quantities given as pairs. Of a reading that nobody named an instrument for the uncertainty is not
    /// known, which is not nought: "± {u}" says so then.</summary>
    public static Sentence Of(string template, params (string Name, Quantity Value)[] args) =>
        new(
            Array.Exists(args, a => a is { Name: "u", Value.Value: 0 }) ? template.Replace(PlusMinus, " (± not known)") : template,
            args.ToDictionary(a => a.Name, a => a.Value, StringComparer.Ordinal)
        );
}
