using System.Text.Json.Serialization;

namespace NeatBore.Core.Measures;

/// <summary>What the numbers say, from best to worst.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<Verdict>))]
public enum Verdict
{
    /// <summary>Measured well enough and as wanted.</summary>
    [JsonStringEnumMemberName("go")]
    Go,

    /// <summary>Measured well enough, outside what is wanted, inside what can work: the builder decides and says why.</summary>
    [JsonStringEnumMemberName("decide")]
    Decide,

    /// <summary>The readings can't decide, or the step has to be done again; doing it again clears it.</summary>
    [JsonStringEnumMemberName("look-again")]
    LookAgain,

    /// <summary>Outside what can work.</summary>
    [JsonStringEnumMemberName("stop")]
    Stop,
}

/// <summary>Which side of its limit a value must stay on.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<Side>))]
public enum Side
{
    /// <summary>The value must not go above the limit.</summary>
    [JsonStringEnumMemberName("upper")]
    Upper,

    /// <summary>The value must not go below the limit.</summary>
    [JsonStringEnumMemberName("lower")]
    Lower,
}

/// <summary>One value held against one limit.</summary>
/// <param name="Name">What is checked, such as "interference".</param>
/// <param name="Verdict">What this check alone says.</param>
/// <param name="Value">In the base unit of <paramref name="Dimension"/>.</param>
/// <param name="Limit">The limit that decided, same unit.</param>
/// <param name="Uncertainty">Expanded uncertainty U of the value, same unit, 0 or larger.</param>
/// <param name="Side">Which side of the limit is forbidden.</param>
/// <param name="Dimension">What it measures.</param>
/// <param name="Source">Where the limit came from; null where the caller gave it with no source.</param>
public sealed record Check(
    string Name,
    Verdict Verdict,
    double Value,
    double Limit,
    double Uncertainty,
    Side Side = Side.Upper,
    Dimension Dimension = Dimension.Length,
    string? Source = null
)
{
    /// <summary>The bolt that it is of, by its id within its group; null where it is of none.</summary>
    [JsonIgnore]
    public string? Bolt { get; init; }

    // What two ways of working out the same value may differ by: exactly on a limit is inside it.
    internal const double Slack = 1e-9;

    /// <summary>Holds a value against an upper limit: go if v + U ≤ L, stop if v − U > L, otherwise look again (ISO 14253-1, guarded by
    /// U).</summary>
    public static Check AtMost(
        string name,
        double value,
        double limit,
        double uncertainty = 0,
        Dimension dimension = Dimension.Length,
        string? source = null
    ) =>
        new(
            name,
            value + uncertainty <= limit + Slack ? Verdict.Go
                : value - uncertainty > limit + Slack ? Verdict.Stop
                : Verdict.LookAgain,
            value,
            limit,
            uncertainty,
            Side.Upper,
            dimension,
            source
        );

    /// <summary>Holds a value against a lower limit: go if v − U ≥ L, stop if v + U &lt; L, otherwise look again (ISO 14253-1, guarded
    /// by U).</summary>
    public static Check AtLeast(
        string name,
        double value,
        double limit,
        double uncertainty = 0,
        Dimension dimension = Dimension.Length,
        string? source = null
    ) =>
        new(
            name,
            value - uncertainty >= limit - Slack ? Verdict.Go
                : value + uncertainty < limit - Slack ? Verdict.Stop
                : Verdict.LookAgain,
            value,
            limit,
            uncertainty,
            Side.Lower,
            dimension,
            source
        );

    /// <summary>Holds a value against two steps: above <paramref name="decideAbove"/> the builder decides, above <paramref
    /// name="stopAbove"/> it is a stop.</summary>
    public static Check Stepped(
        string name,
        double value,
        double decideAbove,
        double stopAbove,
        Dimension dimension,
        string? source = null
    ) =>
        new(
            name,
            value > stopAbove + Slack ? Verdict.Stop
                : value > decideAbove + Slack ? Verdict.Decide
                : Verdict.Go,
            value,
            value > stopAbove + Slack ? stopAbove : decideAbove,
            0,
            Side.Upper,
            dimension,
            source
        );
}

/// <summary>A call: as bad as its worst check, with one plain sentence that holds the numbers.</summary>
/// <param name="Verdict">The worst verdict of the checks.</param>
/// <param name="Why">The reason, with its quantities typed.</param>
/// <param name="Checks">Every check that was made; the one that decided comes first.</param>
public sealed record Call(Verdict Verdict, Sentence Why, IReadOnlyList<Check> Checks)
{
    /// <summary>The reason in plain metric words, seen from the front.</summary>
    public string Because => Wording.Write(Why);

    /// <summary>Makes the call of some checks; null where there are none.</summary>
    /// <param name="checks">The checks, most telling first.</param>
    /// <param name="say">Words the reason, given the check that decided (the first of the worst).</param>
    public static Call? Of(IReadOnlyList<Check> checks, Func<Check, Sentence> say)
    {
        if (checks.Count == 0)
        {
            return null;
        }

        var worst = checks.Max(c => c.Verdict);
        var lead = checks.First(c => c.Verdict == worst);
        return new Call(worst, Apart(say(lead), lead), [lead, .. checks.Where(c => !ReferenceEquals(c, lead))]);
    }

    /// <summary>The sentence with so many digits that a value and the limit that it misses don't read the same.</summary>
    internal static Sentence Apart(Sentence sentence, Check lead)
    {
        const int mostDigits = 4;
        if (Math.Abs(lead.Value - lead.Limit) <= Check.Slack)
        {
            return sentence;
        }

        bool Is(Quantity q, double value) => q.Dimension == lead.Dimension && Math.Abs(Math.Abs(q.Value) - Math.Abs(value)) <= Check.Slack;
        var args = sentence.Args;
        for (var i = 0; i < mostDigits; i++)
        {
            var value = args.Values.FirstOrDefault(q => Is(q, lead.Value));
            var limit = args.Values.FirstOrDefault(q => Is(q, lead.Limit));
            if (value is null || limit is null || Wording.Write(value) != Wording.Write(limit))
            {
                break;
            }

            args = args.ToDictionary(
                a => a.Key,
                a => Is(a.Value, lead.Value) || Is(a.Value, lead.Limit) ? a.Value with { Resolution = a.Value.Resolution / 10 } : a.Value,
                StringComparer.Ordinal
            );
        }

        return ReferenceEquals(args, sentence.Args) ? sentence : sentence with { Args = args };
    }

    /// <summary>The same call with each check told where its limit came from.</summary>
    public Call Sourced(Func<Check, string> source) => this with { Checks = [.. Checks.Select(c => c with { Source = source(c) })] };
}
