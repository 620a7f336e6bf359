using System.Text.Json.Nodes;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Engines;

/// <summary>A word that a value may be, by its id, and as the builder says it.</summary>
public sealed record NamedWord(string Id, string Label);

/// <summary>A value of an engine sheet that a person can be asked for: a number, or one of some words.</summary>
/// <param name="Path">Where it stands in a sheet, such as "balancer/nose/diameterMm".</param>
/// <param name="Label">As the builder says it.</param>
/// <param name="Dimension">What it measures; text for a word.</param>
/// <param name="Plausible">What it can be at all, in the base unit.</param>
internal sealed record SheetValue(string Path, string Label, Dimension Dimension, Band Plausible)
{
    /// <summary>The words that it may be; null for a number.</summary>
    public IReadOnlyList<NamedWord>? Words { get; init; }

    /// <summary>A Neat Bore default by rule; null where there is none. None makes up a torque, an angle, a heat, a rating or
    /// one-use.</summary>
    public Func<KnownValues, double?>? Rule { get; init; }

    /// <summary>The same for a word.</summary>
    public Func<KnownValues, string?>? WordRule { get; init; }

    /// <summary>The default that a rule of the shop's own may replace; null where none may.</summary>
    public DefaultLimit? Usual { get; init; }

    /// <summary>What is wrong with a number by itself, and what would be right; null for one that can be.</summary>
    public Func<double, string?>? Wrong { get; init; }

    /// <summary>What kind of instrument judges what this limits; null for what is no limit.</summary>
    public string? Gauge { get; init; }

    /// <summary>Given by rule alone, where no whole sheet has it: nobody is asked.</summary>
    public bool Hidden { get; init; }

    /// <summary>Asked for, and stands in the sheet as something that is made from it.</summary>
    public bool Asked { get; init; }

    /// <summary>Its number in a sheet that is described whole, where it stands as part of something else; null where it has none.</summary>
    public Func<JsonObject, double?>? From { get; init; }

    /// <summary>The same for a word.</summary>
    public Func<JsonObject, string?>? WordFrom { get; init; }

    /// <summary>What stays out of the sheet whole while one value of it is not known: its path.</summary>
    public string? Group { get; init; }

    /// <summary>Whether its group may stay out: what stands on it is left out then.</summary>
    public bool Optional { get; init; }

    /// <summary>Whether it is of what an engine may have more of: it is asked for on its sheet alone, whole or not at all.</summary>
    public bool More { get; init; }

    /// <summary>Whether the engine has it at all, by what is known.</summary>
    public Func<KnownValues, bool> When { get; init; } = _ => true;

    /// <summary>What it is drawn with until it is known; nothing is judged by it.</summary>
    public Func<KnownValues, double>? Drawn { get; init; }

    /// <summary>Whether a rule may give it.</summary>
    public bool HasRule => Rule is not null || WordRule is not null;
}

/// <summary>A piece of a sheet that is made from values: a list, a material.</summary>
/// <param name="Path">Where it stands.</param>
/// <param name="Make">It, by what is known and by the sheet as it was; null for none.</param>
internal sealed record MadePiece(string Path, Func<KnownValues, JsonObject, JsonNode?> Make)
{
    public MadePiece(string path, Func<KnownValues, JsonNode?> make)
        : this(path, (known, _) => make(known)) { }

    /// <summary>How the paths begin that it is made anew with, once it is there; null for its own path.</summary>
    public string? From { get; init; }
}

/// <summary>Two values that can't both be true.</summary>
/// <param name="A">The path of one.</param>
/// <param name="B">The path of the other.</param>
/// <param name="Holds">Whether both can be true.</param>
/// <param name="Words">What is wrong, and what would be right.</param>
internal sealed record Contradiction(string A, string B, Func<double, double, bool> Holds, string Words);

/// <summary>What can be known of a part of an engine.</summary>
/// <param name="Part">Its name in a sheet.</param>
/// <param name="Values">In the order in which they are asked; a rule may look at those before it.</param>
/// <param name="Made">What else the part is made of.</param>
/// <param name="Contradictions">What can't be.</param>
internal sealed record PartValues(
    string Part,
    IReadOnlyList<SheetValue> Values,
    IReadOnlyList<MadePiece> Made,
    IReadOnlyList<Contradiction> Contradictions
)
{
    /// <summary>What can't be of more than two values together: the path, and what would be right.</summary>
    public Func<KnownValues, IReadOnlyDictionary<string, string>>? Clashes { get; init; }
}
