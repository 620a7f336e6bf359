using NeatBore.Core.Engines;

namespace NeatBore.Core.RunSheets;

/// <summary>Names a choice of a run sheet, once: where it is asked, and wherever it counts.</summary>
public sealed record ChoiceName(string Id)
{
    /// <summary>Those that are told once a build, by id.</summary>
    internal static IReadOnlySet<string> Shared { get; } = new HashSet<string>(StringComparer.Ordinal) { "hang", "valves" };

    /// <summary>Its id.</summary>
    public static implicit operator string(ChoiceName name) => name.Id;
}

/// <summary>A choice, asked at a step; the first option is the default.</summary>
public sealed record Choice(ChoiceName Name, StepName AskedAt, string Ask, Func<EngineSheet, IReadOnlyList<Option>> Options)
{
    /// <summary>Its name as addresses write it.</summary>
    public string Id => Name.Id;

    /// <summary>The step that it is asked at, as addresses write it.</summary>
    public string Step => AskedAt.Id;
}

/// <summary>One option of a choice.</summary>
public sealed record Option(string Id, string Label);
