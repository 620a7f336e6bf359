using System.Text.Json.Serialization;

namespace NeatBore.Core.Engines;

/// <summary>What happens where a task does not know a value that it wants.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<Need>))]
public enum Need
{
    /// <summary>Nothing can be judged without it: it is asked for before the task begins.</summary>
    [JsonStringEnumMemberName("must")]
    Must,

    /// <summary>A Neat Bore default by rule stands in its place, shown as one.</summary>
    [JsonStringEnumMemberName("rule")]
    Rule,

    /// <summary>What stands on it is left out and says so.</summary>
    [JsonStringEnumMemberName("skip")]
    Skip,
}

/// <summary>What a task wants to know of an engine.</summary>
/// <param name="Parts">Parts of its sheet, the one that it is about first.</param>
public sealed record Wants(params IReadOnlyList<string> Parts)
{
    /// <summary>Paths, and beginnings of paths, of those parts that it does not look at.</summary>
    public IReadOnlyList<string> Not { get; init; } = [];

    /// <summary>Parts that it looks at besides where they are described, and does without where they are not.</summary>
    public IReadOnlyList<string> Also { get; init; } = [];

    /// <summary>Whether it looks at what an engine may have more of, too, such as a bearing's second oil passage.</summary>
    public bool More { get; init; }

    /// <summary>Nothing: it begins on whatever is known.</summary>
    public static Wants Nothing { get; } = new([]);

    internal bool Looks(string path) => !Not.Any(n => path.StartsWith(n, StringComparison.Ordinal));
}
