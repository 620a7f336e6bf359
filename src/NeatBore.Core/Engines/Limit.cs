using System.Text.Json.Serialization;

namespace NeatBore.Core.Engines;

/// <summary>Where a limit or a value came from. A default is always shown as a default.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<LimitSource>))]
public enum LimitSource
{
    /// <summary>The engine's manual.</summary>
    [JsonStringEnumMemberName("manual")]
    Manual,

    /// <summary>Measured in this shop.</summary>
    [JsonStringEnumMemberName("measured")]
    Measured,

    /// <summary>A house rule of this shop.</summary>
    [JsonStringEnumMemberName("house")]
    House,

    /// <summary>A Neat Bore default: used only where a sheet gives nothing.</summary>
    [JsonStringEnumMemberName("default")]
    Default,
}

/// <summary>Sources in words.</summary>
internal static class LimitSources
{
    /// <summary>As a check names it.</summary>
    public static string Words(this LimitSource source) =>
        source switch
        {
            LimitSource.Manual => "engine's manual",
            LimitSource.Measured => "measured here",
            LimitSource.House => "house rule",
            _ => "Neat Bore default",
        };
}

/// <summary>A limit with where it came from; values in the base unit of what it limits.</summary>
public sealed record Limit(double? Low, double? High, LimitSource Source)
{
    /// <summary>The source in words.</summary>
    [JsonIgnore]
    public string SourceWords => Source.Words();
}
